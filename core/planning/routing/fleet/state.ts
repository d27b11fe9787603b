import { flatTravel } from '../flat.ts';
import { driveWeight, timeCost } from './route.ts';
import {
  costOn,
  fits,
  hoursOn,
  minutesFor,
  USUAL_WEIGHTS,
  type FleetProblem,
  type Shift,
  type Weights,
} from './problem.ts';

/**
 * The arithmetic of the search over typed arrays. Plans are written out by plan.ts and judged by checker.ts,
 * so nothing here vouches for itself.
 */
export interface Fleet {
  readonly problem: FleetProblem;
  readonly weights: Weights;
  /** Whether a shift may do a job on its day at all. */
  allowed(shift: number, job: number): boolean;
  /** The least drive between the places of two jobs at any time of day. */
  apart(a: number, b: number): number;
  /** Shifts of the same number are alike: of empty ones only one is tried. */
  readonly kind: Int32Array;
  build(shift: number, jobs: readonly number[]): Route;
  /** Whether a route that was built is in time and carries no more than it can. */
  holds(route: Route): boolean;
  /**
   * The best place for a job in a route: what it adds, and where.
   *
   * @param least nothing that adds as much is of interest
   * @param blink true where a place is to be overlooked
   */
  bestPlace(route: Route, job: number, least: number, blink: (at: number) => boolean): BestPlace;
  /** The same, remembered on the route where that is settled: a route that stays is asked again and again. */
  bestPlaceKnown(route: Route, job: number, least: number, blink: (at: number) => boolean): BestPlace;
  /** A route is part of a plan that was kept: from now on it remembers what was asked of it. */
  settle(route: Route): void;
}

interface BestPlace {
  readonly adds: number;
  readonly at: number;
}

/** A route with what the next change of it asks for. */
export interface Route {
  readonly shift: number;
  readonly jobs: readonly number[];
  /** When each job is left, and drive and wait up to the arrival at it. */
  readonly leave: readonly number[];
  readonly driven: readonly number[];
  readonly waited: readonly number[];
  /** The latest arrival at each job after which the rest still fits, rest periods apart. */
  readonly latest: readonly number[];
  /** Which job the rest comes before; the number of jobs where it never comes. */
  readonly restAt: number;
  readonly load: number;
  readonly back: number;
  readonly cost: number;
  /** Of it what is the jobs' own, beside time. */
  readonly owned: number;
  known: Known | undefined;
}

/**
 * What putting each job into a route adds, and where; where no place was found the least it would add, and
 * NaN where nobody has asked.
 */
interface Known {
  readonly adds: Float64Array;
  readonly at: Int16Array;
}

const NEVER = { adds: Infinity, at: -1 };

