import { convert, typedIn, typedNumber, unitWritten } from '#core/base/quantities';
import { REFRIGERANTS } from '#core/measuring/refrigerant';
import { hoursText, isPlainDate, weekTyped } from '#core/base/time';
import { isEmail } from '#core/base/vocabulary';

/*
 * A cell as people write it, as the plain text our files hold: "12.5T" → 12.5, "208/230-3" → 208 and phase 3.
 * What can be read in one way only is read; what cannot is refused with its cause, the same words for all
 * cells of that cause, so that they can be mended together.
 */

export type DateOrder = 'day first' | 'month first';

export interface Read {
  /** As our own files write it. */
  readonly text: string;
  /** What the same cell says of other columns, taken where those are empty. */
  readonly also?: Readonly<Record<string, string>>;
  /** What was assumed, the same words for all cells of that assumption. */
  readonly note?: string;
}

/** A cell that cannot be read, with its cause. */
class Unreadable extends RangeError {}

const refuse = (cause: string): never => {
  throw new Unreadable(cause);
};
const round = (value: number, decimals: number): string => String(Number(value.toFixed(decimals)));

/**
 * A number of a cell with what stands behind it, by the one reader. A file is not asked cell by cell: of two
 * ways to read it the one that cannot be is left out; where both can, a comma before exactly three digits
 * parts thousands and a point before them is a decimal one.
 *
 * @param possible what the number can be at all
 * @throws RangeError for what is no number, with what to write
 */
export function numberOfCell(
  cell: string,
  possible: (value: number) => boolean = () => true,
): { readonly value: number; readonly behind: string; readonly other?: number | undefined } {
  const { value, behind, other } = typedNumber(cell);
  const only = other !== undefined && !possible(value) && possible(other);
  return { value: only ? other : value, behind, other };
}

/** The same for a cell that may hold something else. */
function measured(
  cell: string,
  possible?: (value: number) => boolean,
): ReturnType<typeof numberOfCell> | undefined {
  try {
    return numberOfCell(cell, possible);
  } catch (error) {
    if (error instanceof RangeError) return undefined;
    throw error;
  }
}

/** A number without a unit. @returns undefined where the text is no number */
export function numberIn(text: string): number | undefined {
  const read = measured(text);
  return read?.behind === '' ? read.value : undefined;
}

/** The one cause that is asked about as a whole: what the order of dates is. */
export const BOTH_WAYS = 'can be read with the day first or the month first';
const NO_NUMBER = 'is not a number';

/** What the trade calls thousands of Btu/h. */
const THOUSANDS_OF_BTUH = /^(mbh|mbtuh?|kbtuh?|mbtu\/hr?|kbtu\/hr?)$/i;

/**
 * Cooling capacity in tons: "12.5T", "150 MBH", "44 kW", "150,000 Btu/h". One ton is 12,000 Btu/h by
 * definition.
 */
export function tons(cell: string): Read {
  const read = measured(cell);
  if (!read) return refuse(NO_NUMBER);
  const { value, behind: unit } = read;
  if (!(value > 0)) return refuse('is not above zero');
  if (THOUSANDS_OF_BTUH.test(unit)) return { text: round(value / 12, 3) };
  const known = unit === '' ? 'tons' : unitWritten('heatRate', unit);
  if (known === undefined) return refuse('has a unit that is no capacity');
  if (known !== 'tons') return { text: round(convert('heatRate', known, 'tons', value), 3) };
  if (value > 1000)
    return value >= 6000
      ? { text: round(value / 12_000, 3), note: 'taken as Btu/h' }
      : refuse('is more tons than any unit has');
  return { text: round(value, 3) };
}

/** Pounds: "10 lb 4 oz", "10#", "164 oz", "4.6 kg". */
export function pounds(cell: string): Read {
  try {
    const value = typedIn('mass', 'lb', cell);
    return value < 0 ? refuse('is below zero') : { text: round(value, 4) };
  } catch (error) {
    if (error instanceof Unreadable || !(error instanceof RangeError)) throw error;
    return refuse(measured(cell) ? 'has a unit that is no weight' : NO_NUMBER);
  }
}

const PHASES: Readonly<Record<string, string>> = { '1': '1', single: '1', one: '1', '3': '3', three: '3' };

export function phase(cell: string): Read {
  const word = cell
    .toLowerCase()
    .replace(/[\s.-]*(ph|phase|ø|φ|o)?[\s.]*$/u, '')
    .replace(/\.0$/, '')
    .trim();
  const found = PHASES[word];
  return found ? { text: found } : refuse('is neither one phase nor three');
}

