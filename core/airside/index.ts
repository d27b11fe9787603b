/** Air side: what the air did on its way through the unit. */

export interface AirSplit {
  /** Return − supply, °F difference; positive when cooling. */
  readonly value: number;
  readonly expected: readonly [number, number];
  readonly expectedFrom: string;
  readonly verdict: 'within' | 'low' | 'high';
  readonly note: string;
}

/**
 * Cooling split = return − supply dry bulb; 16 to 22 °F, less when the return air is humid [common practice].
 * @throws RangeError when a temperature is not a number
 */
export function coolingSplit(returnF: number, supplyF: number): AirSplit {
  const value = finite(returnF, 'return air') - finite(supplyF, 'supply air');
  const verdict = value < 16 ? 'low' : value > 22 ? 'high' : 'within';
  const note =
    verdict === 'low' ? 'Humid return air lowers the split; a wet bulb would tell.' : verdict === 'high' ? 'Look at the air flow first.' : '';
  return { value, expected: [16, 22], expectedFrom: 'common practice', verdict, note };
}

/**
 * Sensible heat carried by air, Btu/h = 1.08 × cfm × ΔT at sea level, where 1.08 = 0.075 lb/ft³ × 0.24 Btu/lb·°F × 60 min/h
 * (ASHRAE Handbook – Fundamentals, standard air).
 */
export function sensibleBtuh(cfm: number, deltaF: number): number {
  return 0.075 * 0.24 * 60 * cfm * deltaF;
}

function finite(value: number, what: string): number {
  if (!Number.isFinite(value)) throw new RangeError(`${what} temperature is not a number`);
  return value;
}
