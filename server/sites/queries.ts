import type { Page } from '#contracts/common';
import type { SiteRow } from '#contracts/sites';
import type { Database } from '../db/connect.ts';
import { prefixQuery } from '../search/queries.ts';
import { orderBy } from '../units/queries.ts';

export const SITE_COLUMNS_SQL = `
  s.id, s.customer_id as "customerId", c.name as customer, s.name, s.ref, s.address, s.lat, s.lon, s.time_zone as "timeZone", s.opening_hours as "openingHours",
  s.access, s.contact, s.key_at as "keyAt", s.way_up as "wayUp", s.parking, s.permit, s.hazards, s.retired_at as "retiredAt", s.version`;

/** Sites with counts of their units; the caller adds where, group by s.id, c.id and order. */
export const SITE_ROWS_SQL = `
  select ${SITE_COLUMNS_SQL}, count(u.id)::int as units, count(m.unit_id) filter (where m.score > 0)::int as flagged
  from sites s join customers c on c.id = s.customer_id
  left join units u on u.site_id = s.id and u.status <> 'retired' left join unit_summaries m on m.unit_id = u.id`;

const ORDER: Record<string, string> = {
  customer: 'c.name {dir}, s.name',
  name: 's.name {dir}, c.name',
  units: 'units {dir}, c.name, s.name',
  flagged: 'flagged {dir}, c.name, s.name',
};

export async function sitePage(
  db: Database,
  list: { q: string; sort: string; dir: 'asc' | 'desc'; offset: number; limit: number },
): Promise<Page<SiteRow>> {
  const found = prefixQuery(list.q);
  const where = `where s.retired_at is null ${found ? "and s.id in (select id from search_documents where kind <> 'call' and kind = 'site' and words @@ to_tsquery('simple', $1))" : ''}`;
  const bind = found ? [found] : [];
  const [count] = await db.rows<{ total: number }>(
    `select count(*)::int as total from sites s ${where}`,
    bind,
  );
  const rows = await db.rows<SiteRow>(
    `${SITE_ROWS_SQL} ${where} group by s.id, c.id order by ${orderBy(ORDER, list)}, s.id limit ${list.limit} offset ${list.offset}`,
    bind,
  );
  return { rows, total: count?.total ?? 0 };
}
