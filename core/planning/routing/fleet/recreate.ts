import { wholeBetween, type Random } from '#core/base/random';
import type { Draft } from './draft.ts';
import { NEIGHBOURS, type Ground } from './ground.ts';
import { leftOutOf, type FleetProblem } from './problem.ts';
import type { Route } from './build.ts';

/** How often a place is overlooked, so that the same gap is not always filled alike. */
const BLINKS = 0.01;
/** As many of the jobs left out are tried again in each turn. */
const TRIED_AGAIN = 12;
/** Among many jobs so many neighbours of one are looked at, to see which shifts lie near. */
const LOOKS_AT = 40;

/** Some of the jobs that were left out before, to be tried once more. */
export function someLeftOut(draft: Draft, taken: readonly number[], random: Random): number[] {
  if (draft.leftOut.size === taken.length) return [];
  const left = [...draft.leftOut].filter((job) => !taken.includes(job));
  if (left.length <= TRIED_AGAIN) return left;
  for (let i = 0; i < TRIED_AGAIN; i++) {
    const other = wholeBetween(random, i, left.length - 1);
    [left[i], left[other]] = [left[other] as number, left[i] as number];
  }
  return left.slice(0, TRIED_AGAIN);
}

/**
 * Puts jobs back one by one, in an order that changes from turn to turn, each where it adds least.
 *
 * @param spare as much dearer the plan may become, or the turn is for nothing; undefined for the first plan
 */
export function putBack(ground: Ground, draft: Draft, jobs: number[], spare?: number): void {
  const { fleet, near, beginnings, random, many } = ground;
  const { problem } = fleet;
  const first = spare === undefined;
  // All of them are out now, which costs what leaving them out costs.
  let left = first ? Infinity : spare + jobs.reduce((sum, job) => sum + leftOutOf(problem, job), 0);
  sortSomehow(problem, jobs, random, first);
  const blink = first ? () => false : () => random() < BLINKS;
  for (const job of jobs) {
    const leftOut = leftOutOf(problem, job);
    let best = Math.min(leftOut, left);
    let [bestShift, bestAt] = [-1, -1];
    const look = (route: Route) => {
      if (!fleet.allowed(route.shift, job)) return;
      const { adds, at } = fleet.bestPlaceKnown(route, job, best, blink);
      if (at >= 0) [best, bestShift, bestAt] = [adds, route.shift, at];
    };
    // The nearest first: what adds little early spares looking closely at the rest.
    if (many) {
      const looksAt = first ? NEIGHBOURS : LOOKS_AT;
      for (const s of shiftsNear(draft, near[job] as Int32Array, looksAt)) look(draft.routes[s] as Route);
    } else {
      for (const route of draft.routes) if (route.jobs.length > 0) look(route);
    }
    const idle = beginnings(job);
    for (let k = 0; k < idle.shifts.length && (idle.adds[k] as number) < best; k++) {
      const s = idle.shifts[k] as number;
      if ((draft.lengths[s] as number) > 0 || blink()) continue;
      [best, bestShift, bestAt] = [idle.adds[k] as number, s, 0];
    }
    // Only one crew may do it, or only on one day, and that is busy elsewhere: then wherever it can go.
    if (first && many && bestShift < 0)
      for (const route of draft.routes) if (route.jobs.length > 0) look(route);
    left -= bestShift < 0 ? leftOut : best;
    // It will not be kept, whatever the others cost: they stay out, and the turn is undone.
    if (left < 0) return;
    if (bestShift < 0) continue;
    draft.place(bestShift, job, bestAt);
  }
}

/** The shifts that do one of a job's nearest neighbours, the nearest first. */
function shiftsNear({ where }: Draft, near: Int32Array, looksAt: number): number[] {
  const shifts: number[] = [];
  for (let i = 1; i < near.length && i <= looksAt; i++) {
    const s = where[near[i] as number] as number;
    if (s >= 0 && !shifts.includes(s)) shifts.push(s);
  }
  return shifts;
}

function sortSomehow(
  { jobs, travel, shifts }: FleetProblem,
  list: number[],
  random: Random,
  first: boolean,
): void {
  const of = (job: number) => jobs[job] as FleetProblem['jobs'][number];
  const yard = shifts[0]?.from ?? 0;
  const far = (job: number) => travel.minutes[0]?.[yard * travel.places + of(job).place] ?? 0;
  const hours = (job: number) => of(job).windows.reduce((sum, w) => sum + w.close - w.open, 0);
  const opens = (job: number) => Math.min(...of(job).windows.map((w) => w.day * 1440 + w.open));
  const closes = (job: number) => Math.max(...of(job).windows.map((w) => w.day * 1440 + w.close));
  const key = first ? 6 : wholeBetween(random, 0, 15);
  const by: ((job: number) => number) | undefined =
    key < 4
      ? undefined
      : key < 6
        ? (job) => -(of(job).load ?? of(job).minutes)
        : key < 8
          ? (job) => -of(job).leftOut
          : key < 9
            ? far
            : key < 11
              ? (job) => -far(job)
              : key < 13
                ? hours
                : key < 14
                  ? opens
                  : key < 15
                    ? (job) => -closes(job)
                    : (job) => -of(job).minutes;
  const keys = new Map(list.map((job) => [job, by ? by(job) : random()]));
  list.sort((a, b) => (keys.get(a) as number) - (keys.get(b) as number));
}
