import fc from 'fast-check';
import { interquartileRange, median, quantile } from 'simple-statistics';
import { addDays, weekday } from '#core/base/time';
import { madeUpWeeks } from '../testing/fleets.ts';
import {
  bestPlaces,
  callsExpected,
  changesBetween,
  consequenceOf,
  fits,
  fleetViolations,
  ordersOf,
  routeOf,
  searchToEnd,
  timedRoute,
  toldWindow,
  typicalLength,
  type FleetPlan,
  type FleetProblem,
  type Job,
  type Shift,
} from './index.ts';

const solve = (problem: FleetProblem, turns = 200): FleetPlan => searchToEnd(problem, { turns });

/** One crew, steady roads: ten minutes between any two of four places. */
const plain = (jobs: readonly Partial<Job>[], shift: Partial<Shift> = {}): FleetProblem => ({
  travel: {
    samples: [0],
    places: 4,
    minutes: [Float32Array.from({ length: 16 }, (_, i) => (Math.floor(i / 4) === i % 4 ? 0 : 10))],
  },
  shifts: [{ id: 's', crew: 'Harbour', day: 0, start: 420, end: 960, from: 0, to: 0, ...shift }],
  jobs: jobs.map((job, j) => ({
    id: `j${j}`,
    name: `site ${j}`,
    place: j + 1,
    minutes: 60,
    windows: [{ day: 0, open: 480, close: 1020 }],
    leftOut: 500,
    ...job,
  })),
});
const timed = (problem: FleetProblem, order = [...problem.jobs.keys()]) =>
  timedRoute(problem, problem.shifts[0] as Shift, order);

describe('a day in an order that a person chose', () => {
  it('has the times of the plan wherever everything holds, and leaves no earlier than it must (property)', () => {
    fc.assert(
      fc.property(fc.nat(5000), (seed) => {
        const problem = madeUpWeeks(seed, { jobs: 16, crews: 2, days: 2 });
        const plan = solve(problem, 60);
        ordersOf(problem, plan).forEach((order, s) => {
          const shift = problem.shifts[s] as Shift;
          const [strict, own] = [routeOf(problem, shift, order), timedRoute(problem, shift, order)];
          expect(own.stops.every((stop) => stop.troubles.length === 0)).toBe(true);
          expect(own.departAt).toBeGreaterThanOrEqual(shift.start);
          if (order.length === 0) return;
          // Leaving later arrives at the first stop no later than work can begin there.
          expect(own.stops[0]?.startAt).toBeCloseTo(strict?.stops[0]?.startAt as number, 6);
          expect(own.backAt).toBeLessThanOrEqual((strict?.backAt as number) + 1e-6);
        });
        const routes = problem.shifts.map((shift, s) =>
          timedRoute(problem, shift, ordersOf(problem, plan)[s] ?? []),
        );
        expect(fleetViolations(problem, { ...plan, routes })).toEqual([]);
      }),
      { numRuns: 20, seed: 3 },
    );
  });

  it('begins when it is there where hours or a promise cannot be kept, and says what does not hold', () => {
    const shut = plain([{ windows: [] }]);
    expect(timed(shut).stops[0]).toMatchObject({ startAt: 430, troubles: ['closed then'] });
    const late = plain([{}, { limits: [{ kind: 'promised', day: 0, by: 500 }] }]);
    expect(timed(late).stops.map((stop) => stop.troubles)).toEqual([[], ['after what was promised']]);
    expect(timed(late, [1, 0]).stops.map((stop) => stop.troubles)).toEqual([[], []]);
    const heavy = plain([{ people: 2 }, { skills: ['boiler'] }]);
    expect(timed(heavy).stops.map((stop) => stop.troubles)).toEqual([
      ['not enough people'],
      ['skill missing'],
    ]);
  });

  it('two people share what can be shared, not the way in and out', () => {
    const jobs = [{ minutes: 135, shared: 120 }];
    expect(timed(plain(jobs)).stops[0]?.leaveAt).toBe(480 + 135);
    expect(timed(plain(jobs, { people: 2 })).stops[0]?.leaveAt).toBe(480 + 75);
  });

  it('says how much longer than the shift it is, and what of it is more than may be worked', () => {
    const long = timed(
      plain(
        [
          { minutes: 300, windows: [{ day: 0, open: 0, close: 1440 }] },
          { minutes: 250, windows: [{ day: 0, open: 0, close: 1440 }] },
        ],
        { overtime: 30 },
      ),
    );
    expect(long).toMatchObject({ backAt: 1000, overtime: 40, tooLong: 10 });
  });
});

