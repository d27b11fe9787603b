import { convert, judgeReading, QUANTITIES, type QuantityName } from './quantities.ts';
import { unitWritten } from './unitWords.ts';

/*
 * The one reader of numbers, for every field and every file. It reads what can be read in one way: 1200,
 * 1,200, 1 200, 1.200,5, 12,5, .5, 3/8, 1-1/8, ½, with a unit behind it or without. What can be read in two
 * ways is asked about, what is no number is told what to write. Nothing is guessed: carbon monoxide of 1,200
 * ppm read as 1.2 would look harmless.
 */

/** A number as it was written. */
interface TypedNumber {
  readonly value: number;
  /** The other way to read it, where a mark stands before exactly three digits: 1,200 may be 1.2. */
  readonly other?: number;
  /** The mark that can be read both ways. */
  readonly mark?: ',' | '.';
  /** What stands behind it: a unit, or nothing. */
  readonly behind: string;
}

/** A text that cannot be taken as a number, with what to write instead. */
class NotANumber extends RangeError {}

const refuse = (why: string): never => {
  throw new NotANumber(why);
};

const PLAIN = /^[+-]?\d+(?:\.\d+)?$/;
/** A point before exactly three digits, after one to three of which the first is none: 1.200. */
const EITHER = /^[+-]?[1-9]\d{0,2}\.\d{3}$/;

const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
};

