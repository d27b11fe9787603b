import { typicalLength, type TypicalLength } from '#core/planning/routing';
import { addDays, type PlainDate } from '#core/base/time';
import type { Database } from '../../db/connect.ts';
import { KNOWN_BEST, LENGTHS_OF_CALLS, PLANNED_AND_ACTUAL } from '../reads/board.sql.ts';
import { SITE_MINUTES } from './due.ts';

/* What own history says: how long work takes, and who knows a roof. */

/**
 * A service call takes about so long on site, minutes [common practice]; starting value until own history
 * speaks.
 */
const CALL_MINUTES = 75;
/** How far back own lengths are learned from. */
const LEARNED_FROM_DAYS = 730;

/** How long calls and planned maintenance took this company, where enough is on record. */
export interface Lengths {
  readonly call: TypicalLength;
  /** Actual against planned minutes of maintenance; 1 where nobody knows. */
  readonly maintenance: TypicalLength;
}

export async function learnedLengths(db: Database, today: PlainDate): Promise<Lengths> {
  const since = addDays(today, -LEARNED_FROM_DAYS);
  const calls = await db.rows<{ minutes: number }>(LENGTHS_OF_CALLS, [since]);
  const planned = await db.rows<{ planned: number; actual: number }>(PLANNED_AND_ACTUAL, [since]);
  return {
    // What is on record is the whole time on site, getting in and out included.
    call: typicalLength(
      calls.map((row) => row.minutes),
      CALL_MINUTES + SITE_MINUTES,
    ),
    maintenance: typicalLength(
      planned.map((row) => row.actual / row.planned),
      1,
    ),
  };
}

/** The crew that knows each site best; no entry where none was there twice. */
export async function knownBest(
  db: Database,
  siteIds: readonly string[],
  day: PlainDate,
): Promise<ReadonlyMap<string, string>> {
  const rows = await db.rows<{ siteId: string; crew: string }>(KNOWN_BEST, [[...new Set(siteIds)], day]);
  return new Map(rows.map(({ siteId, crew }) => [siteId, crew]));
}
