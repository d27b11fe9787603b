/**
 * Quantities of the trade, their units and their bounds.
 *
 * Temperature and temperature *difference* are different quantities (10 °F of superheat is not 10 °F of air),
 * and so are gauge and absolute pressure: a conversion between the two is refused by construction. Values are
 * kept as entered beside their canonical SI value.
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
const FOOT = 0.3048; // m, exact (NIST SP 811)
const GALLON = 231 * (FOOT / 12) ** 3; // m³, exact: 231 cubic inches (NIST SP 811)
const BTU = 1055.05585262; // J, International Table Btu (NIST SP 811)
const INCH_WATER = 249.08891; // Pa, conventional inch of water (NIST SP 811: 2.490889 E+02)
const INCH_MERCURY = 3386.389; // Pa, conventional inch of mercury (NIST SP 811: 3.386389 E+03)
const MICRON = 0.1333224; // Pa per µm of mercury (NIST SP 811: 1.333224 E-01)

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
    // Inches of mercury of vacuum count downwards from the atmosphere.
    units: {
      psig: { scale: PSI },
      'kPa(g)': { scale: 1000 },
      'bar(g)': { scale: 100_000 },
      'in Hg vac': { scale: -INCH_MERCURY },
    },
    possible: [-14.696, 1000],
    usual: [-14, 650],
    impossible:
      'gauge pressure cannot lie below a full vacuum (−14.7 psig) nor above 1,000 psig, where relief ' +
      'devices have long opened',
  },
  pressureAbsolute: {
    si: 'Pa',
    units: { psia: { scale: PSI }, kPa: { scale: 1000 } },
    possible: [0, 1015],
    usual: [0.0001, 665],
    impossible: 'absolute pressure cannot be negative',
  },
  pressureDifference: {
    si: 'Pa',
    units: { psi: { scale: PSI }, kPa: { scale: 1000 } },
    possible: [-1000, 1000],
    usual: [-100, 100],
    impossible: 'no difference of pressures on a unit is that large',
  },
  vacuumRise: {
    si: 'Pa/s',
    units: { 'µ/min': { scale: MICRON / 60 } },
    possible: [-760_000, 760_000],
    usual: [-5000, 5000],
    impossible: 'a vacuum does not rise faster than to the atmosphere',
  },
  gasPressure: {
    si: 'Pa',
    units: {
      'in w.c.': { scale: INCH_WATER },
      psi: { scale: PSI },
      kPa: { scale: 1000 },
      mbar: { scale: 100 },
    },
    possible: [-30, 1000],
    usual: [-2, 60],
    impossible: 'no appliance regulator lets through more than 1,000 in w.c.',
  },
  airPressure: {
    si: 'Pa',
    units: { 'in w.c.': { scale: INCH_WATER }, Pa: { scale: 1 } },
    possible: [-40, 40],
    usual: [-6, 6],
    impossible: 'no fan on a roof moves air against more than 40 in w.c.',
  },
  vacuum: {
    si: 'Pa',
    units: { µ: { scale: MICRON }, Pa: { scale: 1 }, Torr: { scale: MICRON * 1000 } },
    possible: [0, 760_000],
    usual: [5, 30_000],
    impossible: 'a vacuum lies between nothing and the atmosphere (760,000 µ)',
  },
  humidity: {
    si: '%',
    units: { '%': { scale: 1 } },
    possible: [0, 100],
    usual: [5, 100],
    impossible: 'relative humidity lies between 0 and 100 %',
  },
  percent: {
    si: '%',
    units: { '%': { scale: 1 } },
    possible: [0, 100],
    usual: [0, 100],
    impossible: 'a share lies between 0 and 100 %',
  },
  airFlow: {
    si: 'm³/s',
    units: { cfm: { scale: FOOT ** 3 / 60 }, 'L/s': { scale: 0.001 }, 'm³/h': { scale: 1 / 3600 } },
    possible: [0, 500_000],
    usual: [100, 60_000],
    impossible: 'air flow is not negative and no roof has half a million cfm',
  },
  waterFlow: {
    si: 'm³/s',
    units: { gpm: { scale: GALLON / 60 }, 'L/s': { scale: 0.001 }, 'm³/h': { scale: 1 / 3600 } },
    possible: [0, 20_000],
    usual: [0.5, 500],
    impossible: 'water flow is not negative',
  },
  heatRate: {
    si: 'W',
    units: { 'Btu/h': { scale: BTU / 3600 }, kW: { scale: 1000 }, tons: { scale: (12_000 * BTU) / 3600 } },
    possible: [0, 1e8],
    usual: [1000, 5e6],
    impossible: 'a rate of heat is not negative',
  },
  gasVolume: {
    si: 'm³',
    units: { 'ft³': { scale: FOOT ** 3 }, L: { scale: 0.001 }, 'm³': { scale: 1 } },
    possible: [0, 1e6],
    usual: [0.25, 100],
    impossible: 'a dial turns forward',
  },
  systemVolume: {
    si: 'm³',
    units: { 'ft³': { scale: FOOT ** 3 }, L: { scale: 0.001 } },
    possible: [0, 5000],
    usual: [0.02, 50],
    impossible: 'a circuit has a volume above nothing',
  },
  heatingValue: {
    si: 'J/m³',
    units: { 'Btu/ft³': { scale: BTU / FOOT ** 3 }, 'MJ/m³': { scale: 1e6 } },
    possible: [100, 5000],
    usual: [900, 2600],
    impossible: 'no fuel gas burns with so little or so much heat',
  },
  time: {
    si: 's',
    units: { s: { scale: 1 }, min: { scale: 60 } },
    possible: [0, 1e7],
    usual: [1, 86_400],
    impossible: 'time runs forward',
  },
  resistance: {
    si: 'Ω',
    units: { Ω: { scale: 1 }, kΩ: { scale: 1000 } },
    possible: [0, 1e9],
    usual: [0, 100_000],
    impossible: 'a resistance is not negative',
  },
  insulation: {
    si: 'Ω',
    units: { MΩ: { scale: 1e6 }, GΩ: { scale: 1e9 } },
    possible: [0, 1e6],
    usual: [0, 20_000],
    impossible: 'a resistance is not negative',
  },
  capacitance: {
    si: 'F',
    units: { µF: { scale: 1e-6 } },
    possible: [0, 5000],
    usual: [1, 200],
    impossible: 'a capacitance is not negative',
  },
  microAmps: {
    si: 'A',
    units: { µA: { scale: 1e-6 } },
    possible: [0, 1000],
    usual: [0, 50],
    impossible: 'a flame signal is not negative',
  },
  apparentPower: {
    si: 'VA',
    units: { VA: { scale: 1 } },
    possible: [0, 1e6],
    usual: [1, 500],
    impossible: 'apparent power is not negative',
  },
  concentration: {
    si: 'ppm',
    units: { ppm: { scale: 1 } },
    possible: [0, 1e6],
    usual: [0, 4000],
    impossible: 'parts per million lie between none and a million',
  },
  length: {
    si: 'm',
    units: { in: { scale: FOOT / 12 }, mm: { scale: 0.001 } },
    possible: [0, 10_000],
    usual: [0.1, 400],
    impossible: 'a length is not negative',
  },
  /** A run of wire or pipe. */
  run: {
    si: 'm',
    units: { ft: { scale: FOOT }, m: { scale: 1 } },
    possible: [0, 3000],
    usual: [0.3, 150],
    impossible: 'a run is not negative, and none is that long',
  },
  elevation: {
    si: 'm',
    units: { ft: { scale: FOOT }, m: { scale: 1 } },
    possible: [-1500, 20_000],
    usual: [-300, 12_000],
    impossible: 'nobody services a roof that low or that high',
  },
  speed: {
    si: 'r/s',
    units: { rpm: { scale: 1 / 60 } },
    possible: [0, 30_000],
    usual: [100, 4000],
    impossible: 'a shaft turns with a speed not below nothing',
  },
  power: {
    si: 'W',
    units: { hp: { scale: 745.6998715822702 }, kW: { scale: 1000 } },
    possible: [0, 2000],
    usual: [0.05, 200],
    impossible: 'power is not negative',
  },
  ratio: {
    si: '1',
    units: { '': { scale: 1 } },
    possible: [0, 1e6],
    usual: [0, 1000],
    impossible: 'not below nothing',
  },
  voltage: {
    si: 'V',
    units: { V: { scale: 1 } },
    possible: [0, 15_000],
    usual: [0, 660],
    impossible: 'an RMS voltage cannot be negative',
  },
  current: {
    si: 'A',
    units: { A: { scale: 1 } },
    possible: [0, 5000],
    usual: [0, 300],
    impossible: 'an RMS current cannot be negative',
  },
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
  const { units } = quantityOf(name);
  const found = Object.hasOwn(units, unit) ? units[unit] : undefined;
  if (!found)
    throw new RangeError(
      `${name} is not measured in "${unit}"; use ${Object.keys(quantityOf(name).units).join(' or ')}`,
    );
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

