import { plain } from './plain.ts';

/* What a caller tells beside what is wrong: how warm it is, who is there, and that it happened before. */

/** Temperatures in a caller's words, °F; a key is missing where none was said. */
export interface NumbersHeard {
  readonly roomF?: number;
  readonly setPointF?: number;
}

/** What follows a number that is no temperature: a time of day, a length of time, a count. */
const COUNTED =
  '(?! ?(am|pm|o clock|min|hour|hr|h\\b|day|week|month|year|people|person|guest|unit|of|%|ft|feet|psi|volt|amp|:|/|x\\b))';
const NUMBER = `(\\d{2,3})(?!\\d)`;
const SET = new RegExp(
  `\\b(?:set(?: ?point)?|supposed to be|turned (?:up|down)|calling for)(?: (?:is|at|to|for|of|on))* ${NUMBER}${COUNTED}`,
);
const DEGREES = new RegExp(`${NUMBER} ?(?:°|degrees?\\b|deg\\b)`);
const FELT = new RegExp(
  `\\b(?:it is|it s|is at|is only|is|says|reads|reading|showing|down to|up to|only) ${NUMBER}${COUNTED}`,
);
const CELSIUS = /^ ?(?:°|degrees?|deg)? ?c(elsius)?\b/;
/** No room that anybody telephones about is colder or warmer, °F. */
const [COLDEST, WARMEST] = [30, 130];

/**
 * The temperatures that are said, by the words round them; a number that could be anything else is left.
 *
 * @example numbersHeard('set to 70 and it is 81 in here') // { setPointF: 70, roomF: 81 }
 */
export function numbersHeard(words: string): NumbersHeard {
  const text = plain(words);
  const set = SET.exec(text);
  const rest = set ? text.replace(set[0], ' ') : text;
  const room = DEGREES.exec(rest) ?? FELT.exec(rest);
  return { ...fahrenheit('roomF', room, rest), ...fahrenheit('setPointF', set, text) };
}

function fahrenheit(name: keyof NumbersHeard, match: RegExpExecArray | null, text: string): NumbersHeard {
  if (!match) return {};
  const value = Number(match[1]);
  const after = text.slice(match.index + match[0].indexOf(String(match[1])) + String(match[1]).length);
  const degrees = CELSIUS.test(after) ? Math.round((value * 1.8 + 32) * 10) / 10 : value;
  return degrees >= COLDEST && degrees <= WARMEST ? { [name]: degrees } : {};
}

/** Whom or what it hurts first when a place is without heat or cooling. */
export type Present = 'children' | 'patients' | 'animals' | 'servers' | 'stock';

const PRESENT: readonly (readonly [Present, RegExp])[] = [
  ['children', /\b(child|children|kids|pupils|students|schools?|classrooms?|kindergarten)\b/],
  ['patients', /\b(patients?|residents?|wards?|hospital|hospice|elderly|(?<!veterinary )clinic)\b/],
  ['animals', /\b(animals?|veterinary|kennels?|dogs?|cats?|stables?)\b/],
  ['servers', /\b(servers?|server rooms?|data cent(er|re)s?)\b/],
  ['stock', /\b(cold stores?|cold rooms?|walk ?ins?|freezers?|vaccines?|medicines?|inventory|archives?)\b/],
];

/** Who and what is there by the words, those that cannot help themselves first; the name of a place will do. */
export const presentHeard = (words: string): Present[] => {
  const text = plain(words);
  return PRESENT.flatMap(([who, rule]) => (rule.test(text) ? [who] : []));
};

const AGAIN =
  /\b(was|were) here\b|\b(just|already) (fixed|repaired|replaced|changed|mended)\b|\bsame (thing|trouble|problem|fault|issue|as|again)\b|\b(came|comes) back\b|\bstill (not|no|won|doesn|isn|down|out|leak\w*|warm|cold)\b|\b(not fixed|didn t (hold|last|help))\b|(?<!\bcalls? )\bagain\b/;

/** The words by which a caller says that this was seen to before; undefined where nothing says so. */
export const saysAgain = (words: string): string | undefined => AGAIN.exec(plain(words))?.[0];

/** The words by which a machine has stopped altogether; undefined where nothing says so. */
export const saysStopped = (words: string): string | undefined =>
  /\bno (heat|cool\w*|air|ac|a c)\b|\bnot (heating|cooling|running|working|coming on|starting)\b|\b(dead|is down|are down|is out|are out|won t (start|run)|quit)\b/.exec(
    plain(words),
  )?.[0];
