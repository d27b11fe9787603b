import { fits, costOn, type FleetProblem, type Job, type Orders, type Shift } from './problem.ts';
import { routeCost } from './route.ts';
import { timedRoute, type TimedRoute } from './timed.ts';
import { isUrgent } from './wanted.ts';

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
  /** Stops that begin sooner than before, by as much: somebody has to be told of that as well. */
  readonly earlier: number;
  readonly earliestBy: number;
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
    earlier: delays.filter((delay) => delay <= -NOTICED).length,
    earliestBy: Math.max(0, ...delays.map((delay) => -delay)),
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

/** A place that is closed, or a skill that is missing, is worth more than any detour, minutes [our choice]. */
const TROUBLE_COST = 600;
/** What is told and promised has its price by how much later it is. */
const PRICED: ReadonlySet<string> = new Set(['after what was promised', 'outside what was told']);
const unpriced = ({ troubles }: Consequence): number =>
  troubles.filter(({ trouble }) => !PRICED.has(trouble)).length;

/** So much sooner a place is worth showing beside one that breaks nothing, minutes [our choice]. */
const SOONER = 15;

/**
 * The best places for a job in plans as they stand: the cheapest first, at most one on each crew's day. Where
 * somebody is to come today the soonest first, beside which a crew's day may be offered again where breaking
 * something there brings somebody sooner. Places at which something does not hold say what.
 *
 * @param most how many
 */
export function bestPlaces(problem: FleetProblem, orders: Orders, job: number, most: number): Place[] {
  const own = problem.jobs[job] as Job;
  const urgent = isUrgent(own);
  const places = problem.shifts.flatMap((shift, s): Place[] => {
    if (!fits(shift, own)) return [];
    const all = placesOn(
      problem,
      shift,
      (orders[s] ?? []).filter((one) => one !== job),
      job,
    ).map((place): Place => ({ ...place, shift: s }));
    if (!urgent) return all.sort((a, b) => a.cost - b.cost).slice(0, 1);
    const soonest = all.sort((a, b) => begins(a) - begins(b) || a.cost - b.cost);
    const [first] = soonest;
    const whole = soonest.find((place) => breaksNothing(place));
    if (!first || !whole || first === whole) return first ? [first] : [];
    return begins(whole) - begins(first) >= SOONER ? [first, whole] : [whole];
  });
  const start = (place: Place) => (problem.shifts[place.shift] as Shift).day * 1440 + begins(place);
  return places
    .sort((a, b) => (urgent ? closedLast(a) - closedLast(b) || start(a) - start(b) : 0) || a.cost - b.cost)
    .slice(0, most);
}

/**
 * The place for a job right after another one of its site, on the way of a crew that goes there anyway;
 * undefined where the crew may not do it.
 */
export function placeAfter(
  problem: FleetProblem,
  orders: Orders,
  job: number,
  other: number,
): Place | undefined {
  const s = orders.findIndex((order) => order.includes(other));
  const shift = problem.shifts[s];
  if (!shift || !fits(shift, problem.jobs[job] as Job)) return undefined;
  const order = (orders[s] ?? []).filter((one) => one !== job);
  const place = placesOn(problem, shift, order, job)[order.indexOf(other) + 1];
  return place && { ...place, shift: s };
}

const begins = ({ after, at }: Pick<Place, 'after' | 'at'>): number => after.stops[at]?.startAt ?? Infinity;
const breaksNothing = ({ consequence }: Place): boolean =>
  consequence.troubles.length === 0 && consequence.tooLong === 0;
/** Where nobody can get in, or may do it, it is no sooner for that. */
const closedLast = ({ consequence }: Place): number => Math.min(1, unpriced(consequence));

/** Every place for a job in one crew's day. */
function placesOn(
  problem: FleetProblem,
  shift: Shift,
  order: readonly number[],
  job: number,
): Omit<Place, 'shift'>[] {
  const before = timedRoute(problem, shift, order);
  const costBefore = routeCost(problem, shift, before, order);
  const own = costOn(shift, problem.jobs[job] as Job);
  return Array.from({ length: order.length + 1 }, (_, at) => {
    const changed = [...order.slice(0, at), job, ...order.slice(at)];
    const after = timedRoute(problem, shift, changed);
    const consequence = consequenceOf(before, after);
    const hard = unpriced(consequence) + (consequence.tooLong > 0 ? 1 : 0);
    const cost = routeCost(problem, shift, after, changed) - costBefore + own + TROUBLE_COST * hard;
    return { at, cost, after, consequence };
  });
}
