import { clockTyped } from './typed.ts';

/*
 * Opening hours: as people write them, and in a few words. Where two bare hours would end before they began
 * and neither is after noon, they are a day's, from the morning to the afternoon: "8-5" is eight to five
 * [common practice]. Past midnight is written "17:00-01:00".
 */

export const WEEKDAYS = [
  ['1', 'Mon'],
  ['2', 'Tue'],
  ['3', 'Wed'],
  ['4', 'Thu'],
  ['5', 'Fri'],
  ['6', 'Sat'],
  ['7', 'Sun'],
] as const;
export type Weekday = (typeof WEEKDAYS)[number][0];
/** By ISO weekday "1" Monday … "7" Sunday; a day that is missing is closed. */
export type WeekHours = { [day in Weekday]?: [string, string][] };

/** The end of a day, which is no time of day by itself. */
const MIDNIGHT = /^(24([:.]?00)?|midnight)$/i;
const ALL_DAY = /^(24 ?h(ou)?rs?|24 ?h|24\/7|all day|open 24 ?h(ou)?rs?)$/i;

/** A bare hour of the twelve on a clock: neither half of the day nor a leading zero says which. */
const ofTheClock = (text: string): boolean => /^(?!0)(\d|1[0-2])([:.]?[0-5]\d)?$/.test(text);

/**
 * One day as people type it: "08:00-12:00, 13:00-17:00", "7-14", "8-5", "7am to 2 pm"; empty is closed.
 *
 * @throws RangeError when it is not that
 */
export function parseDay(text: string): [string, string][] {
  const trimmed = text.trim();
  if (trimmed === '' || /^closed$/i.test(trimmed)) return [];
  if (ALL_DAY.test(trimmed)) return [['00:00', '24:00']];
  const parts = trimmed.replace(/\b(12 )?noon\b/gi, '12:00').split(/[,;&]|\band\b/);
  return parts.map((part) => {
    const [from = '', until = '', more] = part.split(/-|–|\bto\b/).map((one) => one.trim());
    const begins = clockTyped(from);
    const ends = MIDNIGHT.test(until) ? '24:00' : clockTyped(until);
    if (begins === undefined || ends === undefined || more !== undefined)
      throw new RangeError('write it like 08:00-12:00, 13:00-17:00');
    const fromTheMorning = ofTheClock(from) || /\da\.?(m\.?)?$/i.test(from.replace(/\s/g, ''));
    if (ends <= begins && fromTheMorning && ofTheClock(until))
      return [begins, clockTyped(`${until} pm`) as string];
    return [begins, ends];
  });
}

/** What goes past midnight goes on to the next day. */
function putOn(hours: WeekHours, day: Weekday, spans: readonly (readonly [string, string])[]): void {
  const next = WEEKDAYS[(WEEKDAYS.findIndex(([key]) => key === day) + 1) % 7]?.[0] as Weekday;
  for (const [from, until] of spans) {
    const over = until <= from && until !== '00:00';
    (hours[day] ??= []).push([from, over || until === '00:00' ? '24:00' : until]);
    if (over) (hours[next] ??= []).push(['00:00', until]);
  }
}

function sorted(hours: WeekHours): WeekHours {
  for (const spans of Object.values(hours)) spans.sort(([a], [b]) => (a < b ? -1 : 1));
  return hours;
}

/** The whole week as typed day by day, with what is not right by day. */
export function weekOf(days: Readonly<Record<Weekday, string>>): {
  hours: WeekHours;
  problems: [Weekday, string][];
} {
  const hours: WeekHours = {};
  const problems: [Weekday, string][] = [];
  for (const [key] of WEEKDAYS) {
    try {
      putOn(hours, key, parseDay(days[key]));
    } catch (error) {
      problems.push([key, (error as Error).message]);
    }
  }
  return { hours: sorted(hours), problems };
}

