import { startAt, type Figures } from './figures.ts';
import type { Route } from './build.ts';
import { lateCost } from './limits.ts';
import { driveWeight, timeCost } from './route.ts';

export interface BestPlace {
  readonly adds: number;
  readonly at: number;
}

/** The best place for a job in a route: what it adds, and where. */
export type FindsPlace = (
  route: Route,
  job: number,
  /** Nothing that adds as much is of interest. */
  most: number,
  /** True where a place is to be overlooked. */
  blink: (at: number) => boolean,
) => BestPlace;

export const NEVER = { adds: Infinity, at: -1 };

/** A bound by the least drives may be wrong by this much where drives change through the day, minutes. */
const SLACK = 6;

export function placeFinderOf(figures: Figures): FindsPlace {
  const {
    capacity,
    drives,
    hardEnd,
    hoursOf,
    lateOf,
    least,
    leastTo,
    loads,
    may,
    own,
    place,
    places,
    plain,
    weights,
    workOf,
  } = figures;
  const { shifts } = figures.problem;

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
    const hours = hoursOf[s]!;
    const steps = lateOf[s];
    const drive = drives[s]!;
    const count = route.jobs.length;
    let begin = startAt(hours[job]!, work[job]!, arriveAt);
    let waited = (at === 0 ? 0 : route.waited[at - 1]!) + begin - arriveAt;
    let late = steps ? (at === 0 ? 0 : route.late[at - 1]!) + lateCost(steps[job], begin) : 0;
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
      begin = startAt(hours[next]!, work[next]!, arrive);
      if (begin === Infinity) return Infinity;
      driven += leg;
      waited += begin - arrive;
      if (steps) late += lateCost(steps[next], begin);
      time = begin + work[next]!;
      here = place[next]!;
      if (time === route.leave[i] && had === route.restAt <= i) {
        // A wait has swallowed the detour: from here on the day runs as before.
        const rest = route.back - route.leave[count - 1]!;
        const whole = route.driven[count - 1]! + rest - route.driven[i]! + driven;
        return (
          timeCost(shift, whole, waited + route.waited[count - 1]! - route.waited[i]!, route.back, weights) +
          (steps ? late + route.late[count - 1]! - route.late[i]! : 0)
        );
      }
    }
    const home = drive(here, shift.to, time);
    const back = time + home;
    return back > hardEnd[s]! ? Infinity : timeCost(shift, driven + home, waited, back, weights) + late;
  }

  return (route, job, most, blink) => {
    const s = route.shift;
    if (may[job * shifts.length + s] === 0 || route.load + loads[job]! > capacity[s]! + 1e-9) return NEVER;
    const shift = shifts[s]!;
    const work = workOf[s]!;
    const count = route.jobs.length;
    const drive = drives[s]!;
    const there = place[job]!;
    const extra = own[job * shifts.length + s]!;
    const road = driveWeight(shift, weights);
    const perWait = (shift.people ?? 1) * weights.wait;
    const hoursHere = hoursOf[s]![job]!;
    const lastStart = hoursHere[hoursHere.length - 1]! - work[job]!;
    // What the route costs now beside the jobs' own: run-ons are compared with it. What is late already only
    // gets later, so a bound by time alone holds.
    const lateNow = count === 0 ? 0 : route.late[count - 1]!;
    const timeNow = route.cost - route.owned - lateNow;
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
      const before = leastTo[there * places + from]! + least[there * places + to]!;
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
      const begin = startAt(hoursHere, work[job]!, arrive);
      if (begin === Infinity) continue;
      const ready = begin + work[job]!;
      const onward = ready + drive(there, to, ready);
      if (onward > (at === count ? hardEnd[s]! : route.latest[at]! + 1e-9)) continue;
      const drivenTo = (at === 0 ? 0 : route.driven[at - 1]!) + leg;
      const cost = plain
        ? bound
        : runOn(route, job, at, arrive, rested, drivenTo) - timeNow - lateNow + extra;
      if (cost < adds) {
        adds = cost;
        best = at;
      }
    }
    return best < 0 ? NEVER : { adds, at: best };
  };
}
