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

/** Fixed clauses of a list, by the name of each filter and the value that was chosen. */
export type Clauses<Only> = { readonly [Name in keyof Only]-?: Readonly<Record<string, string>> };

/**
 * The clauses of the filters that were chosen, joined; `true` where none was. Only what stands in the fixed
 * table gets into the SQL text.
 */
export function chosen<Only extends object>(clauses: Clauses<Only>, only: Only): string {
  const parts = Object.entries(clauses).flatMap(([name, byValue]) => {
    const value = (only as Record<string, unknown>)[name];
    return typeof value === 'string' ? [(byValue as Record<string, string>)[value] as string] : [];
  });
  return parts.length > 0 ? parts.map((part) => `(${part})`).join(' and ') : 'true';
}

/** One clause for each of some words of our own. */
export const isOneOf = (column: string, words: readonly string[]): Record<string, string> =>
  Object.fromEntries(words.map((word) => [word, `${column} = '${word.replaceAll("'", "''")}'`]));

export const cut = ({ limit, offset }: Pick<ListAsked, 'limit' | 'offset'>): string =>
  `limit ${limit} offset ${offset}`;

/**
 * Ids of the records of one kind that hold the words of `$1`, or of another parameter. That they are no
 * calls is said again for the sake of the index, which leaves calls out.
 */
export const idsFound = (kind: 'customer' | 'site' | 'unit' | 'call', at = 1): string => `
select id
from search_documents
where kind = '${kind}' ${kind === 'call' ? '' : "and kind <> 'call'"}
  and words @@ to_tsquery('simple', $${at})`;
