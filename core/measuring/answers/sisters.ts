import { dayWords } from '#core/base/time';
import type { Answer } from './answer.ts';

/**
 * What the same measurement said on a machine of the same kind beside this one: the best yardstick there is.
 */
export interface SisterReading {
  readonly tag: string;
  /** Day of the reading, site-local. */
  readonly on: string;
  /** Name of the answer it goes with. */
  readonly name: string;
  /** In the customary unit of that answer. */
  readonly value: number;
}

/**
 * Answers with the first sister reading of their name beside them; the readings come in order of likeness.
 */
export function withSisters(answers: readonly Answer[], readings: readonly SisterReading[]): Answer[] {
  return answers.map((a) => {
    const sister = readings.find((r) => r.name === a.name);
    return sister
      ? { ...a, sister: { value: sister.value, where: `${sister.tag}, ${dayWords(sister.on)}` } }
      : a;
  });
}
