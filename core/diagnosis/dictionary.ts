import {
  signature,
  singleFaults,
  type Call,
  type Fault,
  type Ladder,
  type Signature,
} from '#core/circuitry/ladder';
import type { Observed } from './evidence.ts';
import { likelihood, rank, type Ranked, type Suspect } from './suspects.ts';
import { outcomeKey, RISK, testsOf, type Test } from './tests.ts';

/**
 * Everything that can be wrong in one machine, everything that can be asked of it, and what each would answer: made
 * once, and asked again with every new piece of evidence.
 */
export interface Dictionary {
  readonly ladder: Ladder;
  readonly suspects: readonly Suspect[];
  /** Faults that nobody would notice on any call: a safety that would not open. They explain no complaint. */
  readonly latent: readonly Suspect[];
  readonly tests: readonly Test[];
  /** By test, then by suspect: outcomes that nobody tells apart have the same number. */
  readonly outcomes: readonly Int32Array[];
  /** What the sound machine does, as a suspect that is none. */
  readonly sound: Suspect;
  /** Calls on which a suspect shows. */
  readonly showsOn: ReadonlyMap<Suspect, ReadonlySet<Call>>;
}

/** @param calls what the machine can be asked for; a unit without heat has no call for it */
export function dictionaryOf(ladder: Ladder, calls: readonly Call[]): Dictionary {
  const all = singleFaults(ladder).map((met): Suspect => ({ ...met, on: onceOnly(ladder, [met.fault]) }));
  // A leg that is none: nothing is wrong by it.
  const sound: Suspect = { key: 'sound', fault: { leg: '' }, weight: 0, on: onceOnly(ladder, []) };
  const showsOn = new Map(
    all.map((suspect) => [
      suspect,
      new Set(
        calls.filter((call) => {
          const [is, was] = [suspect.on(call), sound.on(call)];
          return !same(is.ever, was.ever) || !same(is.after, was.after);
        }),
      ),
    ]),
  );
  const suspects = all.filter((suspect) => (showsOn.get(suspect)?.size ?? 0) > 0);
  const tests = testsOf(ladder, calls);
  return {
    ...{ ladder, suspects, tests, sound, showsOn },
    latent: all.filter((suspect) => !suspects.includes(suspect)),
    outcomes: tests.map((test) => {
      const numbers = new Map<string, number>();
      return Int32Array.from(suspects, (suspect) => {
        const key = outcomeKey(test.outcome(suspect));
        const number = numbers.get(key) ?? numbers.size;
        numbers.set(key, number);
        return number;
      });
    }),
  };
}

/** What a machine does on each call, worked out when it is first asked for. */
function onceOnly(ladder: Ladder, faults: readonly Fault[]): Suspect['on'] {
  const kept = new Map<Call, Signature>();
  return (call) => {
    const known = kept.get(call) ?? signature(ladder, faults, call);
    kept.set(call, known);
    return known;
  };
}

/** What shows on no call that is complained of is rarely why [from memory]. */
const ELSEWHERE = 0.02;
/** Below this what was seen is not what the sound machine does. */
const NOT_SOUND = 0.1;

/**
 * What it most likely is. Where something was seen on a call that the sound machine does not do, that call is what
 * is complained of, and what shows on other calls alone is rarely why.
 */
export function ranking(
  { suspects, sound, showsOn }: Dictionary,
  seen: readonly Observed[],
): ReturnType<typeof rank> {
  const troubled = new Set(
    seen.flatMap((one) => {
      const call = one.kind === 'flame' ? 'heat' : 'call' in one ? one.call : undefined;
      return call !== undefined && likelihood(sound, one) < NOT_SOUND ? [call] : [];
    }),
  );
  const apt = (suspect: Suspect): number =>
    troubled.size === 0 || [...(showsOn.get(suspect) ?? [])].some((call) => troubled.has(call))
      ? 1
      : ELSEWHERE;
  return rank(suspects, seen, apt);
}

const same = <T>(a: ReadonlySet<T>, b: ReadonlySet<T>): boolean =>
  a.size === b.size && [...a].every((one) => b.has(one));

export interface Advised {
  readonly test: Test;
  /** What it would show for what is likeliest now. */
  readonly expects: Observed;
  /** How much it would narrow, in bits, for each minute of it. */
  readonly worth: number;
}

/** Those that make up nearly all of what is likely: the rest cannot be told apart by one test. */
const LOOKED_AT = 0.985;

const bits = (share: number): number => (share > 0 ? -share * Math.log2(share) : 0);

/**
 * What to test next: what narrows most for each minute and risk of it, the best first.
 *
 * @param asked keys of tests that were made already
 */
export function nextTests(
  dictionary: Dictionary,
  seen: readonly Observed[],
  asked: ReadonlySet<string>,
): Advised[] {
  const likely = upTo(ranking(dictionary, seen).ranked, LOOKED_AT);
  const [first] = likely;
  if (!first || likely.length < 2) return [];
  const at = likely.map(({ suspect }) => dictionary.suspects.indexOf(suspect));
  const before = likely.reduce((sum, { share }) => sum + bits(share), 0);
  return dictionary.tests
    .flatMap((test, t): Advised[] => {
      if (asked.has(test.key)) return [];
      const outcomes = dictionary.outcomes[t] as Int32Array;
      const sums = new Map<number, number>();
      likely.forEach(({ share }, k) => {
        const outcome = outcomes[at[k] as number] as number;
        sums.set(outcome, (sums.get(outcome) ?? 0) + share);
      });
      // What is known of which group it is in is what the test tells.
      const told = [...sums.values()].reduce((sum, share) => sum + bits(share), 0);
      const worth = Math.min(before, told) / (test.minutes + RISK[test.live]);
      return worth > 1e-6 ? [{ test, expects: test.outcome(first.suspect), worth }] : [];
    })
    .sort((a, b) => b.worth - a.worth);
}

function upTo(ranked: readonly Ranked[], share: number): Ranked[] {
  const likely: Ranked[] = [];
  let sum = 0;
  for (const one of ranked) {
    if (sum >= share) break;
    likely.push(one);
    sum += one.share;
  }
  return likely.map((one) => ({ ...one, share: one.share / sum }));
}