describe('what a change does', () => {
  it('counts what is later, what breaks and what is driven', () => {
    const problem = plain([{}, { limits: [{ kind: 'promised', day: 0, by: 560 }] }, {}]);
    const [before, after] = [timed(problem, [1, 2]), timed(problem, [0, 1, 2])];
    expect(consequenceOf(before, after)).toMatchObject({
      driveMinutes: 10,
      later: 2,
      latestBy: 70,
      troubles: [],
      tooLong: 0,
    });
    expect(consequenceOf(after, before)).toMatchObject({ later: 0, earlier: 2, earliestBy: 70 });
    expect(consequenceOf(before, timed(problem, [0, 2, 1])).troubles).toEqual([
      { jobId: 'j1', trouble: 'after what was promised' },
    ]);
  });

  it('the best place for a job is the best of all of them (property, tried one by one)', () => {
    fc.assert(
      fc.property(fc.nat(5000), (seed) => {
        const problem = madeUpWeeks(seed, { jobs: 14, crews: 3, days: 1 });
        const orders = ordersOf(problem, solve({ ...problem, jobs: problem.jobs.slice(0, 13) }, 40));
        const job = 13;
        const places = bestPlaces(problem, orders, job, 10);
        const able = problem.shifts.filter((shift) => fits(shift, problem.jobs[job] as Job));
        expect(places).toHaveLength(able.length);
        expect(places.map(({ cost }) => cost)).toEqual(
          [...places.map(({ cost }) => cost)].sort((a, b) => a - b),
        );
        for (const place of places) {
          const order = orders[place.shift] as number[];
          const shift = problem.shifts[place.shift] as Shift;
          const drives = Array.from({ length: order.length + 1 }, (_, at) =>
            routeOf(problem, shift, [...order.slice(0, at), job, ...order.slice(at)]),
          );
          // Where it fits somewhere, a place at which everything holds is offered.
          if (drives.some((route) => route)) {
            expect(place.consequence.troubles).toEqual([]);
            expect(place.consequence.tooLong).toBe(0);
          }
        }
      }),
      { numRuns: 15, seed: 5 },
    );
  });

  it('lists what moved, came and went', () => {
    const problem = plain([{}, {}, {}]);
    expect(changesBetween(problem, [[0, 1], []], [[1], [2]])).toEqual([
      { job: 0, from: 0, to: undefined },
      { job: 2, from: undefined, to: 1 },
    ]);
  });
});

describe('a plan that is changed by a bad day', () => {
  it('moves nothing that need not move: what it stands on is worth more than a detour', () => {
    const problem = madeUpWeeks(21, { jobs: 14, crews: 4, days: 1 });
    const orders = ordersOf(problem, solve(problem, 300));
    const out = orders.findIndex((order) => order.length > 0);
    const planned = new Map(orders.flatMap((order, s) => order.map((job) => [job, s] as const)));
    const rest: FleetProblem = {
      ...problem,
      shifts: problem.shifts.filter((_, s) => s !== out),
      jobs: problem.jobs.map((job, j): Job => {
        const s = planned.get(j);
        return s === undefined || s === out
          ? job
          : { ...job, planned: { shift: (problem.shifts[s] as Shift).id, otherwise: 180 } };
      }),
    };
    const repaired = solve(rest, 400);
    const moved = repaired.routes.flatMap((route) =>
      route.stops.filter((stop) => {
        const s = planned.get(problem.jobs.findIndex(({ id }) => id === stop.jobId));
        return s !== undefined && s !== out && problem.shifts[s]?.id !== route.shiftId;
      }),
    );
    expect(moved).toEqual([]);
    expect(repaired.routes.flatMap((route) => route.stops).length).toBeGreaterThan(
      orders.flat().length - (orders[out] as number[]).length,
    );
  });
});

describe('what history teaches', () => {
  it('expects the calls of the same weekday and season, and nothing where too little is on record', () => {
    // A hot-weather town: six calls on summer Mondays, two on others, none in winter.
    const past = Array.from({ length: 1000 }, (_, k) => addDays('2023-06-01', k)).map((day) => {
      const summer = day.slice(5) >= '05-15' && day.slice(5) <= '09-15';
      return { day, calls: !summer ? 0 : weekday(day) === 1 ? 6 : 2 };
    });
    expect(callsExpected('2026-07-06', past)?.mean).toBeCloseTo(6, 6);
    expect(callsExpected('2026-07-07', past)?.mean).toBeCloseTo(2, 6);
    expect(callsExpected('2026-01-05', past)?.mean).toBe(0);
    expect(callsExpected('2026-07-06', past.slice(0, 14))).toBeUndefined();
  });

  it('learns a length by the median, with the quartiles as its range (property, beside a statistics library)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 5, max: 600, noNaN: true }), { minLength: 12, maxLength: 60 }),
        (took) => {
          const learned = typicalLength(took, 75);
          expect(learned.minutes).toBeCloseTo(median(took), 6);
          expect(learned.low).toBeLessThanOrEqual(learned.minutes);
          expect(learned.high).toBeGreaterThanOrEqual(learned.minutes);
          // Quartiles are drawn in several ways; none is more than a neighbour away.
          const sorted = [...took].sort((a, b) => a - b);
          const near = (value: number, share: number) => {
            const place = share * (sorted.length - 1);
            expect(value).toBeGreaterThanOrEqual(sorted[Math.floor(place)] as number);
            expect(value).toBeLessThanOrEqual(sorted[Math.ceil(place)] as number);
          };
          near(learned.low, 0.25);
          near(learned.high, 0.75);
          expect(Math.abs(learned.high - learned.low - interquartileRange(took))).toBeLessThanOrEqual(
            Math.max(...sorted.slice(1).map((value, i) => value - (sorted[i] as number))) * 2,
          );
          expect(quantile(took, 0.5)).toBeCloseTo(learned.minutes, 6);
        },
      ),
      { seed: 11 },
    );
    // One day that went wrong teaches nothing.
    expect(typicalLength([...Array.from({ length: 15 }, () => 60), 590], 75).minutes).toBe(60);
    expect(typicalLength([30, 40], 75)).toEqual({ minutes: 75, low: 75, high: 75, from: 0 });
  });

  it('tells a window with the arrival in it, begun on a half hour, most of it still to come', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 300, max: 1200, noNaN: true }),
        fc.constantFrom(60, 120, 240),
        (at, minutes) => {
          const { from, until } = toldWindow(at, minutes);
          expect(from % 30).toBe(0);
          expect(until - from).toBe(minutes);
          expect(at - from).toBeGreaterThanOrEqual(minutes / 4 - 1e-9);
          expect(until - at).toBeGreaterThan(0);
        },
      ),
      { seed: 2 },
    );
  });
});
