import { exactShift } from './exact.ts';
import type { FleetPlan, FleetProblem, Orders } from './problem.ts';
import { searchFleet } from './search.ts';
import { noWorseThan } from './planned.ts';

/** With more jobs than this a search is given to the server, and longer. */
export const VERY_LARGE = 600;

/**
 * Milliseconds of search by how much there is to do: a day is done while one watches, two weeks in half a
 * minute, the very large in two minutes.
 */
export const searchMs = ({ jobs }: Pick<FleetProblem, 'jobs'>): number =>
  Math.min(jobs.length > VERY_LARGE ? 120_000 : 30_000, 1500 + 100 * jobs.length);

export interface SearchTold {
  readonly cost: number;
  /** Share of the time spent, 0 to 1. */
  readonly share: number;
  readonly seconds: number;
  readonly orders: Orders;
}

export interface Solved {
  readonly plan: FleetPlan;
  /** Nothing better exists: proved, not only not found. */
  readonly proved: boolean;
}

/** Often enough for the eye; a message costs time. */
const TELL_EVERY_MS = 120;

/**
 * Searches for so long by the clock, tells how it goes, and proves what is small enough.
 *
 * @param now milliseconds by any clock that only goes on
 * @param isStopped asked now and then; true ends the search and keeps the best so far
 */
export function searchByClock(
  problem: FleetProblem,
  {
    from,
    mostMs,
    now,
    onTold,
    isStopped = () => false,
  }: {
    readonly from: Orders;
    readonly mostMs: number;
    readonly now: () => number;
    readonly onTold: (told: SearchTold) => void;
    readonly isStopped?: () => boolean;
  },
): Solved {
  const began = now();
  const run = searchFleet(problem, { seed: 1, turns: Infinity, from });
  let told = -Infinity;
  for (let share = 0; ; share = isStopped() ? 1 : (now() - began) / mostMs) {
    const step = run.next(share);
    if (step.done) {
      // One crew's day of a dozen stops is proved while one waits.
      const best = problem.shifts.length === 1 ? exactShift(noWorseThan(problem, from)) : undefined;
      return best && best.cost <= step.value.cost + 1e-6
        ? { plan: best, proved: true }
        : { plan: step.value, proved: false };
    }
    const at = now();
    if (at - told < TELL_EVERY_MS) continue;
    told = at;
    const { cost, orders } = step.value;
    onTold({ cost, orders, share: Math.min(1, share), seconds: (at - began) / 1000 });
  }
}
