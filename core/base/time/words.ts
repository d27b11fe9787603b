import { dayNumber, type PlainDate } from './plainDate.ts';

/** Names of the months, January first. */
/** Monday first. */
export const WEEKDAY_NAMES = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const;

export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

/**
 * A day as it is written everywhere.
 *
 * @throws RangeError when it is not a date of the calendar
 * @example dayWords('2026-11-26') // "26 Nov 2026"
 */
export function dayWords(date: PlainDate): string {
  dayNumber(date);
  return `${Number(date.slice(8))} ${MONTH_NAMES[Number(date.slice(5, 7)) - 1]?.slice(0, 3)} ${date.slice(0, 4)}`;
}
