import { REFRIGERANTS, type RefrigerantName } from './curves.ts';
import { saturationPressure, saturationTemperature, STANDARD_ATMOSPHERE_PSI } from './saturation.ts';

const NAMES = Object.keys(REFRIGERANTS) as RefrigerantName[];
/** At rest a gauge and a thermometer meet the curve within this share [common practice]. */
const FITS = 0.04;
/** So far off, it is not that refrigerant, or not one alone. */
const FITS_NOT = 0.12;

/**
 * Refrigerants whose pressure at rest fits better than that of the plate; empty where the plate fits, or
 * nothing does. An equalised circuit with liquid in it stands at saturation at ambient.
 */
export function fitsAtRest(
  plate: RefrigerantName,
  psig: number,
  ambientF: number,
  atmospherePsi = STANDARD_ATMOSPHERE_PSI,
): RefrigerantName[] {
  const off = (name: RefrigerantName): number => {
    const [dew, bubble] = (['dew', 'bubble'] as const).map(
      (which) => saturationPressure(name, which, ambientF, atmospherePsi) + atmospherePsi,
    ) as [number, number];
    const psia = psig + atmospherePsi;
    return psia < dew ? (dew - psia) / dew : psia > bubble ? (psia - bubble) / bubble : 0;
  };
  const own = off(plate);
  // Below the plate's own curve little liquid is left: that is no sign of another refrigerant by itself.
  if (
    own < FITS_NOT ||
    psig + atmospherePsi < 0.3 * (saturationPressure(plate, 'dew', ambientF) + atmospherePsi)
  )
    return [];
  return NAMES.filter((name) => name !== plate && off(name) < FITS);
}

/** What a running machine may show, °F: condensing above outdoors, evaporating below return air. */
const CONDENSES = [3, 45] as const;
const EVAPORATES = [15, 60] as const;

/**
 * Refrigerants with which running pressures make sense where with that of the plate both are out of all
 * bounds; empty where one of the two makes sense.
 */
export function fitsRunning(
  plate: RefrigerantName,
  { suctionPsig, liquidPsig, outdoorF, returnF }: RunningPressures,
  atmospherePsi = STANDARD_ATMOSPHERE_PSI,
): RefrigerantName[] {
  const sense = (name: RefrigerantName): number => {
    const within = (value: number, [low, high]: readonly [number, number]) => value >= low && value <= high;
    try {
      const above = saturationTemperature(name, 'bubble', liquidPsig, atmospherePsi) - outdoorF;
      const below = returnF - saturationTemperature(name, 'dew', suctionPsig, atmospherePsi);
      return Number(within(above, CONDENSES)) + Number(within(below, EVAPORATES));
    } catch (error) {
      if (error instanceof RangeError) return 0;
      throw error;
    }
  };
  return sense(plate) > 0 ? [] : NAMES.filter((name) => sense(name) === 2);
}

interface RunningPressures {
  readonly suctionPsig: number;
  readonly liquidPsig: number;
  readonly outdoorF: number;
  readonly returnF: number;
}
