import type { QuantityName } from '../quantities/index.ts';
import type { ChargeConditions } from '../refrigerant/index.ts';

/** Where on the machine a reading is taken, with the quantity it is and its customary unit. */
export const READING_POINTS = {
  'suction pressure': { quantity: 'pressureGauge', unit: 'psig' },
  'suction line': { quantity: 'temperature', unit: '°F' },
  'liquid pressure': { quantity: 'pressureGauge', unit: 'psig' },
  'liquid line': { quantity: 'temperature', unit: '°F' },
  'return air': { quantity: 'temperature', unit: '°F' },
  'supply air': { quantity: 'temperature', unit: '°F' },
  'return wet bulb': { quantity: 'temperature', unit: '°F' },
  'volts L1-L2': { quantity: 'voltage', unit: 'V' },
  'volts L2-L3': { quantity: 'voltage', unit: 'V' },
  'volts L3-L1': { quantity: 'voltage', unit: 'V' },
  'amps L1': { quantity: 'current', unit: 'A' },
  'amps L2': { quantity: 'current', unit: 'A' },
  'amps L3': { quantity: 'current', unit: 'A' },
} as const satisfies Record<string, { quantity: QuantityName; unit: string }>;

export type ReadingPoint = keyof typeof READING_POINTS;
export const READING_POINT_NAMES = Object.keys(READING_POINTS) as ReadingPoint[];

export interface Reading {
  readonly point: ReadingPoint;
  readonly value: number;
  readonly unit: string;
}

export interface ReadingSet extends ChargeConditions {
  readonly readings: readonly Reading[];
  readonly mode: 'cooling' | 'heating' | 'off';
}
