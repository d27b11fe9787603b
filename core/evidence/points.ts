import type { QuantityName } from '#core/base/quantities';
import type { ChargeConditions } from '#core/measuring/refrigerant';

/**
 * Where on the machine a reading is taken, with the quantity it is, its customary unit, and the group of
 * readings it belongs to: everything the bench cards ask of a machine.
 */
export const READING_POINTS = {
  'suction pressure': { quantity: 'pressureGauge', unit: 'psig', group: 'refrigerant' },
  'suction line': { quantity: 'temperature', unit: '°F', group: 'refrigerant' },
  'liquid pressure': { quantity: 'pressureGauge', unit: 'psig', group: 'refrigerant' },
  'liquid line': { quantity: 'temperature', unit: '°F', group: 'refrigerant' },
  'discharge line': { quantity: 'temperature', unit: '°F', group: 'refrigerant' },
  'liquid after drier': { quantity: 'temperature', unit: '°F', group: 'refrigerant' },
  'condenser leaving air': { quantity: 'temperature', unit: '°F', group: 'refrigerant' },
  'return air': { quantity: 'temperature', unit: '°F', group: 'air' },
  'supply air': { quantity: 'temperature', unit: '°F', group: 'air' },
  'return wet bulb': { quantity: 'temperature', unit: '°F', group: 'air' },
  'supply wet bulb': { quantity: 'temperature', unit: '°F', group: 'air' },
  'mixed air': { quantity: 'temperature', unit: '°F', group: 'air' },
  'return static': { quantity: 'airPressure', unit: 'in w.c.', group: 'static' },
  'supply static': { quantity: 'airPressure', unit: 'in w.c.', group: 'static' },
  'filter drop': { quantity: 'airPressure', unit: 'in w.c.', group: 'static' },
  'coil drop': { quantity: 'airPressure', unit: 'in w.c.', group: 'static' },
  'volts L1-L2': { quantity: 'voltage', unit: 'V', group: 'volts' },
  'volts L2-L3': { quantity: 'voltage', unit: 'V', group: 'volts' },
  'volts L3-L1': { quantity: 'voltage', unit: 'V', group: 'volts' },
  'control volts': { quantity: 'voltage', unit: 'V', group: 'volts' },
  'amps L1': { quantity: 'current', unit: 'A', group: 'amps' },
  'amps L2': { quantity: 'current', unit: 'A', group: 'amps' },
  'amps L3': { quantity: 'current', unit: 'A', group: 'amps' },
  'blower amps': { quantity: 'current', unit: 'A', group: 'amps' },
  'inlet gas, standing': { quantity: 'gasPressure', unit: 'in w.c.', group: 'gas' },
  'inlet gas, firing': { quantity: 'gasPressure', unit: 'in w.c.', group: 'gas' },
  'manifold gas': { quantity: 'gasPressure', unit: 'in w.c.', group: 'gas' },
  'flame signal': { quantity: 'microAmps', unit: 'µA', group: 'gas' },
  'flue oxygen': { quantity: 'percent', unit: '%', group: 'gas' },
  'flue CO': { quantity: 'concentration', unit: 'ppm', group: 'gas' },
  'room CO': { quantity: 'concentration', unit: 'ppm', group: 'gas' },
  'water in': { quantity: 'temperature', unit: '°F', group: 'water' },
  'water out': { quantity: 'temperature', unit: '°F', group: 'water' },
  'water flow': { quantity: 'waterFlow', unit: 'gpm', group: 'water' },
  'water pressure drop': { quantity: 'pressureDifference', unit: 'psi', group: 'water' },
} as const satisfies Record<string, { quantity: QuantityName; unit: string; group: string }>;

export type ReadingPoint = keyof typeof READING_POINTS;
export const READING_POINT_NAMES = Object.keys(READING_POINTS) as ReadingPoint[];
export type ReadingGroup = (typeof READING_POINTS)[ReadingPoint]['group'];

/** Points of a group, in the order in which they are taken. */
export const pointsOf = (group: ReadingGroup): ReadingPoint[] =>
  READING_POINT_NAMES.filter((point) => READING_POINTS[point].group === group);

export interface Reading {
  readonly point: ReadingPoint;
  readonly value: number;
  readonly unit: string;
  /** What it was taken with, where that matters. */
  readonly instrument?: string | undefined;
}

/** Whether something is told as it was before anybody touched it, or as it was left. */
export const TAKEN = ['as found', 'as left'] as const;
export type Taken = (typeof TAKEN)[number];

/** Readings that belong together: one moment, one circuit, one condition of the machine. */
export interface ReadingSet extends ChargeConditions {
  readonly readings: readonly Reading[];
  readonly mode: 'cooling' | 'heating' | 'off';
  readonly circuit?: number | undefined;
  readonly stage?: number | undefined;
  readonly taken?: Taken | undefined;
}
