import type { SiteHazard } from '#core/vocabulary';
import type { Page } from '#contracts/common';
import type { CallRow, KnownAtIntake } from '#contracts/calls';
import { notFound } from '../http/problem.ts';
import type { Database } from '../db/connect.ts';
import { prefixQuery } from '../search/queries.ts';
import { conditionsOf, orderBy, UNIT_COLUMNS_SQL, UNIT_FROM_SQL } from '../units/queries.ts';
import type { UnitRow } from '#contracts/units';

export const CALL_COLUMNS_SQL = `
  k.id, coalesce(k.ref, '') as ref, k.kind, k.status, k.site_id as "siteId", s.name as site, c.name as customer, k.unit_id as "unitId", u.tag as unit,
  k.received_at as "receivedAt", k.complaint, k.system, k.priority, k.crew_id as "crewId", w.name as crew, k.scheduled_on as "scheduledOn",
  k.promised_at as "promisedAt", k.completed_at as "completedAt",
  (select v.id from visit_calls vc join visits v on v.id = vc.visit_id where vc.call_id = k.id and v.cancelled_at is null order by v.planned_for desc nulls last, v.id desc limit 1) as "visitId"`;
export const CALL_FROM_SQL = `calls k join sites s on s.id = k.site_id join customers c on c.id = s.customer_id
  left join units u on u.id = k.unit_id left join crews w on w.id = k.crew_id`;
export const OPEN_SQL = "k.status in ('open', 'scheduled', 'return planned')";

const PRIORITY_SQL =
  "coalesce(array_position(array['at once', 'today', 'this week', 'with the next route'], k.priority), 5)";
const ORDER: Record<string, string> = {
  received: 'k.received_at {dir}',
  priority: `${PRIORITY_SQL} {dir}, k.received_at`,
  site: 's.name {dir}, k.received_at',
};

interface List {
  readonly q: string;
  readonly sort: string;
  readonly dir: 'asc' | 'desc';
  readonly offset: number;
  readonly limit: number;
  readonly status: 'open' | 'all';
}

export async function callRows(db: Database, list: List): Promise<Page<CallRow>> {
  const found = prefixQuery(list.q);
  const conditions = [
    ...(list.status === 'open' ? [OPEN_SQL, "k.kind <> 'maintenance'"] : []),
    ...(found
      ? [
          "k.id in (select id from search_documents where kind = 'call' and words @@ to_tsquery('simple', $1))",
        ]
      : []),
  ];
  const where = conditions.length > 0 ? `where ${conditions.join(' and ')}` : '';
  const bind = found ? [found] : [];
  const [count] = await db.rows<{ total: number }>(
    `select count(*)::int as total from calls k ${where}`,
    bind,
  );
  // The page is cut before anything is looked up for its rows.
  const order = orderBy(ORDER, list);
  const rows = await db.rows<CallRow>(
    `with page as (select k.id from calls k join sites s on s.id = k.site_id ${where} order by ${order}, k.id limit ${list.limit} offset ${list.offset})
     select ${CALL_COLUMNS_SQL} from page join ${CALL_FROM_SQL.replace('calls k', 'calls k on k.id = page.id')} order by ${order}, k.id`,
    bind,
  );
  return { rows, total: count?.total ?? 0 };
}

export async function openCallsOfSite(db: Database, siteId: string): Promise<CallRow[]> {
  return db.rows<CallRow>(
    `select ${CALL_COLUMNS_SQL} from ${CALL_FROM_SQL} where k.site_id = $1 and ${OPEN_SQL} order by ${PRIORITY_SQL}, k.received_at`,
    [siteId],
  );
}

/** All that is known of a site's units the moment a call about it comes in. @throws Problem 404 */
export async function knownAtIntake(db: Database, siteId: string): Promise<KnownAtIntake> {
  const site = await db.models.Site.findByPk(siteId);
  if (!site) throw notFound('Site');
  const units = await db.rows<UnitRow>(
    `select ${UNIT_COLUMNS_SQL} from ${UNIT_FROM_SQL} where u.site_id = $1 and u.status <> 'retired' order by coalesce(m.score, 0) desc, u.tag`,
    [siteId],
  );
  const conditions = (
    await conditionsOf(
      db,
      units.map((u) => u.id),
    )
  ).filter((c) => c.closedAt === null);
  const knownTo = await db.rows<KnownAtIntake['knownTo'][number]>(
    `select p.display_name as name, p.crew_id as "crewId", count(distinct e.visit_id)::int as visits
     from visits v join entries e on e.visit_id = v.id join users p on p.id = e.author_id
     where v.site_id = $1 and p.role = 'technician' group by p.id order by visits desc, name limit 3`,
    [siteId],
  );
  return {
    siteId,
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
    knownTo,
  };
}
