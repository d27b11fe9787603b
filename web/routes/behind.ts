import { localDate, localMinutes } from '#core/time';
import type { BoardDay } from '#contracts/board';
import { drawn } from './CrewStrip.tsx';

/** A crew that runs late today, and what breaks by it. */
export interface RunsLate {
  readonly crew: string;
  /** How much later than planned the next stops begin, minutes. */
  readonly minutes: number;
  /** Promises that break, each with the minute of the day it was promised for. */
  readonly broken: readonly { readonly site: string; readonly by: number }[];
  /** How long past the end of the shift the last stop is left, minutes; 0 where it is in time. */
  readonly past: number;
}

/** Later by less than this is no trouble yet [our choice]. */
const NOTICED = 15;

/**
 * Crews whose later stops are pushed back by what runs over before them, those that break a promise first.
 *
 * @param days the crews' days of today
 * @param now minutes since midnight
 */
export function runningLate(days: readonly BoardDay[], zone: string, now: number): RunsLate[] {
  return days
    .map((day): RunsLate => {
      const ahead = drawn(day, zone, now).filter(({ stop }) => !stop.arrivedAt && stop.startAt !== null);
      const late = ahead.map(({ stop, start }) => Math.max(start, now) - (stop.startAt as number));
      const broken = ahead.flatMap(({ stop, start }) =>
        stop.calls.flatMap(({ promisedAt }) => {
          if (promisedAt === null) return [];
          const at = new Date(promisedAt);
          if (localDate(at, zone) !== day.day) return [];
          const by = localMinutes(at, zone);
          return Math.max(start, now) > by ? [{ site: stop.site, by }] : [];
        }),
      );
      const last = ahead.at(-1);
      return {
        crew: day.crew,
        minutes: Math.max(0, ...late),
        broken,
        past: last && day.shift ? Math.max(0, last.leave - day.shift.end) : 0,
      };
    })
    .filter(({ minutes, broken }) => minutes >= NOTICED || broken.length > 0)
    .sort((a, b) => b.broken.length - a.broken.length || b.minutes - a.minutes);
}
