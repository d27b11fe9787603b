/**
 * What readings of a refrigerant circuit say, in magnitudes: each cause at each strength, as the simulated machine
 * would show it in this weather and load, against what was read.
 */
export { CAUSES, CAUSE_IDS, GROUPS, type CauseId, type Group } from './causes.ts';
export { expectedFrom, solvedAnew, type Expected } from './expected.ts';
export { ownOf } from './own.ts';
export { ranked, type Ranking, type Standing } from './ranked.ts';
export { seenIn, SHOWN, type Seen } from './shown.ts';
export type { Surface } from './surfaces.ts';
export { tabulated } from './tabulate.ts';
