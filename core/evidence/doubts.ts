import { convert, degF, say, type Said } from '../quantities/index.ts';
import { swappedHoses } from '../refrigerant/index.ts';
import { READING_POINTS, type ReadingPoint, type ReadingSet } from './points.ts';

/** Return air of a cooled room is never this cold in °F, and often is in °C [common practice]. */
const ROOM_IN_CELSIUS = [10, 40] as const;

/**
 * What to ask before a set of cooling readings is believed: swapped hoses, a clamp on the wrong pipe, °C
 * written as °F. They are questions; nothing is changed or left out.
 */
export function readingQuestions(set: ReadingSet): Said[] {
  if (set.mode !== 'cooling') return [];
  const read = (point: ReadingPoint) => {
    const reading = set.readings.find((r) => r.point === point);
    return reading && Number.isFinite(reading.value)
      ? convert(READING_POINTS[point].quantity, reading.unit, READING_POINTS[point].unit, reading.value)
      : undefined;
  };
  const questions: Said[] = [];
  const [suction, liquid, suctionLine, liquidLine, back] = (
    ['suction pressure', 'liquid pressure', 'suction line', 'liquid line', 'return air'] as const
  ).map(read);
  const hoses = swappedHoses(suction, liquid);
  if (hoses) questions.push(hoses);
  const celsius = back !== undefined && back >= ROOM_IN_CELSIUS[0] && back <= ROOM_IN_CELSIUS[1];
  if (celsius) questions.push(say`Return air ${degF(Math.round(back))}: was it read in °C?`);
  // A liquid line runs warmer than the suction line as long as the pressures are far apart.
  const apart = suction !== undefined && liquid !== undefined && liquid - suction > 60;
  if (apart && suctionLine !== undefined && liquidLine !== undefined && liquidLine < suctionLine + 6)
    questions.push('The liquid line reads no warmer than the suction line: is each clamp on its own pipe?');
  return questions;
}
