/** Air side: what the air did on its way through the unit. */
import { DEFAULT_LIMITS } from '../measurement/index.ts';

export * from './air.ts';
export * from './flow.ts';

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
export function coolingSplit(
  returnF: number,
  supplyF: number,
  {
    expected = [DEFAULT_LIMITS.splitLowF, DEFAULT_LIMITS.splitHighF],
    expectedFrom = 'common practice',
  }: { expected?: readonly [number, number]; expectedFrom?: string } = {},
): AirSplit {
  const value = finite(returnF, 'return air') - finite(supplyF, 'supply air');
  const verdict = value < expected[0] ? 'low' : value > expected[1] ? 'high' : 'within';
  const note =
    verdict === 'low' ? 'Humid return air lowers the split; a wet bulb would tell.' : verdict === 'high' ? 'Look at the air flow first.' : '';
  return { value, expected, expectedFrom, verdict, note };
}

function finite(value: number, what: string): number {
  if (!Number.isFinite(value)) throw new RangeError(`${what} temperature is not a number`);
  return value;
}
