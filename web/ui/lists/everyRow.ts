import type { ListAsk } from '../../api/base.ts';

/** Rows of one answer; the server gives no more at once. */
const AT_ONCE = 200;

/** Asks for one stretch of a list. */
export type AskPage<Row, Ask = ListAsk> = (
  ask: Ask,
) => Promise<{ readonly rows: readonly Row[]; readonly total: number }>;

/** Every row of a list as it is searched and sorted now, page after page. */
export async function everyRow<Row, Ask>(ask: Ask, page: AskPage<Row, Ask>): Promise<Row[]> {
  const rows: Row[] = [];
  for (;;) {
    const { rows: more, total } = await page({ ...ask, offset: rows.length, limit: AT_ONCE });
    rows.push(...more);
    if (more.length === 0 || rows.length >= total) return rows;
  }
}
