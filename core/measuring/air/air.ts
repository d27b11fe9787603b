/**
 * Moist air: density by altitude, humidity and heat content. ASHRAE Handbook – Fundamentals (2017) chapter 1,
 * as published.
 */

const { exp, log, max } = Math;

/** Standard air, lb/ft³ (ASHRAE). */
const STANDARD_DENSITY = 0.075;
const CP_DRY_AIR = 0.24;

/**
 * Atmospheric pressure at an altitude, psia (ASHRAE Fundamentals ch. 1 eq. 3).
 * @example atmospherePsia(5000) // 12.23
 */
export function atmospherePsia(elevationFt: number): number {
  if (!(elevationFt >= -16_500 && elevationFt <= 36_000))
    throw new RangeError(
      `the atmosphere is worked out between −16,500 and 36,000 ft, not at ${elevationFt} ft`,
    );
  return 14.696 * (1 - 6.8754e-6 * elevationFt) ** 5.2559;
}

/** Share of sea-level density that air has at an altitude, at the same temperature. 0.83 at 5,000 ft. */
const densityShare = (elevationFt: number): number => atmospherePsia(elevationFt) / 14.696;

/** Btu/h per cfm and °F: 1.08 at sea level (0.075 × 0.24 × 60), scaled by density; 0.90 at 5,000 ft. */
export const sensibleFactor = (elevationFt = 0): number =>
  STANDARD_DENSITY * CP_DRY_AIR * 60 * densityShare(elevationFt);

/**
 * Sensible heat carried by air, Btu/h = 1.08 × cfm × ΔT at sea level, scaled by density above it (ASHRAE
 * Fundamentals).
 */
export const sensibleBtuh = (cfm: number, deltaF: number, elevationFt = 0): number =>
  sensibleFactor(elevationFt) * cfm * deltaF;

/**
 * Saturation pressure of water vapour, psia, over ice below 32 °F and over water above it (ASHRAE
 * Fundamentals ch. 1 eq. 5 and 6, after Hyland and Wexler 1983).
 *
 * @throws RangeError outside −148 to 392 °F
 */
export function waterVaporPsia(tempF: number): number {
  if (!(tempF >= -148 && tempF <= 392))
    throw new RangeError(`water vapour is worked out between −148 and 392 °F, not at ${tempF} °F`);
  const t = tempF + 459.67;
  const ln =
    tempF < 32.018
      ? -1.0214165e4 / t -
        4.8932428 -
        5.3765794e-3 * t +
        1.9202377e-7 * t ** 2 +
        3.5575832e-10 * t ** 3 -
        9.0344688e-14 * t ** 4 +
        4.1635019 * log(t)
      : -1.0440397e4 / t -
        1.129465e1 -
        2.7022355e-2 * t +
        1.289036e-5 * t ** 2 -
        2.4780681e-9 * t ** 3 +
        6.5459673 * log(t);
  return exp(ln);
}

/** Humidity ratio, lb of water per lb of dry air, of air at a vapour pressure (eq. 20). */
const ratioAt = (vaporPsia: number, totalPsia: number): number =>
  (0.621945 * vaporPsia) / (totalPsia - vaporPsia);

/**
 * Humidity ratio from dry and wet bulb (ASHRAE Fundamentals ch. 1 eq. 33 and 35).
 *
 * @throws RangeError when the wet bulb lies above the dry bulb
 */
export function humidityRatio(dryF: number, wetF: number, elevationFt = 0): number {
  if (wetF > dryF)
    throw new RangeError(`a wet bulb of ${wetF} °F cannot lie above the dry bulb of ${dryF} °F`);
  const psia = atmospherePsia(elevationFt);
  const atWet = ratioAt(waterVaporPsia(wetF), psia);
  const ratio =
    wetF >= 32
      ? ((1093 - 0.556 * wetF) * atWet - 0.24 * (dryF - wetF)) / (1093 + 0.444 * dryF - wetF)
      : ((1220 - 0.04 * wetF) * atWet - 0.24 * (dryF - wetF)) / (1220 + 0.444 * dryF - 0.48 * wetF);
  return max(ratio, 1e-7);
}

/** Humidity ratio from dry bulb and relative humidity in percent. */
export function humidityRatioFromRh(dryF: number, rhPct: number, elevationFt = 0): number {
  if (!(rhPct >= 0 && rhPct <= 100))
    throw new RangeError(`relative humidity lies between 0 and 100 %, not ${rhPct} %`);
  return max(ratioAt((waterVaporPsia(dryF) * rhPct) / 100, atmospherePsia(elevationFt)), 1e-7);
}

/** Humidity ratio of saturated air. */
export const saturationRatio = (dryF: number, elevationFt = 0): number =>
  ratioAt(waterVaporPsia(dryF), atmospherePsia(elevationFt));

/** Heat content of moist air, Btu per lb of dry air (eq. 30). */
export const enthalpy = (dryF: number, ratio: number): number => 0.24 * dryF + ratio * (1061 + 0.444 * dryF);

/** Wet bulb from dry bulb and humidity ratio, °F, by bisection to 0.001 °F. */
export function wetBulb(dryF: number, ratio: number, elevationFt = 0): number {
  let [low, high] = [dryF - 100, dryF];
  for (let i = 0; i < 40 && high - low > 0.0005; i++) {
    const mid = (low + high) / 2;
    if (humidityRatio(dryF, mid, elevationFt) > ratio) high = mid;
    else low = mid;
  }
  return (low + high) / 2;
}

/** Volume of moist air, ft³ per lb of dry air (eq. 26). */
export const specificVolume = (dryF: number, ratio: number, elevationFt = 0): number =>
  (0.370486 * (dryF + 459.67) * (1 + 1.607858 * ratio)) / atmospherePsia(elevationFt);
