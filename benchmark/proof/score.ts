import { readFileSync } from 'node:fs';
import { READING_POINTS, type ReadingPoint, type ReadingSet } from '#core/evidence';
import { buildsFor, fileOf, judged, offeredOf, unpackedSurfaces } from '#core/judging/readings';
import type { Build, Judged, Surface } from '#core/judging/readings';
import { GROUPS, type Read, type Wrong } from './cases.ts';
import type { Drawn } from './drawn.ts';

/** What is said of a case: the likeliest first, and whether any of it is offered as a finding, gates left aside. */
export interface Verdict {
  readonly said: Judged['groups'];
  readonly offered: boolean;
  /** Something that was read is said to be read again. */
  readonly doubted: boolean;
}

/** The expectations that ship with the application, made from no more than the plate. */
const surfaces = new Map<string, Surface[]>();
function surfacesOf(build: Build): Surface[] {
  const file = new URL(`../../web/public/expected/${fileOf(build)}`, import.meta.url);
  const made = surfaces.get(file.href) ?? unpackedSurfaces(new Uint8Array(readFileSync(file)));
  surfaces.set(file.href, made);
  return made;
}

const setOf = ({ points, outdoorF }: Read): ReadingSet => ({
  readings: Object.entries(points).map(([point, value]) => ({
    point: point as ReadingPoint,
    value,
    unit: READING_POINTS[point as ReadingPoint].unit,
  })),
  mode: 'cooling',
  ...(outdoorF !== undefined && { outdoorF }),
});

/** What the readings of a case are said to mean; undefined where they have to be completed or read again first. */
export function verdictOn({ record, read, healthy }: Drawn): Verdict | undefined {
  const { refrigerant, device, rlaA } = record;
  const circuit = { refrigerant, device, rejects: 'air', rlaA } as const;
  try {
    const surfaces = buildsFor(circuit).map(surfacesOf);
    const { groups, doubts } = judged(setOf(read), circuit, surfaces, { healthy: healthy.map(setOf) });
    if (groups.length === 0) return undefined;
    const doubted = doubts.length > 0;
    return { said: groups, offered: offeredOf(groups) !== undefined && !doubted, doubted };
  } catch (error) {
    // A pressure that no curve knows: what is read is asked about, and nothing concluded.
    if (error instanceof RangeError) return undefined;
    throw error;
  }
}

export const groupsOf = ({ truth }: Drawn): string[] => truth.map((one) => GROUPS[one as Wrong] ?? one);
