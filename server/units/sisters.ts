import type { SisterReading } from '#core/measuring/answers';
import type { Dependencies } from '../dependencies.ts';
import { SISTER_ENTRIES } from './units.sql.ts';

/** Cards whose answers a set of cooling readings gives as well. */
const FROM_READINGS: readonly string[] = ['charge', 'cycle', 'split', 'unbalance'];

/**
 * What a card's answers were on machines of the same kind on the same site, the same model first, then the
 * newest; as they were kept on the day. Without a card: those that a set of readings answers.
 */
export async function sisterReadings(
  { db }: Pick<Dependencies, 'db'>,
  unitId: string,
  card?: string,
): Promise<SisterReading[]> {
  const asked = card === undefined ? FROM_READINGS : [card];
  const rows = await db.rows<{ tag: string; on: string; answers: { name: string; value: number }[] }>(
    SISTER_ENTRIES,
    [unitId, asked, asked.some((one) => FROM_READINGS.includes(one))],
  );
  return rows.flatMap(({ tag, on, answers }) => answers.map(({ name, value }) => ({ tag, on, name, value })));
}
