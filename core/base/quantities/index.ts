/** Quantities of the trade: units, bounds, conversions, and the units a person reads. */
export * from './quantities.ts';
export * from './shown.ts';
export * from './said.ts';
export * from './typed.ts';
export { unitWritten } from './unitWords.ts';
