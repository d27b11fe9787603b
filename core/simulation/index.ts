/**
 * A simulated machine: balances of mass, energy and charge, with faults; it knows nothing of how faults are
 * told apart.
 */
export * from './fluid.ts';
export * from './spec.ts';
export * from './machine.ts';
export * from './faults.ts';
export * from './state.ts';
export * from './safeties.ts';
export * from './run.ts';
export { atRest } from './stopped.ts';
export * from './heat.ts';
export * from './power.ts';
export * from './transient.ts';
export * from './instrument.ts';
