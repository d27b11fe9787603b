import fc from 'fast-check';
import {
  checkProblem,
  costOf,
  driveMinutes,
  exactPlan,
  returnTime,
  searchDay,
  solveDay,
  travelTable,
  violationsOf,
  type RoutingProblem,
} from './index.ts';
import { madeUpDay } from './testing/instances.ts';

describe('days for a crew (properties)', () => {
  it('a longer shift, or one stop less, never makes the best day worse', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 2, max: 7 }), (seed, stops) => {
        const day = madeUpDay(seed, stops, { tight: true });
        const longer: RoutingProblem = { ...day, shift: { ...day.shift, end: day.shift.end + 60 } };
        expect(exactPlan(longer).cost).toBeLessThanOrEqual(exactPlan(day).cost + 1e-6);
        const cheaper: RoutingProblem = {
          ...day,
          stops: day.stops.map((stop) => ({ ...stop, penalty: stop.penalty / 2 })),
        };
        expect(exactPlan(cheaper).cost).toBeLessThanOrEqual(exactPlan(day).cost + 1e-6);
      }),
      { numRuns: 40, seed: 3 },
    );
  });

  it('the cost of a plan is what evaluating its order says', () => {
    const day = madeUpDay(12, 9, { tight: true });
    const plan = exactPlan(day);
    const order = plan.stops.map((s) => day.stops.findIndex((stop) => stop.id === s.stopId));
    expect(costOf(day, order)).toBeCloseTo(plan.cost, 9);
    expect(returnTime(day, order)).toBeCloseTo(plan.returnAt, 9);
    expect(plan.driveMinutes + plan.waitMinutes + plan.workMinutes).toBeCloseTo(
      plan.returnAt - plan.departAt,
      6,
    );
  });

  it('an empty list is a day in the yard', () => {
    const empty: RoutingProblem = {
      shift: { start: 420, end: 900 },
      stops: [],
      travel: travelTable([0], [[0]], 1),
    };
    const plan = exactPlan(empty);
    expect(plan).toMatchObject({ stops: [], unserved: [], returnAt: 420, cost: 0 });
    expect(violationsOf(empty, plan)).toEqual([]);
  });

  it('the search may be stopped at any moment and has a plan that holds', () => {
    const day = madeUpDay(3, 22, { tight: true });
    const run = searchDay(day, { seed: 2, iterations: Infinity });
    for (const share of [0, 0.2, 0.7]) {
      const step = run.next(share);
      if (step.done) throw new Error('ended too early');
      expect(violationsOf(day, step.value.plan)).toEqual([]);
    }
    expect(run.next(1)).toMatchObject({ value: { share: 1 } });
  });

  it('the search never gets worse as it goes on', () => {
    const day = madeUpDay(4, 20, { tight: true });
    let last = Infinity;
    for (const { plan } of searchDay(day, { iterations: 400 })) {
      expect(plan.cost).toBeLessThanOrEqual(last + 1e-9);
      last = plan.cost;
    }
  });

  it('small days are proved, large ones are found', () => {
    const quality = (stops: number) => {
      let plan;
      for (const step of solveDay(madeUpDay(6, stops), { iterations: 20 })) plan = step.plan;
      return plan?.quality;
    };
    expect([quality(6), quality(16)]).toEqual(['proved best', 'best found']);
  });

  it('opening hours in two parts are kept: no work over a closed noon', () => {
    const travel = travelTable([0], [[0, 10, 10, 0]], 2);
    const day: RoutingProblem = {
      shift: { start: 480, end: 1020 },
      stops: [
        {
          id: 'a',
          name: 'a',
          serviceMinutes: 120,
          windows: [
            [480, 600],
            [780, 1000],
          ],
          penalty: 500,
        },
      ],
      travel,
    };
    expect(exactPlan(day).stops[0]).toMatchObject({ arriveAt: 490, startAt: 780, leaveAt: 900 });
    expect(driveMinutes(travel, 0, 1, 500)).toBe(10);
  });

  it.each([
    ['two stops of one name', (d: RoutingProblem) => ({ ...d, stops: [d.stops[0], d.stops[0]] }), /twice/],
    [
      'a shift that is none',
      (d: RoutingProblem) => ({ ...d, shift: { start: 900, end: 800 } }),
      /no stretch of one day/,
    ],
    [
      'hours that end before they begin',
      (d: RoutingProblem) => ({ ...d, stops: d.stops.map((s) => ({ ...s, windows: [[600, 500]] })) }),
      /end before they begin/,
    ],
    [
      'a penalty below nothing',
      (d: RoutingProblem) => ({ ...d, stops: d.stops.map((s) => ({ ...s, penalty: -1 })) }),
      /must not be negative/,
    ],
  ])('refuses %s with the reason', (_what, spoil, reason) => {
    expect(() => checkProblem(spoil(madeUpDay(1, 2)) as RoutingProblem)).toThrow(reason);
  });
});
