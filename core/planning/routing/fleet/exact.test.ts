import fc from 'fast-check';
import highsLoader from 'highs';
import { madeUpWeeks } from '../testing/fleets.ts';
import { madeUpDay } from '../testing/instances.ts';
import { asMixedInteger, costFromObjective } from '../testing/milp.ts';
import {
  exactShift,
  fits,
  fleetPlanOf,
  fleetViolations,
  MOST_JOBS_FOR_PROOF,
  routeOf,
  searchToEnd,
  type FleetPlan,
  type FleetProblem,
  type Job,
  type Shift,
} from './index.ts';

const search = (problem: FleetProblem, turns: number): FleetPlan => searchToEnd(problem, { turns, seed: 5 });

/** The least cost over every order of every subset. */
function byTrying(problem: FleetProblem): number {
  const shift = problem.shifts[0] as Shift;
  const jobs = [...problem.jobs.keys()].filter((j) => fits(shift, problem.jobs[j] as Job));
  let best = Infinity;
  const extend = (order: readonly number[]) => {
    if (!routeOf(problem, shift, order)) return;
    best = Math.min(best, fleetPlanOf(problem, [order]).cost);
    for (const j of jobs) if (!order.includes(j)) extend([...order, j]);
  };
  extend([]);
  return best;
}

it('one crew’s day agrees with a general mixed-integer solver (HiGHS), with rush hours and opening hours', async () => {
  const highs = await highsLoader();
  for (const [seed, stops] of [
    [3, 3],
    [8, 4],
    [21, 5],
  ] as const) {
    const problem = madeUpDay(seed, stops, { tight: seed % 2 === 1, samples: [420, 480, 600, 1020] });
    const solution = highs.solve(asMixedInteger(problem), { mip_rel_gap: 0 });
    expect(solution.Status).toBe('Optimal');
    expect(exactShift(problem)?.cost).toBeCloseTo(costFromObjective(problem, solution.ObjectiveValue), 3);
  }
});

it('is the best of all orders of all subsets: rest, overtime, skills, late days, two openings (property)', () => {
  fc.assert(
    fc.property(fc.nat(5000), fc.boolean(), (seed, noon) => {
      const made = madeUpWeeks(seed, { jobs: 6, crews: 1, days: 1, side: 90 });
      const jobs = made.jobs.map((job, j): Job =>
        noon && j % 2 === 0
          ? {
              ...job,
              windows: [
                { day: 0, open: 420, close: 690 },
                { day: 0, open: 780, close: 1020 },
              ],
            }
          : job,
      );
      const problem = { ...made, jobs };
      const plan = exactShift(problem);
      expect(plan && fleetViolations(problem, plan)).toEqual([]);
      expect(plan?.cost).toBeCloseTo(byTrying(problem), 6);
    }),
    { numRuns: 30, seed: 8 },
  );
});

it('is found by the search on days of up to 12 jobs', () => {
  for (const seed of [1, 2, 3, 4, 5, 6]) {
    const problem = madeUpDay(seed, 8 + (seed % 5), { tight: true });
    expect([seed, search(problem, 3000).cost]).toEqual([
      seed,
      expect.closeTo(exactShift(problem)?.cost ?? NaN, 6),
    ]);
  }
});

it('a longer shift never makes the best day worse (property)', () => {
  fc.assert(
    fc.property(fc.nat(2000), (seed) => {
      const problem = madeUpDay(seed, 7, { tight: true });
      const [shift] = problem.shifts as [Shift];
      const cost = exactShift(problem)?.cost as number;
      const longer = { ...problem, shifts: [{ ...shift, end: shift.end + 60 }] };
      expect(exactShift(longer)?.cost).toBeLessThanOrEqual(cost + 1e-9);
    }),
    { numRuns: 20, seed: 3 },
  );
});

it('is not tried for several shifts or too many jobs, and an empty day is a day in the yard', () => {
  expect(exactShift(madeUpWeeks(1, { jobs: 4, crews: 2, days: 1 }))).toBeUndefined();
  expect(exactShift(madeUpDay(1, MOST_JOBS_FOR_PROOF + 1))).toBeUndefined();
  expect(exactShift(madeUpDay(1, 0))).toMatchObject({ cost: 0, driveMinutes: 0, leftOut: [] });
});
