import type { WatchRow } from '#contracts/watch';

type Named = Pick<WatchRow, 'customer' | 'together'>;
const sameCause = (a: Named, b: Named): boolean =>
  a.together !== null && a.together.cause === b.together?.cause && a.customer === b.customer;

/**
 * Rows in the order given, those that follow each other with one cause in one box; every other in a box of
 * its own.
 */
export function standingTogether<T extends Named>(rows: readonly T[]): [T, ...T[]][] {
  const groups: [T, ...T[]][] = [];
  for (const row of rows) {
    const last = groups.at(-1);
    if (last && sameCause(last[0], row)) last.push(row);
    else groups.push([row]);
  }
  return groups;
}
