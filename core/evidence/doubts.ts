import { convert, degF, measured, say, type Said } from '#core/base/quantities';
import { fitsRunning, REFRIGERANTS, swappedHoses, type RefrigerantName } from '#core/measuring/refrigerant';
import type { CircuitFacts } from './results.ts';
import { READING_POINTS, type ReadingPoint, type ReadingSet } from './points.ts';

/** Return air of a cooled room is never this cold in °F, and often is in °C [common practice]. */
const ROOM_IN_CELSIUS = [10, 40] as const;
/** Two thermometers may differ so much [common practice]. */
const WARMER_F = 2;

/**
 * What to ask before a set of cooling readings is believed: swapped hoses, a clamp on the wrong pipe, °C
 * written as °F, supply warmer than return, another refrigerant than the plate's. They are questions;
 * nothing is changed or left out.
 */
export function readingQuestions(set: ReadingSet, facts: CircuitFacts = {}): Said[] {
  if (set.mode !== 'cooling') return [];
  const read = (point: ReadingPoint) => {
    const reading = set.readings.find((r) => r.point === point);
    return reading && Number.isFinite(reading.value)
      ? convert(READING_POINTS[point].quantity, reading.unit, READING_POINTS[point].unit, reading.value)
      : undefined;
  };
  const questions: Said[] = [];
  const [suction, liquid, suctionLine, liquidLine, back, supply] = (
    [
      'suction pressure',
      'liquid pressure',
      'suction line',
      'liquid line',
      'return air',
      'supply air',
    ] as const
  ).map(read);
  const hoses = swappedHoses(suction, liquid);
  if (hoses) questions.push(hoses);
  const celsius = back !== undefined && back >= ROOM_IN_CELSIUS[0] && back <= ROOM_IN_CELSIUS[1];
  if (celsius) questions.push(say`Return air ${degF(Math.round(back))}: was it read in °C?`);
  // A liquid line runs warmer than the suction line as long as the pressures are far apart.
  const apart = suction !== undefined && liquid !== undefined && liquid - suction > 60;
  if (apart && suctionLine !== undefined && liquidLine !== undefined && liquidLine < suctionLine + 6)
    questions.push('The liquid line reads no warmer than the suction line: is each clamp on its own pipe?');
  if (back !== undefined && supply !== undefined && supply > back + WARMER_F)
    questions.push('Supply air is warmer than the return in cooling: is the heat on, or are they swapped?');
  const plate = facts.refrigerant;
  const others =
    typeof plate === 'string' &&
    Object.hasOwn(REFRIGERANTS, plate) &&
    hoses === undefined &&
    suction !== undefined &&
    liquid !== undefined &&
    back !== undefined &&
    set.outdoorF !== undefined
      ? fitsRunning(plate as RefrigerantName, {
          suctionPsig: suction,
          liquidPsig: liquid,
          outdoorF: set.outdoorF,
          returnF: back,
        })
      : [];
  if (others.length > 0)
    questions.push(
      `These pressures make no sense for ${plate} and would for ${others.join(' or ')}: what is in it?`,
    );
  return questions;
}

/** Refrigerant as it is put on a sheet. */
interface RefrigerantPut {
  readonly refrigerant?: string | undefined;
  readonly circuit?: number | undefined;
  readonly addedLb?: number | undefined;
  readonly recoveredLb?: number | undefined;
}

/** A circuit as far as it is known what is in it. */
interface ChargedCircuit {
  readonly number: number;
  readonly refrigerant: string | null;
  readonly chargeLb: number | null;
}

/** More than the charge by this share is no slip of the scale [common practice]. */
const OVER_CHARGE = 1.1;

/**
 * What to ask before pounds are written: another refrigerant than the plate's, or more than the charge.
 * Nothing is asked of what nobody knows.
 */
export function refrigerantDoubts(
  { refrigerant, circuit, addedLb, recoveredLb }: RefrigerantPut,
  circuits: readonly ChargedCircuit[],
): Said[] {
  const own = circuits.length === 1 ? circuits[0] : circuits.find((c) => c.number === circuit);
  if (!own) return [];
  const most = own.chargeLb === null ? undefined : own.chargeLb * OVER_CHARGE;
  const more = (lb: number | undefined) => most !== undefined && lb !== undefined && lb > most;
  const charge = measured('mass', own.chargeLb ?? 0, 'lb');
  return [
    ...(refrigerant && own.refrigerant && refrigerant !== own.refrigerant
      ? [`The plate says ${own.refrigerant}: is it really ${refrigerant}? Two are never mixed.`]
      : []),
    ...(more(addedLb)
      ? [say`More than its whole charge of ${charge}: were all these pounds added here?`]
      : []),
    ...(more(recoveredLb) ? [say`More came out than its charge of ${charge}: was it overcharged?`] : []),
  ];
}
