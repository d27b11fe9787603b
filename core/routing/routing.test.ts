import fc from 'fast-check';
import highsLoader from 'highs';
import {
  costOf,
  driveMinutes,
  exactPlan,
  planOf,
  returnTime,
  searchDay,
  solveDay,
  travelTable,
  violationsOf,
  type Plan,
  type RoutingProblem,
} from './index.ts';
import { fastEvaluator } from './fast.ts';
import { madeUpDay } from './testing/instances.ts';
import { asMixedInteger, costFromObjective } from './testing/milp.ts';

function last(run: Generator<unknown, Plan>): Plan {
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}

describe('drive times by time of day', () => {
  it('never arrive earlier by leaving later (property)', () => {
    const cell = fc.double({ min: 0, max: 300, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(cell, { minLength: 4, maxLength: 4 }),
        fc.double({ min: 0, max: 1440, noNaN: true }),
        fc.double({ min: 0, max: 400, noNaN: true }),
        (values, depart, wait) => {
          const table = travelTable(
            [360, 480, 510, 1000],
            values.map((v) => [0, v, v, 0]),
            2,
          );
          const arrive = (t: number) => t + driveMinutes(table, 0, 1, t);
          expect(arrive(depart + wait)).toBeGreaterThanOrEqual(arrive(depart) - 1e-9);
        },
      ),
    );
  });

  it('interpolate between samples and refuse bad tables', () => {
    const table = travelTable(
      [480, 540],
      [
        [0, 10, 10, 0],
        [0, 20, 20, 0],
      ],
      2,
    );
    expect(driveMinutes(table, 0, 1, 510)).toBeCloseTo(15);
    expect(driveMinutes(table, 0, 1, 100)).toBe(10);
    expect(() => travelTable([480], [[0, -1, 1, 0]], 2)).toThrow(/negative or unknown/);
    expect(() => travelTable([480], [[0, 1]], 2)).toThrow(/expected 4/);
  });
});

describe('the proved best day', () => {
  it(
    'agrees with a general mixed-integer solver (HiGHS) on small days with rush hours and opening ' + 'hours',
    async () => {
      const highs = await highsLoader();
      for (const [seed, stops] of [
        [3, 3],
        [8, 4],
        [21, 5],
      ] as const) {
        const problem = madeUpDay(seed, stops, { tight: seed % 2 === 1, samples: [420, 480, 600, 1020] });
        const solution = highs.solve(asMixedInteger(problem), { mip_rel_gap: 0 });
        expect(solution.Status).toBe('Optimal');
        expect(exactPlan(problem).cost).toBeCloseTo(costFromObjective(problem, solution.ObjectiveValue), 3);
      }
    },
    120_000,
  );

  it('is no worse than any order tried by hand (all orders of all subsets of 5 stops)', () => {
    const problem = madeUpDay(5, 5, { tight: true });
    let best = Infinity;
    const extend = (order: number[]) => {
      best = Math.min(best, costOf(problem, order));
      for (let i = 0; i < 5; i++) if (!order.includes(i)) extend([...order, i]);
    };
    extend([]);
    expect(exactPlan(problem).cost).toBeCloseTo(best, 9);
  });

  it('is found by the search on days of up to 12 stops', () => {
    for (const seed of [1, 2, 3]) {
      const problem = madeUpDay(seed, 12, { tight: true });
      expect(last(searchDay(problem, { seed: 7, iterations: 600 })).cost).toBeCloseTo(
        exactPlan(problem).cost,
        6,
      );
    }
  });
});

describe('the evaluator of the search', () => {
  it('agrees with the plain one on every order and every insertion (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.boolean(),
        fc.shuffledSubarray([0, 1, 2, 3, 4, 5, 6]),
        (seed, tight, order) => {
          const problem = madeUpDay(seed, 8, { tight });
          const fast = fastEvaluator(problem);
          const base = returnTime(problem, order);
          if (base === Infinity) expect(fast.returnTime(order)).toBe(Infinity);
          else {
            expect(fast.returnTime(order)).toBeCloseTo(base, 9);
            const leave = new Float64Array(9);
            fast.times(order, leave);
            for (let at = 0; at <= order.length; at++) {
              const plain = returnTime(problem, [...order.slice(0, at), 7, ...order.slice(at)]);
              const quick = fast.withInserted(order, leave, fast.returnTime(order), 7, at);
              if (plain === Infinity) expect(quick).toBe(Infinity);
              else expect(quick).toBeCloseTo(plain, 9);
            }
          }
        },
      ),
      { numRuns: 300, seed: 5 },
    );
  });
});

