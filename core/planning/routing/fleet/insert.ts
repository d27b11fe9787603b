import {
  fits,
  USUAL_WEIGHTS,
  costOn,
  type FleetProblem,
  type Job,
  type Orders,
  type Shift,
} from './problem.ts';
import { timeCost } from './route.ts';
import { timedRoute, type TimedRoute } from './timed.ts';

/**
 * What a change of one crew's day does to it: more or less of everything, and what does not hold any more.
 */
export interface Consequence {
  readonly driveMinutes: number;
  readonly overtime: number;
  readonly backAt: number;
  /** Stops that begin later than before, by ten minutes or more, and by how much the worst. */
  readonly later: number;
  readonly latestBy: number;
  /** What did not stand against it before. */
  readonly troubles: readonly {
    readonly jobId: string;
    readonly trouble: TimedRoute['stops'][number]['troubles'][number];
  }[];
  readonly tooLong: number;
}

/** Nobody notices less, minutes [our choice]. */
const NOTICED = 10;

/** What happens to a crew's day when its order is changed. */
export function consequenceOf(before: TimedRoute, after: TimedRoute): Consequence {
  const was = new Map(before.stops.map((stop) => [stop.jobId, stop]));
  const delays = after.stops.map((stop) => stop.startAt - (was.get(stop.jobId)?.startAt ?? stop.startAt));
  return {
    driveMinutes: after.driveMinutes - before.driveMinutes,
    overtime: after.overtime - before.overtime,
    backAt: after.backAt,
    later: delays.filter((delay) => delay >= NOTICED).length,
    latestBy: Math.max(0, ...delays),
    troubles: after.stops.flatMap((stop) =>
      stop.troubles
        .filter((trouble) => !was.get(stop.jobId)?.troubles.includes(trouble))
        .map((trouble) => ({ jobId: stop.jobId, trouble })),
    ),
    tooLong: Math.max(0, after.tooLong - before.tooLong),
  };
}

export interface Place {
  readonly shift: number;
  /** It comes before the stop that stands there now. */
  readonly at: number;
  readonly cost: number;
  readonly after: TimedRoute;
  readonly consequence: Consequence;
}

/** A promise that breaks, or a place that is closed, is worth more than any detour, minutes [our choice]. */
const TROUBLE_COST = 600;

/**
 * The best places for a job in plans as they stand, at most one on each crew's day, the cheapest first.
 * Places at which something does not hold come after all others and say what.
 *
 * @param most how many
 */
export function bestPlaces(problem: FleetProblem, orders: Orders, job: number, most: number): Place[] {
  const weights = problem.weights ?? USUAL_WEIGHTS;
  const own = problem.jobs[job] as Job;
  const costOf = (shift: Shift, route: TimedRoute): number =>
    route.stops.length === 0
      ? 0
      : timeCost(
          shift,
          route.driveMinutes,
          route.stops.reduce((sum, stop) => sum + stop.startAt - stop.arriveAt, 0),
          route.backAt,
          weights,
        );
  const places = problem.shifts.flatMap((shift, s): Place[] => {
    if (!fits(shift, own)) return [];
    const order = (orders[s] ?? []).filter((one) => one !== job);
    const before = timedRoute(problem, shift, order);
    const costBefore = costOf(shift, before);
    let best: Place | undefined;
    for (let at = 0; at <= order.length; at++) {
      const after = timedRoute(problem, shift, [...order.slice(0, at), job, ...order.slice(at)]);
      const consequence = consequenceOf(before, after);
      const cost =
        costOf(shift, after) -
        costBefore +
        costOn(shift, own) +
        TROUBLE_COST * (consequence.troubles.length + (consequence.tooLong > 0 ? 1 : 0));
      if (!best || cost < best.cost) best = { shift: s, at, cost, after, consequence };
    }
    return best ? [best] : [];
  });
  return places.sort((a, b) => a.cost - b.cost).slice(0, most);
}
