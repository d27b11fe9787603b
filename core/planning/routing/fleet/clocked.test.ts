import { madeUpWeeks } from '../testing/fleets.ts';
import { fleetViolations, searchByClock, searchMs, VERY_LARGE, type SearchTold } from './index.ts';

const problem = madeUpWeeks(4, { jobs: 30, crews: 2, days: 2 });
const nothing = problem.shifts.map(() => []);

/** A clock that goes on by so much whenever it is read. */
function ticking(ms: number) {
  let at = 0;
  return () => (at += ms);
}

it('ends when its time is over, and has told how the cost fell on the way', () => {
  const told: SearchTold[] = [];
  const { plan, proved } = searchByClock(problem, {
    from: nothing,
    mostMs: 4000,
    now: ticking(60),
    onTold: (one) => told.push(one),
  });
  expect(proved).toBe(false);
  expect(fleetViolations(problem, plan)).toEqual([]);
  expect(told.length).toBeGreaterThan(5);
  expect(told.map(({ cost }) => cost)).toEqual(told.map(({ cost }) => cost).sort((a, b) => b - a));
  expect(told.every(({ share }) => share >= 0 && share <= 1)).toBe(true);
});

it('stops when it is told to and keeps the best so far', () => {
  let asked = 0;
  const { plan } = searchByClock(problem, {
    from: nothing,
    mostMs: Infinity,
    now: ticking(1),
    onTold: () => {},
    isStopped: () => ++asked > 3,
  });
  expect(fleetViolations(problem, plan)).toEqual([]);
  expect(plan.routes.some((route) => route.stops.length > 0)).toBe(true);
});

it('one crew’s day of a few stops is proved', () => {
  const day = madeUpWeeks(5, { jobs: 6, crews: 1, days: 1 });
  const { proved } = searchByClock(day, { from: [[]], mostMs: 50, now: ticking(1), onTold: () => {} });
  expect(proved).toBe(true);
});

it('takes longer the more there is to do: half a minute at most, two for the very large', () => {
  const ms = (jobs: number) => searchMs({ jobs: Array.from({ length: jobs }, () => problem.jobs[0]!) });
  expect([ms(5), ms(400), ms(VERY_LARGE), ms(2000)]).toEqual([2000, 30_000, 30_000, 120_000]);
});
