import { typedNumber } from '#core/base/quantities';

/*
 * Money is whole cents, everywhere: a price, a limit, an hour. What is worked out is rounded once, at the line it
 * stands on, and totals add the lines as they are shown, so that nobody adds them up to something else.
 */

/**
 * The nearest whole number of so many cents: half goes away from zero, as on a bill.
 *
 * @example toNearest(1240.5) // 1241
 * @example toNearest(-1240.5) // -1241
 * @example toNearest(123_456, 100) // 123_500, whole dollars
 */
export function toNearest(cents: number, step = 1): number {
  // A product such as 1.005 × 100 falls short of its half by less than a millionth of a cent.
  const steps = Math.abs(cents) / step;
  return (Math.sign(cents) * Math.floor(steps + 0.5 + 1e-9) || 0) * step;
}

/** @example dollars(480_000) // "$4,800" */
export function dollars(cents: number): string {
  const whole = cents % 100 === 0;
  return (cents / 100).toLocaleString('en-US', {
    style: 'currency',
    currency: 'USD',
    minimumFractionDigits: whole ? 0 : 2,
  });
}

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
