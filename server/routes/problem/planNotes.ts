import { groupBy } from '#core/base/collections';
import { plural } from '#core/base/sentences';
import { callsExpected, type DayOfCalls } from '#core/planning/routing';
import { addDays, durationText, type PlainDate } from '#core/base/time';
import type { Database } from '../../db/connect.ts';
import { CALLS_BY_DAY } from '../reads/board.sql.ts';
import type { DriveTimes } from '../../outside/driveTimes.ts';
import type { Frame } from './jobs.ts';
import type { CrewDayView } from '../reads/shifts.ts';

/*
 * What a plan says of itself: how long work takes, where drives come from, how much is left free for calls.
 */

/** Drive to a call that nobody knows yet, minutes [common practice]. */
const DRIVE_TO_CALL = 20;
const YEARS_OF_DEMAND = 3;

/** What own history says about how long work takes, where there is enough of it. */
export function lengthNotes({ call, maintenance }: Frame['lengths']): string[] {
  const range = (low: string, high: string, from: number, what: string) =>
    ` (half of ${from} ${what} between ${low} and ${high}).`;
  return [
    ...(call.from > 0
      ? [
          `A call takes ${durationText(call.minutes)} here` +
            range(durationText(call.low), durationText(call.high), call.from, 'calls'),
        ]
      : []),
    ...(maintenance.from > 0
      ? [
          `Maintenance takes ${percentOf(maintenance.minutes)} of what is planned` +
            range(percentOf(maintenance.low), percentOf(maintenance.high), maintenance.from, 'visits'),
        ]
      : []),
  ];
}

const percentOf = (share: number): string => `${Math.round(share * 100)} %`;

export const travelNotes = ({ estimates, knowsTraffic }: DriveTimes): string[] =>
  estimates
    ? [
        'Drive times are estimates from straight lines: no routing engine is set up. Leave room for rivers and hills.',
      ]
    : knowsTraffic
      ? []
      : ['The routing engine knows no traffic: its drive times are stretched by the usual rush hours.'];

/** Minutes to leave free on a day of each crew for the calls that will come; and why. */
export async function freeMinutes(
  db: Database,
  { days, now, lengths }: Frame,
  timeZone: string,
  crews: readonly CrewDayView[],
  notes: string[],
): Promise<(day: PlainDate) => number> {
  const past = await db.rows<DayOfCalls>(CALLS_BY_DAY, [
    addDays(now.day, -365 * YEARS_OF_DEMAND),
    timeZone,
    now.day,
  ]);
  const free = new Map<PlainDate, number>();
  const means: number[] = [];
  for (const [day, own] of groupBy(crews, (crew) => crew.on)) {
    const working = own.filter((crew) => crew.day.works).length;
    const expected = callsExpected(day, past);
    if (working === 0 || !expected) continue;
    means.push(expected.mean);
    free.set(day, (expected.mean * (lengths.call.minutes + DRIVE_TO_CALL)) / working);
  }
  if (means.length === 0)
    notes.push('Too few days are on record to say how many calls will come: no time is left for them.');
  else {
    const mean = means.reduce((sum, one) => sum + one, 0) / means.length;
    const minutes = [...free.values()].reduce((sum, one) => sum + one, 0) / free.size;
    notes.push(
      `About ${mean.toFixed(1)} calls come in on such a day (same weekday and season of the last ` +
        `${plural(YEARS_OF_DEMAND, 'year')}); ${durationText(minutes)} of each crew’s day are left free for them` +
        `${days > 1 ? ' on average' : ''}.`,
    );
  }
  return (day) => free.get(day) ?? 0;
}
