/** A network of sources, impedances and transformers, solved in phasors: volts, amps and what a meter shows. */
export { across, solve, ohmmeter, METER_OHMS, type Element, type Phasor, type Solution } from './solve.ts';
