/* What the set-wise reads of lists have in common. */

export interface ListAsked {
  readonly q: string;
  readonly sort: string;
  readonly dir: 'asc' | 'desc';
  readonly offset: number;
  readonly limit: number;
}

/**
 * An order clause from the fixed table; the direction is one of two words, so nothing typed reaches the SQL
 * text.
 */
export function orderBy(
  table: Record<string, string>,
  { sort, dir }: Pick<ListAsked, 'sort' | 'dir'>,
): string {
  return (table[sort] as string).replaceAll('{dir}', dir);
}

export const cut = ({ limit, offset }: Pick<ListAsked, 'limit' | 'offset'>): string =>
  `limit ${limit} offset ${offset}`;

/**
 * Ids of the records of one kind that hold the words of `$1`. That they are no calls is said again for the sake
 * of the index, which leaves calls out.
 */
export const idsFound = (kind: 'customer' | 'site' | 'unit' | 'call'): string => `
select id
from search_documents
where kind = '${kind}' ${kind === 'call' ? '' : "and kind <> 'call'"}
  and words @@ to_tsquery('simple', $1)`;
