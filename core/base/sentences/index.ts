/* Words of a sentence that follow what stands in it: counts, lists, its first letter. */

/**
 * Counts in words as people say them.
 *
 * @example plural(1, 'day') // "1 day"
 * @example plural(3, 'day') // "3 days"
 */
export function plural(count: number, noun: string, many = `${noun}s`): string {
  return `${count} ${count === 1 ? noun : many}`;
}

/** @example listed(['a', 'b', 'c']) // "a, b and c" */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** With a capital letter first, as a sentence begins. @example capital('poles 8/10') // "Poles 8/10" */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
