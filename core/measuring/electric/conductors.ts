/** Conductors in a conduit: what they carry, and what a long run takes. */

/**
 * Ampacity of copper, A, by size and by the rating of the weakest insulation or terminal: up to three
 * conductors in a raceway at 86 °F [M, NEC table 310.16]; direct-current resistance of uncoated copper, Ω per
 * 1,000 ft at 167 °F [M, NEC chapter 9 table 8].
 */
const COPPER = {
  '14 AWG': { at: [15, 20, 25], ohms: 3.07 },
  '12 AWG': { at: [20, 25, 30], ohms: 1.93 },
  '10 AWG': { at: [30, 35, 40], ohms: 1.21 },
  '8 AWG': { at: [40, 50, 55], ohms: 0.764 },
  '6 AWG': { at: [55, 65, 75], ohms: 0.491 },
  '4 AWG': { at: [70, 85, 95], ohms: 0.308 },
  '3 AWG': { at: [85, 100, 115], ohms: 0.245 },
  '2 AWG': { at: [95, 115, 130], ohms: 0.194 },
  '1 AWG': { at: [110, 130, 145], ohms: 0.154 },
  '1/0 AWG': { at: [125, 150, 170], ohms: 0.122 },
  '2/0 AWG': { at: [145, 175, 195], ohms: 0.0967 },
  '3/0 AWG': { at: [165, 200, 225], ohms: 0.0766 },
  '4/0 AWG': { at: [195, 230, 260], ohms: 0.0608 },
} as const;
export type WireSize = keyof typeof COPPER;
export const WIRE_SIZES = Object.keys(COPPER) as WireSize[];

const RATINGS = [60, 75, 90] as const;
/** Rating of insulation and terminals, °C. */
export type WireRating = (typeof RATINGS)[number];

/**
 * How many conductors carry current in one raceway, and what of its ampacity each keeps [M, NEC
 * 310.15(C)(1)].
 */
export const CROWDING = { 'up to 3': 1, '4 to 6': 0.8, '7 to 9': 0.7, '10 to 20': 0.5 } as const;
export type Crowding = keyof typeof CROWDING;

/** The table stands for this, °C. */
const TABLE_AT_C = 30;

/**
 * What a copper conductor may carry where it lies, A: the table, less for heat around it by √((Tc − Ta) / (Tc
 * − 30)) [M, NEC 310.15(B)] and for company in the raceway.
 *
 * @param ambientF around the conductor; on a roof in the sun above the air
 * @throws RangeError where it is as hot as the insulation may be
 * @example ampacity('8 AWG', 75, 104, 'up to 3') // 44.1
 */
export function ampacity(size: WireSize, rating: WireRating, ambientF: number, crowding: Crowding): number {
  const ambientC = (ambientF - 32) / 1.8;
  if (ambientC >= rating)
    throw new RangeError(`at ${Math.round(ambientF)} °F insulation of ${rating} °C carries nothing`);
  const hot = Math.min(1.3, Math.sqrt((rating - ambientC) / (rating - TABLE_AT_C)));
  return COPPER[size].at[RATINGS.indexOf(rating)]! * hot * CROWDING[crowding];
}

/**
 * Volts lost in a run of copper, % of the supply: current times resistance of both wires, of √3 wires for
 * three phases (Ohm's law).
 *
 * @param oneWayFt length of the run, one way
 */
export function voltageDropPct(
  size: WireSize,
  oneWayFt: number,
  amps: number,
  supplyVolts: number,
  phases: 1 | 3,
): number {
  const wires = phases === 3 ? Math.sqrt(3) : 2;
  return (100 * wires * amps * (COPPER[size].ohms / 1000) * oneWayFt) / supplyVolts;
}
