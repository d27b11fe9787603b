import { DEFAULT_PLANNING, timedRoute, type FleetProblem } from '#core/planning/routing';
import type { BoardDay, BoardStop, OrdersKept, PlanProblem } from '#contracts/board';
import { stepped } from './moving.ts';
import { drawn, progressOf } from './CrewStrip.tsx';
import {
  changedDays,
  consequenceWords,
  holds,
  ordersToKeep,
  ordersToUndo,
  placeAt,
  withJob,
} from './orders.ts';
import type { Moving } from './useMoves.ts';

/** Two crews on one day and one on the next; three visits and a call, ten minutes between any two places. */
const problem: FleetProblem = {
  travel: {
    samples: [0],
    places: 5,
    minutes: [Float32Array.from({ length: 25 }, (_, i) => (Math.floor(i / 5) === i % 5 ? 0 : 10))],
  },
  shifts: [
    { id: 'a 1', crew: 'Harbour', day: 0, start: 420, end: 960, from: 0, to: 0 },
    { id: 'b 1', crew: 'South Bank', day: 0, start: 420, end: 960, from: 0, to: 0 },
    { id: 'a 2', crew: 'Harbour', day: 1, start: 420, end: 960, from: 0, to: 0 },
  ],
  jobs: [0, 1, 2, 3].map((j) => ({
    id: `job ${j}`,
    name: `site ${j}`,
    place: j + 1,
    minutes: 60,
    windows: [0, 1].map((day) => ({ day, open: 0, close: 1440 })),
    leftOut: 900,
    ...(j === 1 ? { limits: [{ kind: 'promised', day: 0, by: 515 }] } : {}),
  })),
};
const view: PlanProblem = {
  problem,
  planning: DEFAULT_PLANNING,
  estimated: false,
  jobs: [0, 1, 2, 3].map((j) => ({
    asked: j === 3 ? { call: 'call 3' } : { visit: `visit ${j}` },
    siteId: `s${j}`,
    site: `Site ${j}`,
    customer: 'Customer',
    lat: 1,
    lon: 1,
    work: [],
    lateDays: 0,
    calls: [],
    loose: j === 2,
  })),
  shifts: problem.shifts.map((shift) => ({
    crewId: shift.id.slice(0, 1),
    crew: shift.crew,
    day: shift.day === 0 ? '2026-06-04' : '2026-06-05',
    version: 3,
    start: { name: 'yard', lat: 0, lon: 0 },
  })),
  orders: [[0, 1], [2], []],
  orphaned: [],
  left: [],
  notes: [],
};
const asked = { from: '2026-06-04', days: 2 };

it('a job goes where it is put, counted among the others, and comes off where it is put nowhere', () => {
  expect(withJob(view.orders, 0, { shift: 0, at: 1 })).toEqual([[1, 0], [2], []]);
  expect(withJob(view.orders, 0, { shift: 1, at: 1 })).toEqual([[1], [2, 0], []]);
  expect(withJob(view.orders, 2, undefined)).toEqual([[0, 1], [], []]);
});

it('what is sent names only the days that differ and the visits that come off', () => {
  const moved = ordersToKeep(asked, view, view.orders, withJob(view.orders, 0, { shift: 2, at: 0 }), false);
  expect(moved).toMatchObject({ ...asked, anyway: false, takeOff: [] });
  expect(moved.orders).toEqual([
    { crewId: 'a', day: '2026-06-04', version: 3, jobs: [{ visit: 'visit 1' }] },
    { crewId: 'a', day: '2026-06-05', version: 3, jobs: [{ visit: 'visit 0' }] },
  ]);
  const off = ordersToKeep(asked, view, view.orders, withJob(view.orders, 2, undefined), true);
  expect(off.takeOff).toEqual(['visit 2']);
  expect(off.orders).toEqual([{ crewId: 'b', day: '2026-06-04', version: 3, jobs: [] }]);
});

it('what has no time yet gets one where the plan is settled, also where nothing moves', () => {
  expect(ordersToKeep(asked, view, view.orders, view.orders, true).orders).toEqual([]);
  expect(ordersToKeep(asked, view, view.orders, view.orders, true, true).orders).toEqual([
    { crewId: 'b', day: '2026-06-04', version: 3, jobs: [{ visit: 'visit 2' }] },
  ]);
});

it('what a crew that is out leaves behind stays there until it has a better place', () => {
  const out: PlanProblem = {
    ...view,
    orders: [[0], [], []],
    orphaned: [{ crewId: 'c', day: '2026-06-04', version: 7, jobs: [1, 2] }],
  };
  const sent = ordersToKeep(asked, out, out.orders, [[0, 1], [], []], true);
  expect(sent.orders[1]).toEqual({
    crewId: 'c',
    day: '2026-06-04',
    version: 7,
    jobs: [{ visit: 'visit 2' }],
  });
  expect(sent.takeOff).toEqual([]);
});

it('undoing sends what stood before, takes off what came on, and leaves alone what has begun since', () => {
  const kept: OrdersKept = {
    id: 'k',
    routes: [{ crewId: 'a', day: '2026-06-04', version: 4 }],
    before: [{ crewId: 'a', day: '2026-06-04', visits: ['v0', 'v1'] }],
    after: [{ crewId: 'a', day: '2026-06-04', visits: ['v1', 'v0', 'v9'] }],
    takenOff: [],
    begun: ['v0'],
  };
  expect(ordersToUndo(kept, asked)).toMatchObject({
    takeOff: ['v9'],
    orders: [{ crewId: 'a', day: '2026-06-04', version: 4, jobs: [{ visit: 'v1' }] }],
  });
});

