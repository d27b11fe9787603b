import { LAID, termsOf } from '#core/measuring/expected';
import { SHOWN_MANY, type Conditions } from './shown.ts';

/*
 * What a machine would show, over weather and load, as one surface of the second order for each thing it shows: ten
 * numbers in three variables. Machines are solved beforehand, the surfaces are laid through them, and an expectation
 * is then a few multiplications.
 */

/** Where the surfaces are laid, °F: their middle and half their width; the bands of a sound machine lie there too. */
export const SPAN = LAID;
export const termsAt = termsOf;
export const WATER_SPAN = { middle: 80, half: 22 } as const;
export const TERMS = 10;

/** Numbers of one cause at one level: by what is shown, then by term. */
export type Surface = Float64Array;
export const SURFACE_MANY = SHOWN_MANY * TERMS;

/** Conditions as the surfaces take them, each about −1 to 1; held at the edge beyond. */
export function scaled(at: Conditions, water: boolean): [number, number, number] {
  return at.map((value, i) => {
    const { middle, half } = water && i === 0 ? WATER_SPAN : (SPAN[i] as (typeof SPAN)[number]);
    return Math.max(-1.15, Math.min(1.15, (value - middle) / half));
  }) as [number, number, number];
}

/** What a surface says at terms. */
export function onSurface(surface: Surface, terms: readonly number[], into = new Float64Array(SHOWN_MANY)) {
  for (let i = 0; i < SHOWN_MANY; i++) {
    let sum = 0;
    for (let t = 0; t < TERMS; t++) sum += (surface[i * TERMS + t] as number) * (terms[t] as number);
    into[i] = sum;
  }
  return into;
}

/** How what is shown moves with each of the conditions, per °F, by differences over two degrees. */
export function slopesAt(surface: Surface, at: Conditions, water: boolean): Float64Array[] {
  return at.map((value, i) => {
    const moved = (by: number) => at.map((one, k) => (k === i ? value + by : one)) as unknown as Conditions;
    const [low, high] = [-1, 1].map((by) => onSurface(surface, termsAt(scaled(moved(by), water))));
    return Float64Array.from(low as Float64Array, (was, k) => ((high as Float64Array)[k]! - was) / 2);
  });
}
