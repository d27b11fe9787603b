/** The roof plan: what is drawn, whether it can be, and how two people's changes are joined. */
export * from './geometry.ts';
export * from './plan.ts';
export * from './problems.ts';
export * from './merge.ts';
export * from './history.ts';
