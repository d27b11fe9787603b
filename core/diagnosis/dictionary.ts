import {
  callsOf,
  type Call,
  type Condition,
  type Fault,
  type Ladder,
  type Signature,
} from '#core/circuitry/ladder';
import { afterChange, type Epoch } from './epochs.ts';
import type { Entry } from './circumstances.ts';
import type { Observed } from './evidence.ts';
import { predicted } from './predicted.ts';
import { likelihood, rank, type Ranked } from './likelihood.ts';
import { soundFor, soundOf, suspectsOf, type Suspect } from './suspects.ts';
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

/** @param known what is wrong with the machine already: the ranking explains the rest */
export function dictionaryOf(ladder: Ladder, known: readonly Fault[] = []): Dictionary {
  const calls = callsOf(ladder);
  const sound = known.length > 0 ? soundOf(ladder, known) : soundFor(ladder);
  const all = suspectsOf(ladder, known, sound);
  const showsOn = new Map(
    all.map((suspect) => [
      suspect,
      new Set(
        calls.filter((call) => {
          const [is, was] = [suspect.on(call), sound.on(call)];
          return !same(is.ever, was.ever) || !same(is.after, was.after) || !same(noticed(is), noticed(was));
        }),
      ),
    ]),
  );
  const suspects = all.filter((suspect) => suspect.known || (showsOn.get(suspect)?.size ?? 0) > 0);
  const tests = testsOf(ladder);
  return {
    ...{ ladder, suspects, tests, sound, showsOn },
    latent: all.filter((suspect) => !suspects.includes(suspect)),
    outcomes: tests.map((test) => {
      const numbers = new Map<string, number>();
      return Int32Array.from(suspects, (suspect) => {
        const key = outcomeKey(predicted(suspect, test.asks));
        const number = numbers.get(key) ?? numbers.size;
        numbers.set(key, number);
        return number;
      });
    }),
  };
}

const NOTICED: ReadonlySet<Condition> = new Set(['air', 'damper open', 'outdoor coil iced']);
/** What of all that is felt somebody notices: that air comes, that pressures part. */
const noticed = ({ felt }: Signature): ReadonlySet<Condition> =>
  new Set([...felt].filter((condition) => NOTICED.has(condition) || condition.startsWith('pressures part')));

/** What shows on no call that is complained of is rarely why [from memory]. */
const ELSEWHERE = 0.02;
/** Below this what was seen is not what the sound machine does. */
const NOT_SOUND = 0.1;

/**
 * What it most likely is. Where something was seen on a call that the sound machine does not do, that call is what
 * is complained of, and what shows on other calls alone is rarely why.
 *
 * @param on the call that is on while it is looked for
 * @param entries how often each is met, in what circumstances
 */
export function ranking(
  { suspects, sound, showsOn }: Dictionary,
  { seen, changed }: Pick<Epoch, 'seen' | 'changed'>,
  on?: Call,
  entries?: ReadonlyMap<string, Entry>,
): ReturnType<typeof rank> {
  const troubled = new Set(
    seen.flatMap((one) => {
      const call = callOf(one);
      return call !== undefined && likelihood(sound, one) < NOT_SOUND ? [call] : [];
    }),
  );
  // Where nothing is amiss yet, what is looked for is on the call that is on.
  if (troubled.size === 0 && on !== undefined) troubled.add(on);
  const apt = (suspect: Suspect): number =>
    afterChange(changed, suspect) *
    (troubled.size === 0 || [...(showsOn.get(suspect) ?? [])].some((call) => troubled.has(call))
      ? 1
      : ELSEWHERE);
  return rank(suspects, seen, apt, entries);
}

/** The call on which something is seen, where it is seen on one. */
const callOf = (one: Observed): Call | undefined =>
  one.kind === 'flame' ? 'heat' : one.kind === 'pressures' ? 'cool' : 'call' in one ? one.call : undefined;

const same = <T>(a: ReadonlySet<T>, b: ReadonlySet<T>): boolean =>
  a.size === b.size && [...a].every((one) => b.has(one));

export interface Advised {
  readonly test: Test;
  /** What it would show for what is likeliest now. */
  readonly expects: Observed;
  /** How much it would narrow, in bits, for each minute of it. */
  readonly worth: number;
}

/** To the thermostat and back, and until the other call has come to what it comes to, minutes [from memory]. */
const OTHER_CALL_MIN = 4;

/** Those that make up nearly all of what is likely: the rest cannot be told apart by one test. */
const LOOKED_AT = 0.985;

const bits = (share: number): number => (share > 0 ? -share * Math.log2(share) : 0);

/**
 * What to test next: what narrows most for each minute and risk of it, the best first.
 *
 * @param ranked what it may be, by {@link ranking}
 * @param asked keys of tests that were made already
 * @param on the call that is on: another one takes its time
 */
export function nextTests(
  dictionary: Dictionary,
  ranked: readonly Ranked[],
  asked: ReadonlySet<string>,
  on?: Call,
): Advised[] {
  const likely = upTo(ranked, LOOKED_AT);
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
      const own = callOf(test.asks);
      const walk = on === undefined || own === undefined || own === on ? 0 : OTHER_CALL_MIN;
      const worth = Math.min(before, told) / (test.minutes + RISK[test.live] + walk);
      return worth > 1e-6 ? [{ test, expects: predicted(first.suspect, test.asks), worth }] : [];
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
