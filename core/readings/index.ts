/** Reading sets: what one look at a running unit says, all readings together. */
import { coolingSplit } from '../airside/index.ts';
import { currentUnbalance, voltageUnbalance } from '../electrical/index.ts';
import { convert, type QuantityName } from '../quantities/index.ts';
import { chargeMustWait, REFRIGERANTS, subcooling, superheat, type ChargeConditions, type RefrigerantName } from '../refrigerant/index.ts';

/** Where on the machine a reading is taken, with the quantity it is and its customary unit. */
export const READING_POINTS = {
  'suction pressure': { quantity: 'pressureGauge', unit: 'psig' },
  'suction line': { quantity: 'temperature', unit: '°F' },
  'liquid pressure': { quantity: 'pressureGauge', unit: 'psig' },
  'liquid line': { quantity: 'temperature', unit: '°F' },
  'return air': { quantity: 'temperature', unit: '°F' },
  'supply air': { quantity: 'temperature', unit: '°F' },
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

export interface ReadingResult {
  readonly name: 'superheat' | 'subcooling' | 'split' | 'voltage unbalance' | 'current unbalance';
  readonly value: number;
  readonly unit: '°F' | '%';
  readonly expected: string;
  readonly expectedFrom: string;
  readonly verdict: 'within' | 'low' | 'high' | 'wait';
  readonly notes: readonly string[];
}

export interface ReadingTrouble {
  readonly name: ReadingResult['name'];
  readonly why: string;
}

/**
 * Everything a set of readings says: superheat and subcooling from pressure and line temperature, the cooling split, voltage
 * and current unbalance. A result that needs a reading nobody took is absent, not zero; one that lies outside a curve comes
 * back under `troubles` with the reason. Charge results wait, with why, where the conditions do not allow a judgement.
 *
 * @param refrigerant undefined when the circuit's refrigerant is not known: then neither superheat nor subcooling is given
 */
export function readingResults(set: ReadingSet, refrigerant: string | undefined): { results: ReadingResult[]; troubles: ReadingTrouble[] } {
  const results: ReadingResult[] = [];
  const troubles: ReadingTrouble[] = [];
  const value = (point: ReadingPoint) => {
    const reading = set.readings.find((r) => r.point === point);
    return reading && convert(READING_POINTS[point].quantity, reading.unit, READING_POINTS[point].unit, reading.value);
  };
  const attempt = (name: ReadingResult['name'], points: readonly ReadingPoint[], compute: (values: number[]) => ReadingResult) => {
    const values = points.map(value);
    if (values.some((v) => v === undefined)) return;
    try {
      results.push(compute(values as number[]));
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      troubles.push({ name, why: error.message });
    }
  };
  const known = refrigerant !== undefined && refrigerant in REFRIGERANTS ? (refrigerant as RefrigerantName) : undefined;
  const waits = chargeMustWait(set);
  if (known && set.mode === 'cooling') {
    const charge =
      (name: 'superheat' | 'subcooling', measure: typeof superheat) =>
      ([pressure, line]: number[]): ReadingResult => {
        const m = measure(known, pressure as number, line as number);
        return {
          name,
          value: m.value,
          unit: '°F',
          expected: `${m.expected[0]}–${m.expected[1]} °F`,
          expectedFrom: m.expectedFrom,
          verdict: waits.length > 0 ? 'wait' : m.verdict,
          notes: [`saturated at ${m.saturationF.toFixed(1)} °F`, ...waits, ...(m.note ? [m.note] : [])],
        };
      };
    attempt('superheat', ['suction pressure', 'suction line'], charge('superheat', superheat));
    attempt('subcooling', ['liquid pressure', 'liquid line'], charge('subcooling', subcooling));
  }
  if (set.mode === 'cooling') {
    attempt('split', ['return air', 'supply air'], ([back, supply]) => {
      const split = coolingSplit(back as number, supply as number);
      return {
        name: 'split',
        value: split.value,
        unit: '°F',
        expected: '16–22 °F',
        expectedFrom: split.expectedFrom,
        verdict: split.verdict,
        notes: split.note ? [split.note] : [],
      };
    });
  }
  attempt('voltage unbalance', ['volts L1-L2', 'volts L2-L3', 'volts L3-L1'], (volts) => {
    const u = voltageUnbalance(volts);
    return {
      name: 'voltage unbalance',
      value: u.percent,
      unit: '%',
      expected: 'at most 1 %',
      expectedFrom: 'NEMA MG 1',
      verdict: u.verdict === 'fine' ? 'within' : 'high',
      notes: u.note ? [u.note] : [],
    };
  });
  attempt('current unbalance', ['amps L1', 'amps L2', 'amps L3'], (amps) => {
    const u = currentUnbalance(amps);
    return {
      name: 'current unbalance',
      value: u.percent,
      unit: '%',
      expected: 'at most 10 %',
      expectedFrom: 'common practice',
      verdict: u.verdict === 'fine' ? 'within' : 'high',
      notes: u.note ? [u.note] : [],
    };
  });
  return { results, troubles };
}
