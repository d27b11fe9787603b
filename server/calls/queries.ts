import type { SiteHazard } from '#core/base/vocabulary';
import type { Page } from '#contracts/common';
import type { CallOnly, CallRow, KnownAtIntake } from '#contracts/calls';
import type { UnitRow } from '#contracts/units';
import { notFound } from '../http/problem.ts';
import { agreedOn } from '../agreements/queries.ts';
import type { Database } from '../db/connect.ts';
import type { Dependencies } from '../dependencies.ts';
import { companyToday } from '../settings/service.ts';
import { orderBy, type ListAsked } from '../db/list.sql.ts';
import { prefixQuery } from '../search/queries.ts';
import { conditionsOf } from '../units/queries.ts';
import { UNITS_AT_INTAKE } from '../units/units.sql.ts';
import { callsPage, countCalls, KNOWN_TO, OPEN_CALLS_OF_SITE, PRIORITY } from './calls.sql.ts';

const ORDER: Record<string, string> = {
  received: 'k.received_at {dir}',
  priority: `${PRIORITY} {dir}, k.received_at`,
  site: 's.name {dir}, k.received_at',
  ref: 'k.ref {dir} nulls last',
  unit: '(select tag from units where id = coalesce(k.unit_id, k.found_unit_id)) {dir} nulls last, k.received_at',
  complaint: 'k.complaint {dir}',
  state: 'k.state {dir}, k.since {dir}',
};

interface List extends ListAsked, CallOnly {
  readonly status: 'open' | 'all';
}

export async function callRows(db: Database, list: List): Promise<Page<CallRow>> {
  const found = prefixQuery(list.q);
  const bind = found ? [found] : [];
  const asked = { searched: found !== undefined, open: list.status === 'open', only: list };
  const [count] = await db.rows<{ total: number }>(countCalls(asked), bind);
  const rows = await db.rows<CallRow>(callsPage(asked, orderBy(ORDER, list), list), bind);
  return { rows, total: count?.total ?? 0 };
}

export const openCallsOfSite = (db: Database, siteId: string): Promise<CallRow[]> =>
  db.rows<CallRow>(OPEN_CALLS_OF_SITE, [siteId]);

/** All that is known of a site's units the moment a call about it comes in. @throws Problem 404 */
export async function knownAtIntake(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  siteId: string,
): Promise<KnownAtIntake> {
  const site = await db.models.Site.findByPk(siteId);
  if (!site) throw notFound('Site');
  const units = await db.rows<UnitRow>(UNITS_AT_INTAKE, [siteId]);
  const conditions = (
    await conditionsOf(
      db,
      units.map((u) => u.id),
    )
  ).filter((c) => c.closedAt === null);
  const today = await companyToday({ db, clock });
  const agreed = await agreedOn(db, today, { customerIds: [site.customerId] });
  return {
    siteId,
    agreed: agreed.site(siteId, site.customerId),
    gettingIn: {
      access: site.access,
      keyAt: site.keyAt,
      wayUp: site.wayUp,
      parking: site.parking,
      permit: site.permit,
      contact: site.contact,
      hazards: site.hazards as SiteHazard[],
    },
    openCalls: await openCallsOfSite(db, siteId),
    units: units.map((u) => ({
      id: u.id,
      tag: u.tag,
      kind: u.kind,
      status: u.status,
      areaServed: u.areaServed,
      sentence: u.sentence,
      flagKinds: u.flagKinds,
      lastVisitAt: u.lastVisitAt,
      conditions: conditions.filter((c) => c.unitId === u.id),
    })),
    knownTo: await db.rows<KnownAtIntake['knownTo'][number]>(KNOWN_TO, [siteId, today]),
  };
}
