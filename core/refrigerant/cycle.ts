import type { RefrigerantName } from './curves.ts';
import { saturationPressure, saturationTemperature, STANDARD_ATMOSPHERE_PSI } from './saturation.ts';

/** What pressures and temperatures of the whole cycle say beside superheat and subcooling. */

/** Bands of condensing above outdoor air by efficiency, °F [common practice]. */
export const CONDENSER_SPLIT = [
  { seer: 'up to 10', band: [25, 30] },
  { seer: '10 to 12', band: [20, 25] },
  { seer: '13 to 15', band: [18, 22] },
  { seer: 'above 15', band: [12, 18] },
] as const;

/** Condensing temperature above outdoor air, °F. */
export const condenserSplit = (
  refrigerant: RefrigerantName,
  liquidPsig: number,
  outdoorF: number,
  atmospherePsi?: number,
): number => saturationTemperature(refrigerant, 'bubble', liquidPsig, atmospherePsi) - outdoorF;

/**
 * Return air above evaporating temperature, °F; about 35 in steady comfort cooling, not for all-outdoor-air
 * units [common practice].
 */
export const evaporatorDifference = (
  refrigerant: RefrigerantName,
  suctionPsig: number,
  returnF: number,
  atmospherePsi?: number,
): number => returnF - saturationTemperature(refrigerant, 'dew', suctionPsig, atmospherePsi);

/**
 * Ratio of absolute pressures; 2.3 to 3.5 in comfort cooling [common practice]. @throws RangeError for a
 * suction in full vacuum
 */
export function pressureRatio(
  liquidPsig: number,
  suctionPsig: number,
  atmospherePsi = STANDARD_ATMOSPHERE_PSI,
): number {
  const suction = suctionPsig + atmospherePsi;
  if (!(suction > 0.5)) throw new RangeError('a suction in full vacuum has no ratio');
  return (liquidPsig + atmospherePsi) / suction;
}

/**
 * Target superheat of a fixed orifice, °F = (3 · indoor wet bulb − 80 − outdoor dry bulb) / 2 [M, fit to
 * published charts].
 *
 * @returns undefined below 5 °F, where it is not to be used: the charge is weighed instead
 */
export function orificeTarget(indoorWetBulbF: number, outdoorF: number): number | undefined {
  const target = (3 * indoorWetBulbF - 80 - outdoorF) / 2;
  return target < 5 ? undefined : target;
}

/**
 * Pressure of an equalised circuit at rest against saturation at ambient: at or near it there is liquid; well
 * below it little is left [common practice from vapour pressure].
 */
export function restPressure(
  refrigerant: RefrigerantName,
  psig: number,
  ambientF: number,
  atmospherePsi = STANDARD_ATMOSPHERE_PSI,
): { saturationPsig: number; liquid: 'present' | 'little left' | 'above saturation' } {
  const saturationPsig = saturationPressure(refrigerant, 'bubble', ambientF, atmospherePsi);
  const dew = saturationPressure(refrigerant, 'dew', ambientF, atmospherePsi);
  if (psig < dew * 0.95) return { saturationPsig, liquid: 'little left' };
  if (psig > saturationPsig * 1.05) return { saturationPsig, liquid: 'above saturation' };
  return { saturationPsig, liquid: 'present' };
}

/**
 * Share of a cylinder's water capacity by weight that may be filled, whatever today's temperature [M, AHRI
 * Guideline K].
 */
const FILL_SHARE = 0.8;
/** Liquid specific gravity at 77 °F [M]. */
const SPECIFIC_GRAVITY: Partial<Record<RefrigerantName, number>> = { 'R-410A': 1.06, 'R-22': 1.19 };

/**
 * Most a cylinder may hold, lb net = 0.80 × water capacity × specific gravity at 77 °F; undefined where the
 * gravity is not known.
 */
export function cylinderLimit(refrigerant: RefrigerantName, waterCapacityLb: number): number | undefined {
  const gravity = SPECIFIC_GRAVITY[refrigerant];
  return gravity === undefined ? undefined : FILL_SHARE * waterCapacityLb * gravity;
}
