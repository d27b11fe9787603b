import { distance } from 'fastest-levenshtein';
import { plainWord } from './words.ts';

/*
 * Names that are probably one: of customers, sites, tags. They are offered, never joined unasked: "Mill
 * Street 1" and "Mill Street 2" are two sites.
 */

export interface Double {
  readonly name: string;
  /**
   * What it probably is: a name on record before one that stands only in the file, then the more frequent
   * one.
   */
  readonly same: string;
  /** `alike`: they differ only in case, blanks and marks. `near`: a letter or two, or a legal form. */
  readonly how: 'alike' | 'near';
  /** How often the first stands in the file. */
  readonly uses: number;
}

/** Legal forms say nothing of who it is. */
const FORMS = new Set([
  'inc',
  'llc',
  'ltd',
  'co',
  'corp',
  'company',
  'corporation',
  'limited',
  'llp',
  'plc',
  'the',
  'and',
]);

/** A name without what differs by chance. */
const bare = (name: string): string => plainWord(name.replace(/&/g, ' and '));
const core = (name: string): string =>
  bare(name)
    .split(' ')
    .filter((word) => !FORMS.has(word))
    .join(' ');

/** A tag without case, blanks, dashes and leading zeros: RTU-04, rtu 4 and RTU4 are alike. */
const plainTag = (tag: string): string =>
  plainWord(tag)
    .replace(/\s+/g, '')
    .replace(/(\D|^)0+(?=\d)/g, '$1');

/** What tells two of a kind apart: numbers, and letters that stand by themselves (Building A, Building B). */
const telling = (text: string): string =>
  text
    .split(' ')
    .filter((word) => /\d/.test(word) || word.length === 1)
    .join(' ');

/** One slip in a short name, two in a long one. What tells two of a kind apart keeps them in blocks apart. */
function near(a: string, b: string): boolean {
  const longest = Math.max(a.length, b.length);
  if (longest < 5 || Math.abs(a.length - b.length) > 2) return false;
  return distance(a, b) <= (longest >= 10 ? 2 : 1);
}

/**
 * Names of a file that are probably the same as one on record, or as another name of the file.
 *
 * @param uses names of the file with how often each stands there
 * @param known names on record
 */
export function doublesIn(uses: ReadonlyMap<string, number>, known: readonly string[]): Double[] {
  const candidates = [...new Set([...known, ...[...uses].sort((a, b) => b[1] - a[1]).map(([name]) => name)])];
  const onRecord = new Set(known);
  const alike = new Map<string, string>();
  const byCore = new Map<string, string>();
  // Names that share neither beginning nor end, or that a number or letter tells apart, are never near:
  // comparing within blocks of the others is enough.
  const blocks = new Map<string, string[]>();
  const found: Double[] = [];
  for (const name of candidates) {
    const [plain, short] = [bare(name), core(name)];
    const apart = telling(short);
    const keys = [`< ${short.slice(0, 3)} ${apart}`, `> ${short.slice(-3)} ${apart}`];
    const say = (same: string, how: Double['how']) =>
      found.push({ name, same, how, uses: uses.get(name) ?? 0 });
    const same = alike.get(plain);
    if (onRecord.has(name)) {
      if (same === undefined) alike.set(plain, name);
    } else if (same !== undefined) {
      say(same, 'alike');
      continue;
    } else {
      const other =
        byCore.get(short) ??
        keys.flatMap((key) => blocks.get(key) ?? []).find((candidate) => near(core(candidate), short));
      if (other !== undefined && short !== '') {
        say(other, 'near');
        continue;
      }
      alike.set(plain, name);
    }
    if (!byCore.has(short)) byCore.set(short, name);
    for (const key of keys) {
      const block = blocks.get(key);
      if (block) block.push(name);
      else blocks.set(key, [name]);
    }
  }
  return found;
}

/** Tags of one site that differ only in case, blanks, dashes or leading zeros. */
export function tagDoubles(tags: ReadonlyMap<string, number>, known: readonly string[]): Double[] {
  const first = new Map<string, string>();
  for (const tag of known) if (!first.has(plainTag(tag))) first.set(plainTag(tag), tag);
  const onRecord = new Set(known);
  const found: Double[] = [];
  for (const [tag, uses] of [...tags].sort((a, b) => b[1] - a[1])) {
    if (onRecord.has(tag)) continue;
    const same = first.get(plainTag(tag));
    if (same !== undefined) found.push({ name: tag, same, how: 'alike', uses });
    else first.set(plainTag(tag), tag);
  }
  return found;
}
