import { clockTyped } from '#core/base/time';
import type { OpeningHours } from '#contracts/sites';
import { WEEKDAYS, type Weekday } from './hoursText.ts';

/** The end of a day, which is no time of day by itself. */
const MIDNIGHT = /^(24([:.]?00)?|midnight)$/i;

/**
 * One day as people type it: "08:00-12:00, 13:00-17:00", "7-14", "7am to 2 pm"; empty is closed.
 *
 * @throws RangeError when it is not that
 */
export function parseDay(text: string): [string, string][] {
  if (text.trim() === '') return [];
  return text.split(/[,;]/).map((part) => {
    const [from = '', until = '', more] = part.split(/-|–|\bto\b/).map((one) => one.trim());
    const begins = clockTyped(from);
    const ends = MIDNIGHT.test(until) ? '24:00' : clockTyped(until);
    if (begins === undefined || ends === undefined || more !== undefined)
      throw new RangeError('write it like 08:00-12:00, 13:00-17:00');
    return [begins, ends];
  });
}

/** The whole week as typed, with what is not right by day; past midnight it goes on to the next day. */
export function weekOf(days: Readonly<Record<Weekday, string>>): {
  hours: OpeningHours;
  problems: [Weekday, string][];
} {
  const hours: OpeningHours = {};
  const problems: [Weekday, string][] = [];
  for (const [key] of WEEKDAYS) {
    try {
      const next = WEEKDAYS[(WEEKDAYS.findIndex(([day]) => day === key) + 1) % 7]?.[0] as Weekday;
      for (const [from, until] of parseDay(days[key])) {
        const over = until <= from && until !== '00:00';
        (hours[key] ??= []).push([from, over || until === '00:00' ? '24:00' : until]);
        if (over) (hours[next] ??= []).push(['00:00', until]);
      }
    } catch (error) {
      problems.push([key, (error as Error).message]);
    }
  }
  for (const spans of Object.values(hours)) spans.sort(([a], [b]) => (a < b ? -1 : 1));
  return { hours, problems };
}
