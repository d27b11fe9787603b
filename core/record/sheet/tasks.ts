import type { PlainDate } from '#core/base/time';
import type { EntryBody } from '#core/record/kinds';
import type { FoundAs, PutOff } from '#core/upkeep/maintenance';
import type { Places } from './place.ts';
import type { Standing } from './standing.ts';

export interface TaskDone {
  readonly task: string;
  readonly visitId: string;
  readonly on: PlainDate;
  readonly found?: FoundAs | undefined;
}

/** A task that was due and could not be done. */
export interface TaskPutOff extends PutOff {
  readonly task: string;
}

/** The tasks of maintenance that a line of work did. */
export function tasksOf(e: Standing, at: Places): TaskDone[] {
  const { tasks = [], found } = e.body as EntryBody<'work'>;
  return tasks.map((task) => ({ task, visitId: e.visitId, on: at.day(e), found: found?.[task] }));
}

/** The tasks that a line of work says could not be done, each with why. */
export const putOffOf = (e: Standing, at: Places): TaskPutOff[] =>
  Object.entries((e.body as EntryBody<'work'>).putOff ?? {}).map(([task, why]) => ({
    task,
    why,
    on: at.day(e),
  }));
