import type { LadderPlate } from './plate.ts';
import type { Rung } from './types.ts';

/** Disconnect and fuse of a machine on one leg. */
export const legRungs = (): Rung[] => [
  { kind: 'disconnect', id: 'disconnect 1', part: 'disconnect or breaker', a: 'L1', b: 'D1' },
  {
    ...{ kind: 'fuse', id: 'fuse 1', part: 'disconnect or breaker', a: 'D1', b: 'F1' },
    ...{ amps: 15, slow: true },
  },
];

/** A small transformer on one leg with its control fuse. */
export const smallTransformer = (hot: string, { volts }: LadderPlate): Rung[] => [
  {
    ...{ kind: 'transformer', id: 'transformer', part: 'transformer', primary: [hot, 'N'] },
    ...{ secondary: ['R0', 'C'], ratio: 26.5 / volts, ohms: 1.5, dc: { primary: 20, secondary: 1 } },
  },
  { kind: 'fuse', id: 'control fuse', part: 'control fuse', a: 'R0', b: 'R', amps: 3 },
];
