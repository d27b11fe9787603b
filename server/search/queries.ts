import type { Found } from '#contracts/search';
import type { Database } from '../db/connect.ts';

const MOST = 20;

/** What was typed as a prefix query: every word must begin some word of the thing. Undefined when nothing usable was typed. */
export function prefixQuery(typed: string): string | undefined {
  const words = typed
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .slice(0, 8);
  return words.length > 0 ? words.map((word) => `${word}:*`).join(' & ') : undefined;
}

/**
 * Search-as-you-type over customers, sites, units and calls. What begins with the typed text comes first, then customers and
 * sites before units before calls, then by name.
 */
export async function search(db: Database, typed: string): Promise<Found[]> {
  const query = prefixQuery(typed);
  if (!query) return [];
  return db.rows<Found>(
    `select kind, id, title, subtitle from search_documents where words @@ to_tsquery('simple', $1)
     order by lower(title) like lower($2) || '%' desc, array_position(array['customer', 'site', 'unit', 'call'], kind), title, id limit ${MOST}`,
    [query, typed.trim().replace(/[\\%_]/g, '\\$&')],
  );
}
