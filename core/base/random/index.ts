/** A source of numbers in [0, 1); always seeded by the caller, so that every run can be repeated. */
export type Random = () => number;

const { PI, cos, floor, imul, log, sqrt } = Math;

/**
 * A small seeded generator (mulberry32 construction: a 32-bit counter, mixed by multiply and xor-shift).
 * Good enough for search heuristics and demo data; not for anything secret.
 *
 * @param seed any integer; the same seed always gives the same sequence
 */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = state;
    mixed = imul(mixed ^ (mixed >>> 15), mixed | 1);
    mixed ^= mixed + imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** A whole number from `low` to `high`, both included. */
export function wholeBetween(random: Random, low: number, high: number): number {
  return low + floor(random() * (high - low + 1));
}

/**
 * One element of a list.
 * @throws RangeError when the list is empty
 */
export function oneOf<T>(random: Random, list: readonly T[]): T {
  if (list.length === 0) throw new RangeError('oneOf needs a list with at least one element');
  return list[floor(random() * list.length)] as T;
}

/** A normally distributed number (Box–Muller), mean 0 and standard deviation 1. */
export function normal(random: Random): number {
  const u = 1 - random();
  return sqrt(-2 * log(u)) * cos(2 * PI * random());
}
