import { listed, plural } from '../reasons/plural.ts';
import { dayWords, daysBetween, MONTH_NAMES, type PlainDate } from '../time/index.ts';

/** When a task comes round. */
export type Cadence =
  /** So many days after it was last done; where months are named (1 January … 12 December), only in those. */
  | { readonly by: 'days'; readonly days: number; readonly months?: readonly number[] | undefined }
  /** Once in each of these months. */
  | { readonly by: 'months'; readonly months: readonly number[] }
  /** Once between two days of the year, `MM-DD`; a season may run over New Year. */
  | { readonly by: 'season'; readonly from: string; readonly to: string }
  /** Once in its life, so many days after the machine was installed. */
  | { readonly by: 'once'; readonly withinDays: number };

/** The days within which a task is to be done once, both included. */
export interface Window {
  readonly from: PlainDate;
  readonly to: PlainDate;
}

const monthOf = (day: PlainDate): number => Number(day.slice(5, 7));
const two = (n: number): string => String(n).padStart(2, '0');
/** The first day of a month; the thirteenth is January of the next year. */
const firstOf = (year: number, month: number): PlainDate =>
  month > 12 ? firstOf(year + 1, month - 12) : `${year}-${two(month)}-01`;
const isLeap = (year: number): boolean => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
const lastOf = (year: number, month: number): PlainDate =>
  `${year}-${two(month)}-${month === 2 ? (isLeap(year) ? 29 : 28) : [4, 6, 9, 11].includes(month) ? 30 : 31}`;

/** The windows that begin in a year, in order; none for work that comes round by days or once. */
function windowsOf(cadence: Cadence, year: number): Window[] {
  if (cadence.by === 'days' || cadence.by === 'once') return [];
  if (cadence.by === 'months')
    return [...cadence.months]
      .sort((a, b) => a - b)
      .map((month) => ({ from: firstOf(year, month), to: lastOf(year, month) }));
  const endYear = cadence.to < cadence.from ? year + 1 : year;
  return [{ from: `${year}-${cadence.from}`, to: `${endYear}-${cadence.to}` }];
}

/** The windows around a day, those of the year before and the year after with them, in order. */
export function windowsAround(cadence: Cadence, day: PlainDate): Window[] {
  const year = Number(day.slice(0, 4));
  return [year - 1, year, year + 1].flatMap((y) => windowsOf(cadence, y));
}

/**
 * The window that work done on a day counts for: the one the day lies in, else the nearest; of two as near
 * the coming one [our choice]. So a start-up a fortnight early is that spring's, and one a week late is as
 * well.
 *
 * @param windows around the day, in order
 */
export function windowServed(windows: readonly Window[], done: PlainDate): Window | undefined {
  const before = windows.findLast(({ from }) => from <= done);
  const after = windows.find(({ from }) => from > done);
  if (before === undefined || after === undefined || before.to >= done) return before ?? after;
  return daysBetween(before.to, done) < daysBetween(done, after.from) ? before : after;
}

/** The day on or after a day that lies in one of the months. */
export function nextIn(months: readonly number[] | undefined, day: PlainDate): PlainDate {
  if (!months || months.length === 0) return day;
  let next = day;
  while (!months.includes(monthOf(next))) next = firstOf(Number(next.slice(0, 4)), monthOf(next) + 1);
  return next;
}

/** Months as they are said: "May to September", "March, June and December". */
export function monthsWords(months: readonly number[]): string {
  const sorted = [...new Set(months)].sort((a, b) => a - b);
  if (sorted.length === 12) return 'every month';
  const name = (month: number) => MONTH_NAMES[month - 1] as string;
  // A run may go over New Year: then it starts where the month before is missing.
  const start = sorted.find((month) => !sorted.includes(month === 1 ? 12 : month - 1)) as number;
  const isRun = sorted.every((_, i) => sorted.includes(((start - 1 + i) % 12) + 1));
  if (isRun && sorted.length > 2) return `${name(start)} to ${name(((start + sorted.length - 2) % 12) + 1)}`;
  return listed(sorted.map(name));
}

const SAID: Readonly<Record<number, string>> = {
  7: 'weekly',
  14: 'every two weeks',
  30: 'monthly',
  61: 'every two months',
  91: 'quarterly',
  182: 'twice a year',
  365: 'once a year',
};

/** @example cadenceWords({ by: 'days', days: 91 }) // "quarterly" */
export function cadenceWords(cadence: Cadence): string {
  switch (cadence.by) {
    case 'days': {
      const often = SAID[cadence.days] ?? `every ${plural(cadence.days, 'day')}`;
      return cadence.months && cadence.months.length > 0 && cadence.months.length < 12
        ? `${often}, in ${monthsWords(cadence.months)} only`
        : often;
    }
    case 'months':
      return cadence.months.length === 12 ? 'once in every month' : `once in ${eachOf(cadence.months)}`;
    case 'season':
      return `once between ${dayOfYear(cadence.from)} and ${dayOfYear(cadence.to)}`;
    case 'once':
      return `once, within ${plural(cadence.withinDays, 'day')} of being installed`;
  }
}

const eachOf = (months: readonly number[]): string =>
  months.length === 1 ? monthsWords(months) : `each of ${monthsWords(months)}`;

/** @example dayOfYear('03-15') // "15 Mar" */
const dayOfYear = (monthDay: string): string => dayWords(`2024-${monthDay}`).replace(/ \d{4}$/, '');

/** How many times a year it comes round; what is done once in a life counts for no year. */
export function timesAYear(cadence: Cadence): number {
  if (cadence.by === 'season') return 1;
  if (cadence.by === 'once') return 0;
  if (cadence.by === 'months') return cadence.months.length;
  const share = cadence.months && cadence.months.length > 0 ? cadence.months.length / 12 : 1;
  return (365 / cadence.days) * share;
}
