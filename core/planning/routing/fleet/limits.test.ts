import fc from 'fast-check';
import { madeUpWeeks, withLimits } from '../testing/fleets.ts';
import {
  bestPlaces,
  exactShift,
  fleetPlanOf,
  fleetViolations,
  isUrgent,
  latestFor,
  LIMIT_PRICES,
  limitsMissed,
  ordersOf,
  placeAfter,
  planSums,
  DEFAULT_PLANNING,
  routeOf,
  searchToEnd,
  timedRoute,
  type FleetProblem,
  type Job,
  type Limit,
  type Shift,
} from './index.ts';
import { notBefore } from './limits.ts';

/* Times that were told, promised or are wanted: a price in steps, and the checker's own arithmetic of it. */

const without = (problem: FleetProblem): FleetProblem => ({
  ...problem,
  jobs: problem.jobs.map((job): Job => ({ ...job, limits: undefined })),
});
const days = (seed: number, jobs = 24, count = 2) =>
  withLimits(madeUpWeeks(seed, { jobs, crews: 2, days: count }), seed);

describe('a plan that is searched', () => {
  it('holds by the checker, and costs what its own arithmetic makes of what is not kept (200 days)', () => {
    let missed = 0;
    for (let seed = 0; seed < 200; seed++) {
      const problem = days(seed, 14, 1);
      const plan = searchToEnd(problem, { seed, turns: 60 });
      expect([seed, fleetViolations(problem, plan)]).toEqual([seed, []]);
      const own = limitsMissed(problem, plan);
      missed += own.missed.length;
      // A crew waits for what was told, so the same order without limits runs differently: only what the limits
      // cost by themselves is laid beside the plan's.
      const bare = plan.cost - own.cost;
      const priced = { ...problem, jobs: problem.jobs.map((job): Job => ({ ...job, limits: waits(job) })) };
      expect([seed, fleetPlanOf(priced, ordersOf(problem, plan)).cost]).toEqual([
        seed,
        expect.closeTo(bare, 4),
      ]);
    }
    expect(missed).toBeGreaterThan(50);
  });

  it('says at each stop what the checker finds', () => {
    for (let seed = 0; seed < 40; seed++) {
      const problem = days(seed);
      const plan = searchToEnd(problem, { seed, turns: 40 });
      const orders = ordersOf(problem, plan);
      const said = problem.shifts.flatMap((shift, s) =>
        timedRoute(problem, shift, orders[s] ?? []).stops.flatMap(({ jobId, troubles }) =>
          troubles.map((trouble) => [jobId, trouble] as const),
        ),
      );
      const found = limitsMissed(problem, plan).missed.filter(({ kind }) => kind !== 'wanted');
      expect(said.map(([id]) => id).sort()).toEqual(
        [...new Map(found.map(({ jobId, kind }) => [`${jobId} ${kind}`, jobId])).values()].sort(),
      );
    }
  });

  it('keeps the cost it counts by, turn by turn, as the plan written out has it', () => {
    for (let seed = 0; seed < 30; seed++) {
      const problem = days(seed, 40, 3);
      const run = searchToEnd(problem, { seed, turns: 150 });
      expect(fleetPlanOf(problem, ordersOf(problem, run)).cost).toBeCloseTo(run.cost, 4);
    }
  });
});

/** What of a job's limits changes how a day runs: the crew waits for a told window. */
const waits = ({ limits }: Job): Limit[] | undefined =>
  limits?.flatMap((limit) =>
    limit.kind === 'told' && limit.day === 0
      ? [{ ...limit, kind: 'wanted' as const, by: 1e9, day: limit.day }]
      : [],
  );

it('one crew’s day is the best of all orders of all subsets (property, tried one by one)', () => {
  fc.assert(
    fc.property(fc.nat(5000), (seed) => {
      const problem = withLimits(madeUpWeeks(seed, { jobs: 6, crews: 1, days: 1, side: 90 }), seed);
      const shift = problem.shifts[0] as Shift;
      let best = Infinity;
      const extend = (order: readonly number[]) => {
        if (!routeOf(problem, shift, order)) return;
        best = Math.min(best, fleetPlanOf(problem, [order]).cost);
        for (const j of problem.jobs.keys()) if (!order.includes(j)) extend([...order, j]);
      };
      extend([]);
      const able = problem.jobs.every((job) => (job.people ?? 1) <= (shift.people ?? 1));
      fc.pre(
        able && problem.jobs.every((job) => (job.skills ?? []).every((one) => shift.skills?.includes(one))),
      );
      expect(exactShift(problem)?.cost).toBeCloseTo(best, 6);
    }),
    { numRuns: 25, seed: 4 },
  );
});

