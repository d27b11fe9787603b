import { typedNumber } from '#core/base/quantities';
import type { Price } from './terms.ts';

/** @example dollars(480_000) // "$4,800" */
export function dollars(cents: number): string {
  const whole = cents % 100 === 0;
  return (cents / 100).toLocaleString('en-US', {
    style: 'currency',
    currency: 'USD',
    minimumFractionDigits: whole ? 0 : 2,
  });
}

/** @example priceWords({ cents: 480_000, per: 'year' }) // "$4,800 a year" */
export const priceWords = ({ cents, per }: Price): string => `${dollars(cents)} a ${per}`;

/** Most that an amount can be, cents. */
const MOST_CENTS = 1e11;

/**
 * Cents of an amount as people type it; undefined for what is none, has part of a cent or can be read in two
 * ways. Nobody writes thousandths of a dollar: a comma before three digits parts thousands.
 *
 * @example centsTyped('$1,240.50') // 124050
 */
export function centsTyped(text: string): number | undefined {
  try {
    const { value, mark, behind } = typedNumber(text.trim().replace(/^\$\s*/, ''));
    const cents = Math.round(value * 100);
    const whole = Math.abs(value * 100 - cents) < 1e-6;
    return behind === '' && mark !== '.' && whole && cents >= 0 && cents < MOST_CENTS ? cents : undefined;
  } catch (error) {
    if (error instanceof RangeError) return undefined;
    throw error;
  }
}
