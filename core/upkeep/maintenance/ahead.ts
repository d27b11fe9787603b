import { addDays, daysBetween, type PlainDate } from '#core/base/time';
import { nextIn } from './cadence.ts';
import { windowsAround, windowServed } from './windows.ts';
import { isNew, type PlannedTask, type UnitMaintenance } from './due.ts';
import { soonerBy } from './care.ts';

/** A task that comes round on a unit on a day ahead. */
interface Ahead {
  readonly planned: PlannedTask;
  /** The day it is wanted; what is late or has no record, on the first day looked at. */
  readonly on: PlainDate;
}

/**
 * Everything that comes round on a unit from one day to another, both included, if each of it is done on the
 * day it is wanted. Seasonal work is wanted in the middle of its window, or at once where that has gone by.
 */
export function comesRound(unit: UnitMaintenance, from: PlainDate, to: PlainDate): Ahead[] {
  if (unit.status !== 'in service' && unit.status !== 'standby') return [];
  const first = unit.from > from ? unit.from : from;
  const last = unit.until !== null && unit.until < to ? unit.until : to;
  return unit.tasks.flatMap((planned) => {
    if ((planned.task.onStandby === true) !== (unit.status === 'standby')) return [];
    return daysOf(unit, planned, first, last).map((on) => ({ planned, on }));
  });
}

function daysOf(unit: UnitMaintenance, planned: PlannedTask, first: PlainDate, last: PlainDate): PlainDate[] {
  const { task, cadence } = planned;
  const done = unit.lastDone[task.key];
  const within = (on: PlainDate) => (on < first ? first : on);
  switch (cadence.by) {
    case 'once': {
      if (done !== undefined || !unit.installedOn || !isNew(unit.installedOn, first)) return [];
      const on = within(addDays(unit.installedOn, cadence.withinDays));
      return on <= last ? [on] : [];
    }
    case 'days': {
      const sooner =
        done && task.followsCondition ? soonerBy(cadence.days, done, unit.care?.found[task.key]) : undefined;
      const days: PlainDate[] = [];
      let on = within(nextIn(cadence.months, done ? addDays(done, sooner?.days ?? cadence.days) : first));
      for (
        on = nextIn(cadence.months, on);
        on <= last;
        on = nextIn(cadence.months, addDays(on, cadence.days))
      )
        days.push(on);
      return days;
    }
    default: {
      const years = Math.ceil(daysBetween(first, last) / 365) + 1;
      const windows = Array.from({ length: years }, (_, k) =>
        windowsAround(cadence, addDays(first, 365 * k)),
      ).flat();
      const own = [...new Map(windows.map((window) => [window.to, window])).values()];
      const served = done === undefined ? undefined : windowServed(windowsAround(cadence, done), done)?.to;
      return own.flatMap(({ from, to }) => {
        if (to < first || (served !== undefined && to <= served)) return [];
        const middle = addDays(from, Math.round(daysBetween(from, to) / 2));
        const on = within(middle);
        return on <= last ? [on] : [];
      });
    }
  }
}
