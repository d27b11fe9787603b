import { saturationTemperature, STANDARD_ATMOSPHERE_PSI } from '#core/measuring/refrigerant';
import {
  atRest,
  coolingState,
  RATING_SURROUNDINGS,
  type CircuitState,
  type Machine,
  type MachineSpec,
  type Surroundings,
} from '#core/simulation';
import { CAUSES, causesOf, type CauseId } from './causes.ts';
import { vectorOf, type Conditions, type Shown } from './shown.ts';

/** One way in which a machine may be: sound, something wrong so far, or sound and built a little otherwise. */
export type Way =
  | { readonly as: 'sound' }
  | { readonly as: 'wrong'; readonly cause: CauseId; readonly level: number }
  | { readonly as: 'built otherwise'; readonly by: Otherwise };

/**
 * How machines of one plate differ, each by one standard deviation [from memory: makers' ranges]: what an
 * expectation is uncertain by before anybody has read this one when it was sound.
 */
const OTHERWISE = {
  'indoor air': (machine, around) => [machine, { ...around, air: around.air * 1.1 }],
  condenser: (machine, around) => [{ ...machine, condenser: machine.condenser * 1.25 }, around],
  'outdoor air': (machine, around) => [{ ...machine, rejectRate: machine.rejectRate * 1.15 }, around],
  evaporator: (machine, around) => [
    {
      ...machine,
      indoorCoil: {
        airSide: machine.indoorCoil.airSide * 1.15,
        refrigerantSide: machine.indoorCoil.refrigerantSide * 1.15,
      },
    },
    around,
  ],
  compressor: (machine, around) => [{ ...machine, efficiency: machine.efficiency * 1.06 }, around],
  charge: (machine, around) => [{ ...machine, chargeLb: machine.chargeLb * 1.04 }, around],
  feed: (machine, around) => [{ ...machine, flow: machine.flow * 1.08 }, around],
} as const satisfies Record<string, (machine: Machine, around: Surroundings) => [Machine, Surroundings]>;
export type Otherwise = keyof typeof OTHERWISE;
const OTHERWISE_NAMES = Object.keys(OTHERWISE) as Otherwise[];

/** Every way that is tabulated for a build, in the order of its surfaces. */
export const waysOf = (spec: Pick<MachineSpec, 'rejects' | 'device'>): Way[] => [
  { as: 'sound' },
  ...OTHERWISE_NAMES.map((by): Way => ({ as: 'built otherwise', by })),
  ...causesOf(spec).flatMap((cause) =>
    CAUSES[cause].levels.map((level): Way => ({ as: 'wrong', cause, level })),
  ),
];

/** The state of a machine in one way and what it stands in. */
export function stateOf(
  machine: Machine,
  way: Way,
  [outdoorF, returnF, returnWetF]: Conditions,
): CircuitState {
  const around: Surroundings = {
    ...RATING_SURROUNDINGS,
    ...(machine.spec.rejects === 'water' ? { waterF: outdoorF } : { outdoorF }),
    ...{ returnF, returnWetF: Math.min(returnWetF, returnF) },
  };
  switch (way.as) {
    case 'sound':
      return coolingState(machine, around);
    case 'built otherwise':
      return coolingState(...(OTHERWISE[way.by](machine, around) as [Machine, Surroundings]));
    case 'wrong': {
      const row = CAUSES[way.cause];
      const faults = row.faults(way.level);
      const so = row.around?.(around, way.level) ?? around;
      return way.cause === 'does not run' ? atRest(machine, so, faults) : coolingState(machine, so, faults);
    }
  }
}

/** Amps at the rating point, % of the rated load amps that a plate gives [common practice]. */
const RATED_AMPS_PCT = 86;

/** What gauges, clamps and probes would read of a state, as it is compared. */
export function shownBy(machine: Machine, state: CircuitState): Float64Array {
  const at = (curve: 'dew' | 'bubble', psia: number) =>
    saturationTemperature(machine.spec.refrigerant, curve, psia - STANDARD_ATMOSPHERE_PSI);
  const by = {
    evaporating: at('dew', state.suctionPsia),
    'suction line': state.suctionLineF,
    condensing: at('bubble', state.liquidPsia),
    'liquid line': state.liquidLineF,
    'after drier': state.afterRestrictionF,
    discharge: state.dischargeF,
    'condenser leaving': state.leavingOutdoorF,
    supply: state.supplyF,
    'supply wet bulb': state.supplyWetF,
    amps: (RATED_AMPS_PCT * state.compressorW) / machine.ratedCompressorW,
  } satisfies Record<Shown, number>;
  return vectorOf(by);
}
