import type { Transaction } from 'sequelize';
import type { Database } from '../db/connect.ts';
import type { Clock } from '../http/clock.ts';
import { derive } from './derive.ts';

/** Statistics of the tables the fold reads, so that the planner knows their sizes. */
export const FRESH_STATISTICS = 'analyze units, circuits, calls, visits, visit_calls, entries, call_events';

/**
 * Derives everything anew from what stands. After a change of the rules or of the words, and once when a
 * database of an older version is brought up to date; the same fold as ever, in batches.
 *
 * @param progress told how many of how many units are done
 */
export async function rebuild(
  db: Database,
  clock: Clock,
  transaction: Transaction,
  progress: (done: number, of: number) => void = () => {},
): Promise<void> {
  // A database that was just filled knows nothing yet of how much is where.
  await db.run(FRESH_STATISTICS, [], transaction);
  // Nothing is taken as it was: whatever the tables hold, they hold what the sheets say afterwards.
  await db.run('delete from folded', [], transaction);
  const ids = async (table: string) =>
    (await db.rows<{ id: string }>(`select id from ${table} order by id`, [], transaction)).map(
      (row) => row.id,
    );
  const units = await ids('units');
  const touched = {
    visits: await ids('visits'),
    calls: await ids('calls'),
    units,
    points: (
      await db.rows<{ id: string }>(
        'select id from site_points where unit_id is null order by id',
        [],
        transaction,
      )
    ).map((row) => row.id),
  };
  await derive(db, clock, touched, transaction, (done) => progress(done, units.length));
}
