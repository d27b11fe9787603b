import { inverted, times, type Matrix } from './algebra.ts';
import type { Expected } from './expected.ts';
import { instrumentsOff } from './instruments.ts';
import { addVisit, buildCovariance, offCovariance, type Own } from './ranked.ts';
import { SHOWN_MANY, type Seen } from './shown.ts';

/**
 * What a machine shows of itself when it is sound, beside what its plate lets expect: each healthy set draws the
 * expectation towards itself, as far as instruments can be trusted (the rule of Bayes for what is distributed
 * normally).
 *
 * @param healthy sets read when it was sound, each with what was expected then
 */
export function ownOf(
  healthy: readonly { readonly seen: Seen; readonly expected: Expected }[],
): Own | undefined {
  const [first] = healthy;
  if (!first) return undefined;
  let shift = new Float64Array(SHOWN_MANY);
  let covariance: Matrix = buildCovariance(first.expected);
  for (const { seen, expected } of healthy) {
    const read = Array.from({ length: SHOWN_MANY }, (_, i) => i).filter(
      (i) => !Number.isNaN(seen.values[i]!),
    );
    const n = read.length;
    const off = offCovariance(instrumentsOff(seen, expected.slopes, seen.around.wetF !== undefined));
    addVisit(off);
    const inverse = new Float64Array(n * n);
    read.forEach((r, i) =>
      read.forEach(
        (c, k) => (inverse[i * n + k] = covariance[r * SHOWN_MANY + c]! + off[r * SHOWN_MANY + c]!),
      ),
    );
    inverted(inverse, n);
    const rest = Float64Array.from(read, (i) => seen.values[i]! - expected.sound[i]! - shift[i]!);
    const toward = times(inverse, rest, n);
    const was = covariance;
    const gain = (i: number) => Float64Array.from(read, (r) => was[i * SHOWN_MANY + r]!);
    const gains = Array.from({ length: SHOWN_MANY }, (_, i) => gain(i));
    shift = shift.map((value, i) => value + gains[i]!.reduce((sum, one, k) => sum + one * toward[k]!, 0));
    const next = was.slice();
    gains.forEach((row, i) => {
      const by = times(inverse, row, n);
      gains.forEach((column, k) => {
        next[i * SHOWN_MANY + k]! -= column.reduce((sum, one, c) => sum + one * by[c]!, 0);
      });
    });
    covariance = next;
  }
  return { shift, covariance };
}
