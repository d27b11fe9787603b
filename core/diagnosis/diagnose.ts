import { keyOf, stageOf, type Call, type Fault, type Ladder } from '#core/circuitry/ladder';
import type { ConditionKind } from '#core/base/vocabulary';
import type { PartId } from '#core/machine';
import { entriesWith, type Entry } from './circumstances.ts';
import { contradiction } from './contradiction.ts';
import { dictionaryOf, nextTests, ranking, type Dictionary } from './dictionary.ts';
import { curedBy, latestEpoch, type Epoch } from './epochs.ts';
import { questionOf, type Observed } from './evidence.ts';
import { notYet, type NotYet, type OnRecord } from './gates.ts';
import { oddOf } from './odd.ts';
import { predicted } from './predicted.ts';
import { killerOf } from './killers.ts';
import { likelihood } from './likelihood.ts';
import { soundFor, suspectsOf, type Suspect } from './suspects.ts';
import { observedWords, questionWords, suspectWords } from './wordings.ts';

/** One piece of evidence beside what a cause would show. */
export interface Reason {
  readonly question: string;
  readonly seen: string;
  readonly expected: string;
  /** It speaks for the cause, against it, or neither way. */
  readonly speaks: 'for' | 'against' | 'neither';
}

/** One way in which it may be wrong, with its reasons. */
export interface Cause {
  readonly key: string;
  readonly words: string;
  readonly share: number;
  /** The part that would be renewed, cleaned or set to cure it; none where it is no part. */
  readonly part: PartId | null;
  /** How the part has failed, in the words of a finding. */
  readonly failure: string;
  /** What may have killed the part, to be asked before a new one goes in. */
  readonly killer: string | null;
  readonly reasons: readonly Reason[];
}

/** An answer in words. */
export interface Said {
  readonly question: string;
  readonly seen: string;
}

export interface Advice {
  readonly words: string;
  readonly asks: Observed;
  /** What a sound machine shows. */
  readonly sound: Observed;
  readonly minutes: number;
  readonly live: 'no' | 'control' | 'line';
  /** What it shows where the first cause is the true one. */
  readonly expects: string;
}

export interface Diagnosed {
  readonly causes: readonly Cause[];
  /** How likely it is something that is not in the table. */
  readonly other: number;
  /** The answers that nothing in the table explains together, where what is not in it is the likeliest. */
  readonly contradict: readonly Said[];
  readonly next: readonly Advice[];
  readonly notYet: readonly NotYet[];
  /** Evidence of before the machine was last altered: it speaks of the machine before. */
  readonly before: readonly Observed[];
}

const kept = new WeakMap<Ladder, Map<string, Dictionary>>();
/** The dictionary of a ladder with what is known to be wrong with it, made when it is first asked for. */
function known(ladder: Ladder, faults: readonly Fault[]): Dictionary {
  const own = kept.get(ladder) ?? new Map<string, Dictionary>();
  kept.set(ladder, own);
  const key = faults.map(keyOf).sort().join();
  const dictionary = own.get(key) ?? dictionaryOf(ladder, faults);
  own.set(key, dictionary);
  return dictionary;
}

/** What is known beside what was seen. */
export interface Beside extends OnRecord {
  /** The call that is on while it is looked for. */
  readonly on?: Call;
  /** What is wrong with the machine already, by its record: the ranking explains the rest. */
  readonly known?: readonly {
    readonly part: PartId | null;
    /** What it was left as, where it was left so. */
    readonly leftAs?: ConditionKind;
    /** How the part has failed, where a finding says so. */
    readonly failure?: string | undefined;
  }[];
  /** Rows of the company, in place of ours where they speak of the same. */
  readonly entries?: readonly Entry[];
}

/**
 * What stands on the record as faults of this machine: those of which the part and how it has failed fit one thing
 * alone that shows. What fits several is told beside the ranking, and not counted.
 */
export function knownFaults(ladder: Ladder, standing: NonNullable<Beside['known']>): Fault[] {
  if (standing.length === 0) return [];
  const all = suspectsOf(ladder, [], soundFor(ladder)).filter(
    ({ otherwise, behind }) => !otherwise && !behind,
  );
  return standing.flatMap(({ part, leftAs, failure: found }) => {
    // A safety that is bypassed is closed whatever it feels.
    const failure = leftAs === 'safety bypassed' ? RUNG_FAILURES.welded : found;
    if (part === null || failure === undefined) return [];
    const fits = all.filter((one) => curedBy(one) === part && failureOf(one) === failure);
    const [only] = fits;
    return only && fits.length === 1 ? [only.fault] : [];
  });
}

