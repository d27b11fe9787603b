import { strength, type Faults } from './faults.ts';
import type { CoolingState } from './state.ts';

/**
 * Time constant with which a machine settles after a change, minutes [common practice: about ten to settle].
 */
const SETTLING_MIN = 3.5;
/** One swing of a hunting valve, minutes [common practice]. */
const SWING_MIN = 2.2;

/**
 * The state some minutes after a change: every quantity closes in on its new steady value. A hunting valve
 * swings about it for ever. Slow on purpose: pressures that part within seconds are not shown.
 */
export function settling(
  from: CoolingState,
  to: CoolingState,
  minutes: number,
  faults: Faults = {},
): CoolingState {
  const left = Math.exp(-Math.max(0, minutes) / SETTLING_MIN);
  const entries = (Object.keys(to) as (keyof CoolingState)[]).map((key) => {
    const [a, b] = [from[key], to[key]];
    return [key, typeof a === 'number' && typeof b === 'number' ? b + (a - b) * left : b];
  });
  const state = Object.fromEntries(entries) as unknown as CoolingState;
  const hunting = strength(faults, 'valve hunting');
  if (hunting === 0 || !to.running) return state;
  const swing = Math.sin((2 * Math.PI * minutes) / SWING_MIN) * hunting;
  const superheatF = Math.max(0, state.superheatF + 9 * swing);
  const evaporatingF = state.evaporatingF - 3 * swing;
  return {
    ...state,
    superheatF,
    evaporatingF,
    suctionLineF: evaporatingF + superheatF,
    suctionPsia: state.suctionPsia * (1 - 0.055 * swing),
    liquidPsia: state.liquidPsia * (1 - 0.015 * swing),
    supplyF: state.supplyF + 1.2 * swing,
  };
}
