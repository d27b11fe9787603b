import { createHmac, randomInt } from 'node:crypto';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import * as known from '@zxcvbn-ts/language-common';
import { invalid } from '../http/problem.ts';

/**
 * Guesses an attacker who knows the usual words needs at least, as a power of ten [zxcvbn: below 10^8 is
 * somewhat guessable, below 10^10 safely unguessable over a network].
 */
const LEAST_GUESSES_LOG10 = 10;

let strength: ZxcvbnFactory | undefined;

/**
 * Sayings that everybody knows, without blanks: long, and among the first that are tried. The lists of the
 * library hold single words and do not know that these belong together.
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
/** What stands between words. */
const BETWEEN = /[\s\p{Pd}_.,;:'’"!?]/gu;

/**
 * Refuses a password that is easy to guess. Length is the contract's business; nothing is said of capitals
 * and digits, which make passwords harder to keep and no harder to guess [NIST SP 800-63B-4, 3.1.1.2: length
 * and a list of known bad ones, no rules of composition; from memory].
 *
 * @param about words that belong to the person: name, company
 * @throws Problem 422 at `password`
 */
export function refuseGuessable(password: string, about: readonly string[]): void {
  strength ??= new ZxcvbnFactory({
    dictionary: { ...known.dictionary, sayings: KNOWN_SAYINGS },
    graphs: known.adjacencyGraphs,
  });
  const own = about.flatMap((text) => [text, ...text.split(/\s+/)]).filter((word) => word.length > 2);
  // As it stands and run together: blanks and hyphens between the words of a saying hide nothing.
  const ways = [password, password.normalize('NFKC').replace(BETWEEN, '')];
  const judged = strength;
  if (ways.some((way) => judged.check(way, own).guessesLog10 < LEAST_GUESSES_LOG10))
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

/**
 * The word of somebody that follows from a secret: whoever asks a second time, because the first answer was
 * lost, is given the same.
 *
 * @param of whom it is for; anything else gives another word
 */
export function wordThatFollows(secret: string, of: string): string {
  const letters: string[] = [];
  const most = 256 - (256 % ALPHABET.length);
  for (let round = 0; letters.length < 4 * GROUPS; round++)
    for (const byte of createHmac('sha256', secret).update(`one-time word ${round} ${of}`).digest())
      // A byte beyond the last whole turn of the alphabet would favour its first letters.
      if (byte < most && letters.length < 4 * GROUPS)
        letters.push(ALPHABET[byte % ALPHABET.length] as string);
  return letters.join('').replace(/(.{4})(?=.)/g, '$1-');
}
