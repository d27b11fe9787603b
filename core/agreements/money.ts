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

/**
 * Cents of an amount as people type it; undefined for what is no amount.
 *
 * @example centsTyped('$1,240.50') // 124050
 */
export function centsTyped(text: string): number | undefined {
  const bare = text
    .trim()
    .replace(/^\$\s*/, '')
    .replace(/,(?=\d{3}(\D|$))/g, '');
  return /^\d{1,9}(\.\d{1,2})?$/.test(bare) ? Math.round(Number(bare) * 100) : undefined;
}
