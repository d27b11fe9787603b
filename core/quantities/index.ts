/**
 * Quantities of the trade, their units and their bounds.
 *
 * Temperature and temperature *difference* are different quantities (10 °F of superheat is not 10 °F of air), and so are
 * gauge and absolute pressure: a conversion between the two is refused by construction. Values are kept as entered beside
 * their canonical SI value.
 */

export type QuantityName = keyof typeof QUANTITIES;

interface Unit {
  /** SI = value × scale + offset. */
  readonly scale: number;
  readonly offset?: number;
}

interface Quantity {
  readonly si: string;
  readonly units: Readonly<Record<string, Unit>>;
  /** Outside these (in the first listed unit) the reading cannot exist: refused. */
  readonly possible: readonly [number, number];
  /** Outside these (same unit) a reading is kept but marked doubtful [common practice]. */
  readonly usual: readonly [number, number];
  readonly impossible: string;
}

const PSI = 6894.757293168361; // Pa per lbf/in², exact from 0.45359237 kg × 9.80665 m/s² / (0.0254 m)² (NIST SP 811)
const POUND = 0.45359237; // kg, exact (NIST SP 811)

export const QUANTITIES = {
  temperature: {
    si: 'K',
    units: { '°F': { scale: 5 / 9, offset: (459.67 * 5) / 9 }, '°C': { scale: 1, offset: 273.15 } },
    possible: [-459.67, 2500],
    usual: [-40, 300],
    impossible: 'nothing on a roof is colder than absolute zero or hotter than a gas flame',
  },
  temperatureDifference: {
    si: 'K',
    units: { 'Δ°F': { scale: 5 / 9 }, 'Δ°C': { scale: 1 } },
    possible: [-1000, 1000],
    usual: [-50, 120],
    impossible: 'no difference on a unit is that large',
  },
  pressureGauge: {
    si: 'Pa',
    units: { psig: { scale: PSI }, 'kPa(g)': { scale: 1000 }, 'bar(g)': { scale: 100_000 } },
    possible: [-14.696, 1000],
    usual: [-14, 650],
    impossible: 'gauge pressure cannot lie below a full vacuum (−14.7 psig) nor above 1,000 psig, where relief devices have long opened',
  },
  pressureAbsolute: {
    si: 'Pa',
    units: { psia: { scale: PSI }, kPa: { scale: 1000 } },
    possible: [0, 1015],
    usual: [0.0001, 665],
    impossible: 'absolute pressure cannot be negative',
  },
  voltage: { si: 'V', units: { V: { scale: 1 } }, possible: [0, 15_000], usual: [0, 660], impossible: 'an RMS voltage cannot be negative' },
  current: { si: 'A', units: { A: { scale: 1 } }, possible: [0, 5000], usual: [0, 300], impossible: 'an RMS current cannot be negative' },
  mass: {
    si: 'kg',
    units: { lb: { scale: POUND }, oz: { scale: POUND / 16 }, kg: { scale: 1 } },
    possible: [0, 20_000],
    usual: [0, 200],
    impossible: 'a weight cannot be negative',
  },
} as const satisfies Record<string, Quantity>;

const quantityOf = (name: QuantityName): Quantity => QUANTITIES[name];

function unitOf(name: QuantityName, unit: string): Unit {
  const found = quantityOf(name).units[unit];
  if (!found) throw new RangeError(`${name} is not measured in "${unit}"; use ${Object.keys(quantityOf(name).units).join(' or ')}`);
  return found;
}

/**
 * Canonical SI value of a reading.
 * @throws RangeError when the unit does not belong to the quantity or the value is not a number
 */
export function toSi(name: QuantityName, unit: string, value: number): number {
  if (!Number.isFinite(value)) throw new RangeError(`${name}: ${value} is not a number`);
  const { scale, offset = 0 } = unitOf(name, unit);
  return value * scale + offset;
}

/** The value in `unit` of an SI value; the inverse of {@link toSi}. */
export function fromSi(name: QuantityName, unit: string, si: number): number {
  const { scale, offset = 0 } = unitOf(name, unit);
  return (si - offset) / scale;
}

/** Converts within one quantity. @example convert('temperature', '°F', '°C', 212) // 100 */
export function convert(name: QuantityName, from: string, to: string, value: number): number {
  return fromSi(name, to, toSi(name, from, value));
}

export type Quality = { readonly quality: 'good' } | { readonly quality: 'doubtful'; readonly why: string };

/**
 * Judges whether a reading can be true before anything is concluded from it. A doubtful one is kept and marked.
 * @throws RangeError with the physical reason when the reading cannot exist
 */
export function judgeReading(name: QuantityName, unit: string, value: number): Quality {
  const quantity = quantityOf(name);
  const base = Object.keys(quantity.units)[0] as string;
  const inBase = convert(name, unit, base, value);
  const [least, most] = quantity.possible;
  if (inBase < least || inBase > most) {
    throw new RangeError(`${value} ${unit} is impossible: ${quantity.impossible} (allowed ${least} to ${most} ${base})`);
  }
  const [low, high] = quantity.usual;
  if (inBase < low || inBase > high) return { quality: 'doubtful', why: `outside the usual ${low} to ${high} ${base}` };
  return { quality: 'good' };
}
