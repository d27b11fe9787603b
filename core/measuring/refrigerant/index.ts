/** Refrigerants: saturation curves, superheat and subcooling, and when a charge must not be judged yet. */
export { REFRIGERANTS, type RefrigerantName } from './curves.ts';
export * from './saturation.ts';
export * from './charge.ts';
export * from './cycle.ts';
export * from './otherGas.ts';