it('says what a move does before it is done, what does not hold first', () => {
  const after = withJob(view.orders, 3, { shift: 0, at: 0 });
  const days = changedDays(problem, view.orders, after);
  expect(days).toHaveLength(1);
  expect(holds(days)).toBe(false);
  const words = consequenceWords(days[0]!, view, problem.shifts[0]!);
  expect(words.against).toEqual(['Site 1 at 09:30: after what was promised']);
  expect(words.also).toEqual([
    '10 min more on the road',
    '2 stops later, by up to 1 h 10 min',
    'back at 10:40',
  ]);
  // Behind the rest nothing breaks.
  expect(holds(changedDays(problem, view.orders, withJob(view.orders, 3, { shift: 0, at: 2 })))).toBe(true);
});

it('a place by the time of day is before the first stop that is not half over', () => {
  const route = timedRoute(problem, problem.shifts[0]!, [0, 1]);
  expect(placeAt(route, 420)).toBe(0);
  expect(placeAt(route, 480)).toBe(1);
  expect(placeAt(route, 900)).toBe(2);
});

describe('by keys', () => {
  const moving = (shift: number, at: number): Moving => ({
    view,
    job: 0,
    target: { shift, at },
    days: changedDays(problem, view.orders, withJob(view.orders, 0, { shift, at })),
  });
  it.each([
    ['ArrowRight', 0, 0, { shift: 0, at: 1 }],
    ['ArrowRight', 0, 1, { shift: 0, at: 1 }],
    ['ArrowLeft', 0, 1, { shift: 0, at: 0 }],
    ['ArrowDown', 0, 0, { shift: 1, at: 0 }],
    ['ArrowDown', 0, 1, { shift: 1, at: 1 }],
    ['ArrowUp', 0, 0, { shift: 0, at: 0 }],
    ['PageDown', 0, 0, { shift: 2, at: 0 }],
    ['PageUp', 2, 0, { shift: 0, at: 0 }],
    ['x', 0, 0, undefined],
  ])('%s from shift %i place %i', (key, shift, at, wanted) => {
    expect(stepped(moving(shift, at), key)).toEqual(wanted);
  });
});

describe('a strip', () => {
  const stop = (more: Partial<BoardStop>): BoardStop => ({
    ...{ visitId: 'v', siteId: 's', site: 'Press Hall', customer: 'Print', lat: 1, lon: 1 },
    ...{ driveMinutes: 10, arriveAt: 480, startAt: 480, leaveAt: 540, minutes: 60 },
    ...{
      arrivedAt: null,
      leftAt: null,
      begun: false,
      locked: false,
      troubles: [],
      told: null,
      hazards: [],
      acute: [],
      calls: [],
    },
    ...more,
  });
  const day = (stops: readonly BoardStop[]): BoardDay =>
    ({ crew: 'Harbour', shift: { start: 420, end: 960 }, stops }) as BoardDay;

  it('draws what was as it was, what is planned as planned, and what has no time behind the rest', () => {
    const blocks = drawn(
      day([
        stop({ arrivedAt: '2026-06-04T08:05:00Z', leftAt: '2026-06-04T08:50:00Z' }),
        stop({ startAt: 600, leaveAt: 660 }),
        stop({ startAt: null, leaveAt: null }),
      ]),
      'UTC',
      530,
    );
    expect(blocks.map(({ start, leave }) => [start, leave])).toEqual([
      [485, 530],
      [600, 660],
      [660, 720],
    ]);
    expect(blocks.map(({ pushed }) => pushed)).toEqual([false, false, false]);
    // What runs late pushes the rest by the work and the drive, and it is said when the next can be expected.
    const late = drawn(
      day([stop({ startAt: 600, leaveAt: 660 }), stop({ arrivedAt: '2026-06-04T10:20:00Z' })]),
      'UTC',
      700,
    );
    expect(late.map(({ start, leave, pushed }) => [start, leave, pushed])).toEqual([
      [620, 700, false],
      [710, 770, true],
    ]);
    const there = drawn(day([stop({ arrivedAt: '2026-06-04T08:05:00Z' })]), 'UTC', 700);
    expect(there[0]).toMatchObject({ start: 485, leave: 700 });
  });

  it('says planned, late, there and left', () => {
    expect(progressOf(stop({}), true, 500)).toEqual({ state: 'planned', late: 20 });
    expect(progressOf(stop({}), false, 500)).toEqual({ state: 'planned', late: 0 });
    expect(progressOf(stop({ arrivedAt: 'x' }), true, 500).state).toBe('there');
    expect(progressOf(stop({ leftAt: 'x', arrivedAt: 'x' }), true, 900).state).toBe('left');
    expect(progressOf(stop({ begun: true }), true, 500)).toEqual({ state: 'begun', late: 0 });
    expect(progressOf(stop({ startAt: null }), true, 900)).toEqual({ state: 'not in order yet', late: 0 });
  });
});
