import { sensibleFactor } from '#core/measuring/air';
import { strength, type Faults } from './faults.ts';
import type { Machine } from './spec.ts';
import type { Opened, Surroundings } from './state.ts';

/** Gas heat of a simulated machine: firing steadily, or with the burners off because a safety has opened. */
export interface HeatState {
  readonly manifoldInWc: number;
  readonly inputBtuh: number;
  readonly outputBtuh: number;
  readonly riseF: number;
  readonly supplyF: number;
  /** Flue gas with the blower running, and before it comes on: a hole shows in the difference. */
  readonly o2Pct: number;
  readonly o2BeforeBlowerPct: number;
  readonly coPpm: number;
  readonly supplyCoPpm: number;
  readonly flameMicroAmps: number;
  /** The safety that has opened: the gas valve is shut, the blower runs, nothing is heated. */
  readonly opens?: Opened | undefined;
}

const RATED_MANIFOLD = 3.5;
/**
 * Combustion air for rated input, as a multiple of what the gas needs; an induced-draft burner [common
 * practice: 8 % O₂].
 */
const AIR_RATIO = 1.62;
/** With less air than this carbon monoxide begins to form [common practice]. */
const CLEAN_RATIO = 1.45;
/**
 * Carbon monoxide of a flame that lacks air altogether, ppm for each share of it that lacks [common
 * practice].
 */
const RICH_CO_PPM = 150_000;
const EFFICIENCY = 0.8;
const LIMIT_F = 190;
/** The pressure switch lets go where the inducer draws less than this of its air. */
const DRAFT_SHARE = 0.58;
/** A hole disturbs the flame, and lets flue gas into the supply air, only from this size on. */
const HOLE_DISTURBS = 0.6;

/**
 * Heat at full fire: input by the orifice, flue oxygen by the air that the inducer draws whatever the gas
 * does, rise by the air that passes. Overfiring and too little combustion air make carbon monoxide. A hole
 * lets blower air into the flue and need not make any: low CO clears no exchanger.
 *
 * @throws RangeError for a machine without gas heat
 */
export function heatState(machine: Machine, around: Surroundings, faults: Faults = {}): HeatState {
  const rated = machine.spec.heatInputBtuh;
  if (!(rated > 0)) throw new RangeError('this machine has no gas heat');
  const holed = strength(faults, 'holed exchanger');
  const manifoldInWc = RATED_MANIFOLD * (1 + 0.6 * strength(faults, 'high gas pressure'));
  const inputBtuh = rated * Math.sqrt(manifoldInWc / RATED_MANIFOLD);
  const draft = 1 - 0.5 * strength(faults, 'low combustion air');
  const burns = (AIR_RATIO * draft) / (inputBtuh / rated);
  const disturbed = Math.max(0, holed - HOLE_DISTURBS);
  const coPpm =
    12 +
    2500 * Math.max(0, CLEAN_RATIO - burns) ** 1.5 +
    RICH_CO_PPM * Math.max(0, 1 - burns) +
    600 * disturbed;
  // Humidity plays no part here.
  const mixedF = around.returnF + around.outdoorAirShare * (around.outdoorF - around.returnF);
  const cfm = machine.ratedCfm * around.air * (1 - 0.75 * strength(faults, 'low indoor air'));
  // What finds no air does not burn.
  const outputBtuh = inputBtuh * Math.min(1, burns) * EFFICIENCY;
  const riseF = outputBtuh / (sensibleFactor() * cfm);
  const opens: Opened | undefined =
    draft < DRAFT_SHARE
      ? { safety: 'draft pressure switch', limit: DRAFT_SHARE * 100, seen: draft * 100, unit: '%' }
      : mixedF + riseF > LIMIT_F
        ? { safety: 'high limit', limit: LIMIT_F, seen: mixedF + riseF, unit: '°F' }
        : undefined;
  if (opens)
    return {
      manifoldInWc: 0,
      inputBtuh: 0,
      outputBtuh: 0,
      riseF: 0,
      supplyF: mixedF,
      o2Pct: AMBIENT_O2,
      o2BeforeBlowerPct: AMBIENT_O2,
      coPpm: 0,
      supplyCoPpm: 0,
      flameMicroAmps: 0,
      opens,
    };
  return {
    manifoldInWc,
    inputBtuh,
    outputBtuh,
    riseF,
    supplyF: mixedF + riseF,
    // Blower air that comes through the hole thins the flue gas and blows on the flame.
    o2Pct: oxygen(burns + 0.5 * holed),
    o2BeforeBlowerPct: oxygen(burns),
    coPpm: (coPpm * burns) / (burns + 0.5 * holed),
    supplyCoPpm: (disturbed * coPpm) / 20,
    flameMicroAmps: 4.2 * (1 - 0.85 * strength(faults, 'weak flame')) * (1 - 0.35 * holed),
  };
}

const AMBIENT_O2 = 20.9;
/**
 * Oxygen left in flue gas of this air ratio, % (stoichiometry, dry, to within a few tenths); none where gas
 * is left over.
 */
const oxygen = (ratio: number): number => AMBIENT_O2 * Math.max(0, 1 - 1 / ratio);
