import { isEmail } from '#core/base/vocabulary';
import { centsTyped } from '#core/base/money';
import { numberOfCell } from '#core/imports';
import { isPlainDate, parseInstant, weekTyped, type WeekHours } from '#core/base/time';
import { REFRIGERANTS } from '#core/measuring/refrigerant';

/*
 * What a cell may hold. Each reads one cell, or throws RangeError in words for whoever wrote the file. Empty
 * cells never get here.
 */

export const text = (cell: string): string => {
  if (cell.length > 2000) throw new RangeError('is longer than 2,000 characters');
  return cell;
};

export function number({
  least = -Infinity,
  most = Infinity,
  above,
}: { least?: number; most?: number; above?: number } = {}) {
  const possible = (value: number) =>
    value >= least && value <= most && (above === undefined || value > above);
  return (cell: string): number => {
    const { value, behind } = numberOfCell(cell, possible);
    if (behind !== '') throw new RangeError(`has "${behind}" behind its number: write it without a unit`);
    if (above !== undefined && !(value > above)) throw new RangeError(`must be above ${above}`);
    if (value < least || value > most) throw new RangeError(`must lie between ${least} and ${most}`);
    return value;
  };
}

/** A plate made for either of two supplies, as files write it. */
export const DUAL_SUPPLY = '208/230';
const volts = number({ above: 0, most: 15000 });
/** Volts of a plate: a number, or 208/230 for one that is made for either. */
export const supply = (cell: string): number | string =>
  cell.replace(/\s/g, '') === DUAL_SUPPLY ? DUAL_SUPPLY : volts(cell);

export const day = (cell: string): string => {
  if (!isPlainDate(cell)) throw new RangeError('is not a day of the calendar written YYYY-MM-DD');
  return cell;
};

export function oneOf(allowed: readonly string[]) {
  const byWord = new Map(allowed.map((word) => [word.toLowerCase(), word]));
  return (cell: string): string => {
    const word = byWord.get(cell.toLowerCase());
    if (word === undefined) throw new RangeError(`is not one of ${allowed.join(', ')}`);
    return word;
  };
}

/** An ISO 8601 time; without an offset it is read in the given zone. Whole seconds. */
export const time = (cell: string, zone: string): string =>
  `${parseInstant(cell, zone).toISOString().slice(0, 19)}Z`;

const NAMES = new Map(Object.keys(REFRIGERANTS).map((name) => [name.toLowerCase().replace('-', ''), name]));

/**
 * A refrigerant number; spellings of known ones ("r410a") become the usual one, others must look like one.
 */
export const refrigerant = (cell: string): string => {
  const known = NAMES.get(cell.toLowerCase().replace(/[-\s]/g, ''));
  if (known) return known;
  if (!/^R-?\d{1,4}[A-Za-z()]{0,6}(\+R-?\d{1,4}[A-Za-z()]{0,6})*$/.test(cell))
    throw new RangeError('is not a refrigerant number such as R-410A');
  return cell;
};

/** Dollars and cents as whole cents. */
export const money = (cell: string): number => {
  const cents = centsTyped(cell);
  if (cents === undefined) throw new RangeError('is not an amount such as 1250 or 1250.50');
  return cents;
};

/** Opening hours of a week. */
export const hours = (cell: string): WeekHours => weekTyped(cell);

export const email = (cell: string): string => {
  if (!isEmail(cell)) throw new RangeError('is no e-mail address');
  return cell;
};
