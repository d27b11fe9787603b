import type { MachineSpec } from '#core/simulation';
import { humidityRatioFromRh, wetBulb } from '#core/measuring/air';
import { SHOWN_MANY } from './shown.ts';
import { shownBy, stateOf, waysOf, type Way } from './solved.ts';
import {
  scaled,
  SPAN,
  SURFACE_MANY,
  TERMS,
  termsAt,
  WATER_SPAN,
  type Conditions,
  type Surface,
} from './surfaces.ts';

/** Weather and loads through which the surfaces are laid: every outdoors with every return and humidity. */
export function laidThrough(water: boolean): Conditions[] {
  const outdoors = water ? WATER_SPAN : SPAN[0];
  return [-1, -0.5, 0, 0.5, 1].flatMap((a) =>
    [66, 72, 78, 86].flatMap((dryF) =>
      [30, 50, 70].map((humidity): Conditions => {
        const wetF = wetBulb(dryF, humidityRatioFromRh(dryF, humidity));
        return [outdoors.middle + a * outdoors.half, dryF, wetF];
      }),
    ),
  );
}

/** Bends are held down a little, so that few points make no wild ones. */
const RIDGE = [1e-6, 1e-4, 1e-4, 1e-4, 0.02, 0.02, 0.02, 0.02, 0.02, 0.02] as const;

/** The surface through one way of a machine; states that a safety would end are left out. */
export function surfaceOf(spec: MachineSpec, way: Way): Surface {
  const water = spec.rejects === 'water';
  const rows = laidThrough(water).flatMap((at) => {
    const state = stateOf(spec, way, at);
    // A compressor that is hot runs on for a while and is read; a head that opened its switch is not.
    if (state.opens?.safety === 'high-pressure switch') return [];
    return [{ terms: termsAt(scaled(at, water)), shown: shownBy(spec, state) }];
  });
  const surface = new Float64Array(SURFACE_MANY);
  const normal = Array.from({ length: TERMS }, (_, i) =>
    Array.from(
      { length: TERMS },
      (__, k) =>
        rows.reduce((sum, { terms }) => sum + (terms[i] as number) * (terms[k] as number), 0) +
        (i === k ? rows.length * (RIDGE[i] as number) + 1e-9 : 0),
    ),
  );
  for (let i = 0; i < SHOWN_MANY; i++) {
    const right = Array.from({ length: TERMS }, (_, t) =>
      rows.reduce((sum, { terms, shown }) => sum + (terms[t] as number) * (shown[i] as number), 0),
    );
    surface.set(solve(normal, right), i * TERMS);
  }
  return surface;
}

/** Gauss with the largest pivot; small and made once. */
function solve(matrix: readonly (readonly number[])[], right: readonly number[]): number[] {
  const a = matrix.map((row, i) => [...row, right[i] as number]);
  const n = a.length;
  for (let i = 0; i < n; i++) {
    const pivot = a.reduce(
      (best, row, k) => (k >= i && Math.abs(row[i]!) > Math.abs(a[best]![i]!) ? k : best),
      i,
    );
    [a[i], a[pivot]] = [a[pivot]!, a[i]!];
    for (let k = i + 1; k < n; k++) {
      const by = a[k]![i]! / a[i]![i]!;
      for (let c = i; c <= n; c++) a[k]![c]! -= by * a[i]![c]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    let sum = a[i]![n]!;
    for (let c = i + 1; c < n; c++) sum -= a[i]![c]! * x[c]!;
    x[i] = sum / a[i]![i]!;
  }
  return x;
}

/** Every surface of a build, in the order of its ways. */
export const tabulated = (spec: MachineSpec): Surface[] => waysOf(spec).map((way) => surfaceOf(spec, way));
