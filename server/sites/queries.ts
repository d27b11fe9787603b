import type { Page } from '#contracts/common';
import type { SiteRow } from '#contracts/sites';
import type { Database } from '../db/connect.ts';
import { prefixQuery } from '../search/queries.ts';
import { orderBy } from '../units/queries.ts';
import { SITE_ROWS } from './sites.sql.ts';

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
  const matching = `
    select id from search_documents where kind <> 'call' and kind = 'site' and words @@ to_tsquery('simple', $1)`;
  const where = `where s.retired_at is null ${found ? `and s.id in (${matching})` : ''}`;
  const bind = found ? [found] : [];
  const [count] = await db.rows<{ total: number }>(
    `select count(*)::int as total from sites s ${where}`,
    bind,
  );
  const rows = await db.rows<SiteRow>(
    `${SITE_ROWS} ${where} group by s.id, c.id order by ${orderBy(ORDER, list)}, s.id limit ${list.limit} offset ${list.offset}`,
    bind,
  );
  return { rows, total: count?.total ?? 0 };
}
