/** Air side: what the air did on its way through the unit. */
export * from './air.ts';
export * from './flow.ts';
