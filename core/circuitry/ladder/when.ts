import type { Rung } from './types.ts';

/** Rungs that a machine has or has not. */
export const when = (has: boolean, ...rungs: readonly Rung[]): readonly Rung[] => (has ? rungs : []);
