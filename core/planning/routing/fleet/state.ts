import { NEVER, placeFinderOf, type FindsPlace } from './bestPlace.ts';
import { builderOf, type Route } from './build.ts';
import { figuresOf } from './figures.ts';
import type { FleetProblem } from './problem.ts';

/**
 * The arithmetic of the search over typed arrays. Plans are written out by plan.ts and judged by checker.ts,
 * so nothing here vouches for itself.
 */
export interface Fleet {
  readonly problem: FleetProblem;
  /** Whether a shift may do a job on its day at all. */
  allowed(shift: number, job: number): boolean;
  /** The least drive between the places of two jobs at any time of day. */
  apart(a: number, b: number): number;
  /** Shifts of the same number are alike: nothing is won where two of them change their work. */
  readonly kind: Int32Array;
  readonly build: (shift: number, jobs: readonly number[]) => Route;
  /** Whether a route that was built is in time and carries no more than it can. */
  holds(route: Route): boolean;
  readonly bestPlace: FindsPlace;
  /** The same, remembered for a route that is settled: a route that stays is asked again and again. */
  readonly bestPlaceKnown: FindsPlace;
  /** A route is part of a plan that was kept: from now on it remembers what was asked of it. */
  settle(route: Route): void;
}

/** A route has fewer places for a job than this. */
const PLACES = 4096;

export function fleetOf(problem: FleetProblem): Fleet {
  const figures = figuresOf(problem);
  const { capacity, hardEnd, least, may, place, places } = figures;
  const n = problem.jobs.length;
  const bestPlace = placeFinderOf(figures);

  // What putting each job into each shift's route adds (where no place was found the least it would add), and
  // for which route and where, as one number. All shifts of a job lie together, since a job is tried in one
  // after the other.
  const remembered = new Float64Array(2 * n * problem.shifts.length);
  let settled = 0;

  function settle(route: Route): void {
    route.settledAs ||= ++settled;
  }

  const bestPlaceKnown: FindsPlace = (route, job, most, blink) => {
    const { settledAs } = route;
    if (settledAs === 0) return bestPlace(route, job, most, blink);
    const cell = 2 * (job * problem.shifts.length + route.shift);
    let adds = remembered[cell]!;
    let at = remembered[cell + 1]! - settledAs * PLACES - 1;
    const isKnown = at >= -1 && at < PLACES - 1;
    // What nobody has asked is worked out, and so is a bound that says too little.
    if (!isKnown || (adds < most && at < 0)) {
      const found = bestPlace(route, job, most, () => false);
      at = found.at;
      adds = at < 0 ? most : found.adds;
      remembered[cell] = adds;
      remembered[cell + 1] = settledAs * PLACES + at + 1;
    }
    if (at < 0 || adds >= most) return NEVER;
    return blink(at) ? bestPlace(route, job, most, (one) => one === at || blink(one)) : { adds, at };
  };

  return {
    problem,
    allowed: (s, j) => may[j * problem.shifts.length + s] === 1,
    apart: (a, b) => (a < n && b < n ? least[place[a]! * places + place[b]!]! : Infinity),
    kind: kindsOf(problem),
    build: builderOf(figures),
    holds: ({ shift, back, load }) => back <= hardEnd[shift]! && load <= capacity[shift]! + 1e-9,
    bestPlace,
    bestPlaceKnown,
    settle,
  };
}

/** Shifts that differ in nothing but their names have one number. */
function kindsOf({ shifts, jobs }: FleetProblem): Int32Array {
  const kinds = new Map<string, number>();
  return Int32Array.from(shifts, (shift) => {
    const key = JSON.stringify({ ...shift, id: '', skills: [...(shift.skills ?? [])].sort() });
    const locked = jobs.some((job) => job.lockedTo === shift.id || job.planned?.shift === shift.id);
    const known = locked ? undefined : kinds.get(key);
    if (known !== undefined) return known;
    kinds.set(locked ? `${key} ${shift.id}` : key, kinds.size);
    return kinds.size - 1;
  });
}
