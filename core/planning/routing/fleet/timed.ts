import { driveMinutes } from '../travel.ts';
import {
  fits,
  hoursOn,
  minutesFor,
  type FleetProblem,
  type FleetStop,
  type Job,
  type Shift,
  roadsOf,
} from './problem.ts';
import { brokenLimits } from './limits.ts';
import { startIn } from './route.ts';

/** What does not hold at a stop where somebody puts it all the same. */
export const STOP_TROUBLES = [
  'closed then',
  'after what was promised',
  'outside what was told',
  'not enough people',
  'skill missing',
] as const;
export type StopTrouble = (typeof STOP_TROUBLES)[number];

export interface TimedStop extends FleetStop {
  readonly troubles: readonly StopTrouble[];
}

/** A crew's day as it runs in this order, whether or not everything in it holds. */
export interface TimedRoute {
  readonly shiftId: string;
  readonly stops: readonly TimedStop[];
  readonly departAt: number;
  readonly backAt: number;
  readonly driveMinutes: number;
  /** Minutes past the end of the shift, and of them past the most that may be worked. */
  readonly overtime: number;
  readonly tooLong: number;
}

/**
 * Times of a crew's day in an order that a person chose. Where hours or promises cannot be kept the crew
 * begins when it is there, and the stop says what does not hold: a dispatcher may know better. It leaves as
 * late as reaches the first stop in time.
 */
export function timedRoute(problem: FleetProblem, shift: Shift, order: readonly number[]): TimedRoute {
  const { jobs } = problem;
  const travel = roadsOf(problem, shift);
  const departAt = departureOf(problem, shift, order[0]);
  let [at, place] = [departAt, shift.from];
  let rested = shift.rest === undefined;
  const stops = order.map((index): TimedStop => {
    const job = jobs[index] as Job;
    const drive = driveMinutes(travel, place, job.place, at);
    let arriveAt = at + drive;
    if (!rested && arriveAt >= (shift.rest as { from: number }).from) {
      arriveAt += (shift.rest as { minutes: number }).minutes;
      rested = true;
    }
    const begun = beginning(shift, job, arriveAt);
    at = begun.startAt + minutesFor(job, shift.people ?? 1);
    place = job.place;
    return { jobId: job.id, driveMinutes: drive, arriveAt, leaveAt: at, ...begun };
  });
  const home = order.length === 0 ? 0 : driveMinutes(travel, place, shift.to, at);
  const overtime = order.length === 0 ? 0 : Math.max(0, at + home - shift.end);
  return {
    shiftId: shift.id,
    stops,
    departAt,
    backAt: at + home,
    driveMinutes: stops.reduce((sum, stop) => sum + stop.driveMinutes, 0) + home,
    overtime,
    tooLong: Math.max(0, overtime - (shift.overtime ?? 0)),
  };
}

/** When work begins: in the hours there are, else when they are there. */
function beginning(shift: Shift, job: Job, arriveAt: number): Pick<TimedStop, 'startAt' | 'troubles'> {
  const minutes = minutesFor(job, shift.people ?? 1);
  const troubles: StopTrouble[] = [];
  let startAt = startIn(hoursOn(job, shift.day, minutes), arriveAt, minutes);
  if (startAt === Infinity) {
    startAt = arriveAt;
    troubles.push('closed then');
  }
  const broken = new Set(brokenLimits(job, shift.day, startAt).map(({ kind }) => kind));
  if (broken.has('promised')) troubles.push('after what was promised');
  if (broken.has('told')) troubles.push('outside what was told');
  if ((job.people ?? 1) > (shift.people ?? 1)) troubles.push('not enough people');
  else if (!fits({ ...shift, id: job.lockedTo ?? shift.id }, job)) troubles.push('skill missing');
  return { startAt, troubles };
}

/** As late as reaches the first stop when work can begin there, never before the shift starts. */
function departureOf(problem: FleetProblem, shift: Shift, first: number | undefined): number {
  const job = first === undefined ? undefined : problem.jobs[first];
  if (!job) return shift.start;
  const travel = roadsOf(problem, shift);
  const { startAt } = beginning(
    shift,
    job,
    shift.start + driveMinutes(travel, shift.from, job.place, shift.start),
  );
  // Roads fill up in the morning: leaving later may take longer, never arrive sooner.
  let departAt = shift.start;
  for (let step = 120; step >= 1; step /= 2)
    while (departAt + step + driveMinutes(travel, shift.from, job.place, departAt + step) <= startAt + 1e-9)
      departAt += step;
  return departAt;
}
