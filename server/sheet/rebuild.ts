import type { Transaction } from 'sequelize';
import type { Database } from '../db/connect.ts';
import type { Clock } from '../http/clock.ts';
import { derive } from './derive.ts';
import { allIds, POINTS_THAT_ARE_NO_UNIT } from './read.sql.ts';
import { FORGET_FOLDED, FRESH_STATISTICS } from './write.sql.ts';

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
  await db.run(FORGET_FOLDED, [], transaction);
  const ids = async (sql: string) =>
    (await db.rows<{ id: string }>(sql, [], transaction)).map((row) => row.id);
  const units = await ids(allIds('units'));
  const touched = {
    visits: await ids(allIds('visits')),
    calls: await ids(allIds('calls')),
    units,
    points: await ids(POINTS_THAT_ARE_NO_UNIT),
  };
  await derive(db, clock, touched, transaction, (done) => progress(done, units.length));
}
