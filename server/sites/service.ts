import type { NewSite, SitePage, SitePatch, SiteView } from '#contracts/sites';
import type { UnitRow } from '#contracts/units';
import type { Dependencies } from '../dependencies.ts';
import { openCallsOfSite } from '../calls/queries.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { notFound } from '../http/problem.ts';
import { todayIn } from '../http/clock.ts';
import { updateVersion } from '../http/versioned.ts';
import { companyNow } from '../settings/service.ts';
import { conditionsOf, UNIT_COLUMNS_SQL, UNIT_FROM_SQL } from '../units/queries.ts';
import { refreshStale } from '../units/summary.ts';
import { SITE_COLUMNS_SQL } from './queries.ts';

/** A site with its units worst first, its open calls and its last visits. @throws Problem 404 */
export async function siteRecord(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  id: string,
): Promise<SitePage> {
  const [site] = await db.rows<SiteView>(
    `select ${SITE_COLUMNS_SQL} from sites s join customers c on c.id = s.customer_id where s.id = $1`,
    [id],
  );
  if (!site) throw notFound('Site');
  await refreshStale(db, clock, todayIn(clock, site.timeZone));
  const units = await db.rows<UnitRow>(
    `select ${UNIT_COLUMNS_SQL} from ${UNIT_FROM_SQL} where u.site_id = $1 order by u.status = 'retired', coalesce(m.score, 0) desc, u.tag`,
    [id],
  );
  const recentVisits = await db.rows<{ id: string; on: string; crew: string | null; refs: string }>(
    `select v.id, v.planned_for as "on", coalesce(w.name, v.technician) as crew,
       coalesce((select case when count(*) > 2 then count(*) || ' calls' else string_agg(coalesce(k.ref, k.kind), ', ') end from visit_calls vc join calls k on k.id = vc.call_id where vc.visit_id = v.id), '') as refs
     from visits v left join crews w on w.id = v.crew_id where v.site_id = $1 and v.cancelled_at is null order by v.planned_for desc nulls last, v.id desc limit 12`,
    [id],
  );
  const conditions = (
    await conditionsOf(
      db,
      units.map((u) => u.id),
    )
  ).filter((c) => c.closedAt === null);
  const roofs = await db.rows<{ id: string; name: string; units: number }>(
    `select r.id, r.name, (select count(*)::int from jsonb_array_elements(r.plan->'items') i where i->>'kind' = 'unit') as units
     from roofs r where r.site_id = $1 and r.retired_at is null order by r.name`,
    [id],
  );
  return { ...site, units, openCalls: await openCallsOfSite(db, id), recentVisits, conditions, roofs };
}

export async function createSite(
  needs: Pick<Dependencies, 'db' | 'clock'>,
  body: NewSite,
  actor: string,
): Promise<SitePage> {
  const { db } = needs;
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    if (!(await db.models.Customer.findByPk(body.customerId, { transaction }))) throw notFound('Customer');
    const { timeZone } = await companyNow(db, transaction);
    await db.models.Site.create({ ...body, timeZone }, { transaction });
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'site',
      entityId: body.id,
      detail: body,
    });
  });
  return siteRecord(needs, body.id);
}

export async function updateSite(
  needs: Pick<Dependencies, 'db' | 'clock'>,
  id: string,
  { version, retired, ...patch }: SitePatch,
  actor: string,
): Promise<SitePage> {
  const { db, clock } = needs;
  await db.transaction(async (transaction) => {
    const change = {
      ...patch,
      ...(retired === undefined ? {} : { retiredAt: retired ? clock.now() : null }),
    };
    await updateVersion(db.models.Site, id, version, change, {
      transaction,
      what: 'Site',
      show: () => siteRecord(needs, id),
    });
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'site',
      entityId: id,
      detail: { ...patch, retired },
    });
  });
  return siteRecord(needs, id);
}
