import type { PartId } from '../machine/index.ts';

/**
 * What can be wrong with a simulated machine, each from 0 (sound) to 1 (as bad as it gets while it still
 * runs), and the part that is at fault.
 */
export const FAULTS = {
  'low charge': { says: 'part of the charge is gone', part: 'refrigerant circuit' },
  overcharge: { says: 'more than the plate says', part: 'refrigerant circuit' },
  'liquid-line restriction': { says: 'a drier or strainer in the way of the liquid', part: 'filter-drier' },
  'valve stuck open': { says: 'the metering device lets too much through', part: 'metering device' },
  'valve stuck shut': { says: 'the metering device lets too little through', part: 'metering device' },
  'valve missing': { says: 'nothing meters at all', part: 'metering device' },
  'valve hunting': { says: 'the valve opens and shuts by turns', part: 'metering device' },
  'condenser fouled': { says: 'dirt on the surface of the condenser', part: 'condenser coil' },
  'condenser fan dead': { says: 'hardly any air through the condenser', part: 'condenser fan motor' },
  'low indoor air': { says: 'too little air over the evaporator', part: 'filter' },
  'compressor leakage': { says: 'gas slips back through the compressor', part: 'compressor' },
  'non-condensables': { says: 'air or nitrogen in the circuit', part: 'refrigerant circuit' },
  'reversed rotation': { says: 'a three-phase compressor turns backwards', part: 'wiring' },
  'open overload': { says: 'the internal overload is out', part: 'compressor' },
  'phase loss': { says: 'one leg of the supply is gone', part: 'disconnect or breaker' },
  'unbalanced supply': { says: 'the legs of the supply differ', part: 'disconnect or breaker' },
  'weak flame': { says: 'the flame signal is low', part: 'flame sensor' },
  'high gas pressure': { says: 'the manifold is set too high', part: 'gas valve' },
  'holed exchanger': { says: 'flue gas and supply air meet', part: 'heat exchanger' },
  'clogged drain': { says: 'the pan does not run off', part: 'drain' },
} as const satisfies Record<string, { readonly says: string; readonly part: PartId }>;
export type Fault = keyof typeof FAULTS;
export const FAULT_NAMES = Object.keys(FAULTS) as Fault[];
export type Faults = Readonly<Partial<Record<Fault, number>>>;

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
