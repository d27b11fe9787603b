import type { UnitKind } from '#core/base/vocabulary';
import { tasksOf, type UnitMaintenance } from '../index.ts';

/** A unit in service that is maintained as the trade usually does its kind, for ever. */
export const usually = (kind: UnitKind, more: Partial<UnitMaintenance> = {}): UnitMaintenance => ({
  unitId: 'u',
  status: 'in service',
  from: '2000-01-01',
  until: null,
  tasks: tasksOf({ kind }).map((task) => ({
    task,
    cadence: task.usual,
    minutes: task.minutes,
    agreed: 'kind',
  })),
  lastDone: {},
  ...more,
});