/**
 * A supply as plates and lists write it: "460", "208/230-3", "208-230/3/60", "460V 3PH". A plate for 208 and
 * 230 V stays one for both; of any other two voltages the lower is kept: it is what the unit must start on.
 */
export function volts(cell: string): Read {
  const numbers = [...cell.matchAll(/\d+(?:\.\d+)?/g)].map((match) => Number(match[0]));
  const voltages = numbers.filter((n) => n >= 24 && n <= 15_000 && n !== 50 && n !== 60);
  const [first, second] = voltages;
  if (first === undefined) return refuse('is not a voltage');
  const rest = cell.slice(cell.lastIndexOf(String(voltages.at(-1))) + String(voltages.at(-1)).length);
  const ph =
    /(?:^|[^\d])([13])(?:[^\d]|$)/.exec(rest)?.[1] ??
    (/three/i.test(cell) ? '3' : /single/i.test(cell) ? '1' : undefined);
  const low = second === undefined ? first : Math.min(first, second);
  const phase = ph ? { also: { phase: ph } } : {};
  if (second !== undefined && low === 208 && Math.max(first, second) === 230)
    return { text: '208/230', ...phase };
  return {
    text: String(low),
    ...phase,
    ...(second === undefined || second === first
      ? {}
      : { note: 'names two voltages; the lower one is kept' }),
  };
}

const BY_NUMBER = new Map(
  Object.keys(REFRIGERANTS).map((name) => [name.toLowerCase().replace('r-', ''), name]),
);

/** A refrigerant number with or without its R: "R410A", "410a", "R-22", "HFC-410A". */
export function refrigerant(cell: string): Read {
  const bare = cell
    .toLowerCase()
    .replace(/[\s-]/g, '')
    .replace(/^(hcfc|hfc|cfc|hfo|r)+/, '');
  const known = BY_NUMBER.get(bare);
  if (known) return { text: known };
  const like = /^\d{2,4}[a-z]{0,2}(\([ez]\))?$/.exec(bare);
  return like
    ? { text: `R-${bare.replace(/[a-d]$/, (letter) => letter.toUpperCase())}` }
    : refuse('is not a refrigerant number');
}

/**
 * An amount of money: "$1,240.50", "1.240,50 €", "(35.00)" is refused: what a negative amount means nobody
 * knows.
 */
export function money(cell: string): Read {
  const read = measured(cell.replace(/[$€£]|usd|eur|gbp/gi, ''));
  if (read?.behind !== '') return refuse('is not an amount of money');
  const { value, other } = read;
  // Nobody writes thousandths of a dollar: 1.240 is either a thousand or a slip.
  if (other !== undefined && other > value) return refuse('can be read as thousands or as thousandths');
  if (value < 0) return refuse('is below zero');
  return { text: value.toFixed(2).replace(/\.00$/, '') };
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const monthOf = (word: string): number => MONTHS.indexOf(word.slice(0, 3).toLowerCase()) + 1;

/** Two digits of a year: nothing that is serviced was built before 1950 or after 2049. */
const fullYear = (text: string): number =>
  text.length === 2 ? (Number(text) < 50 ? 2000 : 1900) + Number(text) : Number(text);

const ymd = (year: number, month: number, day: number): string => {
  const text = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  return isPlainDate(text) && year >= 1900 && year < 2200 ? text : refuse('is not a day of the calendar');
};

/**
 * The first two numbers of a date that can be read both ways, or undefined where it can be read in one way
 * only.
 *
 * @example bothWays('3/4/2025') // [3, 4]
 */
export function bothWays(cell: string): [number, number] | undefined {
  const parts = /^(\d{1,2})[/.-](\d{1,2})[/.-](\d{2}|\d{4})\b/.exec(cell.trim());
  return parts ? [Number(parts[1]), Number(parts[2])] : undefined;
}

/** A day in any of the usual spellings. @param order what 3/4/2025 means in this file */
export function day(cell: string, order: DateOrder | undefined): Read {
  const text = cell.trim();
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T\s].*)?$/.exec(text);
  if (iso) return { text: ymd(Number(iso[1]), Number(iso[2]), Number(iso[3])) };
  const numeric = /^(\d{1,2})[/.-](\d{1,2})[/.-](\d{4}|\d{2})(?:[,\s].*)?$/.exec(text);
  if (numeric) {
    const [a, b, year] = [Number(numeric[1]), Number(numeric[2]), fullYear(numeric[3] as string)];
    // Only one of the two can be a month above twelve.
    if (a > 12 && b <= 12) return { text: ymd(year, b, a) };
    if (b > 12 && a <= 12) return { text: ymd(year, a, b) };
    if (a !== b && order === undefined) return refuse(BOTH_WAYS);
    return { text: order === 'day first' ? ymd(year, b, a) : ymd(year, a, b) };
  }
  const named = /^(?:\w+,\s*)?(\d{1,2})[\s.-]+([A-Za-z]{3,9})\.?,?[\s-]+(\d{4}|\d{2})\b/.exec(text);
  if (named && monthOf(named[2] as string))
    return { text: ymd(fullYear(named[3] as string), monthOf(named[2] as string), Number(named[1])) };
  const american = /^(?:[A-Za-z]{3,9},\s*)?([A-Za-z]{3,9})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4})\b/.exec(
    text,
  );
  if (american && monthOf(american[1] as string))
    return { text: ymd(Number(american[3]), monthOf(american[1] as string), Number(american[2])) };
  const month =
    /^([A-Za-z]{3,9})\.?[\s,/-]*'?(\d{4}|\d{2})$/.exec(text) ??
    /^(\d{1,2})[/-](\d{4})$/.exec(text) ??
    undefined;
  if (month) {
    const number = monthOf(month[1] as string) || Number(month[1]);
    return {
      text: ymd(fullYear(month[2] as string), number, 1),
      note: 'names only a month; its first day is kept',
    };
  }
  if (/^(19|20)\d{2}(\.0)?$/.test(text))
    return { text: `${text.slice(0, 4)}-01-01`, note: 'names only a year; its first day is kept' };
  return refuse('is not a date');
}

