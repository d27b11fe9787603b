import { Op, type Transaction } from 'sequelize';
import { aroundUnit, feedOf, linkRefusal, loopThrough, pointName, type SiteNet } from '#core/places/tracing';
import type { NewLink, NewPoint, PointPatch, TracingView } from '#contracts/tracing';
import type { Database } from '../db/connect.ts';
import { invalid, notFound, Problem } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { updateVersion } from '../http/versioned.ts';
import { siteNet, tracingRecord } from './queries.ts';
import { KEEP_FOUND_BY, LINKS_BACK_WITH_POINT, UNITS_AS_POINTS } from './tracing.sql.ts';

/**
 * One writer at a time for the facts of a site: two that would close a loop together must not pass each
 * other.
 */
async function lockSite(db: Database, siteId: string, transaction: Transaction): Promise<void> {
  const site = await db.models.Site.findByPk(siteId, { attributes: ['id'], lock: true, transaction });
  if (!site) throw notFound('Site');
}

/** Puts a panel, a thermostat, an area on record. */
export async function createPoint(db: Database, body: NewPoint, actor: string): Promise<TracingView> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    await lockSite(db, body.siteId, transaction);
    await db.models.SitePoint.create(body, { transaction });
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'point',
      entityId: body.id,
      detail: body,
    });
  });
  return tracingRecord(db, body.siteId);
}

/**
 * Changes or retires a point; what is retired takes its facts with it. @throws Problem 404, 409 for a stale
 * version
 */
export async function updatePoint(
  db: Database,
  id: string,
  { version, retired, ...patch }: PointPatch,
  actor: string,
): Promise<TracingView> {
  const known = await db.models.SitePoint.findOne({ where: { id, unitId: null } });
  if (!known) throw notFound('Point');
  const { SiteLink, SitePoint } = db.models;
  const ofPoint = { [Op.or]: [{ fromId: id }, { toId: id }] };
  await db.transaction(async (transaction) => {
    await lockSite(db, known.siteId, transaction);
    const now = new Date();
    if (retired === false) await db.run(LINKS_BACK_WITH_POINT, [id], transaction);
    await updateVersion(
      SitePoint,
      id,
      version,
      { ...patch, ...(retired === undefined ? {} : { retiredAt: retired ? now : null }) },
      {
        transaction,
        what: 'Point',
        show: async () => {
          const current = (await tracingRecord(db, known.siteId)).points.find((p) => p.id === id);
          return current && { ...current, place: current.where ?? null };
        },
      },
    );
    if (retired)
      await SiteLink.update(
        { endedAt: now, endedBy: actor },
        { where: { ...ofPoint, endedAt: null }, transaction },
      );
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'point',
      entityId: id,
      detail: { ...patch, retired },
    });
    await keepFoundBy(db, known.siteId, transaction);
  });
  return tracingRecord(db, known.siteId);
}

/**
 * Puts a fact on record: this feeds, controls, serves that. A fact that cannot be (a thermostat that feeds a
 * panel, a loop) is refused with the way round; one that contradicts another stands beside it and is pointed
 * out.
 *
 * @throws Problem 404, 422
 */
export async function createLink(db: Database, body: NewLink, actor: string): Promise<TracingView> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    await lockSite(db, body.siteId, transaction);
    if (body.insteadOf)
      await db.models.SiteLink.update(
        { endedAt: new Date(), endedBy: actor },
        { where: { id: body.insteadOf, siteId: body.siteId, endedAt: null }, transaction },
      );
    const net = await siteNet(db, body.siteId, transaction);
    checkLink(net, body);
    // A unit takes part from its first fact on.
    await db.run(UNITS_AS_POINTS, [[body.from, body.to]], transaction);
    await db.models.SiteLink.create(
      {
        id: body.id,
        siteId: body.siteId,
        kind: body.kind,
        fromId: body.from,
        toId: body.to,
        poles: (body.poles ?? []).toSorted((a, b) => a - b),
        breakerA: body.breakerA ?? null,
        how: body.how,
        establishedOn: body.on,
        establishedBy: actor,
        note: body.note ?? null,
      },
      { transaction },
    );
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'link',
      entityId: body.id,
      detail: body,
    });
    await keepFoundBy(db, body.siteId, transaction);
  });
  return tracingRecord(db, body.siteId);
}

