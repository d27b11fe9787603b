import type { TravelTable } from '../travel.ts';
import { dayCost, notBefore, type Limit } from './limits.ts';

/*
 * Several crews over several days. A shift is one crew's day; a job is all that is to be done at one place in
 * one go. Times are minutes since midnight of the shift's day, days count from the first one planned.
 */

export interface FleetProblem {
  readonly travel: TravelTable;
  /** Drives between the same places on days on which a road is closed or slow. */
  readonly otherRoads?: readonly TravelTable[] | undefined;
  readonly shifts: readonly Shift[];
  readonly jobs: readonly Job[];
  readonly weights?: Weights | undefined;
}

export interface Shift {
  readonly id: string;
  readonly crew: string;
  readonly day: number;
  readonly start: number;
  readonly end: number;
  /** Minutes after its end that may be worked. */
  readonly overtime?: number | undefined;
  /** Minutes of it that are better left for calls that will come. */
  readonly keptFree?: number | undefined;
  /** Where it begins and ends: places of the travel table. */
  readonly from: number;
  readonly to: number;
  /** Which of the other roads its day has; those of `travel` when left out. */
  readonly roads?: number | undefined;
  readonly skills?: readonly string[] | undefined;
  /** How many people it has. */
  readonly people?: number | undefined;
  /** What it can carry, in the unit of the jobs' load. */
  readonly capacity?: number | undefined;
  /** A break, taken at the first stop at which its time has come. */
  readonly rest?: { readonly from: number; readonly minutes: number } | undefined;
}

export interface Job {
  readonly id: string;
  readonly name: string;
  readonly place: number;
  /** Minutes on site for one person, and how many of them more people share. */
  readonly minutes: number;
  readonly shared?: number | undefined;
  /** When the place is open: work starts and ends inside one of them. */
  readonly windows: readonly DayWindow[];
  /** Its hours are those in which its machines may be off, and not only those in which it is open. */
  readonly offOnly?: true | undefined;
  /** Times that were told or promised, or that its priority asks for. */
  readonly limits?: readonly Limit[] | undefined;
  /** What leaving it out costs, minutes. */
  readonly leftOut: number;
  /** The last day on which it is in time, and what each day after it costs, minutes. */
  readonly due?: { readonly day: number; readonly perDayLate: number } | undefined;
  readonly skills?: readonly string[] | undefined;
  readonly people?: number | undefined;
  readonly load?: number | undefined;
  /** The crew that knows it, and what another one costs, minutes. */
  readonly wanted?: { readonly crew: string; readonly otherwise: number } | undefined;
  /** The shift it is planned on already, and what moving it to another one costs, minutes. */
  readonly planned?: { readonly shift: string; readonly otherwise: number } | undefined;
  /** Decided by somebody: this shift and no other. */
  readonly lockedTo?: string | undefined;
}

export interface DayWindow {
  readonly day: number;
  readonly open: number;
  readonly close: number;
}

/** What counts, each for a minute of it: drives, waits and overtime for every person in the crew. */
export interface Weights {
  readonly drive: number;
  /** What a minute on the road costs beside the people, once for each van. */
  readonly van: number;
  readonly wait: number;
  /** Past the end of the shift, and into what is better left free. */
  readonly overtime: number;
  readonly intoFree: number;
  /** Uneven days: a minute on a full day costs this much more than on an empty one. */
  readonly uneven: number;
}

export const USUAL_WEIGHTS: Weights = { drive: 1, van: 0, wait: 0.2, overtime: 3, intoFree: 1, uneven: 0.3 };

export interface FleetPlan {
  readonly routes: readonly FleetRoute[];
  readonly leftOut: readonly { readonly jobId: string; readonly why: string }[];
  readonly driveMinutes: number;
  readonly cost: number;
}

export interface FleetRoute {
  readonly shiftId: string;
  readonly stops: readonly FleetStop[];
  readonly departAt: number;
  readonly backAt: number;
  readonly driveMinutes: number;
}

export interface FleetStop {
  readonly jobId: string;
  readonly driveMinutes: number;
  readonly arriveAt: number;
  readonly startAt: number;
  readonly leaveAt: number;
}

/** Jobs by shift, in the order they are done: what a search works on and a plan is written from. */
export type Orders = readonly (readonly number[])[];

