import { openingHours, type OpeningHours } from '#contracts/sites';

export const WEEKDAYS = [
  ['1', 'Mon'],
  ['2', 'Tue'],
  ['3', 'Wed'],
  ['4', 'Thu'],
  ['5', 'Fri'],
  ['6', 'Sat'],
  ['7', 'Sun'],
] as const;
type Weekday = (typeof WEEKDAYS)[number][0];

/** Opening hours in a few words, days alike run together. @example hoursText({ '1': [['08:00', '17:00']], '2': [['08:00', '17:00']] }) // "Mon–Tue 08:00–17:00" */
export function hoursText(hours: OpeningHours | null): string {
  if (hours === null) return 'not known';
  const runs: { from: string; to: string; text: string }[] = [];
  for (const [key, name] of WEEKDAYS) {
    const text = (hours[key] ?? []).map(([open, close]) => `${open}–${close}`).join(', ');
    const last = runs[runs.length - 1];
    if (last && last.text === text) last.to = name;
    else runs.push({ from: name, to: name, text });
  }
  const open = runs.filter((run) => run.text !== '');
  return open.length === 0
    ? 'closed all week'
    : open.map((run) => `${run.from === run.to ? run.from : `${run.from}–${run.to}`} ${run.text}`).join('; ');
}

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
