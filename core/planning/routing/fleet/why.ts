import { durationText } from '#core/base/time';
import { routeOf } from './route.ts';
import { fits, minutesFor, type FleetProblem, type Job, type Orders, type Shift } from './problem.ts';

/**
 * The constraint that keeps a job out of a plan, in words a dispatcher can act on: the first that nobody can
 * meet.
 */
export function whyLeftOut(problem: FleetProblem, orders: Orders, index: number): string {
  const job = problem.jobs[index] as Job;
  const { shifts } = problem;
  const able = shifts.filter((shift) => fits(shift, job));
  if (able.length === 0) return whoIsMissing(shifts, job);
  const days = new Set(able.map((shift) => shift.day));
  const open = job.windows.filter(({ day }) => days.has(day));
  if (open.length === 0)
    return job.offOnly
      ? 'its units may be off on no day that is planned for who may do it'
      : 'closed on every day that is planned for who may do it';
  const least = Math.min(...able.map((shift) => minutesFor(job, shift.people ?? 1)));
  if (!open.some(({ open: from, close }) => close - from >= least))
    return `needs ${durationText(least)} on site, longer than ${job.offOnly ? 'its units may be off' : 'it is open'}`;
  const alone = able.filter((shift) => routeOf(problem, shift, [index]));
  if (alone.length === 0)
    return `needs ${durationText(least)} on site: too long for a shift with the drive there and back`;
  // Where it would go if the shift might run longer, and by how much.
  let past = Infinity;
  shifts.forEach((shift, s) => {
    if (!alone.includes(shift)) return;
    const order = orders[s] ?? [];
    const longer = { ...shift, end: shift.end + 1440 };
    for (let at = 0; at <= order.length; at++) {
      const route = routeOf(problem, longer, [...order.slice(0, at), index, ...order.slice(at)]);
      if (route) past = Math.min(past, route.backAt - shift.end - (shift.overtime ?? 0));
    }
  });
  if (past === Infinity)
    return `${job.offOnly ? 'the hours in which its units may be off' : 'its opening hours'} fall where the shifts that may do it are taken`;
  if (past <= 1e-9) return 'costs more than it is worth now';
  return `the shifts that may do it are full: the best would run ${durationText(Math.max(1, past))} past its end`;
}

function whoIsMissing(shifts: readonly Shift[], job: Job): string {
  if (job.lockedTo !== undefined) return 'locked to a shift that may not do it';
  const people = job.people ?? 1;
  if (!shifts.some((shift) => (shift.people ?? 1) >= people))
    return `needs ${people} people, no crew has as many`;
  const nobody = (job.skills ?? []).filter((skill) => !shifts.some((shift) => shift.skills?.includes(skill)));
  if (nobody.length > 0) return `nobody who works then is licensed or skilled for: ${nobody.join(', ')}`;
  return `no crew that works then has all of it: ${[...(job.skills ?? []), people > 1 ? `${people} people` : ''].filter(Boolean).join(', ')}`;
}
