import ICAL from 'ical.js';
import { isPlainDate, type PlainDate } from '#core/base/time';

/** Weekdays as iCalendar writes them, Monday first. */
const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const;

const ALL_MONTHS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];

/** What begins a window each year, as a recurrence rule (RFC 5545, section 3.3.10). */
export function yearlyRule({ month, day }: { readonly month: number; readonly day: number }): string {
  return `FREQ=YEARLY;BYMONTH=${month};BYMONTHDAY=${day}`;
}

export const monthsRule = (months: readonly number[]): string =>
  `FREQ=YEARLY;BYMONTH=${months.join(',')};BYMONTHDAY=1`;

/** @param nth first to fourth, −1 the last @param weekday 1 Monday … 7 Sunday */
export const weekdayRule = (nth: number, weekday: number, months: readonly number[] | undefined): string =>
  `FREQ=YEARLY;BYMONTH=${(months?.length ? months : ALL_MONTHS).join(',')};BYDAY=${nth}${DAYS[weekday - 1]}`;

/** Rules come round in few forms and are asked for thousands of times. */
const known = new Map<string, readonly PlainDate[]>();
const KEPT = 2000;

/**
 * The days of a year on which a rule comes round, in order.
 *
 * @param rule an iCalendar recurrence rule without a time of day
 */
export function daysOfRule(rule: string, year: number): readonly PlainDate[] {
  const key = `${year} ${rule}`;
  const before = known.get(key);
  if (before) return before;
  const days: PlainDate[] = [];
  const each = ICAL.Recur.fromString(rule).iterator(ICAL.Time.fromDateString(`${year}-01-01`));
  for (let next = each.next(); next && next.year === year; next = each.next()) {
    const day = next.toString().slice(0, 10);
    if (isPlainDate(day)) days.push(day);
  }
  if (known.size >= KEPT) known.clear();
  known.set(key, days);
  return days;
}