function checkLink(net: SiteNet, body: Pick<NewLink, 'kind' | 'from' | 'to'>): void {
  const [from, to] = [net.points.find((p) => p.id === body.from), net.points.find((p) => p.id === body.to)];
  if (!from) throw invalid([{ path: 'from', message: 'is nothing of this site' }]);
  if (!to) throw invalid([{ path: 'to', message: 'is nothing of this site' }]);
  const refusal = linkRefusal(body.kind, from.kind, to.kind);
  if (refusal) throw invalid([{ path: 'to', message: refusal }]);
  const way = loopThrough(net.links, body);
  if (!way) return;
  const names = way
    .map((id) => net.points.find((p) => p.id === id))
    .map((p) => (p ? pointName(p) : 'something'));
  throw invalid([{ path: 'to', message: `closes a loop: ${names.join(' → ')}` }], 'Nothing feeds itself');
}

/**
 * Ends a fact that is no longer so, or brings it back. @throws Problem 404, 422 when bringing it back would
 * close a loop
 */
export async function endLink(db: Database, id: string, ended: boolean, actor: string): Promise<TracingView> {
  const known = await db.models.SiteLink.findByPk(id);
  if (!known) throw notFound('Fact');
  const link = { ...known.get(), kind: known.kind as NewLink['kind'], from: known.fromId, to: known.toId };
  await db.transaction(async (transaction) => {
    await lockSite(db, link.siteId, transaction);
    if (!ended) {
      const net = await siteNet(db, link.siteId, transaction);
      if (!net.points.some((p) => p.id === link.from) || !net.points.some((p) => p.id === link.to))
        throw new Problem(409, 'One end of this fact is gone', { detail: 'Bring that back first.' });
      checkLink({ ...net, links: net.links.filter((l) => l.id !== id) }, link);
    }
    await db.models.SiteLink.update(
      ended ? { endedAt: new Date(), endedBy: actor } : { endedAt: null, endedBy: null },
      { where: { id, ...(ended ? { endedAt: null } : {}) }, transaction },
    );
    await writeLog(db, transaction, {
      actor,
      action: ended ? 'end' : 'bring back',
      entity: 'link',
      entityId: id,
    });
    await keepFoundBy(db, link.siteId, transaction);
  });
  return tracingRecord(db, link.siteId);
}

/** A pole as a word of its own, so that the 3 of RTU-3 does not find whatever hangs on pole 3. */
export const poleWord = (pole: number): string => `pole${pole}`;

/** Keeps beside each unit of a site the names by which it is found: areas, controls, panels with poles. */
export async function keepFoundBy(db: Database, siteId: string, transaction: Transaction): Promise<void> {
  const net = await siteNet(db, siteId, transaction);
  const rows = net.points
    .filter((p) => p.kind === 'unit')
    .map((unit) => {
      const { controls, serves } = aroundUnit(net, unit.id);
      const areas = serves.map((s) => s.point.name);
      const names = controls.map((s) => s.point.name);
      const feeds = feedOf(net, unit.id).map((s) => ({ name: s.point.name, poles: s.link.poles ?? [] }));
      return {
        id: unit.id,
        found_by: { areas, controls: names, feeds },
        found_words: [...areas, ...names, ...feeds.flatMap((f) => [f.name, ...f.poles.map(poleWord)])].join(
          ' ',
        ),
      };
    });
  await db.run(KEEP_FOUND_BY, [JSON.stringify(rows)], transaction);
}
