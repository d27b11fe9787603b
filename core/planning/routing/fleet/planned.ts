import {
  fits,
  hoursOn,
  minutesFor,
  type FleetProblem,
  type Job,
  type Orders,
  type Shift,
} from './problem.ts';
import { routeOf } from './route.ts';
import { timedRoute, type TimedStop } from './timed.ts';

/** What leaving out a stop costs that somebody decided: more than anything else, minutes. */
export const DECIDED = 1_000_000;

/**
 * The problem a search works on where days are planned already that do not hold: a person decided them, and
 * may know better. A stop that stays there and breaks its hours or its promise may begin as late as it does
 * now, and a day that is too long may last as long as it does now, but neither gets worse. Without that such
 * stops would fall out of the search, and it would fill their time with others.
 *
 * @param planned the orders as they are planned; days that hold are left as they are
 */
export function noWorseThan(problem: FleetProblem, planned: Orders): FleetProblem {
  const jobs = [...problem.jobs];
  const shifts = problem.shifts.map((shift, s): Shift => {
    const order = planned[s] ?? [];
    const { stops, overtime, tooLong } = timedRoute(problem, shift, order);
    if (tooLong === 0 && stops.every(({ troubles }) => troubles.length === 0)) return shift;
    order.forEach((index, i) => {
      if (stays(problem, index)) jobs[index] = noLaterThan(stops[i] as TimedStop, shift, jobs[index] as Job);
    });
    return { ...shift, overtime: Math.max(overtime, shift.overtime ?? 0) };
  });
  return { ...problem, shifts, jobs };
}

/** Decided, or such that it holds nowhere, so that nothing is won by moving it. */
function stays(problem: FleetProblem, index: number): boolean {
  const job = problem.jobs[index] as Job;
  return (
    job.lockedTo !== undefined ||
    !problem.shifts.some((shift) => fits(shift, job) && routeOf(problem, shift, [index]))
  );
}

function noLaterThan({ startAt, leaveAt, troubles }: TimedStop, shift: Shift, job: Job): Job {
  const decided = { ...job, lockedTo: shift.id, leftOut: Math.max(DECIDED, job.leftOut) };
  if (troubles.length === 0) return decided;
  // In its hours it may begin sooner, and no later than it does now.
  const minutes = minutesFor(job, shift.people ?? 1);
  const kept = hoursOn(job, shift.day, minutes).flatMap((window) => {
    const close = Math.min(window.close, leaveAt);
    return close - window.open >= minutes ? [{ ...window, close }] : [];
  });
  return {
    ...decided,
    windows: [...kept, { day: shift.day, open: startAt, close: leaveAt }],
    skills: undefined,
    people: undefined,
  };
}

/**
 * A plan never takes off a job that was on the plan: where it found no place for one, it stays where it
 * stood.
 */
export const keepPlanned = (before: Orders, after: Orders): number[][] => {
  const on = new Set(after.flat());
  return after.map((order, s) => {
    const kept = [...order];
    (before[s] ?? []).forEach((job, at) => {
      if (!on.has(job)) kept.splice(Math.min(at, kept.length), 0, job);
    });
    return kept;
  });
};
