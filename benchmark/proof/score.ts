import { READING_POINTS, type ReadingPoint, type ReadingSet } from '#core/evidence';
import {
  byGroup,
  conditionsOf,
  expectedFrom,
  ownOf,
  ranked,
  seenIn,
  tabulated,
  type Expected,
  type Seen,
  type Surface,
} from '#core/judging/readings';
import { USUAL_SPEC, usualEer, type MachineSpec } from '#core/simulation';
import { GROUPS, type Read, type Wrong } from './cases.ts';
import type { Drawn } from './drawn.ts';

/** What is said of a case, the likeliest first. */
export type Verdict = ReturnType<typeof byGroup>;

const surfaces = new Map<string, Surface[]>();
function surfacesOf(spec: MachineSpec): Surface[] {
  const key = `${spec.refrigerant} ${spec.device}`;
  const made = surfaces.get(key) ?? tabulated(spec);
  surfaces.set(key, made);
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

function readAs(spec: MachineSpec, read: Read, rlaA: number): { seen: Seen; expected: Expected } | undefined {
  try {
    const seen = seenIn(setOf(read), spec.refrigerant, { rlaA });
    const at = conditionsOf(seen);
    return at && { seen, expected: expectedFrom(surfacesOf(spec), spec, at) };
  } catch (error) {
    // A pressure that no curve knows: what is read is asked about, and nothing concluded.
    if (error instanceof RangeError) return undefined;
    throw error;
  }
}

/** What the readings of a case are said to mean; undefined where they have to be completed first. */
export function verdictOn({ record, read, healthy }: Drawn): Verdict | undefined {
  const { refrigerant, device, rlaA } = record;
  const spec = { ...USUAL_SPEC, refrigerant, device, eer: usualEer(refrigerant, 'air') };
  const now = readAs(spec, read, rlaA);
  if (!now) return undefined;
  const own = ownOf(healthy.flatMap((one) => readAs(spec, one, rlaA) ?? []));
  return byGroup(ranked(now.seen, now.expected, own));
}

/** What is offered as a finding: next to certain that it is not sound, and one group above the rest. */
export const isOffered = (verdict: Verdict): boolean => {
  const [first] = verdict;
  const sound = verdict.find(({ says }) => says === 'sound')?.share ?? 0;
  return first !== undefined && first.says !== 'sound' && first.share > 0.6 && sound < 0.05;
};

export const groupsOf = ({ truth }: Drawn): string[] => truth.map((one) => GROUPS[one as Wrong] ?? one);
