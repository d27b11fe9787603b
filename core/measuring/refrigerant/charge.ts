import { say, degF, type Said } from '#core/base/quantities';
import { DEFAULT_LIMITS } from '#core/measuring/answers';
import type { RefrigerantName } from './curves.ts';
import { saturationTemperature, STANDARD_ATMOSPHERE_PSI } from './saturation.ts';

/** A subcooling that the plate asks for is met within this, °F [common practice]. */
export const PLATE_SUBCOOLING_WITHIN_F = 3;

export interface Measured {
  /** °F difference. */
  readonly value: number;
  /** Saturation temperature it was taken against, °F. */
  readonly saturationF: number;
}

/**
 * Suction superheat = suction line − dew temperature of suction pressure.
 *
 * @param suctionPsig suction pressure, psig
 * @param lineF suction line temperature, °F
 * @throws RangeError when the pressure lies outside the curve
 */
export function superheat(
  refrigerant: RefrigerantName,
  suctionPsig: number,
  lineF: number,
  { atmospherePsi = STANDARD_ATMOSPHERE_PSI }: { atmospherePsi?: number } = {},
): Measured {
  const dew = saturationTemperature(refrigerant, 'dew', suctionPsig, atmospherePsi);
  return { value: lineF - dew, saturationF: dew };
}

/**
 * Subcooling = bubble temperature of liquid pressure − liquid line.
 *
 * @param liquidPsig liquid line pressure, psig
 * @param lineF liquid line temperature, °F
 * @throws RangeError when the pressure lies outside the curve
 */
export function subcooling(
  refrigerant: RefrigerantName,
  liquidPsig: number,
  lineF: number,
  { atmospherePsi = STANDARD_ATMOSPHERE_PSI }: { atmospherePsi?: number } = {},
): Measured {
  const bubble = saturationTemperature(refrigerant, 'bubble', liquidPsig, atmospherePsi);
  return { value: bubble - lineF, saturationF: bubble };
}

/** Gauges on the wrong hoses: low side above high side while it runs. */
export function swappedHoses(
  suctionPsig: number | undefined,
  liquidPsig: number | undefined,
): string | undefined {
  return suctionPsig !== undefined && liquidPsig !== undefined && suctionPsig > liquidPsig + 5
    ? 'Suction reads above liquid: are the hoses swapped, or does it stand still?'
    : undefined;
}

/** Conditions that decide whether a charge can be judged at all; undefined means not known. */
export interface ChargeConditions {
  readonly outdoorF?: number;
  readonly minutesRunning?: number;
  readonly condenser?: 'clean and dry' | 'wet' | 'dirty';
}

/**
 * Why the charge cannot be judged yet, each with what to do first; empty when nothing known stands against
 * it. Limits are common practice; the outdoor limit is a company setting.
 */
export function chargeMustWait(
  conditions: ChargeConditions,
  lowestOutdoorF = DEFAULT_LIMITS.chargeOutdoorF,
): Said[] {
  const waits: Said[] = [];
  const { outdoorF, minutesRunning, condenser } = conditions;
  if (outdoorF !== undefined && outdoorF < lowestOutdoorF) {
    waits.push(
      say`Outdoor ${degF(outdoorF)} is below ${degF(lowestOutdoorF)}: raise the head on purpose or weigh the charge; subcooling says nothing now.`,
    );
  }
  if (minutesRunning !== undefined && minutesRunning < 10)
    waits.push(`Running ${minutesRunning} min: let it settle for 10 min and read again.`);
  if (condenser === 'wet') waits.push('The condenser is wet: let it dry, then read again.');
  if (condenser === 'dirty') waits.push('The condenser is dirty: clean it first, then read again.');
  return waits;
}