/** Digits, signs and marks as ASCII writes them; full-width ones and fractions in one sign included. */
const asAscii = (text: string): string =>
  text
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (sign) => ` ${VULGAR[sign]}`)
    .normalize('NFKC')
    .replace(/⁄/g, '/')
    .replace(/[−–—‐‑]/g, '-')
    .replace(/[’‘`]/g, "'")
    .replace(/[\s\u00A0\u2009\u202F]+/g, ' ')
    .trim();

const MIXED = /^(?:(\d+)(?: ?- ?| ))?(\d+)\/(\d+)(?![\d/])/;
const GROUPED = /^(\d{1,3})([,.' ])(\d{3}(?:\2\d{3})*)(?:([.,])(\d+))?(?![\d.,'])(?! \d{3}(?!\d))/;
const DECIMAL = /^(\d*)([.,])(\d+)(?![\d.,])/;
const WHOLE = /^(\d+)\.?(?![\d.,])/;
/** What inches are divided into. */
const PARTS = ['2', '3', '4', '8', '16', '32', '64'];

/** Number at the beginning of a text without its sign, and how much of the text it took. */
function begin(
  text: string,
): { value: number; other?: number; mark?: ',' | '.'; length: number } | undefined {
  const mixed = MIXED.exec(text);
  if (mixed) {
    const [all, whole = '0', over, under] = mixed as unknown as [string, string | undefined, string, string];
    if (!PARTS.includes(under) || Number(over) >= Number(under)) return undefined;
    return { value: Number(whole) + Number(over) / Number(under), length: all.length };
  }
  const grouped = GROUPED.exec(text);
  if (grouped) {
    const [all, head, mark, groups, point, decimals] = grouped as unknown as [
      string,
      string,
      string,
      string,
      string?,
      string?,
    ];
    const several = groups.length > 3;
    if (point === mark) return undefined;
    const value = Number(
      `${head}${groups.replace(/\D/g, '')}${decimals === undefined ? '' : `.${decimals}`}`,
    );
    const both = !several && point === undefined && (mark === ',' || mark === '.');
    if (head.startsWith('0'))
      return both ? { value: Number(`${head}.${groups}`), length: all.length } : undefined;
    if (!both) return { value, length: all.length };
    const decimal = Number(`${head}.${groups}`);
    return mark === ','
      ? { value, other: decimal, mark, length: all.length }
      : { value: decimal, other: value, mark, length: all.length };
  }
  const decimal = DECIMAL.exec(text);
  if (decimal) return { value: Number(`${decimal[1] || '0'}.${decimal[3]}`), length: decimal[0].length };
  const whole = WHOLE.exec(text);
  return whole ? { value: Number(whole[1]), length: whole[0].length } : undefined;
}

/** What follows a number when a second one stands there. */
const SECOND = /^(?:-|\/|to\b|and\b|or\b|\.{2,}|…|x|×)?\s*[+-]?[.,]?\d/i;

/**
 * Reads a number from what somebody wrote.
 *
 * @throws NotANumber with what to write, for what is no number, is two, or has a sign before it
 * @example typedNumber('1,200 ppm') // { value: 1200, other: 1.2, mark: ',', behind: 'ppm' }
 */
export function typedNumber(written: string): TypedNumber {
  const text = written.trim();
  if (PLAIN.test(text) && !EITHER.test(text)) return { value: Number(text), behind: '' };
  const shown = text.length > 40 ? `${text.slice(0, 40)}…` : text;
  const ascii = asAscii(text.length > 200 ? text.slice(0, 200) : text);
  if (/^[<>≤≥~≈±]/.test(ascii)) refuse(`"${shown}": write the number alone, without the sign before it`);
  const sign = /^[+-] ?/.exec(ascii)?.[0] ?? '';
  const found = begin(ascii.slice(sign.length));
  if (!found) return refuse(`"${shown}" is no number: write digits, such as 12.5`);
  const behind = ascii.slice(sign.length + found.length).trim();
  if (SECOND.test(behind)) refuse(`"${shown}" is more than one number: write the one that was read`);
  const k = sign.startsWith('-') ? -1 : 1;
  return {
    value: k * found.value,
    behind,
    ...(found.other === undefined ? {} : { other: k * found.other, mark: found.mark as ',' | '.' }),
  };
}

const plainly = (value: number): string => String(Number(value.toPrecision(12)));
const asks = (written: string, { value, other }: TypedNumber): string =>
  `${written.trim()} can be read as ${plainly(Math.max(value, other as number))} or as ` +
  `${plainly(Math.min(value, other as number))}: write it as one of the two`;

/** From and to, both included. */
export type Within = readonly [least: number, most: number];

/**
 * A number that is of no quantity: a count, a rating, minutes.
 *
 * @param within what it can be at all: of two ways to read it the one that cannot be is left out
 * @throws NotANumber with what to write
 */
export function plainNumber(written: string, [least, most]: Within = [-Infinity, Infinity]): number {
  const read = typedNumber(written);
  if (read.behind !== '') return refuse(`"${read.behind}" is not understood here: write the number alone`);
  const ways = [read.value, ...(read.other === undefined ? [] : [read.other])];
  const possible = ways.filter((value) => value >= least && value <= most);
  if (ways.length === 1) return read.value;
  return possible.length === 1 ? (possible[0] as number) : refuse(asks(written, read));
}

/** Units in which nobody reads thousandths: a comma before three digits can only part thousands. */
const READ_IN_WHOLES: ReadonlySet<string> = new Set([
  ...['psig', 'psia', 'kPa(g)', '°F', '°C', 'V', 'VA'],
  ...['ppm', 'µ', 'µ/min', 'Btu/h', 'cfm', 'm³/h', 'rpm', 'Pa', 'ft'],
]);

const standing = (
  quantity: QuantityName,
  unit: string,
  value: number,
): 'good' | 'doubtful' | 'impossible' => {
  try {
    return judgeReading(quantity, unit, value).quality;
  } catch {
    return 'impossible';
  }
};

const POUNDS_OUNCES = /^(.+?)(?:lbs?|pounds?|#)\.?[ ,]+(.+?)(?:oz|ounces?)\.?$/i;

/**
 * Reads a quantity from what somebody wrote. A unit written with the number goes before the one of the field.
 * Of two ways to read it the one that cannot be is left out; where both can, it is asked.
 *
 * @param unit the unit of the field
 * @throws NotANumber with what to write, also for a unit of another quantity
 * @example typedQuantity('temperature', '°F', '22 C') // { value: 22, unit: '°C' }
 */
export function typedQuantity(
  quantity: QuantityName,
  unit: string,
  written: string,
): { readonly value: number; readonly unit: string } {
  const both = quantity === 'mass' ? POUNDS_OUNCES.exec(written.trim()) : null;
  if (both) {
    const [lb, oz] = [plainNumber(both[1] as string), plainNumber(both[2] as string)];
    return { value: lb + oz / 16, unit: 'lb' };
  }
  const read = typedNumber(written);
  const own = read.behind === '' ? unit : unitWritten(quantity, read.behind);
  if (own === undefined)
    return refuse(
      `"${read.behind}" is no unit of it: use ${Object.keys(QUANTITIES[quantity].units).filter(Boolean).join(' or ') || 'none'}`,
    );
  if (read.other === undefined) return { value: read.value, unit: own };
  const [first, second] = [standing(quantity, own, read.value), standing(quantity, own, read.other)];
  const wholes = READ_IN_WHOLES.has(own);
  if (second === 'impossible' || (read.mark === ',' && wholes)) return { value: read.value, unit: own };
  if (first === 'impossible') return { value: read.other, unit: own };
  // A length of 1.125 in is no length of 1,125: what no machine shows is not what was meant. Where nobody
  // reads thousandths the point may as well part thousands.
  if (read.mark === '.' && !wholes && first === 'good' && second === 'doubtful')
    return { value: read.value, unit: own };
  return refuse(asks(written, read));
}

/** The same, in one unit. @throws NotANumber with what to write */
export function typedIn(quantity: QuantityName, unit: string, written: string): number {
  const read = typedQuantity(quantity, unit, written);
  return convert(quantity, read.unit, unit, read.value);
}
