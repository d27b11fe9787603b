import { CALLS, GROUND, type Ladder } from '#core/circuitry/ladder';
import { dictionaryOf, nextTests, ranking, type Dictionary } from './dictionary.ts';
import type { Observed } from './evidence.ts';
import { notYet, type NotYet } from './gates.ts';
import { isLine } from './tests.ts';
import { observedWords, suspectWords } from './wordings.ts';

export interface Diagnosed {
  readonly causes: readonly { readonly key: string; readonly words: string; readonly share: number }[];
  /** How likely it is something that is not in the table. */
  readonly other: number;
  readonly next: readonly {
    readonly words: string;
    readonly minutes: number;
    readonly live: 'no' | 'control' | 'line';
    /** What it shows where the first cause is the true one. */
    readonly expects: string;
  }[];
  readonly notYet: readonly NotYet[];
}

const kept = new WeakMap<Ladder, Dictionary>();

/**
 * Ranks what may be wrong in a machine by what was seen, says what to test next and what not to conclude yet.
 *
 * @throws RangeError where evidence names a terminal or load the machine does not have, or cannot be
 */
export function diagnose(ladder: Ladder, seen: readonly Observed[]): Diagnosed {
  seen.forEach((one) => refuseOdd(ladder, one));
  const dictionary = kept.get(ladder) ?? dictionaryOf(ladder, CALLS);
  kept.set(ladder, dictionary);
  const { ranked, other } = ranking(dictionary, seen);
  const asked = new Set(
    dictionary.tests
      .filter((test) => seen.some((one) => isOf(test.outcome(dictionary.suspects[0]!), one)))
      .map((t) => t.key),
  );
  return {
    causes: ranked.map(({ suspect, share }) => ({
      ...{ key: suspect.key, share },
      words: suspectWords(ladder, suspect),
    })),
    other,
    next: nextTests(dictionary, seen, asked).map(({ test, expects }) => ({
      words: test.key,
      minutes: test.minutes,
      live: test.live,
      expects: observedWords(expects),
    })),
    notYet: notYet(ladder, ranked, seen),
  };
}

/** Whether two observations answer the same question. */
function isOf(a: Observed, b: Observed): boolean {
  const question = (one: Observed): string => {
    switch (one.kind) {
      case 'ran':
        return `ran ${one.call} ${one.what}`;
      case 'volts':
        return `volts ${one.call} ${[...one.between].sort().join()} ${one.watched === true}`;
      case 'ohms':
        return `ohms ${[...one.between].sort().join()}`;
      case 'look':
        return `look ${one.at}`;
      case 'alone':
        return `alone ${one.rung} ${one.to}`;
      case 'after':
        return `after ${one.call} ${one.what}`;
      case 'done':
        return `done ${one.check}`;
      default:
        return one.kind;
    }
  };
  return question(a) === question(b);
}

/** Half again what its supply could give: no meter shows that between two terminals of it. */
const MOST_OF_SUPPLY = 1.5;
/** Volts that no 24 V transformer gives, whatever tap it is on. */
const MOST_OF_CONTROL = 40;

function refuseOdd(ladder: Ladder, seen: Observed): void {
  const terminals = new Set([
    ...[GROUND, ladder.common, ...ladder.supply.legs],
    ...ladder.rungs.flatMap((rung) =>
      'a' in rung
        ? [rung.a, rung.b]
        : rung.kind === 'motor'
          ? rung.legs
          : rung.kind === 'transformer'
            ? [...rung.primary, ...rung.secondary]
            : [],
    ),
  ]);
  if (seen.kind === 'volts' || seen.kind === 'ohms')
    for (const node of seen.between)
      if (!terminals.has(node)) throw new RangeError(`this machine has no terminal ${node}`);
  if (seen.kind === 'alone' && !ladder.rungs.some(({ id, kind }) => id === seen.rung && kind === 'motor'))
    throw new RangeError(`this machine has no motor called ${seen.rung}`);
  if (seen.kind !== 'volts') return;
  const [a, b] = seen.between;
  const most = !isLine(a) && !isLine(b) ? MOST_OF_CONTROL : ladder.supply.volts * MOST_OF_SUPPLY;
  if (seen.reads > most)
    throw new RangeError(
      `${seen.reads} V between ${a} and ${b} cannot be on this machine: is it another pair, or is control wired to line?`,
    );
  if (
    seen.call === 'disconnect open' &&
    !seen.between.every((node) => ladder.supply.legs.includes(node) || node === GROUND) &&
    seen.reads > 5
  )
    throw new RangeError(
      `${seen.reads} V between ${a} and ${b} with the disconnect open: it is live from elsewhere. Stop, and find out`,
    );
}
