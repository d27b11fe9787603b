import { PART_IDS, partsThere, type MachineThere, type PartId } from '#core/machine';
import { UNIT_KINDS, type UnitKind } from '#core/base/vocabulary';
import type { MaintenanceTask, TaskList } from './task.ts';
import { TRADE_TASKS } from './tradeTasks.ts';

/** A task as a company has written it, or a task of the trade that it does not do. */
export type OwnTask = MaintenanceTask | { readonly key: string; readonly dropped: true };

/** The company's task list: the trade's, with what the company has changed, added and dropped. */
export function taskList(own: readonly OwnTask[]): TaskList {
  const byKey = new Map(own.map((task) => [task.key, task]));
  const kept = TRADE_TASKS.flatMap((task) => {
    const said = byKey.get(task.key);
    return said === undefined ? [task] : 'dropped' in said ? [] : [said];
  });
  const trade = new Set(TRADE_TASKS.map((task) => task.key));
  return [
    ...kept,
    ...own.filter((task): task is MaintenanceTask => !('dropped' in task) && !trade.has(task.key)),
  ];
}

/** The tasks that have something to work on in a machine. */
export function tasksOf(machine: MachineThere, tasks: TaskList = TRADE_TASKS): MaintenanceTask[] {
  const there = partsThere(machine);
  return tasks.filter(
    ({ parts, without = [] }) => parts.every((id) => there.has(id)) && !without.some((id) => there.has(id)),
  );
}

/** The kinds of machine a task comes round on by what they usually have. */
export const kindsOf = (task: MaintenanceTask): UnitKind[] =>
  UNIT_KINDS.filter((kind) => tasksOf({ kind }, [task]).length > 0);

/** Parts a task can be about: those that some kind of machine has. */
export const TASK_PARTS: readonly PartId[] = PART_IDS.filter((id) =>
  UNIT_KINDS.some((kind) => partsThere({ kind, cools: true, smokeDetectors: 'in the supply' }).has(id)),
);
