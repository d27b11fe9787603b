import { plateFacts, type PlateUnit } from '#core/measuring/cards';
import { readingAnswers, type ReadingSet } from '#core/evidence';
import { DEFAULT_LIMITS } from '#core/measuring/answers';
import type { Row, Scenario } from './types.ts';

/**
 * Puts beside every set of readings what it says, by the plate of its unit and the usual limits, as the
 * server keeps it when a technician writes one: histories and sisters read these, they work nothing out
 * again.
 */
export function answerReadings(rows: Scenario): void {
  const circuits = new Map<unknown, Row[]>();
  for (const circuit of rows.circuits)
    circuits.set(circuit.unit_id, [...(circuits.get(circuit.unit_id) ?? []), circuit]);
  const units = new Map(rows.units.map((unit) => [unit.id, unit]));
  for (const entry of rows.entries) {
    const unit = units.get(entry.unit_id as string);
    if (entry.kind !== 'reading set' || !unit) continue;
    const body = entry.body as unknown as ReadingSet & { circuit?: number };
    const plate = plateFacts(asRecord(unit, circuits.get(unit.id) ?? []), body.circuit);
    entry.body = {
      ...body,
      ...readingAnswers(body, plate, DEFAULT_LIMITS),
      judgedBy: { plate, limits: DEFAULT_LIMITS },
    };
  }
}

const asRecord = (unit: Row, circuits: readonly Row[]): PlateUnit =>
  ({ ...unit, details: unit.details ?? {}, circuits }) as unknown as PlateUnit;
