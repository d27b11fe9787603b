import type { PartId } from '#core/machine';
import type { MachineSpec } from './spec.ts';

/**
 * What can be wrong with a simulated machine, each from 0 (sound) to 1 (as bad as it gets), and the part that
 * is at fault. Low charge and overcharge are shares of the charge.
 */
export const FAULTS = {
  'low charge': { says: 'part of the charge is gone', part: 'refrigerant circuit' },
  overcharge: { says: 'more than the plate says', part: 'refrigerant circuit' },
  'liquid-line restriction': { says: 'a drier or strainer in the way of the liquid', part: 'filter-drier' },
  'valve stuck open': { says: 'the metering device lets too much through', part: 'metering device' },
  'valve stuck shut': { says: 'the metering device lets too little through', part: 'metering device' },
  'valve missing': { says: 'nothing meters at all', part: 'metering device' },
  'valve hunting': { says: 'the valve opens and shuts by turns', part: 'metering device' },
  'condenser fouled': {
    says: 'dirt on the surface of the condenser',
    part: 'condenser coil',
    only: 'outdoor air',
  },
  'condenser fan dead': {
    says: 'hardly any air through the condenser',
    part: 'condenser fan motor',
    only: 'outdoor air',
  },
  'low indoor air': { says: 'too little air over the evaporator', part: 'filter' },
  'compressor leakage': { says: 'gas slips back through the compressor', part: 'compressor' },
  'non-condensables': { says: 'air or nitrogen in the circuit', part: 'refrigerant circuit' },
  'reversed rotation': { says: 'a three-phase compressor turns backwards', part: 'wiring' },
  'open overload': { says: 'the internal overload is out', part: 'compressor' },
  'phase loss': { says: 'one leg of the supply is gone', part: 'disconnect or breaker' },
  'unbalanced supply': { says: 'the legs of the supply differ', part: 'disconnect or breaker' },
  'low water flow': { says: 'too little water through the coil', part: 'pump or loop', only: 'loop water' },
  'tower fan dead': { says: 'the loop is not cooled', part: 'pump or loop', only: 'loop water' },
  'reversing valve stuck': {
    says: 'it stays in the mode it was in',
    part: 'reversing valve',
    only: 'heat pump',
  },
  'reversing valve leaking': {
    says: 'hot gas slips into the suction',
    part: 'reversing valve',
    only: 'heat pump',
  },
  'check valve leaking': {
    says: 'liquid passes beside the metering device of heating',
    part: 'check valve',
    only: 'air heat pump',
  },
  'check valve stuck shut': {
    says: 'in heating liquid has to pass both metering devices',
    part: 'check valve',
    only: 'air heat pump',
  },
  'defrost not working': {
    says: 'frost stays on the outdoor coil',
    part: 'defrost control',
    only: 'air heat pump',
  },
  'strip heat out': { says: 'elements do not come on', part: 'heat strip', only: 'heat strips' },
  'weak flame': { says: 'the flame signal is low', part: 'flame sensor', only: 'gas heat' },
  'high gas pressure': { says: 'the manifold is set too high', part: 'gas valve', only: 'gas heat' },
  'low combustion air': { says: 'the burners get too little air', part: 'inducer', only: 'gas heat' },
  'holed exchanger': { says: 'flue gas and supply air meet', part: 'heat exchanger', only: 'gas heat' },
  'clogged drain': { says: 'the pan does not run off', part: 'drain' },
} as const satisfies Record<string, { readonly says: string; readonly part: PartId; readonly only?: Needs }>;

/** What a machine must have for a fault to be possible. */
type Needs = 'outdoor air' | 'loop water' | 'heat pump' | 'air heat pump' | 'heat strips' | 'gas heat';
export type Fault = keyof typeof FAULTS;
export const FAULT_NAMES = Object.keys(FAULTS) as Fault[];
export type Faults = Readonly<Partial<Record<Fault, number>>>;

/** The faults that a machine of this build can have. */
export function faultsOf(spec: MachineSpec): Fault[] {
  const has: Readonly<Record<Needs, boolean>> = {
    'outdoor air': spec.rejects === 'air',
    'loop water': spec.rejects === 'water',
    'heat pump': spec.heatPump,
    'air heat pump': spec.heatPump && spec.rejects === 'air',
    'heat strips': spec.stripKw > 0,
    'gas heat': spec.heatInputBtuh > 0,
  };
  return FAULT_NAMES.filter((name) => {
    const fault: { readonly says: string; readonly only?: Needs } = FAULTS[name];
    return fault.only === undefined || has[fault.only];
  });
}

/** Strength of a fault, 0 where there is none. @throws RangeError outside 0 to 1 */
export function strength(faults: Faults, fault: Fault): number {
  const value = faults[fault] ?? 0;
  if (!(value >= 0 && value <= 1)) throw new RangeError(`${fault} runs from 0 to 1, not ${value}`);
  return value;
}

/** Faults under which the compressor does not run. */
export const stopsCompressor = (faults: Faults): boolean =>
  strength(faults, 'open overload') >= 0.5 ||
  strength(faults, 'phase loss') >= 0.5 ||
  strength(faults, 'clogged drain') >= 0.9;
