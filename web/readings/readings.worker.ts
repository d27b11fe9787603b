import { expose } from 'comlink';
import type { ReadingSet } from '#core/evidence';
import {
  buildsFor,
  fileOf,
  judged,
  unpackedSurfaces,
  type Build,
  type Circuit,
  type Judged,
  type Surface,
} from '#core/judging/readings';

/** What was fetched stays with the worker; what failed is asked for again. */
const kept = new Map<string, Surface[]>();
async function surfacesOf(build: Build): Promise<Surface[]> {
  const file = fileOf(build);
  const known = kept.get(file);
  if (known) return known;
  const response = await fetch(`/expected/${file}`).catch(() => undefined);
  if (!response?.ok) throw new Error('what a sound machine would read is not on this device');
  const surfaces = unpackedSurfaces(new Uint8Array(await response.arrayBuffer()));
  kept.set(file, surfaces);
  return surfaces;
}

const worker = {
  judge: async (
    set: ReadingSet,
    circuit: Circuit,
    healthy: readonly ReadingSet[],
    lowestOutdoorF: number,
  ): Promise<Judged> => {
    const surfaces = await Promise.all(buildsFor(circuit).map(surfacesOf));
    return judged(set, circuit, surfaces, { healthy, lowestOutdoorF });
  },
};
export type ReadingsWorker = typeof worker;
expose(worker);
