import type { SiteHazard } from '#core/vocabulary';
import type { Page } from '#contracts/common';
import type { CallRow, KnownAtIntake } from '#contracts/calls';
import type { UnitRow } from '#contracts/units';
import { notFound } from '../http/problem.ts';
import type { Database } from '../db/connect.ts';
import { prefixQuery } from '../search/queries.ts';
import { conditionsOf, orderBy } from '../units/queries.ts';
import { UNITS_AT_INTAKE } from '../units/units.sql.ts';
import { CALL_COLUMNS, CALL_JOINS, IS_OPEN, KNOWN_TO, OPEN_CALLS_OF_SITE, PRIORITY } from './calls.sql.ts';

const ORDER: Record<string, string> = {
  received: 'k.received_at {dir}',
  priority: `${PRIORITY} {dir}, k.received_at`,
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
  const matching = `select id from search_documents where kind = 'call' and words @@ to_tsquery('simple', $1)`;
  const conditions = [
    ...(list.status === 'open' ? [IS_OPEN, "k.kind <> 'maintenance'"] : []),
    ...(found ? [`k.id in (${matching})`] : []),
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
    `with page as (
       select k.id from calls k join sites s on s.id = k.site_id ${where}
       order by ${order}, k.id limit ${list.limit} offset ${list.offset})
     select ${CALL_COLUMNS} from page join calls k on k.id = page.id ${CALL_JOINS} order by ${order}, k.id`,
    bind,
  );
  return { rows, total: count?.total ?? 0 };
}

export const openCallsOfSite = (db: Database, siteId: string): Promise<CallRow[]> =>
  db.rows<CallRow>(OPEN_CALLS_OF_SITE, [siteId]);

/** All that is known of a site's units the moment a call about it comes in. @throws Problem 404 */
export async function knownAtIntake(db: Database, siteId: string): Promise<KnownAtIntake> {
  const site = await db.models.Site.findByPk(siteId);
  if (!site) throw notFound('Site');
  const units = await db.rows<UnitRow>(UNITS_AT_INTAKE, [siteId]);
  const conditions = (
    await conditionsOf(
      db,
      units.map((u) => u.id),
    )
  ).filter((c) => c.closedAt === null);
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
    knownTo: await db.rows<KnownAtIntake['knownTo'][number]>(KNOWN_TO, [siteId]),
  };
}