/** A time; where the cell names only a day, noon of it. */
export function time(cell: string, order: DateOrder | undefined): Read {
  const text = cell.trim();
  if (/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}.*(Z|[+-]\d{2}:?\d{2})$/i.test(text)) return { text };
  const read = day(text, order);
  if (read.note) return refuse('names no day');
  const clock = /\b(\d{1,2})[:.h](\d{2})(?:[:.](\d{2}))?\s*(am|pm|a\.m\.|p\.m\.|a|p)?\s*$/i.exec(
    text.replace(/^\S*\d{4}-\d{2}-\d{2}T/, ' '),
  );
  const hourOnly = clock ? null : /\s(\d{1,2})\s*(am|pm)\s*$/i.exec(text);
  const found = clock ?? (hourOnly ? [hourOnly[0], hourOnly[1], '00', undefined, hourOnly[2]] : null);
  // 12.06.2024 ends like a time of day; only what follows a date is one.
  if (!found || !/[\sT,]/.test(text))
    return { text: `${read.text}T12:00`, note: 'names only a day; noon of it is kept' };
  const half = found[4]?.[0]?.toLowerCase();
  let hour = Number(found[1]);
  if (half === 'p' && hour < 12) hour += 12;
  if (half === 'a' && hour === 12) hour = 0;
  const minute = Number(found[2]);
  if (hour > 23 || minute > 59) return refuse('is not a time of day');
  return { text: `${read.text}T${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}` };
}

const degrees =
  (most: number, what: string) =>
  (cell: string): Read => {
    const possible = (value: number) => Math.abs(value) <= most;
    const read = measured(cell.replace(/[°ºNnEe\s]+$/, ''), possible);
    if (read?.behind !== '') return refuse(`is not a ${what} in degrees`);
    return possible(read.value)
      ? { text: String(read.value) }
      : refuse(`is no ${what}: it lies beyond ${most}`);
  };
export const latitude = degrees(90, 'latitude');
export const longitude = degrees(180, 'longitude');

/** Text on one line, blanks run together. */
export const line = (cell: string): Read =>
  cell.length > 2000 ? refuse('is longer than 2,000 characters') : { text: cell.replace(/\s+/g, ' ').trim() };

/** An end that says neither half of the day nor a clock of 24 hours: the reader took one of two. */
const BARE_END = /(?:-|–|\bto)\s*(?:[1-9]|1[0-2])(?:[:.][0-5]\d)?(?!\s*[ap:.\d])/i;

/** Opening hours of a week; bare hours that end before they began are the afternoon's, and it says so. */
export function hours(cell: string): Read {
  let week: ReturnType<typeof weekTyped>;
  try {
    week = weekTyped(cell);
  } catch {
    return refuse('cannot be read; they can as “Mon-Fri 08:00-17:00; Sat 09:00-12:00”');
  }
  const text = hoursText(week);
  return BARE_END.test(cell) ? { text, note: `taken as ${text}` } : { text };
}

/** An address that a mail can go to. */
export const email = (cell: string): Read =>
  isEmail(cell.trim()) ? { text: cell.trim() } : refuse('is no e-mail address');
