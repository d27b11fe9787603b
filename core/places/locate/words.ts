import type { System } from '#core/base/vocabulary';

/** Words that say where, and others people use for the same place. */
const PLACES: readonly (readonly string[])[] = [
  ['upstairs', 'upper', 'mezzanine', 'second', '2nd', 'loft', 'balcony', 'gallery', 'first'],
  ['downstairs', 'lower', 'ground', 'basement', 'cellar'],
  ['front', 'entrance', 'lobby', 'foyer', 'reception', 'counter'],
  ['back', 'rear'],
  ['archive', 'archives', 'records', 'stack', 'store', 'storage'],
  ['canteen', 'kitchen', 'breakroom', 'lunchroom'],
  ['classroom', 'classrooms', 'room'],
  ['workshop', 'shop', 'garage', 'bay'],
  ['office', 'offices', 'desk', 'desks'],
  ['projection', 'projector', 'booth'],
  ['auditorium', 'screen', 'theatre'],
  ['toilet', 'washroom', 'restroom'],
];

/** Words that say what kind of machine, and others people use for it; the tags of the trade among them. */
const KINDS: readonly (readonly string[])[] = [
  ['makeup', 'make', 'mau'],
  ['heater', 'uh'],
  ['exhaust', 'ef', 'extractor'],
  ['boiler', 'radiator', 'radiators'],
];

/** What people feel, and the system it usually speaks of. A complaint may still start elsewhere. */
const FELT: ReadonlyMap<string, System> = new Map(
  Object.entries({
    hot: 'cooling',
    warm: 'cooling',
    muggy: 'cooling',
    humid: 'cooling',
    damp: 'cooling',
    sticky: 'cooling',
    stuffy: 'ventilation',
    stale: 'ventilation',
    smell: 'ventilation',
    smells: 'ventilation',
    fumes: 'heating',
    cold: 'heating',
    freezing: 'heating',
    chilly: 'heating',
    drip: 'drainage',
    dripping: 'drainage',
    leak: 'drainage',
    leaking: 'drainage',
    water: 'drainage',
    wet: 'drainage',
    tripped: 'electrical',
    breaker: 'electrical',
    dead: 'electrical',
  }),
);

const EMPTY = new Set(
  'a an and are at be but by for from has have i in is isn it its my no not of off on or our so some that the their there they this to too up us very was we were what when which with you again since all still please says say feels feel'.split(
    ' ',
  ),
);

/** What was typed, taken apart. */
export interface Clue {
  readonly typed: string;
  /** Words that can name a place, a machine or a wire, in the order typed. */
  readonly words: readonly string[];
  readonly system?: System | undefined;
  readonly feltWord?: string | undefined;
  /** Numbers that may be poles of a breaker: "8/10/12", "breaker 8". */
  readonly poles: readonly number[];
}

const split = (text: string) =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/** A tag typed in one, "uh7", is what the record writes in two. */
const unglued = (typed: string): string => typed.replace(/\b([a-z]{1,4})(\d{1,3})\b/gi, '$1 $2');

/** Takes a complaint, a tag, a serial, a breaker or an alarm point apart. */
export function readClue(typed: string): Clue {
  const words = split(unglued(typed)).slice(0, 24);
  const feltWord = words.find((word) => FELT.has(word));
  // The poles of one breaker, as they stand on the door: 8/10/12 or 8 10 12.
  const slashed =
    /\b\d{1,2}(?:\s*\/\s*\d{1,2}){1,2}\b/.exec(typed)?.[0] ??
    /(?<![\w-])\d{1,2} \d{1,2} \d{1,2}\b/.exec(typed)?.[0];
  const named = /\b(?:breaker|poles?|circuit|cb)\s+#?(\d{1,2})\b/i.exec(typed)?.[1];
  const poles = slashed ? slashed.split(/\s*\/\s*|\s+/).map(Number) : named ? [Number(named)] : [];
  return {
    typed,
    words: [
      ...new Set(
        words.filter(
          (word) =>
            !poles.includes(Number(word)) &&
            !EMPTY.has(word) &&
            !/^(breaker|poles?|panel|unit|alarm|point|circuit|cb)$/.test(word) &&
            !FELT.has(word),
        ),
      ),
    ],
    system: feltWord === undefined ? undefined : FELT.get(feltWord),
    feltWord,
    poles,
  };
}

/** A word with others for the same place. */
export function alike(word: string): readonly string[] {
  const groups = [...PLACES, ...KINDS].filter((words) => words.includes(word));
  return [...new Set([word, ...groups.flat()])];
}

/** Words of a text as they are compared: lower case, plural s dropped. */
export const wordsOf = (text: string): string[] => split(text).map(stem);
export const stem = (word: string): string => (word.length > 3 ? word.replace(/(?<!s)s$/, '') : word);
