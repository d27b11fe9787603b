import { atmospherePsia, coolingSplit } from '../airside/index.ts';
import { currentUnbalance, voltageUnbalance } from '../electrical/index.ts';
import { isFixedDevice, type MachineDetails } from '../machine/index.ts';
import { DEFAULT_LIMITS, limitFrom, type MeasuringLimits } from '../measurement/index.ts';
import { convert } from '../quantities/index.ts';
import { chargeMustWait, PLATE_SUBCOOLING_WITHIN_F, REFRIGERANTS, subcooling, superheat, type RefrigerantName } from '../refrigerant/index.ts';
import { READING_POINTS, type ReadingPoint, type ReadingSet } from './points.ts';

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

/** What the record knows of the circuit that was measured. */
export interface CircuitFacts {
  /** Undefined when nobody knows: then neither superheat nor subcooling is given. */
  readonly refrigerant?: string | null | undefined;
  readonly metering?: string | null | undefined;
  /** Subcooling that the plate asks for, °F. */
  readonly subcoolingTargetF?: number | undefined;
}

/** The facts of one circuit of a unit. */
export function circuitFacts(
  unit:
    | {
        readonly circuits: readonly { readonly number: number; readonly refrigerant: string | null; readonly metering: string | null }[];
        readonly details: MachineDetails;
      }
    | undefined,
  number: number,
): CircuitFacts {
  const own = unit?.circuits.find((c) => c.number === number);
  const { charging } = unit?.details ?? {};
  return {
    refrigerant: own?.refrigerant,
    metering: own?.metering,
    ...(charging?.method === 'subcooling' ? { subcoolingTargetF: charging.targetF } : {}),
  };
}

const FIXED_NOTE = 'A fixed device has no superheat of its own: with the indoor wet bulb the charge card on the bench gives its target.';

/**
 * Everything a set of readings says: superheat and subcooling from pressure and line temperature, the cooling split, voltage
 * and current unbalance. A result that needs a reading nobody took is absent, not zero; one that lies outside a curve comes
 * back under `troubles` with the reason. Charge results wait, with why, where the conditions do not allow a judgement.
 *
 * @param circuit what the record knows of the circuit; a plate's target wins over the company's limits
 */
export function readingResults(
  set: ReadingSet,
  circuit: CircuitFacts,
  limits: MeasuringLimits = DEFAULT_LIMITS,
): { results: ReadingResult[]; troubles: ReadingTrouble[] } {
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
  const { refrigerant, metering, subcoolingTargetF: target } = circuit;
  const known = refrigerant && refrigerant in REFRIGERANTS ? (refrigerant as RefrigerantName) : undefined;
  const fixed = isFixedDevice(metering);
  const waits = chargeMustWait(set, limits.chargeOutdoorF);
  const atmospherePsi = atmospherePsia(limits.elevationFt);
  const band = (low: keyof MeasuringLimits, high: keyof MeasuringLimits, source: string) => ({
    expected: [limits[low], limits[high]] as const,
    expectedFrom: `${limitFrom(limits, low, high)}${source}`,
    atmospherePsi,
  });
  if (known && set.mode === 'cooling') {
    const charge =
      (name: 'superheat' | 'subcooling', measure: typeof superheat, options: ReturnType<typeof band>, moves = false) =>
      ([pressure, line]: number[]): ReadingResult => {
        const m = measure(known, pressure as number, line as number, options);
        return {
          name,
          value: m.value,
          unit: '°F',
          expected: moves ? 'by the weather' : `${m.expected[0]}–${m.expected[1]} °F`,
          expectedFrom: moves ? `${metering} on record` : m.expectedFrom,
          verdict: waits.length > 0 || moves ? 'wait' : m.verdict,
          notes: [`saturated at ${m.saturationF.toFixed(1)} °F`, ...waits, ...(moves ? [FIXED_NOTE] : []), ...(m.note ? [m.note] : [])],
        };
      };
    const plate =
      target === undefined
        ? band('subcoolingLowF', 'subcoolingHighF', '')
        : {
            expected: [target - PLATE_SUBCOOLING_WITHIN_F, target + PLATE_SUBCOOLING_WITHIN_F] as const,
            expectedFrom: `plate, ${target} °F`,
            atmospherePsi,
          };
    const valve = band('superheatLowF', 'superheatHighF', ', expansion valve');
    attempt('superheat', ['suction pressure', 'suction line'], charge('superheat', superheat, valve, fixed));
    attempt('subcooling', ['liquid pressure', 'liquid line'], charge('subcooling', subcooling, plate));
  }
  if (set.mode === 'cooling') {
    attempt('split', ['return air', 'supply air'], ([back, supply]) => {
      const split = coolingSplit(back as number, supply as number, band('splitLowF', 'splitHighF', ''));
      return {
        name: 'split',
        value: split.value,
        unit: '°F',
        expected: `${limits.splitLowF}–${limits.splitHighF} °F`,
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
    const u = currentUnbalance(amps, limits.currentUnbalancePct);
    return {
      name: 'current unbalance',
      value: u.percent,
      unit: '%',
      expected: `at most ${limits.currentUnbalancePct} %`,
      expectedFrom: limitFrom(limits, 'currentUnbalancePct'),
      verdict: u.verdict === 'fine' ? 'within' : 'high',
      notes: u.note ? [u.note] : [],
    };
  });
  return { results, troubles };
}
