import type { Transaction } from 'sequelize';
import type { Database } from '../db/connect.ts';
import type { Touched } from './derive.ts';
import { lockRows } from './read.sql.ts';

/**
 * Locks are always taken in this order, and within a table in the order of ids, so that two writers never
 * wait for each other.
 */
const ORDER = [
  ['units', 'units'],
  ['points', 'site_points'],
  ['calls', 'calls'],
  ['visits', 'visits'],
] as const;

/** Thrown when what a change touches grew while it waited for its locks; it starts over. */
class Grown extends Error {}

const TRIES = 8;
/** Answers of PostgreSQL that mean: nothing is wrong, try again. */
const AGAIN = new Set(['40001', '40P01']);

/** Locks what is touched, so that whoever comes second reads what the first one wrote. */
export async function lock(db: Database, touched: Touched, transaction: Transaction): Promise<void> {
  for (const [what, table] of ORDER) {
    if (touched[what].length === 0) continue;
    await db.rows(lockRows(table), [touched[what]], transaction);
  }
}

/**
 * Does work on what a change touches, in one transaction: finds out what that is, locks it, looks once more,
 * works. Where more is touched by then (somebody moved a call meanwhile) it starts over.
 *
 * @param find what is touched, as the database stands; called before and after locking
 */
export async function withLocked<T, Found extends Touched>(
  db: Database,
  find: (transaction: Transaction) => Promise<Found>,
  work: (touched: Found, transaction: Transaction) => Promise<T>,
): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await db.transaction(async (transaction) => {
        const first = await find(transaction);
        await lock(db, first, transaction);
        const now = await find(transaction);
        const held = (what: keyof Touched) => new Set(first[what]);
        for (const [what] of ORDER) {
          const ids = held(what);
          if (now[what].some((id) => !ids.has(id))) throw new Grown();
        }
        return work(now, transaction);
      });
    } catch (error) {
      const code = (error as { original?: { code?: string } }).original?.code;
      if (tries >= TRIES || !(error instanceof Grown || (code !== undefined && AGAIN.has(code)))) throw error;
    }
  }
}