/**
 * Converts within one quantity; into its own unit a value stays what it is, to the last digit. @example
 * convert('temperature', '°F', '°C', 212) // 100
 */
export function convert(name: QuantityName, from: string, to: string, value: number): number {
  const si = toSi(name, from, value);
  return from === to ? value : fromSi(name, to, si);
}

/**
 * A gauge below its zero shows inches of mercury, not pounds: 20 in Hg are −9.8 psig. Asked about where it
 * cannot be psig.
 */
function vacuumMeant(name: QuantityName, unit: string, value: number): string {
  if (name !== 'pressureGauge' || unit !== 'psig' || !(value < 0 && value >= -29.92)) return '';
  return `. Is it ${-value} in Hg of vacuum, ${convert(name, 'in Hg vac', 'psig', -value).toFixed(1)} psig?`;
}

export type Quality = { readonly quality: 'good' } | { readonly quality: 'doubtful'; readonly why: string };

/**
 * Judges whether a reading can be true before anything is concluded from it. A doubtful one is kept and
 * marked.
 * @throws RangeError with the physical reason when the reading cannot exist
 */
export function judgeReading(name: QuantityName, unit: string, value: number): Quality {
  const quantity = quantityOf(name);
  const base = Object.keys(quantity.units)[0] as string;
  const inBase = convert(name, unit, base, value);
  const [least, most] = quantity.possible;
  if (inBase < least || inBase > most) {
    throw new RangeError(
      `${value} ${unit} is impossible: ${quantity.impossible} (allowed ${least} to ${most} ${base})${vacuumMeant(name, unit, value)}`,
    );
  }
  const [low, high] = quantity.usual;
  if (inBase < low || inBase > high)
    return { quality: 'doubtful', why: `outside the usual ${low} to ${high} ${base}` };
  return { quality: 'good' };
}
