import { daysBetween, isPlainDate, localDate, parseInstant, type PlainDate } from '#core/base/time';

/** The only clock of the server. */
export interface Clock {
  now(): Date;
  /** How far this clock is moved from the machine's, ms; browsers move theirs alike. */
  readonly shiftMs: number;
}

const DAY_MS = 86_400_000;
const moved = (shiftMs: number): Clock => ({ now: () => new Date(Date.now() + shiftMs), shiftMs });

/**
 * The machine's clock, or another day: `GRADUM_TODAY=2027-03-01` is that day at the present time of day,
 * `GRADUM_TODAY=2027-03-01T10:00` that day beginning at ten, so that nothing crosses midnight for as long as
 * it is watched.
 *
 * @param zone the zone whose calendar and wall clock are meant
 * @throws RangeError when it is neither a day nor a day with a time that exists
 */
export function clockFor(today: string | undefined, zone: string): Clock {
  if (!today) return moved(0);
  if (today.includes('T')) return moved(parseInstant(today, zone).getTime() - Date.now());
  if (!isPlainDate(today))
    throw new RangeError(`GRADUM_TODAY must be a day YYYY-MM-DD or a time YYYY-MM-DDTHH:MM, not "${today}"`);
  const whole = daysBetween(localDate(new Date(), zone), today);
  // Summer time there and winter time here (or the other way) can push the hour before midnight into the next
  // day.
  const landed = localDate(new Date(Date.now() + whole * DAY_MS), zone);
  return moved((whole + daysBetween(landed, today)) * DAY_MS);
}

export const todayIn = (clock: Clock, zone: string): PlainDate => localDate(clock.now(), zone);
