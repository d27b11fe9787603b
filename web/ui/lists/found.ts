/**
 * Whether every word typed stands somewhere in what a row says; nothing typed finds every row.
 *
 * @example found('quill pap', ['Paper Store', 'Quillmark Print Works']) // true
 */
export function found(typed: string, said: readonly (string | null | undefined)[]): boolean {
  const all = said.join(' ').toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word));
}

/** Rows in the order of what they say; what is not known comes last whichever way. */
export function inOrder<Row>(
  rows: readonly Row[],
  said: (row: Row) => string | number | null,
  dir: 'asc' | 'desc' = 'asc',
): Row[] {
  const sign = dir === 'asc' ? 1 : -1;
  return [...rows].sort((a, b) => {
    const [x, y] = [said(a), said(b)];
    if (x === null || y === null) return Number(x === null) - Number(y === null);
    if (typeof x === 'number' && typeof y === 'number') return sign * (x - y);
    return sign * String(x).localeCompare(String(y), 'en', { numeric: true, sensitivity: 'base' });
  });
}
