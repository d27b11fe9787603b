/** Electrical: what volts and amps per leg say together. */

export interface Unbalance {
  /** Percent: 100 × greatest deviation from the mean / mean. */
  readonly percent: number;
  readonly mean: number;
  readonly verdict: 'fine' | 'derate' | 'act' | 'do not run';
  readonly note: string;
}

/**
 * Voltage unbalance of three line-to-line voltages, NEMA MG 1: derate above 1 %, act above 2 %, never run above 5 %.
 *
 * @param volts the three pairs L1–L2, L2–L3, L3–L1
 * @throws RangeError unless three positive voltages are given
 * @example voltageUnbalance([462, 463, 455]).percent // 1.09
 */
export function voltageUnbalance(volts: readonly number[]): Unbalance {
  const { percent, mean } = unbalance(volts, 'voltage');
  if (percent > 5) return { percent, mean, verdict: 'do not run', note: 'Above 5 %: a three-phase motor must not run on this supply.' };
  if (percent > 2) return { percent, mean, verdict: 'act', note: 'Above 2 %: find the cause; call the utility if it stands at the service.' };
  if (percent > 1) return { percent, mean, verdict: 'derate', note: 'Above 1 %: motors run hotter and must be derated.' };
  return { percent, mean, verdict: 'fine', note: '' };
}

/** Current unbalance of three legs; above 10 % act [common practice]. @throws RangeError unless three positive currents */
export function currentUnbalance(amps: readonly number[]): Unbalance {
  const { percent, mean } = unbalance(amps, 'current');
  if (percent > 10)
    return { percent, mean, verdict: 'act', note: 'Above 10 %: roll the legs over and see whether it follows the supply or the motor.' };
  return { percent, mean, verdict: 'fine', note: '' };
}

function unbalance(legs: readonly number[], what: string): { percent: number; mean: number } {
  if (legs.length !== 3 || legs.some((leg) => !(leg > 0 && Number.isFinite(leg)))) {
    throw new RangeError(`${what} unbalance needs three readings above zero, got ${legs.join(', ') || 'none'}`);
  }
  const mean = legs.reduce((sum, leg) => sum + leg, 0) / 3;
  return { percent: (100 * Math.max(...legs.map((leg) => Math.abs(leg - mean)))) / mean, mean };
}
