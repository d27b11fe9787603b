import type { Random } from '#core/base/random';
import { beginningsOf, type Beginnings } from './beginnings.ts';
import { fleetOf, type Fleet } from './state.ts';
import type { FleetProblem } from './problem.ts';

/** What a search goes by and never changes. */
export interface Ground {
  readonly fleet: Fleet;
  readonly random: Random;
  /** For each job the others, nearest first, itself in front. */
  readonly near: readonly Int32Array[];
  readonly beginnings: (job: number) => Beginnings;
  /** Among many jobs one goes only where one of the nearest already is, or begins a shift. */
  readonly many: boolean;
}

/** A job knows so many neighbours. */
export const NEIGHBOURS = 160;
const MANY = 150;

export function groundOf(problem: FleetProblem, random: Random): Ground {
  const fleet = fleetOf(problem);
  return {
    fleet,
    random,
    near: neighboursOf(fleet),
    beginnings: beginningsOf(fleet),
    many: problem.jobs.length > MANY,
  };
}

/**
 * For each job the others, nearest first, itself in front. Distances and numbers of jobs are sorted as one
 * number each, since a sort that asks back takes most of the time of a first plan with many jobs.
 */
function neighboursOf(fleet: Fleet): Int32Array[] {
  const count = fleet.problem.jobs.length;
  const keys = new Float64Array(count);
  return Array.from({ length: count }, (_, job) => {
    for (let other = 0; other < count; other++) {
      const apart = other === job ? -1 : Math.min(FARTHEST, Math.round(fleet.apart(job, other) * 1000));
      keys[other] = apart * count + other;
    }
    const nearest = keys.slice().sort().subarray(0, NEIGHBOURS);
    return Int32Array.from(nearest, (key) => (key < 0 ? job : key % count));
  });
}
/** Farther than any drive, thousandths of a minute: no road leads there. */
const FARTHEST = 1e9;
