import { latestArrival, startAt, type Figures } from './figures.ts';
import { lateCost } from './limits.ts';
import { timeCost } from './route.ts';

/** A route with what the next change of it asks for. */
export interface Route {
  readonly shift: number;
  readonly jobs: readonly number[];
  /** When each job is left, and drive and wait up to the arrival at it. */
  readonly leave: readonly number[];
  readonly driven: readonly number[];
  readonly waited: readonly number[];
  /** What beginning late costs, up to and with each job. */
  readonly late: readonly number[];
  /** The latest arrival at each job after which the rest still fits, rest periods apart. */
  readonly latest: readonly number[];
  /** Which job the rest comes before; the number of jobs where it never comes. */
  readonly restAt: number;
  readonly load: number;
  readonly back: number;
  readonly cost: number;
  /** Of it what is the jobs' own, beside time. */
  readonly owned: number;
  /** Its number among all routes that were ever part of a plan that was kept, 0 before that. */
  settledAs: number;
}

const GUESSES = 5;

/** What makes routes: when each job is reached and left, and how late it may be. */
export function builderOf(figures: Figures): (shift: number, jobs: readonly number[]) => Route {
  const { drives, hardEnd, hoursOf, lateOf, least, loads, own, place, places, steady, weights, workOf } =
    figures;
  const { shifts } = figures.problem;

  /**
   * The latest departure that still arrives by then. Drives change slowly through the day, so that taking the
   * drive of the last guess comes closer each time; a place found by it is run through all the same.
   */
  function latestLeave(drive: Figures['drives'][number], from: number, to: number, by: number): number {
    if (steady) return by - least[from * places + to]!;
    let at = by - least[from * places + to]!;
    for (let i = 0; i < GUESSES; i++) {
      const next = by - drive(from, to, at);
      if (next === at) break;
      at = next;
    }
    return at;
  }

  return (s, list) => {
    const shift = shifts[s]!;
    const work = workOf[s]!;
    const hours = hoursOf[s]!;
    const steps = lateOf[s];
    const drive = drives[s]!;
    const count = list.length;
    // Short lists are made far faster than short typed arrays, and as fast to read.
    const leave: number[] = [];
    const driven: number[] = [];
    const waited: number[] = [];
    const late: number[] = [];
    const latest: number[] = [];
    let [at, here, sumDriven, sumWaited, load, owned] = [shift.start, shift.from, 0, 0, 0, 0];
    let sumLate = 0;
    let restAt = count;
    for (let i = 0; i < count; i++) {
      const job = list[i]!;
      const leg = drive(here, place[job]!, at);
      let arrive = at + leg;
      if (restAt === count && shift.rest && arrive >= shift.rest.from) {
        arrive += shift.rest.minutes;
        restAt = i;
      }
      const begin = startAt(hours[job]!, work[job]!, arrive);
      sumDriven += leg;
      sumWaited += begin - arrive;
      driven.push(sumDriven);
      waited.push(sumWaited);
      if (steps) sumLate += lateCost(steps[job], begin);
      late.push(sumLate);
      at = begin + work[job]!;
      leave.push(at);
      here = place[job]!;
      load += loads[job]!;
      owned += own[job * shifts.length + s]!;
    }
    const home = count === 0 ? 0 : drive(here, shift.to, at);
    const back = at + home;
    let by = hardEnd[s]!;
    let next = shift.to;
    for (let i = count - 1; i >= 0; i--) {
      const job = list[i]!;
      by = latestArrival(hours[job]!, work[job]!, latestLeave(drive, place[job]!, next, by));
      latest.push(by);
      next = place[job]!;
    }
    latest.reverse();
    const cost =
      count === 0 ? 0 : timeCost(shift, sumDriven + home, sumWaited, back, weights) + sumLate + owned;
    return {
      shift: s,
      jobs: list,
      leave,
      driven,
      waited,
      late,
      latest,
      restAt,
      load,
      back,
      cost,
      owned,
      settledAs: 0,
    };
  };
}
