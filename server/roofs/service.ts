import type { Transaction } from 'sequelize';
import { roofProblems, type RoofPlan } from '#core/roof';
import { feedSentence } from '#core/tracing';
import type { NewRoof, RoofPatch, RoofUnit, RoofView } from '#contracts/roofs';
import type { Database } from '../db/connect.ts';
import { invalid, notFound, stale } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { siteNet } from '../tracing/queries.ts';

/** A roof with its units as they stand today. @throws Problem 404 */
export async function roofRecord(db: Database, id: string, transaction?: Transaction): Promise<RoofView> {
  const [roof] = await db.rows<Omit<RoofView, 'units'>>(
    `select r.id, r.site_id as "siteId", s.name as site, c.name as customer, r.name, r.plan, r.version
     from roofs r join sites s on s.id = r.site_id join customers c on c.id = s.customer_id where r.id = $1`,
    [id],
    transaction,
  );
  if (!roof) throw notFound('Roof');
  const units = await db.rows<Omit<RoofUnit, 'feed'>>(
    `select u.id, u.tag, u.kind, u.status, u.area_served as "areaServed", coalesce(m.flag_kinds, '{}') as "flagKinds",
       coalesce((select json_agg(json_build_object('kind', o.kind, 'hazard', o.hazard, 'text', o.text) order by o.hazard desc, o.opened_at)
         from open_conditions o where o.unit_id = u.id and o.closed_at is null), '[]') as conditions
     from units u left join unit_summaries m on m.unit_id = u.id where u.site_id = $1 and u.status <> 'retired' order by u.tag`,
    [roof.siteId],
    transaction,
  );
  const net = await siteNet(db, roof.siteId, transaction);
  return { ...roof, units: units.map((unit) => ({ ...unit, feed: feedSentence(net, unit.id) ?? null })) };
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
  const known = await db.rows<{ id: string }>(
    'select id from units where site_id = $1 and id = any($2::uuid[])',
    [siteId, placed],
    transaction,
  );
  const here = new Set(known.map((u) => u.id));
  plan.items.forEach((item, i) => {
    if (item.unitId && !here.has(item.unitId))
      problems.push({
        path: `plan.items.${i}`,
        message: `${item.label ?? 'this unit'} belongs to no site like this`,
      });
  });
  const [elsewhere] = await db.rows<{ name: string; tag: string }>(
    `select r.name, u.tag from roofs r cross join jsonb_array_elements(r.plan->'items') i join units u on u.id::text = i->>'unitId'
     where r.site_id = $1 and r.id <> $2 and r.retired_at is null and u.id = any($3::uuid[]) limit 1`,
    [siteId, roofId, placed],
    transaction,
  );
  if (elsewhere)
    problems.push({ path: 'plan.items', message: `${elsewhere.tag} stands on “${elsewhere.name}” already` });
  if (plan.underlay) {
    const [photo] = await db.rows(
      'select id from photos where id = $1 and site_id = $2',
      [plan.underlay.photoId, siteId],
      transaction,
    );
    if (!photo)
      problems.push({ path: 'plan.underlay', message: 'the picture to trace from is not of this site' });
  }
  if (problems.length > 0) throw invalid(problems, 'This is no roof yet');
}

export async function createRoof(db: Database, body: NewRoof, actor: string): Promise<RoofView> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    const [site] = await db.rows('select id from sites where id = $1', [body.siteId], transaction);
    if (!site) throw notFound('Site');
    await checkPlan(db, body.siteId, body.id, body.plan, transaction);
    await db.run(
      'insert into roofs (id, site_id, name, plan) values ($1, $2, $3, $4)',
      [body.id, body.siteId, body.name, JSON.stringify(body.plan)],
      transaction,
    );
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
    const changed = await db.run(
      `update roofs set version = version + 1, name = coalesce($3, name), plan = coalesce($4::jsonb, plan),
         retired_at = case when $5::boolean is null then retired_at when $5 then now() end where id = $1 and version = $2 returning id`,
      [id, version, name ?? null, plan ? JSON.stringify(plan) : null, retired ?? null],
      transaction,
    );
    if (changed.length === 0) throw stale('roof', await roofRecord(db, id));
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
