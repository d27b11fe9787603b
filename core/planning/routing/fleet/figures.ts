import { flatTravel } from '../flat.ts';
import { lateSteps } from './limits.ts';
import {
  costOn,
  fits,
  hoursOn,
  minutesFor,
  USUAL_WEIGHTS,
  type FleetProblem,
  type Job,
  type Shift,
  type Weights,
} from './problem.ts';

/** A problem as typed arrays, by number of shift and job, for what is asked millions of times. */
export interface Figures {
  readonly problem: FleetProblem;
  readonly weights: Weights;
  readonly places: number;
  /** By shift: drive minutes between places by when one leaves. */
  readonly drives: readonly ((from: number, to: number, depart: number) => number)[];
  /**
   * The least drive of any day from the place of a row, and to it: who asks about one place stays in its rows.
   */
  readonly least: Float32Array;
  readonly leastTo: Float32Array;
  /** The same drives all day; and with it nothing counts but driving. */
  readonly steady: boolean;
  readonly plain: boolean;
  readonly place: Int32Array;
  readonly loads: Float64Array;
  /** By shift and then job: minutes of work and hours (open, close, open, close). */
  readonly workOf: readonly Float64Array[];
  readonly hoursOf: readonly (readonly (Float64Array | undefined)[])[];
  /** What beginning late costs, by shift and then job; undefined for a day on which nothing is told. */
  readonly lateOf: readonly (readonly (Float64Array | undefined)[] | undefined)[];
  /**
   * Whether a shift may do a job on its day at all, and what the job costs there beside time. All shifts of a
   * job lie together, since a job is tried in one after the other.
   */
  readonly may: Uint8Array;
  readonly own: Float64Array;
  readonly hardEnd: Float64Array;
  readonly capacity: Float64Array;
}

export function figuresOf(problem: FleetProblem): Figures {
  const { travel, otherRoads = [], shifts, jobs } = problem;
  const weights = problem.weights ?? USUAL_WEIGHTS;
  const steady = [travel, ...otherRoads].every(({ samples }) => samples.length === 1);
  const { workOf, hoursOf } = timesOf(shifts, jobs);
  const lateOf = lateOfDays(shifts, jobs);
  const count = shifts.length;
  const may = new Uint8Array(count * jobs.length);
  const own = new Float64Array(count * jobs.length);
  jobs.forEach((job, j) =>
    shifts.forEach((shift, s) => {
      may[j * count + s] = hoursOf[s]![j] !== undefined && fits(shift, job) ? 1 : 0;
      own[j * count + s] = costOn(shift, job);
    }),
  );
  const usual = flatTravel(travel);
  const others = otherRoads.map(flatTravel);
  const least = usual.least.map((minutes, cell) => Math.min(minutes, ...others.map((o) => o.least[cell]!)));
  const leastTo = least.map(
    (_, i) => least[(i % travel.places) * travel.places + Math.floor(i / travel.places)]!,
  );
  return {
    drives: shifts.map(({ roads }) => (roads === undefined ? usual : others[roads]!).drive),
    least,
    leastTo,
    problem,
    weights,
    places: travel.places,
    steady,
    plain:
      steady &&
      weights.wait + weights.overtime + weights.intoFree + weights.uneven === 0 &&
      lateOf.every((late) => late === undefined) &&
      shifts.every((shift) => shift.rest === undefined),
    place: Int32Array.from(jobs, (job) => job.place),
    loads: Float64Array.from(jobs, (job) => job.load ?? 0),
    workOf,
    hoursOf,
    lateOf,
    may,
    own,
    hardEnd: Float64Array.from(shifts, (shift) => shift.end + (shift.overtime ?? 0) + 1e-9),
    capacity: Float64Array.from(shifts, (shift) => shift.capacity ?? Infinity),
  };
}

/** Minutes of each job for crews of a size, and hours of each day in which that much can be done. */
function timesOf(shifts: readonly Shift[], jobs: readonly Job[]): Pick<Figures, 'workOf' | 'hoursOf'> {
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
  return {
    workOf: shifts.map((shift) => works.get(sizeOf(shift))!),
    hoursOf: shifts.map((shift) => hours.get(`${shift.day} ${sizeOf(shift)}`)!),
  };
}

/** What beginning late costs on each shift's day; shifts of one day share it. */
function lateOfDays(shifts: readonly Shift[], jobs: readonly Job[]): Figures['lateOf'] {
  const days = new Map<number, (Float64Array | undefined)[] | undefined>();
  for (const { day } of shifts) {
    if (days.has(day)) continue;
    const steps = jobs.map((job) => (job.limits ? lateSteps(job, day) : undefined));
    days.set(day, steps.some((one) => one !== undefined) ? steps : undefined);
  }
  return shifts.map(({ day }) => days.get(day));
}

/** Start of a job reached at `arrive`, Infinity when its hours are over. */
export function startAt(own: Float64Array, minutes: number, arrive: number): number {
  let best = Infinity;
  for (let w = 0; w < own.length; w += 2) {
    const at = arrive > own[w]! ? arrive : own[w]!;
    if (at + minutes <= own[w + 1]! + 1e-9 && at < best) best = at;
  }
  return best;
}

/** The latest arrival at a job after which it can be left by `by`. */
export function latestArrival(own: Float64Array, minutes: number, by: number): number {
  let best = -Infinity;
  for (let w = 0; w < own.length; w += 2) {
    const at = Math.min(own[w + 1]!, by) - minutes;
    if (at >= own[w]! - 1e-9 && at > best) best = at;
  }
  return best;
}