describe('every plan', () => {
  it('passes the independent checker (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.integer({ min: 0, max: 9 }),
        fc.boolean(),
        (seed, stops, tight) => {
          const problem = madeUpDay(seed, stops, { tight });
          expect(violationsOf(problem, last(solveDay(problem)))).toEqual([]);
        },
      ),
      { numRuns: 60, seed: 11 },
    );
    const large = madeUpDay(4, 20, { tight: true });
    expect(violationsOf(large, last(searchDay(large, { iterations: 60 })))).toEqual([]);
  });

  it('is refused by the checker when it is tampered with', () => {
    const problem = madeUpDay(9, 6);
    const plan = last(solveDay(problem));
    const [first, ...rest] = plan.stops;
    if (!first) throw new Error('the day serves nothing');
    expect(
      violationsOf(problem, { ...plan, stops: [{ ...first, arriveAt: first.arriveAt - 5 }, ...rest] }),
    ).not.toEqual([]);
    expect(violationsOf(problem, { ...plan, stops: rest })).toContainEqual(
      expect.stringContaining('says nothing'),
    );
    expect(violationsOf(problem, { ...plan, stops: [first, first, ...rest] })).toContainEqual(
      expect.stringContaining('twice'),
    );
    expect(
      violationsOf(problem, { ...plan, stops: [{ ...first, leaveAt: first.startAt }, ...rest] }),
    ).toContainEqual(expect.stringContaining('before the work is done'));
    expect(violationsOf(problem, { ...plan, returnAt: 2000 })).toContainEqual(
      expect.stringContaining('after the shift'),
    );
  });
});

describe('what does not fit says why', () => {
  const table = travelTable([0], [[0, 20, 20, 20, 20, 0, 5, 5, 20, 5, 0, 5, 20, 5, 5, 0]], 4);
  const stop = (id: string, serviceMinutes: number, windows: [number, number][]) => ({
    id,
    name: id,
    serviceMinutes,
    windows,
    penalty: 300,
  });
  const day = (...stops: RoutingProblem['stops']): RoutingProblem => ({
    shift: { start: 480, end: 960 },
    stops,
    travel: table,
  });

  it('closed, too long, too late, or past the shift', () => {
    const plan = exactPlan(
      day(stop('closed', 30, []), stop('short hours', 90, [[600, 660]]), stop('evening', 60, [[1000, 1200]])),
    );
    expect(plan.unserved.map((u) => u.why)).toEqual([
      'closed on this day',
      expect.stringContaining('longer than it is open'),
      expect.stringContaining('after the shift ends at 16:00'),
    ]);
    const full = exactPlan(
      day(stop('a', 200, [[0, 1440]]), stop('b', 200, [[0, 1440]]), stop('c', 200, [[0, 1440]])),
    );
    expect(full.unserved).toHaveLength(1);
    expect(full.unserved[0]?.why).toMatch(/past the end of the shift/);
  });

  it('refuses a problem that makes no sense, and an order that does not fit', () => {
    expect(() =>
      exactPlan(day(stop('a', 0, [[0, 1440]]), stop('b', 10, [[0, 1440]]), stop('c', 10, [[0, 1440]]))),
    ).toThrow(/above zero/);
    expect(() => exactPlan(day(stop('a', 10, [[0, 1440]])))).toThrow(/4 places/);
    expect(() =>
      planOf(madeUpDay(1, 3), [0, 0, 0, 0, 1, 1, 1, 1, 2, 2, 2, 2, 2, 2, 2, 2], 'best found'),
    ).toThrow(/does not fit/);
  });
});

describe('why a stop is left out', () => {
  const travel = travelTable([0], [[0, 20, 20, 20, 0, 20, 20, 20, 0]], 3);
  const stop = (id: string, penalty: number): RoutingProblem['stops'][number] => ({
    id,
    name: id,
    serviceMinutes: 300,
    windows: [[0, 1440]],
    penalty,
  });

  it('speaks of no opening hours where nobody knows any', () => {
    const plan = exactPlan({
      shift: { start: 420, end: 900 },
      stops: [stop('first', 900), stop('second', 800)],
      travel,
    });
    expect(plan.unserved).toHaveLength(1);
    expect(plan.unserved[0]?.why).not.toMatch(/opening hours/);
    expect(plan.unserved[0]?.why).toBe('the day would run 3 h past the end of the shift');
  });

  it('and not where the day alone would run past midnight', () => {
    const long = { ...stop('long', 900), serviceMinutes: 400 };
    const plan = exactPlan({
      shift: { start: 900, end: 1350 },
      stops: [long, { ...long, id: 'other', name: 'other', penalty: 700 }],
      travel,
    });
    expect(plan.unserved[0]?.why).toMatch(/^the day would run [\d h min]+ past the end of the shift$/);
  });

  it('a site that takes longer than the whole shift says so', () => {
    const [first] = [stop('long', 5000)];
    const plan = exactPlan({
      shift: { start: 420, end: 900 },
      stops: [{ ...first, serviceMinutes: 1665 }],
      travel: travelTable([0], [[0, 20, 20, 0]], 2),
    });
    expect(plan.unserved[0]?.why).toBe('needs 27 h 45 min on site, more than the whole shift');
  });
});
