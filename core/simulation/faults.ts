/**
 * What can be wrong with a simulated machine, each from 0 (sound) to 1 (as bad as it gets while it still
 * runs).
 */
export const FAULTS = {
  'low charge': 'part of the charge is gone',
  overcharge: 'more than the plate says',
  'liquid-line restriction': 'a drier or strainer in the way of the liquid',
  'valve stuck open': 'the metering device lets too much through',
  'valve stuck shut': 'the metering device lets too little through',
  'valve missing': 'nothing meters at all',
  'valve hunting': 'the valve opens and shuts by turns',
  'condenser fouled': 'dirt on the surface of the condenser',
  'condenser fan dead': 'hardly any air through the condenser',
  'low indoor air': 'too little air over the evaporator',
  'compressor leakage': 'gas slips back through the compressor',
  'non-condensables': 'air or nitrogen in the circuit',
  'reversed rotation': 'a three-phase compressor turns backwards',
  'open overload': 'the internal overload is out',
  'phase loss': 'one leg of the supply is gone',
  'unbalanced supply': 'the legs of the supply differ',
  'weak flame': 'the flame signal is low',
  'high gas pressure': 'the manifold is set too high',
  'holed exchanger': 'flue gas and supply air meet',
  'clogged drain': 'the pan does not run off',
} as const;
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
