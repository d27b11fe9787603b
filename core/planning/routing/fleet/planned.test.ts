import fc from 'fast-check';
import { seededRandom, wholeBetween } from '#core/base/random';
import { madeUpWeeks } from '../testing/fleets.ts';
import {
  DEFAULT_PLANNING,
  keepPlanned,
  ordersOf,
  planSums,
  searchByClock,
  searchToEnd,
  timedRoute,
  type FleetProblem,
  type Orders,
} from './index.ts';

const wrongIn = (problem: FleetProblem, orders: Orders): number =>
  planSums(problem, orders, DEFAULT_PLANNING).wrong;

/** Days that somebody filled without looking at hours, and whose stops stay where they are. */
function decidedWeeks(seed: number) {
  const made = madeUpWeeks(seed, { jobs: 30, crews: 3, days: 2 });
  const random = seededRandom(seed + 1);
  const orders = made.shifts.map((): number[] => []);
  const jobs = made.jobs.map((job, j) => {
    if (random() < 0.5) return job;
    const s = wholeBetween(random, 0, made.shifts.length - 1);
    orders[s]?.push(j);
    return { ...job, lockedTo: made.shifts[s]?.id, leftOut: 1_000_000 };
  });
  return { problem: { ...made, jobs }, orders };
}

describe('a search over days that do not hold as they stand', () => {
  it('leaves every decided stop on its day and breaks nothing that held (property)', () => {
    let broken = 0;
    fc.assert(
      fc.property(fc.nat(10_000), (seed) => {
        const { problem, orders } = decidedWeeks(seed);
        broken += wrongIn(problem, orders);
        const found = ordersOf(problem, searchToEnd(problem, { seed, turns: 120, from: orders }));
        orders.forEach((order, s) => expect(found[s]).toEqual(expect.arrayContaining(order)));
        expect(wrongIn(problem, found)).toBeLessThanOrEqual(wrongIn(problem, orders));
        problem.shifts.forEach((shift, s) => {
          const before = timedRoute(problem, shift, orders[s] as number[]);
          const after = timedRoute(problem, shift, found[s] as number[]);
          expect(after.tooLong).toBeLessThanOrEqual(before.tooLong + 1e-6);
        });
      }),
      { numRuns: 40, seed: 5 },
    );
    // Or nothing was tried.
    expect(broken).toBeGreaterThan(40);
  });

  it('does not fill the time of a stop that is late for what was promised, nor proves that it should', () => {
    const windows = [{ day: 0, open: 0, close: 1440 }];
    const problem: FleetProblem = {
      travel: { samples: [0], places: 3, minutes: [Float32Array.of(0, 10, 10, 10, 0, 10, 10, 10, 0)] },
      shifts: [{ id: 's', crew: 'Harbour', day: 0, start: 480, end: 960, from: 0, to: 0 }],
      jobs: [
        {
          id: 'a',
          name: 'a',
          place: 1,
          minutes: 60,
          windows,
          leftOut: 1e6,
          lockedTo: 's',
          limits: [{ kind: 'promised', day: 0, by: 480 }],
        },
        { id: 'b', name: 'b', place: 2, minutes: 400, windows, leftOut: 500 },
      ],
    };
    let at = 0;
    const { plan } = searchByClock(problem, {
      from: [[0]],
      mostMs: 40,
      now: () => at++,
      onTold: () => undefined,
    });
    expect(ordersOf(problem, plan)).toEqual([[0]]);
    expect(plan.leftOut).toEqual([
      { jobId: 'b', why: 'the shifts that may do it are full: the best would run 10 min past its end' },
    ]);
  });
});

it('a plan never takes off what was on the plan', () => {
  expect(keepPlanned([[0, 1], [2], []], [[1], [], [3]])).toEqual([[0, 1], [2], [3]]);
});
