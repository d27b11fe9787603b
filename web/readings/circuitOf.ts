import type { ReadingSet } from '#core/evidence';
import type { Compressor } from '#core/machine';
import { plateFacts, type PlateUnit } from '#core/measuring/cards';
import type { Circuit } from '#core/judging/readings';

/** Readings that are judged: those of a circuit that cools. */
const OF_THE_CIRCUIT: ReadonlySet<string> = new Set([
  'suction pressure',
  'suction line',
  'liquid pressure',
  'liquid line',
  'discharge line',
]);

/** A set that says something of a circuit that cools; undefined where there is nothing to judge. */
export const judgeable = (set: ReadingSet): ReadingSet | undefined =>
  set.mode === 'cooling' && set.readings.filter(({ point }) => OF_THE_CIRCUIT.has(point)).length >= 2
    ? set
    : undefined;

/** A unit as far as its readings are judged by it. */
export type JudgedUnit = Omit<PlateUnit, 'circuits'> & {
  readonly kind: string;
  readonly circuits: readonly (PlateUnit['circuits'][number] & {
    readonly compressors?: readonly Compressor[];
  })[];
};

/** What the record knows of a circuit of a unit, as readings are judged by it. */
export function circuitOf(unit: JudgedUnit, number: number): Circuit {
  const { refrigerant, metering, phase } = plateFacts(unit, number);
  const rlaA = unit.circuits.find((one) => one.number === number)?.compressors?.[0]?.rlaA;
  return {
    rejects: unit.kind === 'water-source heat pump' ? 'water' : 'air',
    heatPump: /heat pump/.test(unit.kind),
    ...(typeof refrigerant === 'string' && { refrigerant }),
    ...((metering === 'orifice' || metering === 'expansion valve') && { device: metering }),
    ...((phase === '1' || phase === '3') && { phases: Number(phase) as 1 | 3 }),
    ...(rlaA !== undefined && { rlaA }),
  };
}
