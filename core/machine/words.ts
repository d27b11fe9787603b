import type { System } from '#core/base/vocabulary';
import { PART_IDS, partOf, type PartId } from './parts.ts';

/** Words that mean one part in one system and another elsewhere; without the system nobody can say. */
const BY_SYSTEM: Readonly<Record<string, Partial<Record<System, PartId>>>> = {
  'pressure switch': { heating: 'combustion-air proof' },
};

/** How words are compared: lower case, single blanks, no trailing full stop. */
export function normaliseWord(raw: string): string {
  return raw.toLowerCase().replace(/\s+/g, ' ').trim().replace(/\.$/, '');
}

const PART_BY_WORD = new Map<string, PartId>(
  PART_IDS.flatMap((id) => [id, ...partOf(id).words].map((word) => [normaliseWord(word), id] as const)),
);

/**
 * The part a technician's word stands for, or undefined when nobody has said yet: a word is never guessed.
 *
 * @param companyWords words the company has mapped itself; they win
 * @param system the system the finding belongs to, where a word depends on it
 * @example partOfWord('Run cap') // "capacitor"
 * @example partOfWord('pressure switch', new Map(), 'heating') // "combustion-air proof"
 */
export function partOfWord(
  raw: string,
  companyWords: ReadonlyMap<string, PartId> = new Map(),
  system?: System,
): PartId | undefined {
  const known = (word: string): PartId | undefined => {
    const bySystem = system && Object.hasOwn(BY_SYSTEM, word) ? BY_SYSTEM[word]?.[system] : undefined;
    return companyWords.get(word) ?? bySystem ?? PART_BY_WORD.get(word);
  };
  const word = normaliseWord(raw);
  return known(word) ?? known(numberedWord(word).word);
}

const [NUMBER_LAST, NUMBER_FIRST] = [
  /^(.+?)(?: no\.? ?| ?#| )([1-4])$/,
  /^(?:#|no\.? ?|circuit |ckt )([1-4]) (.+)$/,
] as const;

/**
 * A word of one of several, and which: machines have two compressors, and what is written of one is not of
 * the other.
 *
 * @example numberedWord('Compressor #2') // { word: "compressor", number: 2 }
 * @example numberedWord('contactor') // { word: "contactor" }
 */
export function numberedWord(raw: string): { readonly word: string; readonly number?: number } {
  const word = normaliseWord(raw);
  const last = NUMBER_LAST.exec(word);
  if (last) return { word: last[1] as string, number: Number(last[2]) };
  const first = NUMBER_FIRST.exec(word);
  return first ? { word: first[2] as string, number: Number(first[1]) } : { word };
}
