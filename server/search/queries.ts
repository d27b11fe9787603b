import { readClue } from '#core/places/locate';
import type { Found } from '#contracts/search';
import type { Database } from '../db/connect.ts';
import { likelyFound } from './likely.ts';
import { documentsFound } from './search.sql.ts';

const MOST = 20;

/**
 * What was typed as a prefix query: every word must begin some word of the thing. Undefined when nothing
 * usable was typed.
 *
 * @param how.numbers whether 3 may begin 30
 */
export function prefixQuery(
  typed: string,
  { numbers = 'begin' }: { numbers?: 'begin' | 'whole' } = {},
): string | undefined {
  const words = typed
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .slice(0, 8);
  const query = (word: string) => (numbers === 'whole' && /^\d+$/.test(word) ? word : `${word}:*`);
  return words.length > 0 ? words.map(query).join(' & ') : undefined;
}

/** Below this many letters nearly every call matches, and none of them is the one that is meant. */
const LETTERS_FOR_CALLS = 3;

/**
 * A tag or a name is found by its beginning; a sentence is a complaint, and then units are ranked by how
 * likely they are meant.
 */
const LIKELY = 6;

/**
 * Search-as-you-type over customers, sites, units and calls. Customers and sites stand before units, units
 * before calls; among one kind what begins with the typed text comes first. Calls join in from three letters
 * on. Where not everything typed begins a word of a record (a complaint, a breaker), units likely meant
 * follow with reasons, or lead where something is felt.
 */
export async function search(db: Database, typed: string): Promise<Found[]> {
  const query = prefixQuery(typed);
  if (!query) return [];
  const bind = [query, typed.trim().replace(/[\\%_]/g, '\\$&')];
  const matching = (which: 'calls' | 'records', limit: number) =>
    db.rows<Found>(documentsFound(which, limit), bind);
  const records = await matching('records', MOST);
  const letters = typed.replace(/[^\p{L}\p{N}]/gu, '').length;
  const calls =
    records.length >= MOST || letters < LETTERS_FOR_CALLS
      ? []
      : await matching('calls', MOST - records.length);
  const clue = readClue(typed);
  if (records.length > 0 && !clue.feltWord && clue.poles.length === 0) return [...records, ...calls];
  if (letters < LETTERS_FOR_CALLS) return [...records, ...calls];
  const likely = await likelyFound(db, typed, LIKELY);
  const known = new Set(likely.map((found) => found.id));
  return [...likely, ...records.filter((found) => !known.has(found.id)), ...calls].slice(0, MOST);
}
