/**
 * What readings of a refrigerant circuit say, in magnitudes: each cause at each strength, as the simulated machine
 * would show it in this weather and load, against what was read.
 */
export { bandRows } from './banded.ts';
export { buildsFor, judged, offeredOf, type Circuit, type Judged, type Likely } from './judge.ts';
export { buildsOf, fileOf, packedSurfaces, specOf, unpackedSurfaces, type Build } from './packed.ts';
export type { Surface } from './surfaces.ts';
export { tabulated } from './tabulate.ts';
export { standsOut, type Compared } from './terms.ts';
