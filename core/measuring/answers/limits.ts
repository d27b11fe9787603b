import type { Said } from '#core/base/quantities';
import type { Band } from './answer.ts';

/**
 * Company settings for measuring: limits for which the trade has habits, not numbers, and how high the
 * company works. A plate still wins. Defaults are common practice. Every change is dated.
 */
export interface MeasuringLimits {
  /** Height of the company's country above the sea, ft: air is thinner and gauges start lower up there. */
  readonly elevationFt: number;
  /** Outdoors below this nobody judges a charge by pressures, °F. */
  readonly chargeOutdoorF: number;
  readonly superheatLowF: number;
  readonly superheatHighF: number;
  readonly subcoolingLowF: number;
  readonly subcoolingHighF: number;
  readonly splitLowF: number;
  readonly splitHighF: number;
  readonly cfmPerTonLow: number;
  readonly cfmPerTonHigh: number;
  /** What counts as evacuated, µ. */
  readonly vacuumMicrons: number;
  readonly currentUnbalancePct: number;
  /** CO air-free that asks for action, ppm. */
  readonly coActPpm: number;
  /** CO in the air of a room that asks for its source, ppm. */
  readonly coRoomPpm: number;
}

export const DEFAULT_LIMITS: MeasuringLimits = {
  elevationFt: 0,
  chargeOutdoorF: 65,
  superheatLowF: 8,
  superheatHighF: 15,
  subcoolingLowF: 7,
  subcoolingHighF: 13,
  splitLowF: 16,
  splitHighF: 22,
  cfmPerTonLow: 350,
  cfmPerTonHigh: 450,
  vacuumMicrons: 500,
  currentUnbalancePct: 10,
  coActPpm: 100,
  coRoomPpm: 9,
};
export const LIMIT_NAMES = Object.keys(DEFAULT_LIMITS) as (keyof MeasuringLimits)[];

/** Where limits come from: the trade's habit as long as the company has not said otherwise. */
export const limitFrom = (
  limits: MeasuringLimits,
  ...names: readonly (keyof MeasuringLimits)[]
): 'common practice' | 'company setting' =>
  names.some((name) => limits[name] !== DEFAULT_LIMITS[name]) ? 'company setting' : 'common practice';

/** A band between two limits, with where it comes from. */
export function limitBand(
  limits: MeasuringLimits,
  low: keyof MeasuringLimits,
  high: keyof MeasuringLimits,
  source: Said,
): Band {
  return { low: limits[low], high: limits[high], from: limitFrom(limits, low, high), source };
}
