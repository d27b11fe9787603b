import type { Call, Ladder } from '#core/circuitry/ladder';
import type { PartId } from '#core/machine';
import { placeOf } from './epochs.ts';
import type { Observed } from './evidence.ts';
import { testsOf } from './tests.ts';

/** What can be asked at one part while somebody walks round the machine with a call on. */
export interface AtPart {
  readonly part: PartId;
  readonly asks: readonly Observed[];
}

/** The part at which something is asked; undefined where it is asked between two terminals. */
function partAsked({ rungs }: Ladder, asks: Observed): PartId | undefined {
  switch (asks.kind) {
    case 'ran':
    case 'after':
      if (asks.what === 'spark') return 'spark lead';
      return rungs.find((rung) => 'does' in rung && rung.does === asks.what)?.part;
    case 'pulled':
    case 'wiggled':
    case 'alone':
    case 'microfarads':
    case 'amps':
      return rungs.find(({ id }) => id === asks.rung)?.part;
    case 'flame':
      return 'burner';
    case 'pressures':
      return 'refrigerant circuit';
    case 'look':
      return placeOf(asks.at);
    default:
      return undefined;
  }
}

/** Seen, heard or felt at a part: what needs two leads on two terminals is asked on the drawing of the ladder. */
const WALKED: ReadonlySet<Observed['kind']> = new Set([
  ...(['ran', 'pulled', 'alone', 'microfarads', 'flame', 'pressures', 'look', 'wiggled'] as const),
]);

/** What can be seen, heard and measured at each part of a machine with this call on. */
export function walkRound(ladder: Ladder, call: Call): AtPart[] {
  const at = new Map<PartId, Observed[]>();
  for (const { asks } of testsOf(ladder)) {
    const part = WALKED.has(asks.kind) ? partAsked(ladder, asks) : undefined;
    if (part === undefined || ('call' in asks && asks.call !== call)) continue;
    at.set(part, [...(at.get(part) ?? []), asks]);
  }
  return [...at].map(([part, asks]) => ({ part, asks })).sort((a, b) => (a.part < b.part ? -1 : 1));
}

/** The parts of a machine that a fault of it is about, by name: what can be changed to cure one. */
export const partsOf = (ladder: Ladder): PartId[] =>
  [
    ...new Set([
      ...ladder.rungs.map(({ part }) => part),
      ...ladder.around.flatMap((around) => placeOf(around) ?? []),
    ]),
  ].sort();
