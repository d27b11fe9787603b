import type { Transaction } from 'sequelize';
import { roofProblems, type RoofPlan } from '#core/places/roof';
import { feedSentence } from '#core/places/tracing';
import type { BriefRoof, NewRoof, RoofPatch, RoofUnit, RoofView } from '#contracts/roofs';
import type { Database } from '../db/connect.ts';
import { invalid, notFound } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { updateVersion } from '../http/versioned.ts';
import { siteNet } from '../tracing/queries.ts';
import { PLACED_ELSEWHERE, UNITS_IN_BRIEF, UNITS_OF_ROOF } from './roofs.sql.ts';

/** A roof with its units as they stand today. @throws Problem 404 */
export async function roofRecord(db: Database, id: string, transaction?: Transaction): Promise<RoofView> {
  const found = await db.models.Roof.findByPk(id, {
    include: { association: 'site', include: ['customer'] },
    ...(transaction ? { transaction } : {}),
  });
  if (!found) throw notFound('Roof');
  const { site } = found as unknown as { site: { name: string; customer: { name: string } } };
  const roof = {
    id,
    siteId: found.siteId,
    site: site.name,
    customer: site.customer.name,
    name: found.name,
    plan: found.plan,
    version: found.version,
  };
  const units = await db.rows<Omit<RoofUnit, 'feed'>>(UNITS_OF_ROOF, [roof.siteId], transaction);
  const net = await siteNet(db, roof.siteId, transaction);
  return { ...roof, units: units.map((unit) => ({ ...unit, feed: feedSentence(net, unit.id) ?? null })) };
}

/**
 * The roofs of some sites as pages that name the sites draw them: shape, what stands there, which units ask
 * for a look.
 */
export async function briefRoofs(db: Database, siteIds: readonly string[]): Promise<BriefRoof[]> {
  const roofs = await db.models.Roof.findAll({
    attributes: ['id', 'siteId', 'name', 'plan'],
    where: { siteId: [...siteIds], retiredAt: null },
    order: ['siteId', 'name'],
  });
  const units = await db.rows<BriefRoof['units'][number]>(UNITS_IN_BRIEF, [roofs.map((roof) => roof.siteId)]);
  const known = new Map(units.map((unit) => [unit.id, unit]));
  return roofs.map(({ id, siteId, name, plan: { outline, items, northDeg } }) => ({
    id,
    siteId,
    name,
    plan: { outline, items, northDeg },
    units: items.flatMap((item) => (item.unitId ? (known.get(item.unitId) ?? []) : [])),
  }));
}

/** A plan that is a roof, of this site. @throws Problem 422 with the path of each thing that is not right */
async function checkPlan(
  db: Database,
  siteId: string,
  roofId: string,
  plan: RoofPlan,
  transaction: Transaction,
): Promise<void> {
  const problems = roofProblems(plan).map((p) => ({ path: `plan.${p.path}`, message: p.message }));
  const placed = plan.items.flatMap((item) => (item.unitId ? [item.unitId] : []));
  const known = await db.models.Unit.findAll({
    attributes: ['id'],
    where: { siteId, id: placed },
    transaction,
  });
  const here = new Set(known.map((u) => u.id));
  plan.items.forEach((item, i) => {
    if (item.unitId && !here.has(item.unitId))
      problems.push({
        path: `plan.items.${i}`,
        message: `${item.label ?? 'this unit'} belongs to no site like this`,
      });
  });
  const [elsewhere] = await db.rows<{ name: string; tag: string }>(
    PLACED_ELSEWHERE,
    [siteId, roofId, placed],
    transaction,
  );
  if (elsewhere)
    problems.push({ path: 'plan.items', message: `${elsewhere.tag} stands on “${elsewhere.name}” already` });
  if (plan.underlay) {
    const photo = await db.models.Photo.findOne({
      attributes: ['id'],
      where: { id: plan.underlay.photoId, siteId },
      transaction,
    });
    if (!photo)
      problems.push({ path: 'plan.underlay', message: 'the picture to trace from is not of this site' });
  }
  if (problems.length > 0) throw invalid(problems, 'This is no roof yet');
}

export async function createRoof(db: Database, body: NewRoof, actor: string): Promise<RoofView> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    if (!(await db.models.Site.findByPk(body.siteId, { transaction }))) throw notFound('Site');
    await checkPlan(db, body.siteId, body.id, body.plan, transaction);
    const { id, siteId, name, plan } = body;
    await db.models.Roof.create({ id, siteId, name, plan }, { transaction });
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'roof',
      entityId: body.id,
      detail: { name: body.name },
    });
  });
  return roofRecord(db, body.id);
}

/**
 * Saves a roof as drawn. @throws Problem 409 with the stored roof when somebody saved meanwhile; the screen
 * joins both
 */
export async function updateRoof(
  db: Database,
  id: string,
  { version, name, plan, retired }: RoofPatch,
  actor: string,
): Promise<RoofView> {
  const before = await roofRecord(db, id);
  await db.transaction(async (transaction) => {
    if (plan) await checkPlan(db, before.siteId, id, plan, transaction);
    await updateVersion(
      db.models.Roof,
      id,
      version,
      {
        ...(name === undefined ? {} : { name }),
        ...(plan === undefined ? {} : { plan }),
        ...(retired === undefined ? {} : { retiredAt: retired ? new Date() : null }),
      },
      { transaction, what: 'Roof', show: () => roofRecord(db, id) },
    );
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'roof',
      entityId: id,
      detail: { name, retired, items: plan?.items.length },
    });
  });
  return roofRecord(db, id);
}
