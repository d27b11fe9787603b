import { daysBetween, isPlainDate, localDate, type PlainDate } from '#core/time';

/** The only clock of the server. */
export interface Clock {
  now(): Date;
}

/**
 * The machine's clock, or the same time of day on another day: `GRADUM_TODAY=2027-03-01` moves everything at once.
 * @throws RangeError when the day is not a date
 */
export function clockFor(today: string | undefined): Clock {
  if (!today) return { now: () => new Date() };
  if (!isPlainDate(today)) throw new RangeError(`GRADUM_TODAY must be a day YYYY-MM-DD, not "${today}"`);
  const shift = daysBetween(new Date().toISOString().slice(0, 10), today) * 86_400_000;
  return { now: () => new Date(Date.now() + shift) };
}

export const todayIn = (clock: Clock, zone: string): PlainDate => localDate(clock.now(), zone);
