import { wholeBetween, type Random } from '#core/base/random';
import type { Draft } from './draft.ts';
import type { Ground } from './ground.ts';
import type { Route } from './build.ts';
import type { Fleet } from './state.ts';

/** How many jobs are taken out at a time on average, and how long a stretch of one route at most. */
const TAKEN = { mean: 7, longest: 10 } as const;
/** How often a stretch keeps some jobs in its middle, and how often it keeps one more. */
const KEEPS = { split: 0.5, more: 0.5 } as const;
/** With fewer routes than this jobs are taken out one by one as often as in stretches. */
const FEW = 4;
const SCATTERED = 0.5;
/** Among how many others one is chosen with which a shift changes its whole work. */
const SWAPS_TRIED = 40;

/** Takes stretches out of routes that lie together. @returns the jobs taken out */
export function takeOut(ground: Ground, draft: Draft): number[] {
  const { near, random } = ground;
  if (draft.used === 0) return [];
  if (draft.used < FEW && random() < SCATTERED) return takeNeighbours(ground, draft);
  const longest = Math.min(TAKEN.longest, draft.meanLength);
  const strings = Math.floor(1 + random() * Math.max(1, (4 * TAKEN.mean) / (1 + longest) - 1));
  const touched = new Set<number>();
  const taken: number[] = [];
  for (const job of near[wholeBetween(random, 0, near.length - 1)] as Int32Array) {
    if (touched.size >= strings) break;
    const s = draft.where[job] as number;
    if (s === -1 || touched.has(s)) continue;
    touched.add(s);
    const { jobs } = draft.routes[s] as Route;
    const length = Math.floor(1 + random() * Math.min(jobs.length, longest));
    const out = stretch(jobs, jobs.indexOf(job), Math.min(jobs.length, length), random);
    draft.remove(s, out);
    taken.push(...out);
  }
  return taken;
}

/**
 * Takes out some jobs that lie near each other, wherever in their routes: with few routes stretches are too
 * alike.
 */
function takeNeighbours({ near, random }: Ground, draft: Draft): number[] {
  const most = wholeBetween(random, 1, TAKEN.longest);
  const taken: number[] = [];
  for (const job of near[wholeBetween(random, 0, near.length - 1)] as Int32Array) {
    if (taken.length >= most) break;
    const s = draft.where[job] as number;
    if (s === -1 || random() < 0.3) continue;
    taken.push(job);
    draft.remove(s, [job]);
  }
  return taken;
}

/** A stretch of a route around one of its jobs, now and then with some kept in its middle. */
function stretch(jobs: readonly number[], around: number, length: number, random: Random): number[] {
  let kept = 0;
  if (length > 1 && length < jobs.length && random() < KEEPS.split) {
    kept = 1;
    while (length + kept < jobs.length && random() < KEEPS.more) kept++;
  }
  const span = length + kept;
  const first = Math.max(0, around - span + 1);
  const start = wholeBetween(random, first, Math.min(around, jobs.length - span));
  const from = start + (kept === 0 ? span : wholeBetween(random, 1, length));
  return jobs
    .slice(start, start + span)
    .filter((job, i) => job === jobs[around] || i < from - start || i >= from - start + kept);
}

/**
 * Gives the whole of one shift's work to another, and that one's to the first: to another crew or day, where
 * job by job each of them would cost more on the way than it saves in the end. Of some others the one where
 * that costs least.
 */
export function swapWhole({ fleet, random }: Ground, draft: Draft): void {
  if (draft.used === 0) return;
  const one = draft.anyUsed(random);
  let best: readonly [Route, Route] | undefined;
  let least = Infinity;
  for (let k = 0; k < SWAPS_TRIED; k++) {
    const other = draft.routes[wholeBetween(random, 0, draft.routes.length - 1)] as Route;
    if (fleet.kind[other.shift] === fleet.kind[one.shift]) continue;
    if (!takes(fleet, other.shift, one) || !takes(fleet, one.shift, other)) continue;
    const [there, here] = [fleet.build(other.shift, one.jobs), fleet.build(one.shift, other.jobs)];
    const adds = there.cost + here.cost - one.cost - other.cost;
    if (adds < least && fleet.holds(there) && fleet.holds(here)) [least, best] = [adds, [there, here]];
  }
  for (const route of best ?? []) {
    draft.set(route);
    for (const job of route.jobs) draft.move(job, route.shift);
  }
}

const takes = (fleet: Fleet, shift: number, { jobs }: Route): boolean =>
  jobs.every((job) => fleet.allowed(shift, job));