const plain = (jobs: Partial<Job>[], shifts: Partial<Shift>[] = [{}]): FleetProblem => ({
  travel: {
    samples: [0],
    places: jobs.length + 1,
    minutes: [
      Float32Array.from({ length: (jobs.length + 1) ** 2 }, (_, i) => (i % (jobs.length + 2) ? 10 : 0)),
    ],
  },
  shifts: shifts.map((more, s) => ({
    ...{ id: `s${s}`, crew: `crew ${s}`, day: 0, start: 480, end: 960, from: 0, to: 0 },
    ...more,
  })),
  jobs: jobs.map((more, j) => ({
    ...{ id: `j${j}`, name: `site ${j}`, place: j + 1, minutes: 60, leftOut: 10_000 },
    windows: [0, 1, 2].map((day) => ({ day, open: 0, close: 1440 })),
    ...more,
  })),
});
const told = (from: number, by: number, day = 0): Pick<Job, 'limits'> => ({
  limits: [{ kind: 'told', day, from, by }],
});
const costAt = (limits: readonly Limit[], by: number) => {
  const problem = plain([{ limits, windows: [{ day: 0, open: by, close: by + 60 }] }], [{ end: 1440 }]);
  return fleetPlanOf(problem, [[0]]).cost - fleetPlanOf(without(problem), [[0]]).cost;
};

describe('the price of what is not kept', () => {
  it.each([
    ['told', 600, 0],
    ['told', 601, 60],
    ['told', 630, 60],
    ['told', 631, 120],
    ['told', 660, 120],
    ['told', 661, 240],
    ['told', 720, 240],
    ['told', 721, 400],
    ['promised', 600, 0],
    ['promised', 601, 240],
    ['promised', 721, 900],
    ['wanted', 601, 60],
    ['wanted', 841, 320],
  ] as const)('%s by 10:00, begun at minute %s: %s', (kind, at, cost) =>
    expect(costAt([{ kind, day: 0, by: 600 }], at)).toBeCloseTo(cost, 6),
  );

  it('another day costs more than any time of the same, and each day of it again', () => {
    for (const kind of ['told', 'promised'] as const) {
      const { steps, otherDay, eachDay } = LIMIT_PRICES[kind];
      expect(otherDay).toBeGreaterThan(steps.at(-1)![1]);
      expect(costAt([{ kind, day: -2, by: 600 }], 500)).toBeCloseTo(otherDay + 2 * eachDay, 6);
    }
    // Sooner than promised is no harm; another day than told is, whichever.
    expect(costAt([{ kind: 'promised', day: 2, by: 600 }], 500)).toBe(0);
    expect(costAt([{ kind: 'told', day: 1, by: 600 }], 500)).toBeCloseTo(700, 6);
  });

  it('a told window is waited for, and a place that closes before is gone to when it is open', () => {
    const [route] = fleetPlanOf(plain([told(600, 720)]), [[0]]).routes;
    expect(route?.stops[0]?.startAt).toBe(600);
    const shut = plain([{ ...told(900, 960), windows: [{ day: 0, open: 480, close: 600 }] }]);
    expect(fleetPlanOf(shut, [[0]]).routes[0]?.stops[0]?.startAt).toBe(490);
    expect(timedRoute(shut, shut.shifts[0] as Shift, [0]).stops[0]?.troubles).toEqual([
      'outside what was told',
    ]);
  });

  it('is paid rather than a call left out, and broken for nothing less', () => {
    // Two customers told the same hour: one has to wait, and neither is left out.
    const problem = plain([told(480, 500), told(480, 500)]);
    const plan = searchToEnd(problem, { seed: 1, turns: 50 });
    expect(plan.leftOut).toEqual([]);
    expect(limitsMissed(problem, plan).missed).toEqual([
      expect.objectContaining({ kind: 'told', minutes: 60, days: 0 }),
    ]);
    expect(planSums(problem, ordersOf(problem, plan), DEFAULT_PLANNING).wrong).toBe(1);
  });

  it('what has gone by presses, and no place is to blame for it', () => {
    const gone: Limit = { kind: 'promised', day: -1, by: 600, gone: true };
    const problem = plain([{ limits: [gone] }], [{ day: 0 }, { day: 1, id: 't' }]);
    expect(searchToEnd(problem, { seed: 1, turns: 30 }).routes[0]?.stops).toHaveLength(1);
    expect(timedRoute(problem, problem.shifts[1] as Shift, [0]).stops[0]?.troubles).toEqual([]);
  });
});

