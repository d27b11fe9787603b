import { randomInt } from 'node:crypto';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import * as known from '@zxcvbn-ts/language-common';
import { invalid } from '../http/problem.ts';

/**
 * Guesses an attacker who knows the usual words needs at least, as a power of ten [zxcvbn: below 10^8 is somewhat
 * guessable, below 10^10 safely unguessable over a network].
 */
const LEAST_GUESSES_LOG10 = 10;

let strength: ZxcvbnFactory | undefined;

/**
 * Sayings that everybody knows, letters alone: long, and among the first that are tried. The list of words above scores
 * each word by itself and does not know that they belong together.
 */
const KNOWN_SAYINGS = [
  'correcthorsebatterystaple',
  'thequickbrownfoxjumpsoverthelazydog',
  'tobeornottobethatisthequestion',
  'allthatglittersisnotgold',
  'theearlybirdcatchestheworm',
  'anappleadaykeepsthedoctoraway',
  'itwasthebestoftimesitwastheworstoftimes',
  'agoodmanishardtofind',
  'actionsspeaklouderthanwords',
  'practicemakesperfect',
  'betterlatethannever',
  'wherethereisawillthereisaway',
  'loremipsumdolorsitamet',
  'abcdefghijklmnopqrstuvwxyz',
  'letmeinletmeinletmein',
  'thisisaverylongpassword',
  'thispasswordisverylong',
  'mypasswordissecret',
  'packmyboxwithfivedozenliquorjugs',
  'howvexinglyquickdaftzebrasjump',
];
/** Letters beside a saying that make it a password of one's own. */
const OWN_LETTERS = 10;

/** Whether little more than a saying that everybody knows stands there, however it is written. */
function isSaying(password: string): boolean {
  const letters = password
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[^a-z]/g, '');
  return KNOWN_SAYINGS.some(
    (saying) => letters.includes(saying) && letters.length - saying.length < OWN_LETTERS,
  );
}

/**
 * Refuses a password that is easy to guess. Length is the contract's business; nothing is said of capitals and digits,
 * which make passwords harder to keep and no harder to guess [NIST SP 800-63B-4, 3.1.1.2: length and a list of known
 * bad ones, no rules of composition; from memory].
 *
 * @param about words that belong to the person: name, company
 * @throws Problem 422 at `password`
 */
export function refuseGuessable(password: string, about: readonly string[]): void {
  strength ??= new ZxcvbnFactory({ dictionary: known.dictionary, graphs: known.adjacencyGraphs });
  const own = about.flatMap((text) => [text, ...text.split(/\s+/)]).filter((word) => word.length > 2);
  const { guessesLog10 } = strength.check(password, own);
  if (guessesLog10 < LEAST_GUESSES_LOG10 || isSaying(password))
    throw invalid([
      { path: 'password', message: 'is easy to guess; take three or four words that do not belong together' },
    ]);
}

/** Letters and digits nobody mistakes for one another, on paper or on the telephone. */
const ALPHABET = 'abcdefghjkmnpqrstuvwxyz23456789';
const GROUPS = 4;

/**
 * A word that is handed out to let somebody in once. Sixteen characters of 31 are 79 bits.
 *
 * @example oneTimeWord() // "k7mq-2xda-hh4t-9wnc"
 */
export const oneTimeWord = (): string =>
  Array.from({ length: GROUPS }, () =>
    Array.from({ length: 4 }, () => ALPHABET[randomInt(ALPHABET.length)]).join(''),
  ).join('-');