export function fleetOf(problem: FleetProblem): Fleet {
  const { travel, shifts, jobs } = problem;
  const weights = problem.weights ?? USUAL_WEIGHTS;
  const places = travel.places;
  const { drive, least } = flatTravel(travel);
  const steady = travel.samples.length === 1;
  const place = Int32Array.from(jobs, (job) => job.place);
  const loads = Float64Array.from(jobs, (job) => job.load ?? 0);
  const n = jobs.length;

  // Minutes of each job for crews of a size, and hours of each day in which that much can be done, flat:
  // open, close, open, close.
  const works = new Map<number, Float64Array>();
  const hours = new Map<string, (Float64Array | undefined)[]>();
  const sizeOf = (shift: Shift) => shift.people ?? 1;
  for (const shift of shifts) {
    const size = sizeOf(shift);
    const minutes = works.get(size) ?? Float64Array.from(jobs, (job) => minutesFor(job, size));
    works.set(size, minutes);
    const key = `${shift.day} ${size}`;
    if (!hours.has(key))
      hours.set(
        key,
        jobs.map((job, j) => {
          const own = hoursOn(job, shift.day, minutes[j]!);
          return own.length === 0 ? undefined : Float64Array.from(own.flatMap((w) => [w.open, w.close]));
        }),
      );
  }
  const workOf = shifts.map((shift) => works.get(sizeOf(shift))!);
  const hoursOf = shifts.map((shift) => hours.get(`${shift.day} ${sizeOf(shift)}`)!);
  // One byte for each shift and job: the question is asked far more often than any other.
  const may = new Uint8Array(shifts.length * n);
  shifts.forEach((shift, s) =>
    jobs.forEach((job, j) => (may[s * n + j] = hoursOf[s]![j] !== undefined && fits(shift, job) ? 1 : 0)),
  );
  const own = shifts.map((shift) => Float64Array.from(jobs, (job) => costOn(shift, job)));
  const hardEnd = Float64Array.from(shifts, (shift) => shift.end + (shift.overtime ?? 0) + 1e-9);
  const capacity = Float64Array.from(shifts, (shift) => shift.capacity ?? Infinity);
  const plain =
    steady &&
    weights.wait + weights.overtime + weights.intoFree + weights.uneven === 0 &&
    shifts.every((shift) => shift.rest === undefined);

  /** Start of a job reached at `arrive`, Infinity when its hours are over. */
  function start(shift: number, job: number, arrive: number): number {
    const own = hoursOf[shift]![job]!;
    const minutes = workOf[shift]![job]!;
    let best = Infinity;
    for (let w = 0; w < own.length; w += 2) {
      const at = arrive > own[w]! ? arrive : own[w]!;
      if (at + minutes <= own[w + 1]! + 1e-9 && at < best) best = at;
    }
    return best;
  }

  /** The latest arrival at a job after which it can be left by `by`. */
  function latestArrival(shift: number, job: number, by: number): number {
    const own = hoursOf[shift]![job]!;
    const minutes = workOf[shift]![job]!;
    let best = -Infinity;
    for (let w = 0; w < own.length; w += 2) {
      const at = Math.min(own[w + 1]!, by) - minutes;
      if (at >= own[w]! - 1e-9 && at > best) best = at;
    }
    return best;
  }

  /**
   * The latest departure that still arrives by then. Drives change slowly through the day, so that taking the
   * drive of the last guess comes closer each time; a place found by it is run through all the same.
   */
  function latestLeave(from: number, to: number, by: number): number {
    if (steady) return by - least[from * places + to]!;
    let at = by - least[from * places + to]!;
    for (let i = 0; i < GUESSES; i++) {
      const next = by - drive(from, to, at);
      if (next === at) break;
      at = next;
    }
    return at;
  }

  function build(s: number, list: readonly number[]): Route {
    const shift = shifts[s]!;
    const work = workOf[s]!;
    const count = list.length;
    // Short lists are made far faster than short typed arrays, and as fast to read.
    const leave: number[] = [];
    const driven: number[] = [];
    const waited: number[] = [];
    const latest: number[] = [];
    let [at, here, sumDriven, sumWaited, load, owned] = [shift.start, shift.from, 0, 0, 0, 0];
    let restAt = count;
    for (let i = 0; i < count; i++) {
      const job = list[i]!;
      const leg = drive(here, place[job]!, at);
      let arrive = at + leg;
      if (restAt === count && shift.rest && arrive >= shift.rest.from) {
        arrive += shift.rest.minutes;
        restAt = i;
      }
      const begin = start(s, job, arrive);
      sumDriven += leg;
      sumWaited += begin - arrive;
      driven.push(sumDriven);
      waited.push(sumWaited);
      at = begin + work[job]!;
      leave.push(at);
      here = place[job]!;
      load += loads[job]!;
      owned += own[s]![job]!;
    }
    const home = count === 0 ? 0 : drive(here, shift.to, at);
    const back = at + home;
    let by = hardEnd[s]!;
    let next = shift.to;
    for (let i = count - 1; i >= 0; i--) {
      const job = list[i]!;
      by = latestArrival(s, job, latestLeave(place[job]!, next, by));
      latest.push(by);
      next = place[job]!;
    }
    latest.reverse();
    const cost = count === 0 ? 0 : timeCost(shift, sumDriven + home, sumWaited, back, weights) + owned;
    return {
      shift: s,
      jobs: list,
      leave,
      driven,
      waited,
      latest,
      restAt,
      load,
      back,
      cost,
      owned,
      known: undefined,
    };
  }

  /**
   * What a route costs with a job put in, by running it on until it is as it was; Infinity where it does not
   * fit.
   */
  function runOn(
    route: Route,
    job: number,
    at: number,
    arriveAt: number,
    rested: boolean,
    drivenTo: number,
  ): number {
    const s = route.shift;
    const shift = shifts[s]!;
    const work = workOf[s]!;
    const count = route.jobs.length;
    let begin = start(s, job, arriveAt);
    let waited = (at === 0 ? 0 : route.waited[at - 1]!) + begin - arriveAt;
    let driven = drivenTo;
    let time = begin + work[job]!;
    let here = place[job]!;
    let had = rested;
    for (let i = at; i < count; i++) {
      const next = route.jobs[i]!;
      const leg = drive(here, place[next]!, time);
      let arrive = time + leg;
      if (!had && shift.rest && arrive >= shift.rest.from) {
        arrive += shift.rest.minutes;
        had = true;
      }
      begin = start(s, next, arrive);
      if (begin === Infinity) return Infinity;
      driven += leg;
      waited += begin - arrive;
      time = begin + work[next]!;
      here = place[next]!;
      if (time === route.leave[i] && had === route.restAt <= i) {
        // A wait has swallowed the detour: from here on the day runs as before.
        const rest = route.back - route.leave[count - 1]!;
        const whole = route.driven[count - 1]! + rest - route.driven[i]! + driven;
        return timeCost(
          shift,
          whole,
          waited + route.waited[count - 1]! - route.waited[i]!,
          route.back,
          weights,
        );
      }
    }
    const home = drive(here, shift.to, time);
    const back = time + home;
    return back > hardEnd[s]! ? Infinity : timeCost(shift, driven + home, waited, back, weights);
  }

  function bestPlace(route: Route, job: number, most: number, blink: (at: number) => boolean): BestPlace {
    const s = route.shift;
    if (may[s * n + job] === 0 || route.load + loads[job]! > capacity[s]! + 1e-9) return NEVER;
    const shift = shifts[s]!;
    const work = workOf[s]!;
    const count = route.jobs.length;
    const there = place[job]!;
    const extra = own[s]![job]!;
    const road = driveWeight(shift, weights);
    const perWait = (shift.people ?? 1) * weights.wait;
    const hoursHere = hoursOf[s]![job]!;
    const lastStart = hoursHere[hoursHere.length - 1]! - work[job]!;
    // What the route costs now beside the jobs' own: run-ons are compared with it.
    const timeNow = route.cost - route.owned;
    const drivenNow = count === 0 ? 0 : route.driven[count - 1]! + route.back - route.leave[count - 1]!;
    const waitedNow = count === 0 ? 0 : route.waited[count - 1]!;
    const slack = plain ? 0 : road * SLACK;
    let adds = most;
    let best = -1;
    for (let at = 0; at <= count; at++) {
      const from = at === 0 ? shift.from : place[route.jobs[at - 1]!]!;
      const leaves = at === 0 ? shift.start : route.leave[at - 1]!;
      if (leaves > lastStart) break;
      const to = at === count ? shift.to : place[route.jobs[at]!]!;
      const before = least[from * places + there]! + least[there * places + to]!;
      const legNow =
        count === 0
          ? 0
          : at === count
            ? route.back - route.leave[count - 1]!
            : route.driven[at]! - (at === 0 ? 0 : route.driven[at - 1]!);
      const bound = road * (before - legNow) + extra;
      const waited = at === 0 ? 0 : route.waited[at - 1]!;
      if (bound - perWait * (waitedNow - waited) >= adds + slack) continue;
      if (blink(at)) continue;
      const leg = drive(from, there, leaves);
      if (!plain) {
        // No wait later in the day swallows more than it lasts, and a rest still to come no more than itself.
        const detour = leg + least[there * places + to]! - legNow;
        const swallowed = shift.rest && route.restAt >= at ? shift.rest.minutes : 0;
        const later = Math.max(0, work[job]! + detour - (waitedNow - waited));
        const back = route.back + later - swallowed;
        if (timeCost(shift, drivenNow + detour, waited, back, weights) - timeNow + extra >= adds + slack)
          continue;
      }
      let arrive = leaves + leg;
      let rested = shift.rest === undefined || route.restAt < at;
      if (!rested && arrive >= shift.rest!.from) {
        arrive += shift.rest!.minutes;
        rested = true;
      }
      const begin = start(s, job, arrive);
      if (begin === Infinity) continue;
      const ready = begin + work[job]!;
      const onward = ready + drive(there, to, ready);
      if (onward > (at === count ? hardEnd[s]! : route.latest[at]! + 1e-9)) continue;
      const drivenTo = (at === 0 ? 0 : route.driven[at - 1]!) + leg;
      const cost = plain ? bound : runOn(route, job, at, arrive, rested, drivenTo) - timeNow + extra;
      if (cost < adds) {
        adds = cost;
        best = at;
      }
    }
    return best < 0 ? NEVER : { adds, at: best };
  }

  function settle(route: Route): void {
    route.known ??= { adds: new Float64Array(n).fill(NaN), at: new Int16Array(n) };
  }

  function bestPlaceKnown(
    route: Route,
    job: number,
    most: number,
    blink: (at: number) => boolean,
  ): BestPlace {
    const { known } = route;
    if (!known) return bestPlace(route, job, most, blink);
    let adds = known.adds[job]!;
    let at = known.at[job]!;
    // A NaN is less than nothing: what nobody has asked is worked out, and so is a bound that says too
    // little.
    if (!(adds >= most) && !(at >= 0 && adds < most)) {
      const found = bestPlace(route, job, most, () => false);
      at = found.at;
      adds = at < 0 ? most : found.adds;
      known.adds[job] = adds;
      known.at[job] = at;
    }
    if (at < 0 || adds >= most) return NEVER;
    return blink(at) ? bestPlace(route, job, most, (one) => one === at || blink(one)) : { adds, at };
  }

  const kinds = new Map<string, number>();
  const kind = Int32Array.from(shifts, (shift) => {
    const key = JSON.stringify({ ...shift, id: '', skills: [...(shift.skills ?? [])].sort() });
    const locked = jobs.some((job) => job.lockedTo === shift.id || job.standing?.shift === shift.id);
    const known = locked ? undefined : kinds.get(key);
    if (known !== undefined) return known;
    kinds.set(locked ? `${key} ${shift.id}` : key, kinds.size);
    return kinds.size - 1;
  });
  return {
    problem,
    weights,
    allowed: (s, j) => may[s * n + j] === 1,
    apart: (a, b) => (a < n && b < n ? least[place[a]! * places + place[b]!]! : Infinity),
    kind,
    build,
    holds: ({ shift, back, load }) => back <= hardEnd[shift]! && load <= capacity[shift]! + 1e-9,
    bestPlace,
    bestPlaceKnown,
    settle,
  };
}

const GUESSES = 5;

/** A bound by the least drives may be wrong by this much where drives change through the day, minutes. */
const SLACK = 6;