describe('the latest time by the priority', () => {
  const received = { day: '2026-06-02', minute: 600 };
  it.each([
    ['at once', '2026-06-02', 720],
    ['today', '2026-06-02', 1440],
    ['this week', '2026-06-06', 1440],
    ['with the next route', '2026-06-30', 1440],
  ] as const)('%s', (priority, day, by) => expect(latestFor(priority, received)).toEqual({ day, by }));

  it('runs into the next day in the night', () =>
    expect(latestFor('at once', { day: '2026-06-02', minute: 1400 })).toEqual({ day: '2026-06-03', by: 80 }));
});

describe('the best place for what is urgent', () => {
  const urgent: Partial<Job> = { limits: [{ kind: 'wanted', day: 0, by: 600 }] };
  const idle = { id: 'idle', crew: 'idle' };

  it('is the soonest, however far the drive', () => {
    // The crew that is near has two stops; the idle one drives longer and is there first.
    const problem = plain([{ minutes: 100 }, { minutes: 100 }, urgent], [{}, { ...idle, start: 485 }]);
    const far = problem.travel.minutes[0] as Float32Array;
    far[1 * 4 + 3] = far[2 * 4 + 3] = 1;
    const [first, ...rest] = bestPlaces(problem, [[0, 1], []], 2, 5);
    expect(problem.shifts[first?.shift ?? 0]?.id).toBe('s0');
    expect(first?.after.stops[first.at]?.startAt).toBe(490);
    expect(rest.map(({ shift }) => shift)).toContain(1);
    const starts = [first, ...rest].map((place) => place?.after.stops[place.at]?.startAt);
    expect(starts).toEqual([...starts].sort((a, b) => (a ?? 0) - (b ?? 0)));
    const calm = bestPlaces(
      { ...problem, jobs: [...problem.jobs.slice(0, 2), { ...problem.jobs[2]!, limits: [] }] },
      [[0, 1], []],
      2,
      5,
    );
    expect(calm[0]?.after.stops[calm[0].at]?.startAt).toBeGreaterThan(490);
  });

  it('shows beside it what can be had without breaking what was told', () => {
    const problem = plain([told(480, 495), urgent]);
    const places = bestPlaces(problem, [[0]], 1, 5);
    expect(places.map(({ after, at }) => after.stops[at]?.startAt)).toEqual([490, 560]);
    expect(places.map(({ consequence }) => consequence.troubles.map(({ trouble }) => trouble))).toEqual([
      ['outside what was told'],
      [],
    ]);
  });

  it('a crew that goes there anyway takes it right after what it goes for', () => {
    const problem = plain([{}, {}, { place: 1 }, { place: 1, skills: ['boiler'] }], [{}, idle]);
    const place = placeAfter(problem, [[0, 1], []], 2, 0);
    expect([place?.shift, place?.at, place?.after.stops.map(({ jobId }) => jobId)]).toEqual([
      ...[0, 1],
      ['j0', 'j2', 'j1'],
    ]);
    expect(place?.consequence.driveMinutes).toBe(0);
    expect(placeAfter(problem, [[0, 1], []], 3, 0)).toBeUndefined();
    expect(placeAfter(problem, [[1], []], 2, 0)).toBeUndefined();
  });

  it('only what is to be begun today is urgent', () => {
    expect(isUrgent(urgent)).toBe(true);
    expect(isUrgent(told(480, 600))).toBe(false);
    expect(isUrgent({})).toBe(false);
  });
});

describe('hours of a visit whose window was told', () => {
  const bound = { limits: [{ kind: 'told', day: 0, from: 660, by: 720 }] } as const;
  const morning = { day: 0, open: 480, close: 690 };
  const afternoon = { day: 0, open: 780, close: 960 };

  it('leave out what is left too short for the work', () => {
    expect(notBefore([morning, afternoon], bound, 31)).toEqual([afternoon]);
    expect(notBefore([morning, afternoon], bound, 30)).toEqual([{ ...morning, open: 660 }, afternoon]);
  });

  it('stay as they are where nothing is left of them, or another day was told', () => {
    expect(notBefore([morning], bound, 31)).toEqual([morning]);
    expect(notBefore([{ ...morning, day: 1 }], bound, 30)).toEqual([{ ...morning, day: 1 }]);
  });
});
