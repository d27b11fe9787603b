import { addDays, daysBetween, type PlainDate } from '#core/base/time';
import type { MachineThere } from '#core/machine';
import type { UnitStatus } from '#core/base/vocabulary';
import { nextIn, type Cadence } from './cadence.ts';
import { windowsAround, windowServed, type Window } from './windows.ts';
import { soonerBy, type Care, type PutOff } from './care.ts';
import type { MaintenanceTask } from './task.ts';
import { tasksOf } from './tasks.ts';
import { because, type MaintenanceReason } from './rules.ts';

/**
 * Who decided how often: the company for the kind of machine, or an agreement, for the whole or a part of it.
 */
export type AgreedFor = 'kind' | 'customer' | 'site' | 'unit';

/** A task that is ours to do on a unit, as it was agreed. */
export interface PlannedTask {
  readonly task: MaintenanceTask;
  readonly cadence: Cadence;
  readonly minutes: number;
  readonly agreed: AgreedFor;
}

/** What somebody decided about a season that went by undone. */
export const SEASON_DECISIONS = ['let go', 'do it all the same'] as const;
export interface SeasonDecision {
  readonly task: string;
  /** Last day of the season it is about. */
  readonly windowTo: PlainDate;
  readonly what: (typeof SEASON_DECISIONS)[number];
}

export interface UnitMaintenance {
  readonly unitId: string;
  readonly status: UnitStatus;
  /** The days of the agreement; nothing is due before the first or after the last. */
  readonly from: PlainDate;
  readonly until: PlainDate | null;
  readonly tasks: readonly PlannedTask[];
  /** Day each task was last done; a task that is missing has no record. */
  readonly lastDone: Readonly<Record<string, PlainDate | undefined>>;
  readonly decided?: readonly SeasonDecision[];
  /** Day it was put in; null or left out where nobody knows. */
  readonly installedOn?: PlainDate | null | undefined;
  readonly care?: Care | undefined;
}

/**
 * The days within which a task is done: not before the first, best on the second, by the third at the latest.
 */
export interface DueWindow {
  readonly earliest: PlainDate;
  readonly wanted: PlainDate;
  readonly latest: PlainDate;
}

export interface DueTask {
  readonly unitId: string;
  readonly task: MaintenanceTask;
  readonly minutes: number;
  /** The day by which it should be done; undefined where nothing on record says when it was last done. */
  readonly dueOn?: PlainDate;
  readonly lateDays: number;
  /** Undefined where nothing on record says when it was last done. */
  readonly window?: DueWindow;
  /** It was agreed for that very day and is planned for no other while that is to come. */
  readonly onlyOn?: PlainDate;
  /** Somebody was there for it and could not do it. */
  readonly putOff?: PutOff;
  /** Its season is over: somebody has to decide whether it is still done. Never planned by itself. */
  readonly missed?: Window;
  readonly reason: MaintenanceReason;
}

/** A season missed by more than this is over: starting up cooling in autumn helps nobody [our choice]. */
const SEASON_GRACE_DAYS = 45;

/** A machine that is older than this has no start-up sheet to open any more [our choice]. */
const NEW_FOR_DAYS = 365;

/** Whether a machine is so new that its start-up sheet is asked for; one whose day nobody knows is not. */
export const isNew = (installedOn: PlainDate | null | undefined, on: PlainDate): boolean =>
  !!installedOn && daysBetween(installedOn, on) <= NEW_FOR_DAYS;

/**
 * What is due on a unit between `asOf` and `asOf + horizonDays`, as it was agreed. A unit on standby is only
 * exercised; one out of use or retired yields nothing. A task that comes round by days and has no record is
 * due now, because nobody can say that it was done. A season that went by stays in sight as missed until it
 * is decided or the next one begins. A new machine has its start-up sheet due until each part of it was done.
 */
