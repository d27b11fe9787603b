import { DEFAULT_LIMITS } from '../measurement/index.ts';
import { REFRIGERANTS, type RefrigerantName } from './curves.ts';
import { saturationTemperature, STANDARD_ATMOSPHERE_PSI } from './saturation.ts';

/** A subcooling that the plate asks for is met within this, °F [common practice]. */
export const PLATE_SUBCOOLING_WITHIN_F = 3;

export interface Measured {
  /** °F difference. */
  readonly value: number;
  /** Saturation temperature it was taken against, °F. */
  readonly saturationF: number;
  readonly expected: readonly [low: number, high: number];
  readonly expectedFrom: string;
  readonly verdict: 'within' | 'low' | 'high';
  readonly note?: string;
}

function judge(
  value: number,
  saturationF: number,
  expected: readonly [number, number],
  expectedFrom: string,
  refrigerant: RefrigerantName,
): Measured {
  const verdict = value < expected[0] ? 'low' : value > expected[1] ? 'high' : 'within';
  const data = REFRIGERANTS[refrigerant];
  return { value, saturationF, expected, expectedFrom, verdict, ...('estimate' in data ? { note: data.estimate } : {}) };
}

/**
 * Suction superheat = suction line − dew temperature of suction pressure. Expansion valves run about 12 °F; 8 to 15 is
 * accepted [common practice]. A fixed orifice has no fixed target: its expected band must be passed in.
 *
 * @param suctionPsig suction pressure, psig
 * @param lineF suction line temperature, °F
 * @throws RangeError when the pressure lies outside the curve
 */
export function superheat(
  refrigerant: RefrigerantName,
  suctionPsig: number,
  lineF: number,
  {
    expected = [DEFAULT_LIMITS.superheatLowF, DEFAULT_LIMITS.superheatHighF],
    expectedFrom = 'common practice, expansion valve',
    atmospherePsi = STANDARD_ATMOSPHERE_PSI,
  }: { expected?: readonly [number, number]; expectedFrom?: string; atmospherePsi?: number } = {},
): Measured {
  const dew = saturationTemperature(refrigerant, 'dew', suctionPsig, atmospherePsi);
  return judge(lineF - dew, dew, expected, expectedFrom, refrigerant);
}

/**
 * Subcooling = bubble temperature of liquid pressure − liquid line. About 10 °F unless the plate says otherwise, ±3 taken
 * as alike [common practice].
 *
 * @param liquidPsig liquid line pressure, psig
 * @param lineF liquid line temperature, °F
 * @throws RangeError when the pressure lies outside the curve
 */
export function subcooling(
  refrigerant: RefrigerantName,
  liquidPsig: number,
  lineF: number,
  {
    expected = [DEFAULT_LIMITS.subcoolingLowF, DEFAULT_LIMITS.subcoolingHighF],
    expectedFrom = 'common practice',
    atmospherePsi = STANDARD_ATMOSPHERE_PSI,
  }: { expected?: readonly [number, number]; expectedFrom?: string; atmospherePsi?: number } = {},
): Measured {
  const bubble = saturationTemperature(refrigerant, 'bubble', liquidPsig, atmospherePsi);
  return judge(bubble - lineF, bubble, expected, expectedFrom, refrigerant);
}

/** Conditions that decide whether a charge can be judged at all; undefined means not known. */
export interface ChargeConditions {
  readonly outdoorF?: number;
  readonly minutesRunning?: number;
  readonly condenser?: 'clean and dry' | 'wet' | 'dirty';
}

/**
 * Why the charge cannot be judged yet, each with what to do first; empty when nothing known stands against it.
 * Limits are common practice; the outdoor limit is a company setting.
 */
export function chargeMustWait(conditions: ChargeConditions, lowestOutdoorF = DEFAULT_LIMITS.chargeOutdoorF): string[] {
  const waits: string[] = [];
  const { outdoorF, minutesRunning, condenser } = conditions;
  if (outdoorF !== undefined && outdoorF < lowestOutdoorF) {
    waits.push(`Outdoor ${outdoorF} °F is below ${lowestOutdoorF} °F: raise the head on purpose or weigh the charge; subcooling says nothing now.`);
  }
  if (minutesRunning !== undefined && minutesRunning < 10) waits.push(`Running ${minutesRunning} min: let it settle for 10 min and read again.`);
  if (condenser === 'wet') waits.push('The condenser is wet: let it dry, then read again.');
  if (condenser === 'dirty') waits.push('The condenser is dirty: clean it first, then read again.');
  return waits;
}
