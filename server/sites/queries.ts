import type { Page } from '#contracts/common';
import type { SiteOnly, SiteRow } from '#contracts/sites';
import type { Database } from '../db/connect.ts';
import { orderBy, type ListAsked } from '../db/list.sql.ts';
import { prefixQuery } from '../search/queries.ts';
import { countSites, sitesPage } from './sites.sql.ts';

const ORDER: Record<string, string> = {
  customer: 'c.name {dir}, s.name',
  name: 's.name {dir}, c.name',
  units: 'units {dir}, c.name, s.name',
  flagged: 'flagged {dir}, c.name, s.name',
  address: 's.address {dir} nulls last, s.name',
  // All that was typed is in its own name, then in that and its customer's: one of those is meant. A number is
  // that number, of which no address makes another.
  best: `to_tsvector('simple', s.name) @@ to_tsquery('simple', $3) desc,
    to_tsvector('simple', s.name || ' ' || c.name) @@ to_tsquery('simple', $3) desc,
    starts_with(lower(s.name), lower($2)) desc, starts_with(lower(c.name), lower($2)) desc, c.name, s.name`,
};

export async function sitePage(db: Database, list: ListAsked & SiteOnly): Promise<Page<SiteRow>> {
  const found = prefixQuery(list.q);
  const bind = found ? [found] : [];
  const searched = found !== undefined;
  const [count] = await db.rows<{ total: number }>(countSites(searched, list), bind);
  const best = searched && list.sort === 'best';
  const sort = list.sort === 'best' && !searched ? 'customer' : list.sort;
  const order = orderBy(ORDER, { ...list, sort });
  const rows = await db.rows<SiteRow>(
    sitesPage(searched, order, list, list),
    best ? [...bind, list.q.trim(), prefixQuery(list.q, { numbers: 'whole' })] : bind,
  );
  return { rows, total: count?.total ?? 0 };
}
