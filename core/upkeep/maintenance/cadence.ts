import { listed, plural } from '#core/base/sentences';
import { dayWords, MONTH_NAMES, WEEKDAY_NAMES, type PlainDate } from '#core/base/time';

/** When a task comes round. */
export type Cadence =
  /** So many days after it was last done; where months are named (1 January … 12 December), only in those. */
  | { readonly by: 'days'; readonly days: number; readonly months?: readonly number[] | undefined }
  /** Once in each of these months. */
  | { readonly by: 'months'; readonly months: readonly number[] }
  /** On one weekday of each month, or of some: the first to the fourth, −1 the last; 1 Monday … 7 Sunday. */
  | {
      readonly by: 'weekday';
      readonly nth: Nth;
      readonly weekday: number;
      readonly months?: readonly number[] | undefined;
    }
  /** Once between two days of the year, `MM-DD`; a season may run over New Year. */
  | { readonly by: 'season'; readonly from: string; readonly to: string }
  /** Once in its life, so many days after the machine was installed. */
  | { readonly by: 'once'; readonly withinDays: number };

/** Which one of a month, in the order in which it is asked for, as it is said. */
export const NTH = { 1: 'first', 2: 'second', 3: 'third', 4: 'fourth', [-1]: 'last' } as const;
export type Nth = 1 | 2 | 3 | 4 | -1;

const monthOf = (day: PlainDate): number => Number(day.slice(5, 7));
const two = (n: number): string => String(n).padStart(2, '0');
/** The first day of a month; the thirteenth is January of the next year. */
const firstOf = (year: number, month: number): PlainDate =>
  month > 12 ? firstOf(year + 1, month - 12) : `${year}-${two(month)}-01`;

/** The day on or after a day that lies in one of the months. */
export function nextIn(months: readonly number[] | undefined, day: PlainDate): PlainDate {
  if (!months || months.length === 0) return day;
  let next = day;
  while (!months.includes(monthOf(next))) next = firstOf(Number(next.slice(0, 4)), monthOf(next) + 1);
  return next;
}

/** Months as they are said: "May to September", "March, June and December". */
function monthsWords(months: readonly number[]): string {
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
    case 'weekday': {
      const months = cadence.months ?? [];
      const which = `${NTH[cadence.nth]} ${WEEKDAY_NAMES[cadence.weekday - 1]}`;
      return `on the ${which} of ${months.length === 0 ? 'every month' : monthsWords(months)}`;
    }
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
  if (cadence.by === 'weekday') return cadence.months?.length || 12;
  const share = cadence.months && cadence.months.length > 0 ? cadence.months.length / 12 : 1;
  return (365 / cadence.days) * share;
}
