import type { OpeningHours } from '#contracts/sites';
import { WEEKDAYS, type Weekday } from './hoursText.ts';

/** One day as typed: "08:00-12:00, 13:00-17:00"; empty is closed. @throws RangeError when it is not that */
export function parseDay(text: string): [string, string][] {
  if (text.trim() === '') return [];
  return text.split(',').map((part) => {
    const span = /^\s*(\d{1,2}:\d{2})\s*[-–]\s*(\d{1,2}:\d{2})\s*$/.exec(part);
    if (!span) throw new RangeError('write it like 08:00-12:00, 13:00-17:00');
    return [(span[1] as string).padStart(5, '0'), (span[2] as string).padStart(5, '0')];
  });
}

/** The whole week as typed, with what is not right by day. */
export function weekOf(days: Readonly<Record<Weekday, string>>): {
  hours: OpeningHours;
  problems: [Weekday, string][];
} {
  const hours: OpeningHours = {};
  const problems: [Weekday, string][] = [];
  for (const [key] of WEEKDAYS) {
    try {
      const spans = parseDay(days[key]);
      if (spans.length > 0) hours[key] = spans;
    } catch (error) {
      problems.push([key, (error as Error).message]);
    }
  }
  return { hours, problems };
}
