/*
 * Which site is meant by what was typed. Whoever is on the telephone presses Enter without reading the rest:
 * it takes a site only where nothing else can be meant.
 */

const wordsIn = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/** A number is itself or it is not; a word may be typed by its beginning. */
const begins = (typed: string, word: string): boolean =>
  /^\d+$/.test(typed) ? typed === word : word.startsWith(typed);

const allIn = (typed: readonly string[], text: string): boolean => {
  const there = wordsIn(text);
  return typed.every((one) => there.some((word) => begins(one, word)));
};

/**
 * How well a site fits: by its very name, by its name, by name and customer, or by all of its address. A
 * number that stands only in an address where the rest is of the name fits nothing: "fenwick 3" is no Fenwick
 * #2 at 3 Kelp Row.
 */
function fit(typed: readonly string[], site: SiteNamed): number {
  const name = wordsIn(site.name);
  if (
    name.length === typed.length &&
    allIn(typed, site.name) &&
    typed.every((w, i) => begins(w, name[i] ?? ''))
  )
    return 4;
  if (allIn(typed, site.name)) return 3;
  if (allIn(typed, `${site.name} ${site.customer}`)) return 2;
  return site.address && allIn(typed, site.address) ? 1 : 0;
}

export interface SiteNamed {
  readonly id: string;
  readonly name: string;
  readonly customer: string;
  readonly address?: string | null;
}

/**
 * The one site that is meant by what was typed; undefined where two fit as well, or none does.
 *
 * @param sites those that were found, all of those that fit best among them
 * @example siteMeant('fenwick 3', [fenwick2, fenwick3])?.name // 'Fenwick #3'
 */
export function siteMeant<S extends SiteNamed>(typed: string, sites: readonly S[]): S | undefined {
  const words = wordsIn(typed);
  if (words.length === 0) return undefined;
  const best = Math.max(0, ...sites.map((site) => fit(words, site)));
  const meant = best === 0 ? [] : sites.filter((site) => fit(words, site) === best);
  return meant.length === 1 ? meant[0] : undefined;
}
