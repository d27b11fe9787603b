import { addDays, daysBetween, type PlainDate } from '#core/base/time';
import { nextIn, type Cadence } from './cadence.ts';
import { daysOfRule, monthsRule, weekdayRule, yearlyRule } from './recurrence.ts';

/** The days within which a task is to be done once, both included. */
export interface Window {
  readonly from: PlainDate;
  readonly to: PlainDate;
}

const monthOf = (day: PlainDate): number => Number(day.slice(5, 7));
const lastOfMonth = (day: PlainDate): PlainDate => addDays(nextIn([(monthOf(day) % 12) + 1], day), -1);

/** The windows that begin in a year, in order; none for work that comes round by days or once. */
function windowsOf(cadence: Cadence, year: number): Window[] {
  switch (cadence.by) {
    case 'days':
    case 'once':
      return [];
    case 'months':
      return daysOfRule(monthsRule(cadence.months), year).map((from) => ({ from, to: lastOfMonth(from) }));
    case 'weekday':
      return daysOfRule(weekdayRule(cadence.nth, cadence.weekday, cadence.months), year).map((day) => ({
        from: day,
        to: day,
      }));
    case 'season': {
      const [month, day] = cadence.from.split('-').map(Number) as [number, number];
      const endYear = cadence.to < cadence.from ? year + 1 : year;
      return daysOfRule(yearlyRule({ month, day }), year).map((from) => ({
        from,
        to: `${endYear}-${cadence.to}`,
      }));
    }
  }
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
