import { openingHours, type OpeningHours } from '#contracts/sites';
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

/** The whole week as typed. @throws RangeError naming the day that is not right */
export function parseWeek(days: Readonly<Record<Weekday, string>>): OpeningHours {
  const week: OpeningHours = {};
  for (const [key, name] of WEEKDAYS) {
    try {
      const spans = parseDay(days[key]);
      if (spans.length > 0) week[key] = spans;
    } catch (error) {
      throw new RangeError(`${name}: ${(error as Error).message}`, { cause: error });
    }
  }
  const read = openingHours.safeParse(week);
  if (!read.success) throw new RangeError(read.error.issues[0]?.message ?? 'not opening hours');
  return read.data;
}
