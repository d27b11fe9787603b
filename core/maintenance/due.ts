import { because, type Reason } from '../reasons/index.ts';
import { addDays, daysBetween, type PlainDate } from '../time/index.ts';
import type { UnitKind, UnitStatus } from '../vocabulary/index.ts';
import { MAINTENANCE_TASKS, type MaintenanceTask, type Season } from './tasks.ts';

export interface UnitMaintenance {
  readonly unitId: string;
  readonly kind: UnitKind;
  readonly status: UnitStatus;
  /** Day each task was last done; a task that is missing has no record. */
  readonly lastDone: Readonly<Record<string, PlainDate | undefined>>;
}

export interface DueTask {
  readonly unitId: string;
  readonly task: MaintenanceTask;
  /** The day by which it should be done; undefined where nothing on record says when it was last done. */
  readonly dueOn?: PlainDate;
  readonly lateDays: number;
  readonly reason: Reason;
}

/** A season missed by more than this is over: starting up cooling in autumn helps nobody. */
const SEASON_GRACE_DAYS = 45;

/**
 * What is due on a unit between `asOf` and `asOf + horizonDays`. Units on standby, out of use or retired are
 * not planned like the rest and yield nothing. A periodic task without a record is due now, because nobody
 * can say that it was done.
 */
export function dueTasks(unit: UnitMaintenance, asOf: PlainDate, horizonDays: number): DueTask[] {
  if (unit.status !== 'in service') return [];
  const until = addDays(asOf, horizonDays);
  return MAINTENANCE_TASKS.filter((task) => task.kinds.includes(unit.kind)).flatMap((task) => {
    const last = unit.lastDone[task.key];
    return 'everyDays' in task.rule
      ? everyDue(unit.unitId, task, task.rule.everyDays, last, asOf, until)
      : seasonDue(unit.unitId, task, task.rule, last, asOf, until);
  });
}

function everyDue(
  unitId: string,
  task: MaintenanceTask,
  everyDays: number,
  last: PlainDate | undefined,
  asOf: PlainDate,
  until: PlainDate,
): DueTask[] {
  if (last === undefined) {
    return [{ unitId, task, lateDays: 0, reason: because('no record', { task: task.title, everyDays }) }];
  }
  const dueOn = addDays(last, everyDays);
  if (dueOn > until) return [];
  const lateDays = Math.max(0, daysBetween(dueOn, asOf));
  return [
    {
      unitId,
      task,
      dueOn,
      lateDays,
      reason: because('comes round', { task: task.title, everyDays, last, dueOn, lateDays }),
    },
  ];
}

function seasonDue(
  unitId: string,
  task: MaintenanceTask,
  season: Season,
  last: PlainDate | undefined,
  asOf: PlainDate,
  until: PlainDate,
): DueTask[] {
  const year = Number(asOf.slice(0, 4));
  const windows = [year - 1, year, year + 1].map((y) => seasonWindow(season, y));
  const open = windows.find(
    ([from, to]) =>
      from <= until && addDays(to, SEASON_GRACE_DAYS) >= asOf && !(last !== undefined && last >= from),
  );
  if (!open) return [];
  const [from, to] = open;
  const lateDays = Math.max(0, daysBetween(to, asOf));
  return [
    {
      unitId,
      task,
      dueOn: to,
      lateDays,
      reason: because('season', { task: task.title, from, to, last: last ?? null, lateDays }),
    },
  ];
}

function seasonWindow(season: Season, year: number): [from: PlainDate, to: PlainDate] {
  const endYear = season.to < season.from ? year + 1 : year;
  return [`${year}-${season.from}`, `${endYear}-${season.to}`];
}

/**
 * What leaving a stop out of the day costs, in minutes of the crew's day: the work itself and two hours, so
 * that nothing that fits is left out to save a drive; and more for every task and every day it is late [our
 * choice].
 *
 * @param minutes time on site
 */
export function postponementCost(due: readonly Pick<DueTask, 'lateDays'>[], minutes: number): number {
  return minutes + 120 + due.reduce((sum, task) => sum + 10 + 3 * Math.min(task.lateDays, 60), 0);
}

/**
 * The tasks a maintenance visit did on a unit. One that names its tasks did those; one that names none
 * (records brought in from elsewhere often do not) is taken to have done what comes round periodically and
 * the seasonal work of its day [our choice].
 */
export function tasksDone(kind: UnitKind, on: PlainDate, named: readonly string[]): string[] {
  if (named.length > 0) return [...named];
  return MAINTENANCE_TASKS.filter((task) => task.kinds.includes(kind))
    .filter((task) => {
      if ('everyDays' in task.rule) return true;
      const rule = task.rule;
      const year = Number(on.slice(0, 4));
      return [year - 1, year].some((y) => {
        const [from, to] = seasonWindow(rule, y);
        return on >= from && on <= to;
      });
    })
    .map((task) => task.key);
}
