import type { NewSite, SitePage, SitePatch, SiteView } from '#contracts/sites';
import type { RecommendedView, StandingView, UnitRow } from '#contracts/units';
import type { Dependencies } from '../dependencies.ts';
import { agreedOn } from '../agreements/queries.ts';
import { openCallsOfSite } from '../calls/queries.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { notFound } from '../http/problem.ts';
import { todayIn } from '../http/clock.ts';
import { updateVersion } from '../http/versioned.ts';
import { companyNow } from '../settings/service.ts';
import { conditionsOf } from '../units/queries.ts';
import { RECOMMENDED_AT_POINTS, STANDING_AT_POINTS, UNITS_OF_SITE } from '../units/units.sql.ts';
import { refreshStale } from '../sheet/summary.ts';
import { ONE_SITE, RECENT_VISITS, ROOFS_OF_SITE } from './sites.sql.ts';

/** A site with its units worst first, its open calls and its last visits. @throws Problem 404 */
export async function siteRecord(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  id: string,
): Promise<SitePage> {
  const [site] = await db.rows<SiteView>(ONE_SITE, [id]);
  if (!site) throw notFound('Site');
  await refreshStale(db, clock, todayIn(clock, site.timeZone));
  const units = await db.rows<UnitRow>(UNITS_OF_SITE, [id]);
  const recentVisits = await db.rows<SitePage['recentVisits'][number]>(RECENT_VISITS, [id]);
  const conditions = (
    await conditionsOf(
      db,
      units.map((u) => u.id),
    )
  ).filter((c) => c.closedAt === null);
  const roofs = await db.rows<{ id: string; name: string; units: number }>(ROOFS_OF_SITE, [id]);
  const agreed = (await agreedOn(db, todayIn(clock, site.timeZone), { customerIds: [site.customerId] })).site(
    id,
    site.customerId,
  );
  return {
    ...site,
    agreed,
    units,
    openCalls: await openCallsOfSite(db, id),
    recentVisits,
    conditions,
    atPoints: {
      standing: await db.rows<StandingView>(STANDING_AT_POINTS, [id]),
      recommended: await db.rows<RecommendedView>(RECOMMENDED_AT_POINTS, [id]),
    },
    roofs,
  };
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
