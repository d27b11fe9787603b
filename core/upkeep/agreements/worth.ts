/*
 * What an agreement costs against what it yields. Maintained machines fail less, but nobody can say of one
 * call that it would have come; all that is on record is how often the machines of others call that nobody
 * maintains.
 */

/** Calls that were failures, and the years of all machines together in which they came. */
export interface CallRate {
  readonly calls: number;
  readonly unitYears: number;
}

export interface CallsAvoided {
  /** Calls a year and machine. */
  readonly own: number;
  readonly others: number;
  /** Calls a year that did not come, for all machines of the customer; below 0 where more came. */
  readonly aYear: number;
  /** The same, as far as chance alone goes: nine times in ten it lies between these. */
  readonly low: number;
  readonly high: number;
  /** True where chance alone may be all there is to it. */
  readonly mayBeChance: boolean;
}

/** Nine of ten draws of a normal lie within so many standard deviations. */
const NINE_OF_TEN = 1.645;
/** With fewer calls of others on record nothing is compared [our choice]. */
const LEAST_CALLS = 20;

/**
 * Calls that maintenance may have spared a customer: its rate against that of machines nobody maintains, with
 * the range that chance alone leaves (the counts as Poisson, their difference as normal [standard result]).
 * It says nothing of other reasons why machines differ: age, make, use.
 *
 * @param units machines of the customer today
 * @returns undefined where too few calls or years are on record to compare
 */
export function callsAvoided(own: CallRate, others: CallRate, units: number): CallsAvoided | undefined {
  if (others.calls < LEAST_CALLS || own.unitYears < 1 || others.unitYears < 1 || units === 0)
    return undefined;
  const [a, b] = [own.calls / own.unitYears, others.calls / others.unitYears];
  // A count of none still leaves room for one.
  const variance = Math.max(own.calls, 1) / own.unitYears ** 2 + others.calls / others.unitYears ** 2;
  const spread = NINE_OF_TEN * Math.sqrt(variance) * units;
  const aYear = (b - a) * units;
  return {
    own: a,
    others: b,
    aYear,
    low: aYear - spread,
    high: aYear + spread,
    mayBeChance: aYear - spread <= 0 && aYear + spread >= 0,
  };
}
