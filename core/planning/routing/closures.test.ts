import fc from 'fast-check';
import {
  driveMinutes,
  estimatedMinutes,
  fleetPlanOf,
  fleetViolations,
  isNoWay,
  ordersOf,
  packProblem,
  searchToEnd,
  travelTable,
  unpackProblem,
  withClosures,
  type Closure,
  type FleetProblem,
  type Shift,
} from './index.ts';
import { numberedNearby } from './fleet/numbering.ts';
import { checkFleet } from './fleet/problem.ts';
import { madeUpWeeks } from './testing/fleets.ts';

const NOWHERE = { lat: 0, lon: 0 };
const ALL_DAY = { from: 0, until: Infinity };
const LINE = [NOWHERE, NOWHERE] as const;

/** All shortest ways of a network (Floyd 1962, algorithm 97): the sum no detour may fall below. */
function shortest(count: number, roads: readonly (readonly [number, number, number])[]): number[] {
  const d = Array.from({ length: count * count }, (_, i) => (i % (count + 1) === 0 ? 0 : Infinity));
  for (const [a, b, minutes] of roads)
    for (const cell of [a * count + b, b * count + a]) d[cell] = Math.min(d[cell] as number, minutes);
  for (let k = 0; k < count; k++)
    for (let i = 0; i < count; i++)
      for (let j = 0; j < count; j++)
        d[i * count + j] = Math.min(d[i * count + j]!, d[i * count + k]! + d[k * count + j]!);
  return d;
}

/** The drive of a cell by way of a road, whichever way along it. */
function throughEdge(d: readonly number[], count: number, cell: number, a: number, b: number): number {
  const [from, to] = [Math.floor(cell / count), cell % count];
  const by = (x: number, y: number) => d[from * count + x]! + d[x * count + y]! + d[y * count + to]!;
  return Math.min(by(a, b), by(b, a));
}

/** Streets in a square of 4 x 4 corners, each as long as it likes. */
const SIDE = 4;
const streets = (minutes: readonly number[]) => {
  const roads: [number, number, number][] = [];
  for (let y = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++) {
      const at = y * SIDE + x;
      if (x + 1 < SIDE) roads.push([at, at + 1, minutes[roads.length] as number]);
      if (y + 1 < SIDE) roads.push([at, at + SIDE, minutes[roads.length] as number]);
    }
  return roads;
};
const STREETS = 2 * SIDE * (SIDE - 1);
const lengths = fc.array(
  fc.integer({ min: 10, max: 2000 }).map((n) => n / 10),
  { minLength: STREETS, maxLength: STREETS },
);

