/**
 * A time that somebody was told, that was promised, or that the priority asks for. It can be broken, at a
 * price, and a broken one still presses.
 */
export interface Limit {
  readonly kind: 'told' | 'promised' | 'wanted';
  /** The day it is for, from the first one planned; below zero where that has gone by. */
  readonly day: number;
  /** Of a told window: work begins no sooner. Minutes since midnight. */
  readonly from?: number | undefined;
  /** Work begins by then, minutes since midnight. */
  readonly by: number;
  /** It has gone by whatever is planned: it presses, and no place is to blame for it. */
  readonly gone?: true | undefined;
}

/** Whatever is bound by such times. */
interface Limited {
  readonly limits?: readonly Limit[] | undefined;
}

interface Price {
  /** What a beginning costs that is later than `by` by more than so many minutes, in all. */
  readonly steps: readonly (readonly [over: number, cost: number])[];
  /** What a later day costs at once, and each day of it; a told one binds before its day as well. */
  readonly otherDay: number;
  readonly eachDay: number;
}

/**
 * What breaking each kind costs, minutes on the road [our choice]: a customer who waits longer minds it in
 * steps, not by the minute. A promise is worth more than leaving the rest of a bad day as it is (180). All of
 * them cost less than leaving a call out.
 */
export const LIMIT_PRICES: Readonly<Record<Limit['kind'], Price>> = {
  told: {
    steps: [
      [0, 60],
      [30, 120],
      [60, 240],
      [120, 400],
    ],
    otherDay: 600,
    eachDay: 100,
  },
  promised: {
    steps: [
      [0, 240],
      [30, 360],
      [60, 600],
      [120, 900],
    ],
    otherDay: 1200,
    eachDay: 200,
  },
  // Each day of it is in the job's due day.
  wanted: {
    steps: [
      [0, 60],
      [60, 120],
      [120, 200],
      [240, 320],
    ],
    otherDay: 400,
    eachDay: 0,
  },
};

/** What the limits of a job cost on a day by the day alone, whenever work begins. */
export const dayCost = ({ limits = [] }: Limited, day: number): number =>
  limits.reduce((sum, limit) => {
    const { otherDay, eachDay } = LIMIT_PRICES[limit.kind];
    const away = limit.kind === 'told' ? Math.abs(day - limit.day) : Math.max(0, day - limit.day);
    return away === 0 ? sum : sum + otherDay + eachDay * away;
  }, 0);

/**
 * What beginning later costs on a day, as pairs: past so many minutes since midnight so much more. Undefined
 * where nothing is told, promised or wanted for that day.
 */
export function lateSteps({ limits = [] }: Limited, day: number): Float64Array | undefined {
  const pairs = limits.flatMap((limit) => {
    if (limit.day !== day) return [];
    const { steps } = LIMIT_PRICES[limit.kind];
    return steps.flatMap(([over, cost], k) => [limit.by + over, cost - (steps[k - 1]?.[1] ?? 0)]);
  });
  return pairs.length > 0 ? Float64Array.from(pairs) : undefined;
}

/** What a beginning costs by such steps. */
export function lateCost(steps: Float64Array | undefined, startAt: number): number {
  let cost = 0;
  if (steps) for (let k = 0; k < steps.length; k += 2) if (startAt > steps[k]! + 1e-9) cost += steps[k + 1]!;
  return cost;
}

/** Hours with nothing before a told window that is open long enough; the crew waits for it. */
export function notBefore<W extends { readonly day: number; readonly open: number; readonly close: number }>(
  hours: W[],
  { limits = [] }: Limited,
  minutes: number,
): W[] {
  const told = hours[0] && limits.find(({ from, day }) => from !== undefined && day === hours[0]?.day);
  if (!told) return hours;
  const later = hours
    .map((window) => ({ ...window, open: Math.max(window.open, told.from as number) }))
    .filter(({ open, close }) => close - open >= minutes - 1e-9);
  return later.length > 0 ? later : hours;
}

/** Which limits a beginning breaks that could still be kept. */
export const brokenLimits = ({ limits = [] }: Limited, day: number, startAt: number): Limit[] =>
  limits.filter((limit) => {
    if (limit.gone) return false;
    if (day > limit.day || (limit.kind === 'told' && day < limit.day)) return true;
    return day === limit.day && (startAt > limit.by + 1e-9 || startAt < (limit.from ?? 0) - 1e-9);
  });