export function dueTasks(unit: UnitMaintenance, asOf: PlainDate, horizonDays: number): DueTask[] {
  if (unit.status !== 'in service' && unit.status !== 'standby') return [];
  const ahead = addDays(asOf, horizonDays);
  const until = unit.until !== null && unit.until < ahead ? unit.until : ahead;
  if (until < unit.from || until < asOf) return [];
  return unit.tasks.flatMap((planned) => {
    if ((planned.task.onStandby === true) !== (unit.status === 'standby')) return [];
    const due = dueOf(unit, planned, asOf, until);
    if (!due) return [];
    const putOff = unit.care?.putOff[planned.task.key];
    const { task, minutes } = planned;
    return [{ unitId: unit.unitId, task, minutes, ...due, ...(putOff ? { putOff } : {}) }];
  });
}

type Due = Omit<DueTask, 'unitId' | 'task' | 'minutes' | 'putOff'>;

function dueOf(
  unit: UnitMaintenance,
  planned: PlannedTask,
  asOf: PlainDate,
  until: PlainDate,
): Due | undefined {
  switch (planned.cadence.by) {
    case 'days':
      return byDays(unit, planned, planned.cadence, asOf, until);
    case 'once':
      return onceWhenNew(unit, planned, planned.cadence, asOf, until);
    default:
      return byWindow(unit, planned, asOf, until);
  }
}

/**
 * Work that comes round by days may be done within this share of its interval before and after [our choice].
 */
const EITHER_SIDE = 1 / 4;

function byDays(
  unit: UnitMaintenance,
  { task, cadence, agreed }: PlannedTask,
  { days, months }: Extract<Cadence, { by: 'days' }>,
  asOf: PlainDate,
  until: PlainDate,
): Due | undefined {
  const last = unit.lastDone[task.key];
  if (last === undefined) {
    if (nextIn(months, asOf < unit.from ? unit.from : asOf) > until) return undefined;
    return { lateDays: 0, reason: because('no record', { task: task.title, cadence, agreed }) };
  }
  const sooner = task.followsCondition ? soonerBy(days, last, unit.care?.found[task.key]) : undefined;
  const every = sooner?.days ?? days;
  const round = nextIn(months, addDays(last, every));
  // Work that was due before the agreement began is due on its first day.
  const dueOn = round < unit.from ? unit.from : round;
  if (dueOn > until) return undefined;
  const lateDays = Math.max(0, daysBetween(dueOn, asOf));
  const params = { task: task.title, cadence, agreed, last, dueOn, lateDays };
  const side = Math.round(every * EITHER_SIDE);
  return {
    dueOn,
    lateDays,
    window: { earliest: addDays(dueOn, -side), wanted: dueOn, latest: addDays(dueOn, side) },
    reason: sooner ? because('plugs sooner', { ...params, ...sooner }) : because('comes round', params),
  };
}

function onceWhenNew(
  unit: UnitMaintenance,
  { task }: PlannedTask,
  { withinDays }: Extract<Cadence, { by: 'once' }>,
  asOf: PlainDate,
  until: PlainDate,
): Due | undefined {
  const on = unit.installedOn;
  if (!on || on > until || unit.lastDone[task.key] !== undefined || !isNew(on, asOf)) return undefined;
  const within = addDays(on, withinDays);
  const dueOn = within < unit.from ? unit.from : within;
  const lateDays = Math.max(0, daysBetween(dueOn, asOf));
  return {
    dueOn,
    lateDays,
    window: { earliest: on, wanted: on, latest: dueOn },
    reason: because('new machine', { task: task.title, installedOn: on, dueOn, lateDays }),
  };
}

