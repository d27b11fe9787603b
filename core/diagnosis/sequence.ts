import {
  callsOf,
  course,
  effectsOf,
  nth,
  STAGES,
  type Call,
  type Ladder,
  type Moment,
} from '#core/circuitry/ladder';
import { latestEpoch } from './epochs.ts';
import { questionOf, type Observed } from './evidence.ts';
import { predicted } from './predicted.ts';
import { likelihood } from './likelihood.ts';
import { soundFor, type Suspect } from './suspects.ts';
import { briefWords, observedWords, questionWords } from './wordings.ts';

/** One step of what a sound machine does on a call. */
export interface Step {
  readonly key: string;
  readonly asks: Observed;
  /** When it comes on a sound machine, seconds from the call on. */
  readonly atS: number;
}

const WATCHED_S = 480;
/** What a control terminal shows when it is fed, V. */
const FED_V = 18;

/**
 * The steps of a call in the order in which a sound machine takes them: the call arrives, what runs, what is proved,
 * what is let through; with when each comes. Taken from the machine itself, and from no list.
 */
export function sequenceOf(ladder: Ladder, call: Call): Step[] {
  if (!callsOf(ladder).includes(call) || call === 'disconnect open') return [];
  if (call === 'nothing')
    return effectsOf(ladder)
      .filter((what) => what !== 'spark' && what !== 'igniter')
      .map((what) => ({ kind: 'ran', call, what, how: 'no' }) as const)
      .map((asks) => ({ key: questionOf(asks), asks, atS: 0 }));
  const moments = course(ladder, { calls: [call], faults: [], seconds: WATCHED_S });
  const from = (is: (moment: Moment) => boolean): number | undefined => moments.find(is)?.from;
  const fed = (node: string) => from(({ solution }) => solution.reads(node, ladder.common) >= FED_V);
  // Watched from the call on: what comes and goes again came.
  const volts = (node: string): Observed => ({
    ...{ kind: 'volts', call, between: [node, ladder.common], reads: 0, watched: true },
  });
  const steps: { asks: Observed; atS: number | undefined; after: number }[] = [
    ...ladder.rungs.flatMap((rung) => {
      switch (rung.kind) {
        case 'wire': {
          const arrives = rung.a.startsWith('stat ') && rung.b !== 'G' && rung.b !== 'O';
          return arrives ? [{ asks: volts(rung.b), atS: fed(rung.b), after: 0 }] : [];
        }
        case 'switch': {
          // What closes because something runs is proved; a string of safeties is asked about at its end.
          const proves = rung.closes === 'while it is so';
          return proves ? [{ asks: volts(rung.b), atS: fed(rung.b), after: 2 }] : [];
        }
        case 'control':
          return rung.reads.safe === undefined
            ? []
            : [{ asks: volts(rung.reads.safe), atS: fed(rung.reads.safe), after: 1 }];
        case 'board':
          return [{ asks: volts(rung.limits), atS: from(({ board }) => board?.phase === 'draft'), after: 1 }];
        case 'timer':
          return [
            { asks: volts(rung.a), atS: fed(rung.a), after: 3 },
            { asks: volts(rung.b), atS: fed(rung.b), after: 4 },
          ];
        default:
          return [];
      }
    }),
    ...effectsOf(ladder).map((what) => ({
      asks: { kind: 'ran', call, what, how: 'no' } as Observed,
      atS: from(({ running }) => running.has(what)),
      after: what.endsWith('valve') ? 7 : 5,
    })),
    ...STAGES.map((stage) => ({
      asks: { kind: 'pressures', stage, part: false } as Observed,
      atS: from(({ conditions }) => conditions.has(nth('pressures part', stage))),
      after: 8,
    })),
    ...['PV', 'MV'].map((node) => ({ asks: volts(node), atS: fed(node), after: 6 })),
    {
      asks: { kind: 'flame', how: 'none' },
      atS: from(({ conditions }) => conditions.has('flame')),
      after: 9,
    },
  ];
  // Terminals without a call of their own on this one stay silent on the sound machine, and are no step of it.
  return steps
    .flatMap(({ asks, atS, after }) =>
      atS === undefined ? [] : [{ key: questionOf(asks), asks, atS, after }],
    )
    .sort((x, y) => x.atS - y.atS || x.after - y.after)
    .filter(({ key }, i, all) => all.findIndex((one) => one.key === key) === i);
}

/** A step with what it should show and what it showed. */
export interface StepSeen extends Step {
  readonly words: string;
  /** The same where it stands under its call. */
  readonly brief: string;
  /** What a sound machine shows. */
  readonly sound: Observed;
  readonly expects: string;
  readonly seen: Observed | undefined;
  /** Whether what it showed is what a sound machine shows; undefined where nobody has said. */
  readonly well: boolean | undefined;
}

/** Below this what was seen is not what a sound machine shows. */
const WELL = 0.3;

interface Sequences {
  readonly sound: Suspect;
  readonly steps: Map<Call, readonly Step[]>;
}
const KEPT = new WeakMap<Ladder, Sequences>();

/** The steps of every call of a machine, with what was seen since it was last altered. It needs no dictionary. */
export function stepsSeen(
  ladder: Ladder,
  all: readonly Observed[],
): Readonly<Partial<Record<Call, readonly StepSeen[]>>> {
  const kept = KEPT.get(ladder) ?? { sound: soundFor(ladder), steps: new Map<Call, readonly Step[]>() };
  KEPT.set(ladder, kept);
  const { sound } = kept;
  const { seen } = latestEpoch(all);
  const of = (call: Call): readonly StepSeen[] => {
    const steps = kept.steps.get(call) ?? sequenceOf(ladder, call);
    kept.steps.set(call, steps);
    return steps.map((step) => {
      const should = predicted(sound, step.asks);
      const own = seen.findLast((one) => questionOf(one) === step.key);
      return {
        ...step,
        ...{
          words: questionWords(ladder, step.asks),
          brief: briefWords(ladder, step.asks),
          sound: should,
          expects: observedWords(should),
        },
        ...{ seen: own, well: own && likelihood(sound, own) >= WELL },
      };
    });
  };
  return Object.fromEntries(callsOf(ladder).map((call) => [call, of(call)] as const));
}
