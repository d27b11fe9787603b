import { buildMachine, type Machine, type MachineSpec } from '#core/simulation';
import { humidityRatioFromRh, wetBulb } from '#core/measuring/air';
import { inverted, times } from './algebra.ts';
import { SHOWN_MANY, type Conditions } from './shown.ts';
import { shownBy, stateOf, waysOf, type Way } from './solved.ts';
import { scaled, SPAN, SURFACE_MANY, TERMS, termsAt, WATER_SPAN, type Surface } from './surfaces.ts';

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
export function surfaceOf(machine: Machine, way: Way): Surface {
  const water = machine.spec.rejects === 'water';
  const rows = laidThrough(water).flatMap((at) => {
    const state = stateOf(machine, way, at);
    // A compressor that is hot runs on for a while and is read; a head that opened its switch is not.
    if (state.opens?.safety === 'high-pressure switch') return [];
    return [{ terms: termsAt(scaled(at, water)), shown: shownBy(machine, state) }];
  });
  const surface = new Float64Array(SURFACE_MANY);
  for (let i = 0; i < SHOWN_MANY; i++) {
    surface.set(fitted(rows.map(({ terms, shown }) => ({ terms, value: shown[i]! }))), i * TERMS);
  }
  return surface;
}

/** The surface of the second order that lies nearest to what was worked out (least squares, held down a little). */
export function fitted(
  rows: readonly { readonly terms: readonly number[]; readonly value: number }[],
): Float64Array {
  const sum = (of: (row: (typeof rows)[number]) => number) => rows.reduce((all, row) => all + of(row), 0);
  const normal = new Float64Array(TERMS * TERMS);
  for (let i = 0; i < TERMS; i++) {
    for (let k = 0; k < TERMS; k++) normal[i * TERMS + k] = sum(({ terms }) => terms[i]! * terms[k]!);
    normal[i * TERMS + i]! += rows.length * RIDGE[i]! + 1e-9;
  }
  inverted(normal, TERMS);
  const right = Float64Array.from({ length: TERMS }, (_, t) => sum(({ terms, value }) => terms[t]! * value));
  return times(normal, right, TERMS);
}

/** Every surface of a build, in the order of its ways. */
export function tabulated(spec: MachineSpec): Surface[] {
  const machine = buildMachine(spec);
  return waysOf(spec).map((way) => surfaceOf(machine, way));
}
