import { enthalpy, saturationRatio, specificVolume } from '#core/measuring/air';
import { rootBetween } from './roots.ts';

const { exp, max, min } = Math;

/** What a coil that is colder than its air takes up, and how the air leaves it. */
export interface CoilAnswer {
  readonly btuh: number;
  readonly surfaceF: number;
  readonly leavingF: number;
  readonly leavingRatio: number;
  readonly waterLb: number;
}

/** A stream of air onto a coil. */
export interface AirStream {
  readonly cfm: number;
  readonly airF: number;
  /** Humidity ratio, lb/lb. */
  readonly ratio: number;
}

/**
 * Heat that air gives to a wet or dry surface, Btu/h, and how it leaves. Bypass model: a share of the air
 * meets the surface. Below 32 °F the water stays as frost, whose heat of fusion comes on top.
 */
export function coil({ cfm, airF, ratio }: AirStream, surfaceF: number, conductance: number): CoilAnswer {
  const pounds = (cfm * 60) / specificVolume(airF, ratio);
  const rate = pounds * (0.24 + 0.444 * ratio);
  const meets = 1 - exp(-conductance / rate);
  const leavingF = airF - meets * (airF - surfaceF);
  const dry = saturationRatio(max(-100, surfaceF));
  const leavingRatio = ratio - meets * max(0, ratio - dry);
  const waterLb = pounds * (ratio - leavingRatio);
  // Around freezing a part of the surface holds frost already, so that nothing jumps.
  const fusion = FUSION_BTU_LB * waterLb * min(1, max(0, 32.5 - surfaceF));
  return {
    btuh: pounds * (enthalpy(airF, ratio) - enthalpy(leavingF, leavingRatio)) + fusion,
    surfaceF,
    leavingF,
    leavingRatio,
    waterLb,
  };
}

/** Heat of fusion of ice, Btu/lb (published: 143.5). */
export const FUSION_BTU_LB = 143.5;

/**
 * A coil boiling refrigerant at a temperature: the surface at which air gives what the refrigerant takes; the
 * one falls with it, the other rises.
 *
 * @param airSide conductance from air to surface, Btu/h·°F
 * @param refrigerantSide conductance from surface to boiling refrigerant, Btu/h·°F
 */
export function boilingInAir(
  stream: AirStream,
  airSide: number,
  refrigerantSide: number,
  te: number,
): CoilAnswer {
  const { x } = rootBetween(
    (surfaceF) => refrigerantSide * (surfaceF - te) - coil(stream, surfaceF, airSide).btuh,
    te,
    max(te + 0.01, stream.airF),
    1e-8,
  );
  const answer = coil(stream, x, airSide);
  // Above the air there is nothing to take up; a trace keeps shares of the coil defined.
  return { ...answer, btuh: max(1, refrigerantSide * (x - te)) };
}

/**
 * A water coil boiling refrigerant at a temperature: effectiveness of a stream against a constant
 * temperature.
 */
export function boilingInWater(rate: number, waterF: number, conductance: number, te: number): CoilAnswer {
  const btuh = max(1, rate * (1 - exp(-conductance / rate)) * (waterF - te));
  return { btuh, surfaceF: (te + waterF) / 2, leavingF: waterF - btuh / rate, leavingRatio: 0, waterLb: 0 };
}
