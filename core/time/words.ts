import { dayNumber, type PlainDate } from './plainDate.ts';

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

/**
 * A day as it is written everywhere.
 *
 * @throws RangeError when it is not a date of the calendar
 * @example dayWords('2026-11-26') // "26 Nov 2026"
 */
export function dayWords(date: PlainDate): string {
  dayNumber(date);
  return `${Number(date.slice(8))} ${MONTHS[Number(date.slice(5, 7)) - 1]} ${date.slice(0, 4)}`;
}