function byWindow(
  unit: UnitMaintenance,
  { task, cadence, agreed }: PlannedTask,
  asOf: PlainDate,
  until: PlainDate,
): Due | undefined {
  const last = unit.lastDone[task.key] ?? null;
  const windows = windowsAround(cadence, asOf);
  const served = last === null ? undefined : windowServed(windowsAround(cadence, last), last);
  const open = windows.findLast(({ from, to }) => from <= until && to >= unit.from);
  if (!open || (served && served.to >= open.to)) return undefined;
  const decided = unit.decided?.find((d) => d.task === task.key && d.windowTo === open.to)?.what;
  if (decided === 'let go') return undefined;
  const { from, to } = open;
  const lateDays = Math.max(0, daysBetween(to, asOf));
  const params = { task: task.title, from, to, last, lateDays, agreed };
  if (lateDays > SEASON_GRACE_DAYS && decided === undefined)
    return { dueOn: to, lateDays, missed: open, reason: because('season missed', params) };
  const wanted = addDays(from, Math.round(daysBetween(from, to) / 2));
  const window = { earliest: from, wanted, latest: to };
  const onlyOn = cadence.by === 'weekday' && lateDays === 0 ? { onlyOn: to } : {};
  return { dueOn: to, lateDays, window, ...onlyOn, reason: because('season', params) };
}

/** Whether a day is one on which a task may be done by what was agreed. */
export const dayAllows = ({ onlyOn }: Pick<DueTask, 'onlyOn'>, day: PlainDate): boolean =>
  onlyOn === undefined || onlyOn === day;

/** What one task presses by, minutes of the crew's day [our choice]. */
const PRESSES = {
  /** It is due, and nothing more. */
  due: 10,
  /** As its last day comes nearer, and from that day on. */
  lastDay: 600,
  /** A season that goes by is not made up: on its last day that is worth a second visit. */
  season: 900,
  /** A day late within two months, and after that: what waits for long goes on to press. */
  dayLate: 6,
  laterDay: 2,
} as const;
const LONG_LATE = 60;

type Pressing = Pick<DueTask, 'lateDays' | 'window' | 'dueOn'> & {
  readonly task?: Pick<MaintenanceTask, 'protects'>;
  readonly reason?: Pick<MaintenanceReason, 'rule'>;
};

/**
 * How much a task presses on a day: hardly while its day is still to come, more and more towards the last day
 * it may be done on, most where its season ends, and on and on once it is late. What can hurt people presses
 * double.
 *
 * @param on the day it would be done
 */
export function presses({ task, window, dueOn, lateDays, reason }: Pressing, on: PlainDate): number {
  const last = window?.latest ?? dueOn;
  // What nobody knows to have been done is due, and no more can be said.
  if (last === undefined) return PRESSES.due;
  const wanted = window?.wanted ?? last;
  const room = daysBetween(wanted, last);
  const gone = on >= last ? 1 : room <= 0 ? 0 : Math.max(0, daysBetween(wanted, on)) / room;
  const late = Math.max(lateDays, daysBetween(last, on), 0);
  const whole = gone === 1 ? PRESSES.lastDay + (reason?.rule === 'season' ? PRESSES.season : 0) : 0;
  const near = gone === 1 ? whole : PRESSES.lastDay * gone ** 2;
  const days = PRESSES.dayLate * Math.min(late, LONG_LATE) + PRESSES.laterDay * Math.max(0, late - LONG_LATE);
  return PRESSES.due + (near + days) * (task?.protects ? 2 : 1);
}

/**
 * What leaving a stop out of the day costs, in minutes of the crew's day: the work itself and two hours, so
 * that nothing that fits is left out to save a drive, and what each task presses by [our choice].
 *
 * @param minutes time on site
 * @param on the day it would be done
 */
export const postponementCost = (due: readonly Pressing[], minutes: number, on: PlainDate): number =>
  minutes + 120 + due.reduce((sum, task) => sum + presses(task, on), 0);

/**
 * The tasks a maintenance visit did on a unit. One that names its tasks did those; one that names none
 * (records brought in from elsewhere often do not) is taken to have done what usually comes round by days and
 * the seasonal work of its day [our choice].
 */
export function tasksDone(machine: MachineThere, on: PlainDate, named: readonly string[]): string[] {
  if (named.length > 0) return [...named];
  return tasksOf(machine)
    .filter(({ usual, onStandby }) => {
      if (onStandby || usual.by === 'once') return false;
      if (usual.by === 'days' || usual.by === 'weekday') return true;
      return windowsAround(usual, on).some(({ from, to }) => on >= from && on <= to);
    })
    .map((task) => task.key);
}
