import { sensibleFactor } from '../airside/index.ts';
import { strength, type Faults } from './faults.ts';
import type { Machine } from './machine.ts';
import type { Surroundings } from './state.ts';

/** Gas heat of a simulated machine, firing steadily. */
export interface HeatState {
  readonly manifoldInWc: number;
  readonly inputBtuh: number;
  readonly outputBtuh: number;
  readonly riseF: number;
  readonly supplyF: number;
  readonly o2Pct: number;
  readonly coPpm: number;
  readonly supplyCoPpm: number;
  readonly flameMicroAmps: number;
  /** The high limit has opened: the burners are off and the blower runs. */
  readonly limitOpen: boolean;
}

const RATED_MANIFOLD = 3.5;
/**
 * Combustion air for rated input, as a multiple of what the gas needs; an induced-draft burner [common
 * practice: 8 % O₂].
 */
const AIR_RATIO = 1.62;
const EFFICIENCY = 0.8;
const LIMIT_F = 190;

/**
 * Heat at full fire: input by the orifice, flue oxygen by the air that the inducer draws whatever the gas
 * does, rise by the air that passes.
 *
 * @throws RangeError for a machine without gas heat
 */
export function heatState(machine: Machine, around: Surroundings, faults: Faults = {}): HeatState {
  const rated = machine.spec.heatInputBtuh;
  if (!(rated > 0)) throw new RangeError('this machine has no gas heat');
  const holed = strength(faults, 'holed exchanger');
  const manifoldInWc = RATED_MANIFOLD * (1 + 0.6 * strength(faults, 'high gas pressure'));
  const inputBtuh = rated * Math.sqrt(manifoldInWc / RATED_MANIFOLD);
  // Blower air that comes through the hole thins the flue gas and blows on the flame.
  const ratio = AIR_RATIO / (inputBtuh / rated) + 0.5 * holed;
  const o2Pct = 20.9 * (1 - 1 / ratio);
  const starved = Math.max(0, 1.25 - AIR_RATIO / (inputBtuh / rated));
  const coPpm = 12 + 2500 * starved ** 1.5 + 220 * holed;
  const cfm = machine.ratedCfm * around.air * (1 - 0.75 * strength(faults, 'low indoor air'));
  const outputBtuh = inputBtuh * EFFICIENCY;
  const riseF = outputBtuh / (sensibleFactor() * cfm);
  const mixed = around.returnF * (1 - around.outdoorAirShare) + around.outdoorF * around.outdoorAirShare;
  return {
    manifoldInWc,
    inputBtuh,
    outputBtuh,
    riseF,
    supplyF: mixed + riseF,
    o2Pct,
    coPpm,
    supplyCoPpm: holed > 0 ? (14 * holed * coPpm) / 200 : 0,
    flameMicroAmps: 4.2 * (1 - 0.85 * strength(faults, 'weak flame')) * (1 - 0.35 * holed),
    limitOpen: mixed + riseF > LIMIT_F,
  };
}
