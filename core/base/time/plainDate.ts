/**
 * A calendar date without a time or a zone, `YYYY-MM-DD`. Due dates and settings are plain dates: a filter is
 * due on a day, wherever the sun stands.
 */
export type PlainDate = string;

const DAY_MS = 86_400_000;
const SHAPE = /^(\d{4})-(\d{2})-(\d{2})$/;

/** Days since 1970-01-01 of a plain date. @throws RangeError when it is not a date of the calendar */
export function dayNumber(date: PlainDate): number {
  const parts = SHAPE.exec(date);
  if (!parts) throw new RangeError(`"${date}" is not a date of the form YYYY-MM-DD`);
  const [year, month, day] = [Number(parts[1]), Number(parts[2]), Number(parts[3])];
  const ms = Date.UTC(year, month - 1, day);
  const back = new Date(ms);
  if (back.getUTCMonth() !== month - 1 || back.getUTCDate() !== day) {
    throw new RangeError(`"${date}" is not a day of the calendar`);
  }
  return Math.round(ms / DAY_MS);
}

/** True when the text is a day of the calendar written `YYYY-MM-DD`. */
export function isPlainDate(text: string): boolean {
  try {
    dayNumber(text);
    return true;
  } catch {
    return false;
  }
}

/** The plain date of a day number, the inverse of {@link dayNumber}. */
export function fromDayNumber(day: number): PlainDate {
  return new Date(day * DAY_MS).toISOString().slice(0, 10);
}

/** @example addDays('2028-02-28', 1) // "2028-02-29" */
export function addDays(date: PlainDate, days: number): PlainDate {
  return fromDayNumber(dayNumber(date) + days);
}

/** Whole days from `from` to `to`; negative when `to` is earlier. */
export function daysBetween(from: PlainDate, to: PlainDate): number {
  return dayNumber(to) - dayNumber(from);
}

/** Whole years completed between two dates, as in a person's age; 29 February has its birthday on 1 March. */
export function wholeYears(from: PlainDate, to: PlainDate): number {
  const years = Number(to.slice(0, 4)) - Number(from.slice(0, 4));
  return to.slice(5) >= from.slice(5) ? years : years - 1;
}

/** ISO day of the week: 1 Monday … 7 Sunday. */
export function weekday(date: PlainDate): number {
  return ((((dayNumber(date) + 3) % 7) + 7) % 7) + 1;
}
