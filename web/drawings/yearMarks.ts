import type { Cadence } from '#core/upkeep/maintenance';
import { daysBetween } from '#core/base/time';

/** Where a cadence lies in a year, as shares of it. */
interface YearMarks {
  readonly spans: readonly (readonly [from: number, to: number])[];
  readonly points: readonly number[];
}

/** How far into the year a day lies, 0 on 1 January; a leap year, so that every day has its place. */
export const dayOfYearShare = (monthDay: string): number =>
  daysBetween('2024-01-01', `2024-${monthDay}`) / 366;

const monthSpan = (month: number): readonly [number, number] => [(month - 1) / 12, month / 12];

/**
 * A season and named months are spans (two, where they run over New Year); what comes round after so many
 * days are points as far apart, in the months it may be done in; what comes less than once a year, or once
 * in a life, has no place in a year.
 */
export function yearMarks(cadence: Cadence): YearMarks {
  switch (cadence.by) {
    case 'season': {
      const [from, to] = [dayOfYearShare(cadence.from), dayOfYearShare(cadence.to)];
      return {
        spans:
          from <= to
            ? [[from, to]]
            : [
                [0, to],
                [from, 1],
              ],
        points: [],
      };
    }
    case 'months':
      return { spans: cadence.months.map(monthSpan), points: [] };
    case 'weekday': {
      const months = cadence.months?.length ? cadence.months : Array.from({ length: 12 }, (_, i) => i + 1);
      const within = cadence.nth === -1 ? 0.9 : (cadence.nth - 0.5) / 4.4;
      return { spans: [], points: months.map((month) => (month - 1 + within) / 12) };
    }
    case 'days': {
      const times = Math.round(365 / cadence.days);
      const points = Array.from({ length: times }, (_, i) => (i + 0.5) / times);
      const months = cadence.months ?? [];
      return {
        spans: [],
        points:
          months.length === 0 ? points : points.filter((at) => months.includes(Math.floor(at * 12) + 1)),
      };
    }
    case 'once':
      return { spans: [], points: [] };
  }
}
