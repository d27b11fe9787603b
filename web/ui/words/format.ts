import { TZDate } from '@date-fns/tz';
import { format, parseISO } from 'date-fns';

/** A plain date for reading. @example day('2026-03-08') // "Sun 8 Mar 2026" */
export const day = (date: string): string => format(parseISO(date), 'EEE d MMM yyyy');

/** A plain date without its weekday. */
export const shortDay = (date: string): string => format(parseISO(date), 'd MMM yyyy');

/** An instant on the wall clock of a site. */
export const instant = (at: string, zone: string): string =>
  format(new TZDate(at, zone), 'd MMM yyyy, HH:mm');

/** The time of day of an instant on the wall clock of a site. */
export const clockOf = (at: string, zone: string): string => format(new TZDate(at, zone), 'HH:mm');

/** The day of an instant on the calendar of a site. */
export const dayOf = (at: string, zone: string): string => format(new TZDate(at, zone), 'd MMM yyyy');

/** The plain date of an instant on the calendar of a site. */
export const dayIn = (at: string, zone: string): string => format(new TZDate(at, zone), 'yyyy-MM-dd');

/** How likely something is, never quite certain. @example percent(0.427) // "43 %" */
export const percent = (share: number): string => {
  const hundredths = Math.round(share * 100);
  return hundredths >= 100 ? 'over 99 %' : hundredths < 1 ? 'under 1 %' : `${hundredths} %`;
};

/** A number with at most so many decimals; what is not known is a dash, never zero. */
export const number = (value: number | null | undefined, decimals = 1): string =>
  value === null || value === undefined ? '–' : String(Math.round(value * 10 ** decimals) / 10 ** decimals);
