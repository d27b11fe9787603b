import { humidityRatioFromRh, wetBulb } from '#core/measuring/air';
import { TABLE } from './table.ts';

/** Numbers that follow weather and load, by the names of the answers they belong to. */
export const EXPECTED_NAMES = [
  'superheat',
  'subcooling',
  'condenser split',
  'evaporator difference',
  'split',
] as const;
export type ExpectedName = (typeof EXPECTED_NAMES)[number];

/** What of a plate changes what a sound machine reads. */
export interface ExpectedOf {
  readonly refrigerant: string;
  readonly device: 'expansion valve' | 'orifice';
}

/** What it stands in, °F. */
export interface ExpectedIn {
  readonly outdoorF: number;
  readonly returnF: number;
  /** Undefined where nobody read it: then a usual room is taken, and the band is wider. */
  readonly wetF?: number | undefined;
}

/** Conditions the table is laid through, °F: their middle and half their width; nothing is said beyond. */
export const LAID = [
  { middle: 88, half: 26 },
  { middle: 76, half: 10 },
  { middle: 63, half: 11 },
] as const;
const BEYOND = 1.15;
/** Terms of the second order in three variables. */
export const termsOf = ([a, b, c]: readonly [number, number, number]): number[] => [
  ...[1, a, b, c],
  ...[a * a, b * b, c * c],
  ...[a * b, a * c, b * c],
];
const TERMS = 10;
/** A room where nobody read the wet bulb: humidity, %, and what its wet bulb may be off by, °F [common practice]. */
const ROOM = { humidityPct: 50, wetOffF: 3.2 } as const;
/**
 * So many standard deviations to each side: of five numbers of a sound machine next to none lies outside by chance
 * [our choice].
 */
const WITHIN = 2.3;

/**
 * Where a number of a sound machine lies in this weather and load, by the simulated machine of its kind: what machines
 * of one plate differ by, what the simulation and ordinary instruments are off by are in its width. Undefined for a
 * kind that is not in the table, and beyond the conditions it is laid through.
 */
export function expectedBand(
  name: ExpectedName,
  { refrigerant, device }: ExpectedOf,
  { outdoorF, returnF, wetF }: ExpectedIn,
): { readonly low: number; readonly high: number } | undefined {
  const numbers = TABLE[`${refrigerant} ${device}`]?.[EXPECTED_NAMES.indexOf(name)];
  if (!numbers) return undefined;
  const wet = wetF ?? wetBulb(returnF, humidityRatioFromRh(returnF, ROOM.humidityPct));
  const at = (wetNow: number) =>
    [outdoorF, returnF, wetNow].map((value, i) => {
      const { middle, half } = LAID[i] as (typeof LAID)[number];
      return (value - middle) / half;
    }) as [number, number, number];
  if (at(wet).some((one) => Math.abs(one) > BEYOND)) return undefined;
  const said = (wetNow: number, from: number) =>
    termsOf(at(wetNow)).reduce((sum, one, t) => sum + one * (numbers[from + t] as number), 0);
  const unread = wetF === undefined ? (said(wet + ROOM.wetOffF, 0) - said(wet - ROOM.wetOffF, 0)) / 2 : 0;
  const [sound, off] = [said(wet, 0), Math.hypot(Math.max(0, said(wet, TERMS)), unread)];
  return { low: sound - WITHIN * off, high: sound + WITHIN * off };
}
