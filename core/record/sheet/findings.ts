import { partOf, partOfWord, type PartId } from '#core/machine';
import type { PlainDate } from '#core/base/time';
import type { FindingGrade, System } from '#core/base/vocabulary';
import type { EntryBody } from '#core/record/kinds';
import { watchDay } from '#core/record/work';
import type { Placed, Places } from './place.ts';
import type { Standing } from './standing.ts';

/** What was found, as whoever looked judged it. */
export interface FoundFact extends Placed {
  readonly part: PartId | null;
  readonly circuit: number | null;
  /** As written. */
  readonly component: string;
  readonly failure: string;
  readonly grade: FindingGrade;
  readonly system: System | null;
  readonly watchUntil: PlainDate | null;
}

/** @param words component words the company has mapped itself */
export function findingOf(e: Standing, at: Places, words: ReadonlyMap<string, PartId>): FoundFact {
  const body = e.body as EntryBody<'finding'>;
  const { component, failure, grade, system } = body;
  const part = body.part ?? partOfWord(component, words, system) ?? null;
  const place = at.place(e);
  return {
    ...place,
    part,
    circuit: part && partOf(part).perCircuit ? at.circuit(e, body.circuit) : null,
    component,
    failure,
    grade,
    system: system ?? null,
    watchUntil: watchDay({ grade, on: place.on, watchUntil: body.watchUntil }) ?? null,
  };
}
