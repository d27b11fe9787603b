/** Gases with the pressures and values the trade starts from; a plate always wins [common practice]. */
export const GASES = {
  'natural gas': {
    manifoldInWc: 3.5,
    manifoldTolerance: 0.3,
    inletTypical: [5, 7],
    ultimateCo2: 11.8,
    dryFlueShare: 0.895,
    btuPerFt3: 1000,
  },
  LP: {
    manifoldInWc: 10.5,
    manifoldTolerance: 0.5,
    inletTypical: [11, 13],
    ultimateCo2: 13.8,
    dryFlueShare: 0.916,
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

/**
 * So far from its plate a burner is not out of adjustment but in danger, as a share of rated input; a low
 * stage fires at 0.65 to 0.7 [common practice].
 */
export const FAR_OVER = 1.2;
const FAR_UNDER = 0.6;

/**
 * What a manifold pressure far from its goal asks for: the pressure of the other gas, or far too much or too
 * little of its own; undefined within what an adjustment mends.
 *
 * @param goalInWc of the plate, or of the gas
 * @throws RangeError for pressures that are not above zero
 */
export function judgeManifold(gas: Gas, goalInWc: number, measuredInWc: number): string | undefined {
  const share = inputAtManifold(1, goalInWc, measuredInWc);
  if (share <= FAR_OVER && share >= FAR_UNDER) return undefined;
  const other: Gas = gas === 'LP' ? 'natural gas' : 'LP';
  const near = (which: Gas) => Math.abs(Math.log(measuredInWc / GASES[which].manifoldInWc)) < Math.log(1.35);
  const others = near(other) && !near(gas);
  if (share > FAR_OVER)
    return (
      `${others ? `That is the pressure of ${other} on a burner for ${gas}. ` : ''}Heat off now: so much gas overheats ` +
      'the exchanger and makes carbon monoxide. Which gas is in the pipe, and which spring and orifices are in it? ' +
      'It fires again when the pressure is set with an instrument and the flue measured.'
    );
  return (
    `${others ? `That is the pressure of ${other} on a burner for ${gas}. ` : ''}So little gas lights late, burns back ` +
    'and sweats in the exchanger: heat off until it is known which gas is in the pipe and the pressure is set.'
  );
}

/** Plates hold up to this height; above, they are derated [M, NFPA 54]. */
export const DERATED_ABOVE_FT = 2000;

/**
 * Input a plate still stands for at a height, Btu/h: above 2,000 ft 4 % less for each 1,000 ft where the
 * maker gives no table [M, NFPA 54]. Some count the feet from the sea, some from 2,000 ft; both ends are
 * given.
 */
export function deratedInput(ratedBtuh: number, elevationFt: number): { low: number; high: number } {
  if (elevationFt <= DERATED_ABOVE_FT) return { low: ratedBtuh, high: ratedBtuh };
  const less = (feet: number) => ratedBtuh * (1 - 0.04 * (feet / 1000));
  return { low: less(elevationFt), high: less(elevationFt - DERATED_ABOVE_FT) };
}

/** Pressure at the meter where nobody has noted it, psig: 7 in w.c. [common practice]. */
export const USUAL_METER_PSIG = 0.25;

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
 * Excess air, % = 100 × O₂ / (20.9 − O₂) × dry flue gas to air at stoichiometry: 0.895 for methane (8.52 of
 * 9.52), 0.916 for propane (21.8 of 23.8), from the balance of combustion (published, combustion text-books).
 */
export function excessAir(gas: Gas, o2Pct: number): number {
  if (!(o2Pct >= 0 && o2Pct < 20)) throw new RangeError(`O₂ of ${o2Pct} % is room air, not flue gas`);
  return ((100 * o2Pct) / (20.9 - o2Pct)) * GASES[gas].dryFlueShare;
}