describe('drives while a road is closed or slow', () => {
  it('are the cheapest ways over drives that do not cross it, as the network has them (property)', () => {
    fc.assert(
      fc.property(
        lengths,
        fc.integer({ min: 0, max: STREETS - 1 }),
        fc.option(fc.integer({ min: 1, max: 20 })),
        (minutes, shut, dearer) => {
          const roads = streets(minutes);
          const count = SIDE * SIDE;
          const places = Array.from({ length: count }, () => NOWHERE);
          const [a, b] = roads[shut] as [number, number, number];
          const closure: Closure = { line: LINE, ...ALL_DAY, sides: [a, b], minutes: dearer ?? undefined };
          const now = withClosures(travelTable([720], [shortest(count, roads)], count), places, [closure]);
          const left = roads.filter((_, i) => i !== shut);
          // Of two ways as long as each other nobody knows which a driver takes.
          const usual = shortest(count, roads);
          const without = shortest(count, left);
          fc.pre(usual.every((m, i) => without[i] === m || without[i]! > m + 0.3));
          fc.pre(
            usual.every(
              (m, i) =>
                without[i] !== m || throughEdge(usual, count, i, a, b) > m + 0.3 || i % (count + 1) === 0,
            ),
          );
          // Which drives do not need the road is read off the network without it, not off their lengths.
          const known = usual.flatMap((m, i): [number, number, number][] =>
            without[i] === m || dearer !== null
              ? [[Math.floor(i / count), i % count, without[i] === m ? m : m + (dearer ?? 0)]]
              : [],
          );
          const truth = shortest(count, known).map((m) => Math.min(m, 10_000));
          const off = truth.map((least, i) =>
            Math.abs(driveMinutes(now, Math.floor(i / count), i % count, 720) - least),
          );
          expect(Math.max(...off)).toBeLessThan(1e-3);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('are never shorter than the shortest ways, where only some corners are places (property)', () => {
    fc.assert(
      fc.property(
        lengths,
        fc.integer({ min: 0, max: STREETS - 1 }),
        fc.uniqueArray(fc.integer({ min: 0, max: SIDE * SIDE - 1 }), { minLength: 2, maxLength: 6 }),
        (minutes, shut, corners) => {
          const roads = streets(minutes);
          const all = SIDE * SIDE;
          const [a, b] = roads[shut] as [number, number, number];
          const known = [...corners, a, b];
          const table = (d: readonly number[]) => known.flatMap((i) => known.map((j) => d[i * all + j]!));
          const now = withClosures(
            travelTable([720], [table(shortest(all, roads))], known.length),
            known.map(() => NOWHERE),
            [{ line: LINE, ...ALL_DAY, sides: [corners.length, corners.length + 1] }],
          );
          const truth = table(
            shortest(
              all,
              roads.filter((_, i) => i !== shut),
            ),
          );
          const over = truth.map(
            (least, i) => driveMinutes(now, Math.floor(i / known.length), i % known.length, 720) - least,
          );
          expect(Math.min(...over)).toBeGreaterThan(-1e-3);
        },
      ),
      { numRuns: 200 },
    );
  });

  // Two places with a bridge between them, ten minutes long; P and Q are its ends, five and three minutes off.
  const bridge = [...[0, 18, 5, 15], ...[18, 0, 13, 3], ...[5, 13, 0, 10], ...[15, 3, 10, 0]];
  const across = (closure: Partial<Closure>) =>
    withClosures(
      travelTable([360, 1080], [bridge, bridge], 4),
      Array(4).fill(NOWHERE) as (typeof NOWHERE)[],
      [{ line: LINE, from: 600, until: 720, sides: [2, 3], ...closure }],
    );

  it('wait until it opens where no other way is known', () => {
    const now = across({});
    expect(driveMinutes(now, 0, 1, 720)).toBe(18);
    // At 11:00 it opens in an hour.
    expect(driveMinutes(now, 0, 1, 660)).toBeCloseTo(60 + 18, 1);
    // Whoever leaves an hour before is over it in time.
    expect(driveMinutes(now, 0, 1, 540)).toBe(18);
    // It is reached five minutes after leaving: at 9:58 that is once it is closed.
    expect(driveMinutes(now, 0, 1, 599)).toBeGreaterThan(100);
    // What does not cross is as it was.
    expect(driveMinutes(now, 0, 2, 660)).toBe(5);
  });

  it('come to it later the farther off they begin', () => {
    // Forty minutes to the bridge that closes at ten: who leaves at half past nine is too late.
    const far = [...[0, 53, 40, 50], ...[53, 0, 13, 3], ...[40, 13, 0, 10], ...[50, 3, 10, 0]];
    const now = withClosures(travelTable([360, 1080], [far, far], 4), Array(4).fill(NOWHERE), [
      { line: LINE, from: 600, until: 720, sides: [2, 3] },
    ]);
    expect(driveMinutes(now, 0, 1, 570)).toBeGreaterThan(150);
    expect(driveMinutes(now, 0, 1, 540)).toBe(53);
    // From its near end the same half past nine is in time.
    expect(driveMinutes(now, 2, 1, 570)).toBe(13);
  });

  it('say where no way is left', () => {
    const now = across({ until: Infinity });
    expect(isNoWay(driveMinutes(now, 0, 1, 660))).toBe(true);
    expect(isNoWay(driveMinutes(now, 0, 2, 660))).toBe(false);
  });

  it('cost the minutes where it is slow, and no more of them where two are', () => {
    expect(driveMinutes(across({ minutes: 25 }), 0, 1, 660)).toBe(43);
    const both = withClosures(travelTable([720], [bridge], 4), Array(4).fill(NOWHERE) as (typeof NOWHERE)[], [
      { line: LINE, ...ALL_DAY, sides: [2, 3], minutes: 25 },
      { line: LINE, ...ALL_DAY, sides: [3, 2], minutes: 4 },
    ]);
    expect(driveMinutes(both, 0, 1, 720)).toBe(18 + 25 + 4);
  });

  it('cross a drawn line where drives are straight ones, and go round its end', () => {
    // A river from west to east along the middle; the second bridge is a place at its eastern end.
    const places = [
      { lat: 41, lon: -66.5 },
      { lat: 41.2, lon: -66.5 },
      { lat: 41.1, lon: -66.2 },
    ];
    const table = travelTable([720], [places.flatMap((a) => places.map((b) => estimatedMinutes(a, b)))], 3);
    const line = [
      { lat: 41.1, lon: -66.6 },
      { lat: 41.1, lon: -66.4 },
    ] as const;
    const now = withClosures(table, places, [{ line, ...ALL_DAY }]);
    const round = driveMinutes(table, 0, 2, 720) + driveMinutes(table, 2, 1, 720);
    expect(driveMinutes(now, 0, 1, 720)).toBeCloseTo(round, 3);
    expect(round).toBeGreaterThan(driveMinutes(table, 0, 1, 720));
    // Who is on the line itself is reached from both sides.
    const there = [...places, { lat: 41.1, lon: -66.5 }];
    const four = travelTable([720], [there.flatMap((a) => there.map((b) => estimatedMinutes(a, b)))], 4);
    const onIt = withClosures(four, there, [{ line, ...ALL_DAY }]);
    expect(driveMinutes(onIt, 0, 3, 720)).toBe(driveMinutes(four, 0, 3, 720));
    // A line beside the way is not crossed.
    const beside = [line[0], { lat: 41.1, lon: -66.55 }] as const;
    expect(withClosures(table, places, [{ line: beside, ...ALL_DAY }]).minutes[0]).toEqual(table.minutes[0]);
  });

  it('go round the end of a long line at every time of day, among many places', () => {
    const count = 200;
    const places = Array.from({ length: count }, (_, i) => ({
      lat: 41 + ((i * 37) % 100) / 500,
      lon: -66.5 + ((i * 61) % 100) / 500,
    }));
    const minutes = places.flatMap((a) => places.map((b) => estimatedMinutes(a, b)));
    const table = travelTable([360, 480, 600, 720, 900, 1080], Array(6).fill(minutes) as number[][], count);
    const line = [
      { lat: 41.1005, lon: -66.52 },
      { lat: 41.1005, lon: -66.31 },
    ] as const;
    const round = withClosures(table, places, [{ line, ...ALL_DAY }]);
    expect(round.samples).toEqual([0, ...table.samples]);
    expect(round.minutes.some((all) => all.some(isNoWay))).toBe(false);
  });
});

describe('a plan over days of which one has other roads', () => {
  const slowOn = (seed: number): FleetProblem => {
    const weeks = madeUpWeeks(seed, { jobs: 16, crews: 2, days: 2, side: 90 });
    const { samples, minutes, places } = weeks.travel;
    const slower = travelTable(
      samples,
      minutes.map((table) => table.map((m) => 1.5 * m)),
      places,
    );
    return {
      ...weeks,
      otherRoads: [slower],
      shifts: weeks.shifts.map((shift): Shift => (shift.day === 1 ? { ...shift, roads: 0 } : shift)),
    };
  };

  it('holds by the checker and costs what it says, each day by its own roads', () => {
    let other = 0;
    for (let seed = 0; seed < 30; seed++) {
      const problem = slowOn(seed);
      const plan = searchToEnd(problem, { seed, turns: 60 });
      expect([seed, fleetViolations(problem, plan)]).toEqual([seed, []]);
      const orders = ordersOf(problem, plan);
      expect(fleetPlanOf(problem, orders).cost).toBeCloseTo(plan.cost, 6);
      // By the roads of the other day it would cost something else.
      if (Math.abs(fleetPlanOf({ ...problem, otherRoads: [problem.travel] }, orders).cost - plan.cost) > 1)
        other++;
    }
    expect(other).toBeGreaterThan(20);
  });

  it('travels and is numbered anew with all its roads', () => {
    const problem = slowOn(4);
    const sent = unpackProblem(JSON.parse(JSON.stringify(packProblem(problem))));
    expect(sent.otherRoads?.[0]?.samples).toEqual(problem.otherRoads?.[0]?.samples);
    const { problem: other, there } = numberedNearby(problem);
    const orders = ordersOf(problem, searchToEnd(problem, { seed: 4, turns: 40 }));
    expect(fleetPlanOf(other, there(orders)).cost).toBeCloseTo(fleetPlanOf(problem, orders).cost, 6);
  });

  it('is refused where a day has roads that nobody gave', () => {
    const problem = slowOn(1);
    expect(() => checkFleet({ ...problem, otherRoads: [] })).toThrow(/roads that are not known/);
    const few = travelTable([0], [[0]], 1);
    expect(() => checkFleet({ ...problem, otherRoads: [few] })).toThrow(/between the same places/);
  });
});
