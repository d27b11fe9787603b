/** A list in pieces of at most `size`, in order. */
export const chunks = <T>(all: readonly T[], size: number): T[][] =>
  Array.from({ length: Math.ceil(all.length / size) }, (_, i) => all.slice(i * size, (i + 1) * size));

/** Groups a list by a key, keeping the order of first appearance and the order inside each group. */
export function groupBy<T, K>(list: readonly T[], keyOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of list) {
    const key = keyOf(item);
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}

/** Order of two texts by their characters, for ids, days (YYYY-MM-DD) and names: below, above or 0. */
export const compareText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