/** Causes beyond these are worth no reasons. */
const EXPLAINED = 8;
/** Tests beyond these are not worth the walk. */
const ADVISED = 12;
/** What a likelihood has to be above or below to speak. */
const [SPEAKS_FOR, SPEAKS_AGAINST] = [0.6, 0.2] as const;

/**
 * Ranks what may be wrong in a machine by what was seen, oldest first; says what to test next and what not to
 * conclude yet.
 *
 * @param on the call that is on while it is looked for
 * @throws RangeError where evidence names a terminal or load the machine does not have, or cannot be
 */
export function diagnose(ladder: Ladder, all: readonly Observed[], beside: Beside = {}): Diagnosed {
  const { on, entries = [] } = beside;
  for (const one of all) {
    const odd = oddOf(ladder, one);
    if (odd !== undefined) throw new RangeError(odd);
  }
  const faults = knownFaults(ladder, beside.known ?? []);
  const dictionary = known(ladder, faults);
  const epoch = latestEpoch(all);
  const { ranked, other } = ranking(dictionary, epoch, on, entriesWith(entries));
  const asked = new Set(epoch.seen.map(questionOf));
  return {
    causes: ranked.map(({ suspect, share }, i) => ({
      ...{
        key: suspect.key,
        words: suspectWords(ladder, suspect),
        share,
        // What is known stands on the record already.
        part: suspect.known ? null : (curedBy(suspect) ?? null),
      },
      failure: failureOf(suspect),
      killer: 'around' in suspect.fault ? null : (killerOf(suspect.part) ?? null),
      reasons: i < EXPLAINED ? reasonsOf(dictionary, suspect, epoch) : [],
    })),
    other,
    contradict:
      other > (ranked[0]?.share ?? 0)
        ? contradiction([dictionary.sound, ...dictionary.suspects, ...dictionary.latent], epoch.seen).map(
            (one) => ({ question: questionWords(ladder, one), seen: observedWords(one) }),
          )
        : [],
    next: nextTests(dictionary, ranked, asked, on)
      .slice(0, ADVISED)
      .map(({ test, expects }) => ({
        ...{ words: questionWords(ladder, test.asks), asks: test.asks },
        sound: predicted(dictionary.sound, test.asks),
        ...{ minutes: test.minutes, live: test.live, expects: observedWords(expects) },
      })),
    notYet: notYet(ranked, epoch.seen, beside),
    before: epoch.before,
  };
}

/** What was seen beside what a cause would show; what says nothing about it stands last. */
function reasonsOf({ ladder }: Dictionary, suspect: Suspect, { seen }: Epoch): Reason[] {
  const order = { against: 0, for: 1, neither: 2 } as const;
  return seen
    .filter(({ kind }) => kind !== 'done')
    .map((one): Reason => {
      const likely = likelihood(suspect, one);
      return {
        question: questionWords(ladder, one),
        seen: observedWords(one),
        expected: observedWords(predicted(suspect, one)),
        speaks: likely >= SPEAKS_FOR ? 'for' : likely <= SPEAKS_AGAINST ? 'against' : 'neither',
      };
    })
    .sort((a, b) => order[a.speaks] - order[b.speaks]);
}

/** How a part has failed, as a finding calls it. */
function failureOf({ fault }: Suspect): string {
  if ('leg' in fault) return 'open';
  if ('around' in fault) return AROUND_FAILURES[stageOf(fault.around).name] ?? 'other';
  return RUNG_FAILURES[fault.how];
}
const RUNG_FAILURES = {
  open: 'open',
  welded: 'stuck',
  shorted: 'shorted',
  grounded: 'grounded',
  stuck: 'seized',
  'no output': 'open',
  blind: 'other',
  weak: 'weak',
  resistive: 'burnt',
  loose: 'loose',
} as const;
const AROUND_FAILURES: Readonly<Record<string, string>> = {
  'belt broken': 'broken',
  'low air': 'dirty',
  'sensor fouled': 'dirty',
  'crossover plugged': 'plugged',
  'exchanger plugged': 'plugged',
  'charge low': 'leak',
  'condenser dirty': 'dirty',
  'compressor worn': 'weak',
  'drain plugged': 'plugged',
};
