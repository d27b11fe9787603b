/**
 * The sentence of a unit but for what was left open, where that is told beside it with its day and its words.
 *
 * @example unsaid('Left open: filters out. 18 years old.', [{ kind: 'filters out' }]) // "18 years old."
 */
export const unsaid = (sentence: string, told: readonly { readonly kind: string }[]): string =>
  told
    .reduce(
      (said, { kind }) => said.replace(`Hazard left open: ${kind}.`, '').replace(`Left open: ${kind}.`, ''),
      sentence,
    )
    .replace(/\s+/g, ' ')
    .trim();
