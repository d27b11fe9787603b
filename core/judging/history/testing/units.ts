import type { PartId } from '#core/machine';
import { addDays, type PlainDate } from '#core/base/time';
import type { FindingGrade, System } from '#core/base/vocabulary';
import type { CallFact, UnitFacts } from '../index.ts';

let serial = 0;
/** A call of noon that day, with what was found on it; done so many days later where that is said. */
export function call(
  on: PlainDate,
  given: Partial<CallFact> & {
    component?: PartId;
    grade?: FindingGrade;
    system?: System;
    doneAfter?: number;
  } = {},
): CallFact {
  const id = `call-${++serial}`;
  const { component, grade = 'proven', system, doneAfter, ...rest } = given;
  const at = Date.parse(`${on}T12:00Z`);
  const done =
    doneAfter === undefined
      ? {}
      : { completedOn: addDays(on, doneAfter), completedAtMs: at + doneAfter * 864e5 + 1 };
  return {
    id,
    ref: id,
    kind: 'call',
    receivedOn: on,
    receivedAtMs: at,
    systems: system ? [system] : [],
    findings: component ? [{ part: component, component, failure: 'broken', grade }] : [],
    ...done,
    ...rest,
  };
}

/** A unit in service of which nothing is known but what is given. */
export const unit = (given: Partial<UnitFacts>): UnitFacts => ({
  unitId: 'u',
  kind: 'package gas/electric',
  status: 'in service',
  refrigerants: ['R-410A'],
  calls: [],
  additions: [],
  leakRepairs: [],
  openConditions: [],
  recommendations: [],
  ...given,
});
