import { compareText } from '#core/base/collections';
import type { Transaction } from 'sequelize';
import { v7 as uuid } from 'uuid';
import type { RoofItem, RoofPlan } from '#core/places/roof';
import { roofProblems } from '#core/places/roof';
import { linkRefusal, loopThrough, type SiteLink } from '#core/places/tracing';
import { planFile, type PlanFile } from '#contracts/files';
import type { Database } from '../db/connect.ts';
import { invalid, notFound, parse } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { keepFoundBy } from '../tracing/service.ts';
import { siteNet } from '../tracing/queries.ts';
import { UNITS_AS_POINTS } from '../tracing/tracing.sql.ts';
import { ADD_NAMED_POINTS, ADD_PLANNED_LINKS, DRAW_NAMED_ROOF } from './files.sql.ts';

const defined = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined && v !== null)) as T;

/** Roofs, feeds and controls of a site as a file that names things. @throws Problem 404 */
export async function sitePlan(db: Database, siteId: string): Promise<PlanFile> {
  const site = await db.models.Site.findByPk(siteId);
  if (!site) throw notFound('Site');
  const customer = await db.models.Customer.findByPk(site.customerId);
  const net = await siteNet(db, siteId);
  const byId = new Map(net.points.map((p) => [p.id, p]));
  const end = (id: string) => {
    const point = byId.get(id);
    return point ? { kind: point.kind, name: point.name } : undefined;
  };
  const roofs = await db.models.Roof.findAll({ where: { siteId, retiredAt: null }, order: ['name'] });
  return {
    format: 'site plan 1',
    customer: customer?.name ?? '',
    site: site.name,
    roofs: roofs.map(({ name, plan }) => ({
      name,
      northDeg: plan.northDeg,
      outline: [...plan.outline],
      items: plan.items.map(({ id: _id, unitId, pointId, ...item }) =>
        defined({
          ...item,
          unit: unitId ? byId.get(unitId)?.name : undefined,
          point: pointId ? end(pointId) : undefined,
        }),
      ),
    })),
    points: net.points
      .filter((p) => p.kind !== 'unit')
      .map(({ id: _id, version: _version, unit: _unit, ...point }) => defined(point))
      .sort((a, b) => compareText(a.kind + a.name, b.kind + b.name)),
    links: net.links.flatMap(({ id: _id, from, to, ...link }) => {
      const [a, b] = [end(from), end(to)];
      return a && b
        ? [{ ...link, poles: link.poles ? [...link.poles] : undefined, from: a, to: b }].map(defined)
        : [];
    }),
  };
}

/**
 * Takes a plan file into a site: points and facts that are not there are added, roofs of the same name are
 * drawn anew. What the file names has to be in the file or on the site.
 *
 * @throws Problem 404, 422 with the path of everything that is not right; then nothing is changed
 */
export async function importPlan(
  db: Database,
  siteId: string,
  given: { id: string; plan: unknown },
  actor: string,
): Promise<void> {
  const file = parse(planFile, given.plan);
  await db.transaction(async (transaction) => {
    const lock = transaction.LOCK.UPDATE;
    if (!(await db.models.Site.findByPk(siteId, { transaction, lock }))) throw notFound('Site');
    if (!(await firstTime(db, transaction, { id: given.id, body: given, actor }))) return;
    const idOf = await addPoints(db, siteId, file, transaction);
    await addLinks(db, siteId, file, idOf, actor, transaction);
    await drawRoofs(db, siteId, file, idOf, transaction);
    await writeLog(db, transaction, {
      actor,
      action: 'import',
      entity: 'site',
      entityId: siteId,
      detail: { roofs: file.roofs.length, links: file.links.length },
    });
    await keepFoundBy(db, siteId, transaction);
  });
}

type IdOf = (end: { kind: string; name: string }) => string | undefined;

async function addPoints(
  db: Database,
  siteId: string,
  file: PlanFile,
  transaction: Transaction,
): Promise<IdOf> {
  const named = file.points.filter((p) => p.kind !== 'unit').map((p) => ({ ...p, id: uuid() }));
  await db.run(ADD_NAMED_POINTS, [JSON.stringify(named), siteId], transaction);
  const ids = new Map(
    (await siteNet(db, siteId, transaction)).points.map((p) => [`${p.kind} ${p.name}`, p.id]),
  );
  return ({ kind, name }) => ids.get(`${kind} ${name}`);
}

async function addLinks(
  db: Database,
  siteId: string,
  file: PlanFile,
  idOf: IdOf,
  actor: string,
  transaction: Transaction,
): Promise<void> {
  const net = await siteNet(db, siteId, transaction);
  const links: SiteLink[] = [...net.links];
  const fresh: SiteLink[] = [];
  const problems: { path: string; message: string }[] = [];
  file.links.forEach((given, i) => {
    const [from, to] = [idOf(given.from), idOf(given.to)];
    if (!from || !to) {
      problems.push({
        path: `links.${i}.${from ? 'to' : 'from'}`,
        message: `there is no ${(from ? given.to : given.from).kind} “${(from ? given.to : given.from).name}” here`,
      });
      return;
    }
    const refusal = linkRefusal(given.kind, given.from.kind, given.to.kind);
    const link: SiteLink = { ...given, id: uuid(), from, to, by: actor };
    if (refusal) problems.push({ path: `links.${i}.to`, message: refusal });
    else if (loopThrough(links, link)) problems.push({ path: `links.${i}.to`, message: 'closes a loop' });
    else if (
      !links.some(
        (l) =>
          l.kind === link.kind &&
          l.from === from &&
          l.to === to &&
          (l.poles ?? []).join() === (link.poles ?? []).join(),
      )
    ) {
      links.push(link);
      fresh.push(link);
    }
  });
  if (problems.length > 0) throw invalid(problems, 'The facts in this file cannot all be so');
  await db.run(UNITS_AS_POINTS, [fresh.flatMap((l) => [l.from, l.to])], transaction);
  const rows = fresh.map((l) => ({ ...l, poles: l.poles ?? [] }));
  await db.run(ADD_PLANNED_LINKS, [JSON.stringify(rows), siteId], transaction);
}

async function drawRoofs(
  db: Database,
  siteId: string,
  file: PlanFile,
  idOf: IdOf,
  transaction: Transaction,
): Promise<void> {
  const problems: { path: string; message: string }[] = [];
  for (const [r, roof] of file.roofs.entries()) {
    const items = roof.items.map(({ unit, point, ...item }, i): RoofItem => {
      const unitId = unit === undefined ? undefined : idOf({ kind: 'unit', name: unit });
      if (unit !== undefined && !unitId)
        problems.push({ path: `roofs.${r}.items.${i}.unit`, message: `there is no unit “${unit}” here` });
      return {
        ...item,
        id: uuid(),
        ...(unitId ? { unitId } : {}),
        ...(point && idOf(point) ? { pointId: idOf(point) } : {}),
      };
    });
    const plan: RoofPlan = { outline: roof.outline, northDeg: roof.northDeg, items };
    problems.push(...roofProblems(plan).map((p) => ({ path: `roofs.${r}.${p.path}`, message: p.message })));
    await db.run(DRAW_NAMED_ROOF, [uuid(), siteId, roof.name, JSON.stringify(plan)], transaction);
  }
  if (problems.length > 0) throw invalid(problems, 'The roofs in this file cannot be drawn');
}
