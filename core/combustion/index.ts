/** Gas heat: pressures, clocked input, flame and flue. */
import { DEFAULT_LIMITS } from '../measurement/index.ts';

/** Gases with the pressures and values the trade starts from; a plate always wins [common practice]. */
export const GASES = {
  'natural gas': {
    manifoldInWc: 3.5,
    manifoldTolerance: 0.3,
    inletTypical: [5, 7],
    ultimateCo2: 11.8,
    btuPerFt3: 1000,
  },
  LP: {
    manifoldInWc: 10.5,
    manifoldTolerance: 0.5,
    inletTypical: [11, 13],
    ultimateCo2: 13.8,
    btuPerFt3: 2500,
  },
} as const;
export type Gas = keyof typeof GASES;

/** Most an appliance gas valve takes at its inlet, in w.c. [common practice]. */
export const MOST_INLET_IN_WC = 14;

/**
 * Input at another manifold pressure: flow through an orifice goes with the square root of pressure
 * (Bernoulli), so 4.2 in w.c. in place of 3.5 overfires by 9.5 %.
 *
 * @throws RangeError for pressures that are not above zero
 */
export function inputAtManifold(ratedBtuh: number, ratedInWc: number, measuredInWc: number): number {
  if (!(ratedInWc > 0 && measuredInWc > 0))
    throw new RangeError('manifold pressures lie above zero while it fires');
  return ratedBtuh * Math.sqrt(measuredInWc / ratedInWc);
}

/** Atmosphere the gas is sold at, psia (US gas industry standard cubic foot: 14.73 psia, 60 °F). */
const BASE_PSIA = 14.73;

/**
 * Input by clocking the meter, Btu/h = 3600 × ft³ × heating value / s, corrected from metered to standard
 * cubic feet by pressure and temperature (ideal gas, published standard cubic foot). All other appliances
 * off.
 *
 * @param meterPsig pressure at the meter, psig; 0.25 for the usual 7 in w.c.
 * @example clockedInput({ ft3: 2, seconds: 40, btuPerFt3: 1000 }).uncorrected // 180000
 */
export function clockedInput({
  ft3,
  seconds,
  btuPerFt3,
  meterPsig = 0,
  gasF = 60,
  atmospherePsia = BASE_PSIA,
}: {
  ft3: number;
  seconds: number;
  btuPerFt3: number;
  meterPsig?: number;
  gasF?: number;
  atmospherePsia?: number;
}): { btuh: number; uncorrected: number; factor: number } {
  if (!(seconds > 0 && ft3 > 0)) throw new RangeError('a dial has to turn for some seconds');
  const factor = ((meterPsig + atmospherePsia) / BASE_PSIA) * (520 / (460 + gasF));
  const uncorrected = (3600 * ft3 * btuPerFt3) / seconds;
  return { btuh: uncorrected * factor, uncorrected, factor };
}

/**
 * Carbon monoxide without the dilution air, ppm = CO × 20.9 / (20.9 − O₂) (published, combustion text-books).
 * @throws RangeError when O₂ is that of room air, where nothing burns
 */
export function coAirFree(coPpm: number, o2Pct: number): number {
  if (!(o2Pct >= 0 && o2Pct < 20))
    throw new RangeError(`O₂ of ${o2Pct} % is room air, not flue gas: the probe is out or nothing burns`);
  return (coPpm * 20.9) / (20.9 - o2Pct);
}

/**
 * CO₂ that goes with an O₂ reading, % = ultimate × (20.9 − O₂) / 20.9; ultimate 11.8 % for natural gas, 13.8
 * % for LP [M].
 */
export function co2FromO2(gas: Gas, o2Pct: number): number {
  return (GASES[gas].ultimateCo2 * (20.9 - o2Pct)) / 20.9;
}

/**
 * Excess air, %: O₂ / (20.9 − O₂) × 100 × 0.9 for natural gas and 0.93 for LP, the share of dry flue gas to
 * air at stoichiometry [common practice].
 */
export function excessAir(gas: Gas, o2Pct: number): number {
  if (!(o2Pct >= 0 && o2Pct < 20)) throw new RangeError(`O₂ of ${o2Pct} % is room air, not flue gas`);
  return ((100 * o2Pct) / (20.9 - o2Pct)) * (gas === 'LP' ? 0.93 : 0.9);
}

/** Where carbon monoxide lies and what is to be done, in words. */
export interface CoJudged {
  readonly position: 'inside' | 'above';
  readonly advice: 'act' | null;
  readonly text: string;
}

/** What air-free CO asks for: act from 100 ppm [common practice], heat off from 400 [M, ANSI Z21.47]. */
export function judgeCo(airFreePpm: number, actPpm = DEFAULT_LIMITS.coActPpm): CoJudged {
  if (airFreePpm >= 400)
    return {
      position: 'above',
      advice: 'act',
      text: 'Heat off until the cause is found, repaired and proven. Tell occupant and owner in writing.',
    };
  if (airFreePpm >= actPpm)
    return {
      position: 'above',
      advice: null,
      text: 'Find out why before leaving it: input, air, burner alignment, exchanger.',
    };
  return {
    position: 'inside',
    advice: null,
    text: 'Low CO never clears an exchanger: look inside all the same.',
  };
}

/** What CO in the room asks for, ppm [common practice]. */
export function judgeAmbientCo(ppm: number): CoJudged {
  if (ppm >= 70)
    return {
      position: 'above',
      advice: 'act',
      text: 'Leave now and take everybody with you; call from outside.',
    };
  if (ppm >= 35)
    return { position: 'above', advice: 'act', text: 'Off and ventilate; nobody stays until it is found.' };
  if (ppm >= 9) return { position: 'above', advice: null, text: 'Investigate before going on.' };
  return { position: 'inside', advice: null, text: '' };
}
