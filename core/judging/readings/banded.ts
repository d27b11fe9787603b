import { EXPECTED_NAMES, LAID, termsOf } from '#core/measuring/expected';
import { expectedFrom } from './expected.ts';
import { instrumentsOff } from './instruments.ts';
import { addVisit, buildCovariance, offCovariance } from './ranked.ts';
import { specOf, type Build } from './packed.ts';
import { SHOWN_MANY, type Conditions, type Seen } from './shown.ts';
import { fitted, laidThrough } from './tabulate.ts';
import { comparedBy } from './terms.ts';
import type { Surface } from './surfaces.ts';

/**
 * The rows of a build in the table of expected bands: for each number ten terms of what a sound machine reads, then
 * ten of what that and ordinary instruments are off by.
 */
export function bandRows(build: Build, surfaces: readonly Surface[]): number[][] {
  const rows = laidThrough(false).map((at) => {
    const expected = expectedFrom(surfaces, specOf(build), at);
    const covariance = buildCovariance(expected);
    const seen = seenAs(expected.sound, at);
    offCovariance(instrumentsOff(seen, expected.slopes, true)).forEach(
      (value, i) => (covariance[i]! += value),
    );
    addVisit(covariance);
    const compared = comparedBy(seen.values, seen.around, [expected.sound], covariance, false);
    const terms = termsOf(
      at.map((value, i) => {
        const { middle, half } = LAID[i] as (typeof LAID)[number];
        return (value - middle) / half;
      }) as [number, number, number],
    );
    return { terms, compared };
  });
  return EXPECTED_NAMES.map((name) => {
    const of = (part: 'sound' | 'off') =>
      fitted(
        rows.map(({ terms, compared }) => ({
          terms,
          value: compared.find((one) => one.name === name)?.[part] as number,
        })),
      );
    return [...of('sound'), ...of('off')].map((value) => Math.round(value * 1000) / 1000);
  });
}

/** Gauges are off by a hundredth of their pressure: some half a degree of either saturation [common practice]. */
const GAUGE_F = 0.6;
const seenAs = (values: Float64Array, [outdoorF, ontoCoilF, wetF]: Conditions): Seen => {
  const perPsi = new Float64Array(SHOWN_MANY);
  const psia = new Float64Array(SHOWN_MANY);
  [0, 2].forEach((i) => {
    [psia[i], perPsi[i]] = [100, GAUGE_F];
  });
  return { values, perPsi, psia, around: { outdoorF, ontoCoilF, wetF } };
};