const DAY =
  '(?:mon|tues?|wed|thur?s?|fri|sat|sun)(?:days?|nesdays?|urdays?)?\\.?|tuesdays?|wednesdays?|saturdays?|[mtwf]|th|tu|sa|su';
const DAYS_FIRST = new RegExp(
  `^((?:${DAY})(?:\\s*(?:-|–|to|through|thru|,|&|and|/)\\s*(?:${DAY}))*|weekdays|weekends?|daily|every ?day|all week|mo-su)\\b[:\\s]*`,
  'i',
);
const dayNamed = (text: string): number =>
  ['m', 'tu', 'w', 'th', 'f', 'sa', 'su'].findIndex((start) => text.toLowerCase().startsWith(start));

/** Days as they are named before their hours; undefined where one of them is none ("T" is two). */
function daysNamed(text: string): Weekday[] | undefined {
  const word = text.trim().toLowerCase();
  const keys = WEEKDAYS.map(([key]) => key);
  if (word === 'weekdays') return keys.slice(0, 5);
  if (/^weekends?$/.test(word)) return keys.slice(5);
  if (/^(daily|every ?day|all week)$/.test(word)) return keys;
  const found: Weekday[] = [];
  for (const part of word.split(/,|&|\band\b|\//)) {
    const ends = part.split(/-|–|\bto\b|\bthrough\b|\bthru\b/).map((one) => dayNamed(one.trim()));
    const [first, last] = [ends[0] ?? -1, ends.at(-1) ?? -1];
    if (first === -1 || last === -1 || ends.length > 2) return undefined;
    for (let k = first; ; k = (k + 1) % 7) {
      found.push(keys[k] as Weekday);
      if (k === last) break;
    }
  }
  return found;
}

/**
 * A week in one cell: "Mon-Fri 7am-5pm; Sat 8-12", "M-F 8-5, closed Sun", "daily 9-21", "24/7", "closed all
 * week". What it does not name is closed.
 *
 * @throws RangeError where it cannot be read, with what to write
 */
export function weekTyped(text: string): WeekHours {
  const trimmed = text.trim().replace(/\s+/g, ' ');
  const hours: WeekHours = {};
  if (/^closed all week$/i.test(trimmed)) return hours;
  if (ALL_DAY.test(trimmed)) return weekTyped('daily 00:00-24:00');
  const refuse = (): never => {
    throw new RangeError('cannot be read: write it like “Mon-Fri 08:00-17:00; Sat 09:00-12:00”');
  };
  // A comma parts days where a day's name follows it, and spans of one day where an hour does.
  const parts = trimmed.split(new RegExp(`;|,\\s*(?=(?:closed )?(?:${DAY}|weekends?)\\b)`, 'i'));
  const joined: string[] = [];
  for (const part of parts) {
    // "Mon, Wed 8-5": days without hours belong to those that follow.
    const last = joined.at(-1);
    if (last !== undefined && !/\d|closed/i.test(last)) joined[joined.length - 1] = `${last},${part}`;
    else joined.push(part);
  }
  for (const part of joined) {
    const said = part.trim().replace(/^closed (.+)$/i, '$1 closed');
    const named = DAYS_FIRST.exec(said)?.[1];
    const days = named === undefined ? undefined : daysNamed(named);
    if (named === undefined || days === undefined || days.length === 0) return refuse();
    const rest = said.slice((DAYS_FIRST.exec(said) as RegExpExecArray)[0].length);
    if (rest.trim() === '') return refuse();
    let spans: [string, string][] = [];
    try {
      spans = parseDay(rest);
    } catch {
      refuse();
    }
    for (const day of days) putOn(hours, day, spans);
  }
  return sorted(hours);
}

/**
 * Opening hours in a few words, days alike run together; {@link weekTyped} reads them back. @example
 * hoursText({ '1': [['08:00', '17:00']], '2': [['08:00', '17:00']] }) // "Mon–Tue 08:00–17:00"
 */
export function hoursText(hours: WeekHours | null): string {
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
