import { isPlainDate, addDays, type PlainDate } from './plainDate.ts';
import { clockText } from './clock.ts';
import { MONTH_NAMES } from './words.ts';

const monthOf = (word: string): number => {
  const begins = word.toLowerCase().replace(/\.$/, '');
  return begins.length < 3 ? 0 : MONTH_NAMES.findIndex((name) => name.toLowerCase().startsWith(begins)) + 1;
};
const fourDigits = (year: string): string => (year.length === 2 ? `20${year}` : year);

/** A day from its parts, where the calendar has it. */
function dayOf(year: string, month: number, day: string): PlainDate | undefined {
  const date = `${fourDigits(year)}-${String(month).padStart(2, '0')}-${day.padStart(2, '0')}`;
  return month > 0 && isPlainDate(date) ? date : undefined;
}

/**
 * A day as people type it: "26 Nov 2026", "Nov 26", "11/26/2026" (month first), "2026-11-26", "today",
 * "tomorrow". A day without its year is of the year it is now.
 *
 * @returns undefined for what is no day
 * @example dayTyped('26 nov', '2026-06-03') // "2026-11-26"
 */
export function dayTyped(text: string, today: PlainDate): PlainDate | undefined {
  const typed = text.trim().toLowerCase().replace(/\s+/g, ' ');
  if (typed === 'today') return today;
  if (typed === 'tomorrow') return addDays(today, 1);
  const year = today.slice(0, 4);
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(typed);
  if (iso) return dayOf(iso[1] as string, Number(iso[2]), iso[3] as string);
  const slashed = /^(\d{1,2})[/.-](\d{1,2})(?:[/.-](\d{4}|\d{2}))?$/.exec(typed);
  if (slashed) return dayOf(slashed[3] ?? year, Number(slashed[1]), slashed[2] as string);
  const dayFirst = /^(?:[a-z]{2,9},? )?(\d{1,2})\.? ([a-z]{3,9})\.?,?(?: (\d{4}|\d{2}))?$/.exec(typed);
  if (dayFirst) return dayOf(dayFirst[3] ?? year, monthOf(dayFirst[2] as string), dayFirst[1] as string);
  const monthFirst = /^([a-z]{3,9})\.? (\d{1,2})(?:st|nd|rd|th)?,?(?: (\d{4}|\d{2}))?$/.exec(typed);
  if (monthFirst)
    return dayOf(monthFirst[3] ?? year, monthOf(monthFirst[1] as string), monthFirst[2] as string);
  return undefined;
}

/**
 * A time of day as people type it, as `HH:MM`: "14:00", "2pm", "2:30 pm", "12 noon", "1430", "7".
 *
 * @returns undefined for what is no time of day
 */
export function clockTyped(text: string): string | undefined {
  const typed = text
    .trim()
    .toLowerCase()
    .replace(/[.\s]/g, (c) => (c === '.' ? ':' : ''));
  const parts = /^(\d{1,2})(?::?(\d{2}))?(am?|pm?|noon)?$/.exec(
    typed.replace(/:m$/, 'm').replace(/([ap]):m:?$/, '$1m'),
  );
  if (!parts) return undefined;
  const [hours, minutes, half] = [Number(parts[1]), Number(parts[2] ?? 0), parts[3]?.charAt(0)];
  if (minutes > 59 || (half ? hours < 1 || hours > 12 : hours > 23)) return undefined;
  if (half === 'n' && (hours !== 12 || minutes !== 0)) return undefined;
  const at = half === 'p' ? (hours % 12) + 12 : half === 'a' ? hours % 12 : hours;
  return clockText(at * 60 + minutes);
}
