import { driveMinutes } from '../travel.ts';
import { lateCost, lateSteps } from './limits.ts';
import {
  hoursOn,
  minutesFor,
  USUAL_WEIGHTS,
  type DayWindow,
  type FleetProblem,
  type FleetRoute,
  type FleetStop,
  type Job,
  type Shift,
  type Weights,
  roadsOf,
} from './problem.ts';

/** Earliest start of so many minutes of work when arriving at `arrive`, Infinity when the hours are over. */
export function startIn(hours: readonly DayWindow[], arrive: number, minutes: number): number {
  let best = Infinity;
  for (const { open, close } of hours) {
    const start = Math.max(open, arrive);
    if (start + minutes <= close + 1e-9 && start < best) best = start;
  }
  return best;
}

/**
 * A shift that does these jobs in this order, leaving at its start and never idling but for opening hours.
 *
 * @returns undefined when it does not fit: hours, the longest it may work, or what it can carry
 */
export function routeOf(
  problem: FleetProblem,
  shift: Shift,
  order: readonly number[],
): FleetRoute | undefined {
  const { jobs } = problem;
  const travel = roadsOf(problem, shift);
  let at = shift.start;
  let place = shift.from;
  let load = 0;
  let rested = shift.rest === undefined;
  const stops: FleetStop[] = [];
  for (const index of order) {
    const job = jobs[index] as Job;
    const drive = driveMinutes(travel, place, job.place, at);
    let arriveAt = at + drive;
    load += job.load ?? 0;
    if (!rested && arriveAt >= (shift.rest as { from: number }).from) {
      arriveAt += (shift.rest as { minutes: number }).minutes;
      rested = true;
    }
    const minutes = minutesFor(job, shift.people ?? 1);
    const startAt = startIn(hoursOn(job, shift.day, minutes), arriveAt, minutes);
    if (startAt === Infinity || load > (shift.capacity ?? Infinity)) return undefined;
    at = startAt + minutes;
    place = job.place;
    stops.push({ jobId: job.id, driveMinutes: drive, arriveAt, startAt, leaveAt: at });
  }
  const home = order.length === 0 ? 0 : driveMinutes(travel, place, shift.to, at);
  const backAt = at + home;
  if (backAt > shift.end + (shift.overtime ?? 0) + 1e-9) return undefined;
  return {
    shiftId: shift.id,
    stops,
    departAt: shift.start,
    backAt,
    driveMinutes: stops.reduce((sum, stop) => sum + stop.driveMinutes, 0) + home,
  };
}

/** What a route costs by the weights, with what begins late in it; what jobs cost whenever they begin apart. */
export function routeCost(
  { jobs, weights = USUAL_WEIGHTS }: Pick<FleetProblem, 'jobs' | 'weights'>,
  shift: Shift,
  route: Pick<FleetRoute, 'stops' | 'driveMinutes' | 'backAt'>,
  order: readonly number[],
): number {
  if (route.stops.length === 0) return 0;
  const waited = route.stops.reduce((sum, stop) => sum + stop.startAt - stop.arriveAt, 0);
  const late = route.stops.reduce(
    (sum, { startAt }, i) => sum + lateCost(lateSteps(jobs[order[i] as number] as Job, shift.day), startAt),
    0,
  );
  return timeCost(shift, route.driveMinutes, waited, route.backAt, weights) + late;
}

/** What a minute on the road costs a shift: everybody in the van, and the van. */
export const driveWeight = ({ people = 1 }: Pick<Shift, 'people'>, { drive, van }: Weights): number =>
  people * drive + van;

/** The same from its sums: minutes driven and waited, and when it is back. */
export function timeCost(shift: Shift, driven: number, waited: number, backAt: number, w: Weights): number {
  const over = Math.max(0, backAt - shift.end);
  const intoFree = Math.max(0, Math.min(backAt, shift.end) - (shift.end - (shift.keptFree ?? 0)));
  const length = backAt - shift.start;
  // Everybody in the crew sits in the van, waits and works over.
  const people = shift.people ?? 1;
  return (
    driveWeight(shift, w) * driven +
    people * (w.wait * waited + w.overtime * over) +
    w.intoFree * intoFree +
    (w.uneven * length * length) / (2 * (shift.end - shift.start))
  );
}
