import type { Observed } from './evidence.ts';
import { likelihood, says } from './likelihood.ts';
import type { Suspect } from './suspects.ts';

/** A cause that shows something less often than this does not explain it; one that makes and breaks shows most. */
const NOT_SHOWN = 0.3;

/**
 * The answers that nothing in the table explains together: one alone, or the two that go together least. One of
 * them was misread, or something comes and goes, or there are two faults, or it is not in the table.
 *
 * @param suspects the sound machine among them
 * @returns one or two answers; none where of any two some one cause shows both
 */
export function contradiction(suspects: readonly Suspect[], all: readonly Observed[]): readonly Observed[] {
  const seen = all.filter(says);
  const shows = suspects.map((suspect) => seen.map((one) => likelihood(suspect, one)));
  const explained = (which: readonly number[]): boolean =>
    shows.some((row) => which.every((at) => (row[at] as number) >= NOT_SHOWN));
  /** How well the cause that shows all of these best shows the one of them that it shows least. */
  const together = (which: readonly number[]): number =>
    Math.max(...shows.map((row) => Math.min(...which.map((at) => row[at] as number))));
  const least = (among: readonly (readonly number[])[]): readonly Observed[] | undefined =>
    among
      .filter((which) => !explained(which))
      .map((which) => ({ which, fit: together(which) }))
      .sort((a, b) => a.fit - b.fit)[0]
      ?.which.map((at) => seen[at] as Observed);
  const places = seen.map((_, at) => at);
  // What nothing shows goes with nothing: it is named alone.
  return (
    least(places.map((at) => [at])) ??
    least(places.flatMap((second) => places.slice(0, second).map((first) => [first, second]))) ??
    []
  );
}