/** The drives of a shift's day. */
export const roadsOf = (
  { travel, otherRoads }: Pick<FleetProblem, 'travel' | 'otherRoads'>,
  { roads }: Pick<Shift, 'roads'>,
): TravelTable => (roads === undefined ? travel : (otherRoads?.[roads] ?? travel));

/** @throws RangeError with the exact reason when the problem makes no sense */
export function checkFleet({ travel, otherRoads = [], shifts, jobs }: FleetProblem): void {
  if (otherRoads.some(({ places }) => places !== travel.places))
    throw new RangeError('all roads lead between the same places');
  const inside = (place: number) => Number.isInteger(place) && place >= 0 && place < travel.places;
  const ids = new Set<string>();
  for (const shift of shifts) {
    if (ids.has(shift.id)) throw new RangeError(`the shift ${shift.id} stands twice in the list`);
    ids.add(shift.id);
    if (!(shift.start >= 0 && shift.end > shift.start))
      throw new RangeError(`the shift of ${shift.crew} ends before it begins`);
    if (shift.roads !== undefined && !otherRoads[shift.roads])
      throw new RangeError(`the shift of ${shift.crew} has roads that are not known`);
    if (!inside(shift.from) || !inside(shift.to))
      throw new RangeError(`the shift of ${shift.crew} begins or ends at no known place`);
  }
  const names = new Set<string>();
  for (const job of jobs) {
    if (names.has(job.id)) throw new RangeError(`${job.name} stands twice in the list`);
    names.add(job.id);
    if (!inside(job.place)) throw new RangeError(`${job.name} lies at no known place`);
    if (!(job.minutes >= 0)) throw new RangeError(`${job.name}: time on site cannot be below zero`);
    if (!((job.shared ?? 0) >= 0 && (job.shared ?? 0) <= job.minutes))
      throw new RangeError(`${job.name}: no more can be shared than there is to do`);
    if (!(job.leftOut >= 0))
      throw new RangeError(`${job.name}: leaving it out cannot cost less than nothing`);
    for (const { from = 0, by } of job.limits ?? [])
      if (!(by >= from)) throw new RangeError(`${job.name}: a told window ends before it begins`);
    for (const { open, close } of job.windows)
      if (!(close >= open)) throw new RangeError(`${job.name}: opening hours end before they begin`);
    if (job.lockedTo !== undefined && !ids.has(job.lockedTo))
      throw new RangeError(`${job.name} is locked to a shift that is not in the plan`);
  }
}

/** Whether a shift may do a job at all, hours apart. */
export const fits = (shift: Shift, job: Job): boolean =>
  (job.lockedTo === undefined || job.lockedTo === shift.id) &&
  (job.people ?? 1) <= (shift.people ?? 1) &&
  (job.skills ?? []).every((skill) => shift.skills?.includes(skill));

/**
 * What a job costs on a shift whenever it begins there: days late, a day that was not told, a crew that does
 * not know it, a plan that is changed.
 */
export const costOn = (shift: Shift, job: Job): number =>
  (job.due ? Math.max(0, shift.day - job.due.day) * job.due.perDayLate : 0) +
  (job.limits ? dayCost(job, shift.day) : 0) +
  (job.wanted && job.wanted.crew !== shift.crew ? job.wanted.otherwise : 0) +
  (job.planned && job.planned.shift !== shift.id ? job.planned.otherwise : 0);

/** What leaving out a job costs, minutes. */
export const leftOutOf = ({ jobs }: FleetProblem, job: number): number => (jobs[job] as Job).leftOut;

/** Minutes a job takes a crew of so many people. */
export const minutesFor = (job: Pick<Job, 'minutes' | 'shared'>, people: number): number => {
  const shared = job.shared ?? 0;
  return job.minutes - shared + shared / people;
};

/**
 * Hours of a day in which so many minutes of a job can be done: while the place is open, and not before a
 * window that somebody was told.
 */
export function hoursOn(job: Pick<Job, 'windows' | 'limits'>, day: number, minutes: number): DayWindow[] {
  const open = job.windows.filter(
    (window) => window.day === day && window.close - window.open >= minutes - 1e-9,
  );
  return job.limits ? notBefore(open, job, minutes) : open;
}
