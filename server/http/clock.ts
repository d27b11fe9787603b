import { daysBetween, isPlainDate, localDate, type PlainDate } from '#core/time';

/** The only clock of the server. */
export interface Clock {
  now(): Date;
  /** Whole days this clock is moved from the machine's; browsers move theirs alike. */
  readonly shiftDays: number;
}

/**
 * The machine's clock, or the same time of day on another day: `GRADUM_TODAY=2027-03-01` moves everything at once.
 *
 * @param zone the zone whose calendar the day is taken from
 * @throws RangeError when the day is not a date
 */
export function clockFor(today: string | undefined, zone: string): Clock {
  if (!today) return { now: () => new Date(), shiftDays: 0 };
  if (!isPlainDate(today)) throw new RangeError(`GRADUM_TODAY must be a day YYYY-MM-DD, not "${today}"`);
  const whole = daysBetween(localDate(new Date(), zone), today);
  // Summer time there and winter time here (or the other way) can push the hour before midnight into the next day.
  const landed = localDate(new Date(Date.now() + whole * 86_400_000), zone);
  const shiftDays = whole + daysBetween(landed, today);
  return { now: () => new Date(Date.now() + shiftDays * 86_400_000), shiftDays };
}

export const todayIn = (clock: Clock, zone: string): PlainDate => localDate(clock.now(), zone);
