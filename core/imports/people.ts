import { plainWord } from './words.ts';

/*
 * Names of people as other lists write them: "J. Brandt", "Brandt, Jo", "jo". They are offered, never joined
 * unasked.
 */

/** A name in the order in which it is said: "Brandt, Jo" is Jo Brandt. */
const inOrder = (name: string): string[] => {
  const [last, first, more] = name.split(',').map((part) => plainWord(part));
  const said = first && more === undefined ? `${first} ${last}` : plainWord(name);
  return said.split(' ').filter(Boolean);
};

/** Two given names that may be one: the same, or one the initial of the other. */
const mayBe = (a: string, b: string): boolean =>
  a === b || (a.length === 1 && b.startsWith(a)) || (b.length === 1 && a.startsWith(b));

/**
 * Whom a name probably means: the family name agrees and the given one may be the same, or only one of the
 * two is written.
 *
 * @param people names on record
 * @returns undefined where it is nobody, or could be several
 */
export function likelyPerson(name: string, people: readonly string[]): string | undefined {
  const written = inOrder(name);
  const [first, last] = [written[0], written.at(-1)];
  if (first === undefined || last === undefined) return undefined;
  const found = people.filter((person) => {
    const own = inOrder(person);
    if (written.length === 1) return own.includes(first);
    return own.at(-1) === last && mayBe(own[0] as string, first);
  });
  return found.length === 1 ? found[0] : undefined;
}
