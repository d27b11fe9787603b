/** How the trade begins the tags of its machines [common practice]; a site adds its own. */
const USUAL = ['RTU', 'AHU', 'MAU', 'EF', 'UH', 'HP', 'WSHP', 'ERV', 'CU'];

const bare = (tag: string): string =>
  tag
    .toUpperCase()
    .replace(/[^A-Z0-9]/g, '')
    .replace(/(?<=[A-Z])0+(?=\d)/, '');

/**
 * The tags that words name, as they would stand on a plate: letters that tags begin with, then a number.
 *
 * @example tagsNamed('rtu 9 is down', ['RTU']) // ['RTU-9']
 */
export function tagsNamed(words: string, prefixes: readonly string[]): string[] {
  const known = new Set(prefixes.map((prefix) => prefix.toUpperCase()));
  const found = [...words.matchAll(/\b([a-z]{1,5})[ -]?(\d{1,3}[a-z]?)\b/gi)].flatMap(
    ([, letters, number]) =>
      letters && known.has(letters.toUpperCase()) ? [`${letters}-${number}`.toUpperCase()] : [],
  );
  return [...new Set(found)];
}

/**
 * Tags that a caller names and no unit of the site bears: it may be another site, or a machine that nobody
 * has written down.
 *
 * @param tags of the units that are on record there
 */
export function tagsUnknown(words: string, tags: readonly string[]): string[] {
  const own = tags.flatMap((tag) => /^[a-z]+/i.exec(tag)?.[0] ?? []);
  const there = tags.map(bare);
  return tagsNamed(words, [...USUAL, ...own]).filter(
    (tag) => !there.some((one) => one.startsWith(bare(tag))),
  );
}
