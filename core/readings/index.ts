/** Reading sets: what one look at a running unit says, all readings together. */
export * from './points.ts';
export * from './results.ts';
export * from './doubts.ts';
