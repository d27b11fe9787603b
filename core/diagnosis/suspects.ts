import {
  keyOf,
  signature,
  singleFaults,
  worksLoose,
  type Call,
  type Fault,
  type FaultMet,
  type Jumper,
  type Ladder,
  type RungFault,
  type Signature,
} from '#core/circuitry/ladder';
import type { PartId } from '#core/machine';
import { plainKey } from './circumstances.ts';
import { killedIn } from './killed.ts';

/** What somebody did to it for one test: a wire between two terminals, or one taken off. */
interface Altered {
  readonly jumper?: Jumper;
  readonly lifted?: string;
}

/** One thing that may be wrong, with what the machine does then on each call. */
export interface Suspect extends FaultMet {
  readonly ladder: Ladder;
  /** Its key without the number of its stage: tables speak of the same thing of every stage. */
  readonly plain: string;
  /** The part it is about; none where it is about what is around the machine and no part of it. */
  readonly part: PartId | undefined;
  readonly on: (call: Call, altered?: Altered) => Signature;
  /** What killed it, and is still there. */
  readonly behind?: Fault;
  /** It makes and breaks: what the machine does while it makes. */
  readonly otherwise?: Suspect;
  /** It is what was known before, and nothing else. */
  readonly known?: true;
}

/** What a machine does on each call with these things wrong, worked out when it is first asked for. */
function onceOnly(ladder: Ladder, faults: readonly Fault[]): Suspect['on'] {
  const kept = new Map<string, Signature>();
  const on: Suspect['on'] = (call, { jumper, lifted } = {}) => {
    const key = `${call} ${jumper?.join() ?? ''} ${lifted ?? ''}`;
    const without = jumper && on(call);
    const known =
      kept.get(key) ??
      (without && joinsNothing(without, jumper)
        ? without
        : signature(ladder, [...faults, ...taken(lifted)], call, jumper));
    kept.set(key, known);
    return known;
  };
  return on;
}

/** A wire that is off is open, whatever else is wrong with it. */
const taken = (lifted: string | undefined): Fault[] =>
  lifted === undefined ? [] : [{ rung: lifted, how: 'open' }];

/** Volts between two points that are as good as none. */
const NONE_V = 1;
/** A wire between two points that stand at the same volts all along changes nothing. */
function joinsNothing({ reads, peak }: Signature, [a, b]: Jumper): boolean {
  return peak(a, b) < NONE_V && reads(a, b).every((volts) => volts < NONE_V);
}

/** The machine as it was before, as a suspect that is none: a leg without a name is lost by nobody. */
export const soundOf = (ladder: Ladder, known: readonly Fault[] = []): Suspect => ({
  ...{ key: 'sound', fault: { leg: '' }, plain: 'sound', weight: 0, ladder, part: undefined },
  on: onceOnly(ladder, known),
});

const SOUND = new WeakMap<Ladder, Suspect>();
/** The sound machine, made once for each. */
export function soundFor(ladder: Ladder): Suspect {
  const known = SOUND.get(ladder) ?? soundOf(ladder);
  SOUND.set(ladder, known);
  return known;
}

/** How often what is open by right comes and goes in its place [from memory]. */
const LOOSE_SHARE = 0.3;
/** How much likelier it is that what is known already is all there is than any one new thing [from memory]. */
const KNOWN_WEIGHT = 3;

/**
 * Everything that may be wrong with a machine: each single thing, what makes and breaks, what was killed by what, and,
 * where something is known to be wrong already, that by itself.
 *
 * @param known what is wrong already; everything else comes on top of it
 */
export function suspectsOf(ladder: Ladder, known: readonly Fault[], sound: Suspect): Suspect[] {
  const partOf = (fault: Fault): PartId | undefined =>
    'rung' in fault ? ladder.rungs.find(({ id }) => id === fault.rung)?.part : undefined;
  const knownKeys = new Set(known.map(keyOf));
  const singles = singleFaults(ladder)
    .filter(({ key }) => !knownKeys.has(key))
    .map((met): Suspect => ({
      ...met,
      plain: plainKey(met.key),
      ...{ ladder, part: partOf(met.fault), on: onceOnly(ladder, [...known, met.fault]) },
    }));
  const loosens = new Set(ladder.rungs.filter(worksLoose).map(({ id }) => id));
  const loose = singles.flatMap((suspect): Suspect[] => {
    const { fault, weight } = suspect;
    if (!('rung' in fault) || fault.how !== 'open' || !loosens.has(fault.rung)) return [];
    const own: Fault = { rung: fault.rung, how: 'loose' };
    const key = keyOf(own);
    return [
      { ...suspect, fault: own, key, plain: plainKey(key), weight: weight * LOOSE_SHARE, otherwise: sound },
    ];
  });
  const killed = killedIn(singles).map(({ killer, victim, share }): Suspect => ({
    ...{ key: `${victim.key}, behind ${killer.key}`, fault: victim.fault, behind: killer.fault },
    ...{ plain: killer.plain, weight: killer.weight * share, ladder, part: victim.part },
    on: onceOnly(ladder, [...known, killer.fault, victim.fault]),
  }));
  const first = known[0];
  return [
    ...singles,
    ...loose,
    ...killed,
    ...(first
      ? [
          {
            ...{
              key: 'known already',
              plain: 'known already',
              fault: first,
              weight: KNOWN_WEIGHT,
              ladder,
              part: partOf(first),
            },
            ...{ on: sound.on, known: true as const },
          },
        ]
      : []),
  ];
}

/** How a rung is wrong by a suspect, where it is about that rung. */
export const howOf = ({ fault, behind }: Suspect, rung: string): RungFault | undefined => {
  if ('rung' in fault && fault.rung === rung) return fault.how;
  return behind && 'rung' in behind && behind.rung === rung ? behind.how : undefined;
};
