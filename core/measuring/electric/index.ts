/** Electrical: what volts and amps per leg say together. */
import { DEFAULT_LIMITS } from '#core/measuring/answers';
export * from './conductors.ts';
export * from './motors.ts';

interface Unbalance {
  /** Percent: 100 × greatest deviation from the mean / mean. */
  readonly percent: number;
  readonly mean: number;
  readonly verdict: 'fine' | 'derate' | 'act' | 'do not run';
  readonly note: string;
}

/**
 * Voltage unbalance of three line-to-line voltages, NEMA MG 1: derate above 1 %, act above 2 %, never run
 * above 5 %.
 *
 * @param volts the three pairs L1–L2, L2–L3, L3–L1
 * @throws RangeError unless three positive voltages are given
 * @example voltageUnbalance([462, 463, 455]).percent // 1.09
 */
export function voltageUnbalance(volts: readonly number[]): Unbalance {
  const { percent, mean } = unbalance(volts, 'voltage');
  if (percent > 5)
    return {
      percent,
      mean,
      verdict: 'do not run',
      note: 'Above 5 %: a three-phase motor must not run on this supply.',
    };
  if (percent > 2)
    return {
      percent,
      mean,
      verdict: 'act',
      note: 'Above 2 %: find the cause; call the utility if it stands at the service.',
    };
  if (percent > 1)
    return { percent, mean, verdict: 'derate', note: 'Above 1 %: motors run hotter and must be derated.' };
  return { percent, mean, verdict: 'fine', note: '' };
}

/**
 * Current unbalance of three legs; above 10 % act [common practice; company setting]. @throws RangeError
 * unless three positive currents
 */
export function currentUnbalance(
  amps: readonly number[],
  actPct = DEFAULT_LIMITS.currentUnbalancePct,
): Unbalance {
  const { percent, mean } = unbalance(amps, 'current');
  if (percent > actPct)
    return {
      percent,
      mean,
      verdict: 'act',
      note: `Above ${actPct} %: roll the legs over and see whether it follows the supply or the motor.`,
    };
  return { percent, mean, verdict: 'fine', note: '' };
}

function unbalance(legs: readonly number[], what: string): { percent: number; mean: number } {
  if (legs.length !== 3 || legs.some((leg) => !(leg > 0 && Number.isFinite(leg)))) {
    throw new RangeError(
      `${what} unbalance needs three readings above zero, got ${legs.join(', ') || 'none'}`,
    );
  }
  const mean = legs.reduce((sum, leg) => sum + leg, 0) / 3;
  return { percent: (100 * Math.max(...legs.map((leg) => Math.abs(leg - mean)))) / mean, mean };
}

/** Standard ratings of fuses and breakers, A [M, NEC 240.6(A)]. */
const STANDARD_A = [
  15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400, 450,
  500, 600, 700, 800, 1000, 1200, 1600, 2000,
];

const loadsOf = (loads: readonly number[]): { largest: number; rest: number } => {
  if (loads.length === 0 || loads.some((load) => !(load > 0 && Number.isFinite(load))))
    throw new RangeError(`loads must be amps above zero, got ${loads.join(', ') || 'none'}`);
  const largest = Math.max(...loads);
  return { largest, rest: loads.reduce((sum, load) => sum + load, 0) - largest };
};

/**
 * Minimum circuit ampacity of a machine: 1.25 × its largest motor load + the rest, A [M, NEC 440].
 *
 * @param loads rated-load or full-load amps of everything that can run at once
 * @example minimumCircuitAmpacity([22.4, 3.9, 1.8]) // 33.7
 */
export function minimumCircuitAmpacity(loads: readonly number[]): number {
  const { largest, rest } = loadsOf(loads);
  return 1.25 * largest + rest;
}

/**
 * Maximum overcurrent protection of a machine: 2.25 × its largest motor load + the rest, next standard size
 * down, A [M, NEC 440]; never below the minimum ampacity, where it is the next size above that [M, UL
 * 60335-2-40].
 *
 * @example maximumProtection([22.4, 3.9, 1.8]) // 50
 * @throws RangeError for loads beyond the standard sizes
 */
export function maximumProtection(loads: readonly number[]): number {
  const { largest, rest } = loadsOf(loads);
  const most = 2.25 * largest + rest;
  // Many small motors: the next size down may not carry what they draw. Then it is the next size above that,
  // as it is below the smallest standard size, where a machine with so small a load shares its circuit.
  const least = minimumCircuitAmpacity(loads);
  const size = STANDARD_A.findLast((a) => a <= most && a >= least) ?? STANDARD_A.find((a) => a >= least);
  if (size === undefined) throw new RangeError(`${Math.round(least)} A lie beyond the standard sizes`);
  return size;
}
