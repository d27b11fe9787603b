/** Water side: loop flow, heat from water temperature difference, heat rejected by a water-source machine. */

/**
 * Btu/h per gpm and °F of water: 500 = 8.33 lb/gal × 60 min/h × 1 Btu/lb·°F (published, common text-books).
 */
const WATER_FACTOR = 500;

/** Heat carried by water, Btu/h = 500 × gpm × ΔT. */
export const waterBtuh = (gpm: number, deltaF: number): number => WATER_FACTOR * gpm * deltaF;

/** Flow that carries a heat with a temperature difference, gpm. @throws RangeError for no difference */
export function waterFlow(btuh: number, deltaF: number): number {
  if (!(Math.abs(deltaF) >= 0.5))
    throw new RangeError('the water hardly changes its temperature: no flow can be worked out from it');
  return btuh / (WATER_FACTOR * Math.abs(deltaF));
}

/**
 * Heat a water-source machine rejects while it cools, Btu/h = cooling × (1 + 3.412 / EER) (energy balance).
 *
 * @example rejectedBtuh(36000, 13) // 45449, which 9 gpm take away with 10.1 °F
 */
export function rejectedBtuh(coolingBtuh: number, eer: number): number {
  if (!(eer > 0)) throw new RangeError('an EER lies above zero');
  return coolingBtuh * (1 + 3.412 / eer);
}

/** Bands of a water-source loop [common practice]. */
export const LOOP = {
  temperatureF: [60, 90],
  gpmPerTon: [2.5, 3],
  coolingRiseF: [9, 12],
  heatingDropF: [4, 8],
  freezeStatF: { water: 35, antifreeze: 15 },
} as const;
