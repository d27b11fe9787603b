import fc from 'fast-check';
import {
  areaOf,
  boxAround,
  compassWord,
  cornersOf,
  crossing,
  firstStep,
  isInside,
  mergeRoofs,
  rectangleRoof,
  redone,
  roofProblems,
  snapped,
  standsOn,
  stepTo,
  takeTheirs,
  turnedPlan,
  undone,
  type RoofItem,
  type RoofPlan,
} from './index.ts';

const item = (id: string, x: number, y: number, more: Partial<RoofItem> = {}): RoofItem => ({
  id,
  kind: 'unit',
  x,
  y,
  w: 8,
  h: 5,
  turn: 0,
  ...more,
});
const on = (plan: RoofPlan, ...items: RoofItem[]): RoofPlan => ({ ...plan, items });
const L_SHAPE = [
  [0, 0],
  [40, 0],
  [40, 20],
  [20, 20],
  [20, 40],
  [0, 40],
].map(([x, y]) => ({ x: x as number, y: y as number, edge: 'parapet' as const }));

describe('geometry', () => {
  it('knows areas that can be worked out by hand', () => {
    expect(areaOf(rectangleRoof(120, 80).outline)).toBe(9600);
    expect(areaOf(L_SHAPE)).toBe(40 * 40 - 20 * 20);
    expect(() => rectangleRoof(0, 10)).toThrow(RangeError);
  });

  it('knows inside from outside in the notch of an L', () => {
    expect(isInside({ x: 10, y: 30 }, L_SHAPE)).toBe(true);
    expect(isInside({ x: 30, y: 30 }, L_SHAPE)).toBe(false);
    expect(isInside({ x: 20, y: 30 }, L_SHAPE)).toBe(true);
  });

  it('finds sides that cross, and none in a sound outline', () => {
    expect(crossing(L_SHAPE)).toBeUndefined();
    const bowTie = [
      { x: 0, y: 0 },
      { x: 10, y: 10 },
      { x: 10, y: 0 },
      { x: 0, y: 10 },
    ];
    expect(crossing(bowTie)).toEqual([0, 2]);
  });

  it('turning keeps the area, the middle and the distances to it', () => {
    const numbers = fc.double({ min: -500, max: 500, noNaN: true });
    const size = fc.double({ min: 0.5, max: 60, noNaN: true });
    fc.assert(
      fc.property(numbers, numbers, size, size, fc.integer({ min: 0, max: 359 }), (x, y, w, h, turn) => {
        const corners = cornersOf({ x, y, w, h, turn });
        expect(areaOf(corners)).toBeCloseTo(w * h, 5);
        for (const c of corners) expect(Math.hypot(c.x - x, c.y - y)).toBeCloseTo(Math.hypot(w, h) / 2, 6);
        expect(corners.reduce((sum, c) => sum + c.x, 0) / 4).toBeCloseTo(x, 6);
      }),
    );
  });

  it('what stands on a rectangle keeps every corner within it, whatever its turn', () => {
    const { outline } = rectangleRoof(100, 60);
    const any = fc.record({
      x: fc.integer({ min: -10, max: 110 }),
      y: fc.integer({ min: -10, max: 70 }),
      turn: fc.integer({ min: 0, max: 359 }),
    });
    fc.assert(
      fc.property(any, (at) => {
        const thing = { ...at, w: 8, h: 5 };
        const within = cornersOf(thing).every(
          (c) => c.x >= -1e-6 && c.x <= 100 + 1e-6 && c.y >= -1e-6 && c.y <= 60 + 1e-6,
        );
        expect(standsOn(thing, outline)).toBe(within);
      }),
    );
  });

  it('snaps to a neighbour in reach, else to the grid, each way by itself', () => {
    expect(snapped({ x: 10.4, y: 3.3 }, [{ x: 10.9, y: 30 }], { grid: 1, reach: 0.75 })).toEqual({
      x: 10.9,
      y: 3,
    });
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 99, noNaN: true }),
        fc.double({ min: 0, max: 99, noNaN: true }),
        (x, y) => {
          const once = snapped({ x, y }, [], { grid: 0.5, reach: 1 });
          expect(snapped(once, [], { grid: 0.5, reach: 1 })).toEqual(once);
          expect(Math.abs(once.x - x)).toBeLessThanOrEqual(0.25 + 1e-9);
        },
      ),
    );
  });

  it('names the compass', () => {
    expect([0, 44, 91, 359, -90, 720].map(compassWord)).toEqual([
      'north',
      'north-east',
      'east',
      'north',
      'west',
      'north',
    ]);
  });
});

describe('problems of a plan', () => {
  it('none for a sound one; otherwise the path and a sentence', () => {
    const roof = rectangleRoof(60, 40);
    expect(roofProblems(on(roof, item('a', 10, 10, { unitId: 'u1' })))).toEqual([]);
    expect(roofProblems(on(roof, item('a', 10, 10), item('b', 59, 10, { label: 'RTU-2' })))).toEqual([
      { path: 'items.1', message: 'RTU-2 does not stand on the roof' },
    ]);
    expect(
      roofProblems(on(roof, item('a', 10, 10, { unitId: 'u1' }), item('b', 30, 10, { unitId: 'u1' })))[0]
        ?.message,
    ).toMatch(/twice/);
    expect(roofProblems({ outline: [], items: [] })[0]?.message).toMatch(/three corners/);
    expect(roofProblems({ outline: [...rectangleRoof(3, 3).outline], items: [] })[0]?.message).toMatch(
      /10 square feet/,
    );
  });
});

describe('joining two people’s changes', () => {
  const base = on(rectangleRoof(60, 40), item('a', 10, 10), item('b', 30, 10), item('c', 45, 10));

  it('loses nothing when they touched different things', () => {
    const mine = on(base, item('a', 12, 10), item('b', 30, 10), item('c', 45, 10), item('new', 20, 30));
    const theirs = { ...on(base, item('a', 10, 10), item('c', 45, 20)), northDeg: 30 };
    const merged = mergeRoofs(base, mine, theirs);
    expect(merged.conflicts).toEqual([]);
    expect(merged.outlineConflict).toBe(false);
    expect(merged.plan.northDeg).toBe(30);
    expect(merged.plan.items).toEqual([item('a', 12, 10), item('c', 45, 20), item('new', 20, 30)]);
  });

  it('lists what both changed, and takes theirs where asked, even what one had removed', () => {
    const mine = on(base, item('a', 12, 10), item('c', 45, 10));
    const theirs = on(base, item('a', 14, 10), item('b', 33, 10), item('c', 45, 10));
    const merged = mergeRoofs(base, mine, theirs);
    expect(merged.conflicts.map((c) => c.id).sort()).toEqual(['a', 'b']);
    expect(takeTheirs(merged, new Set(['a', 'b'])).items.map((i) => [i.id, i.x])).toEqual([
      ['a', 14],
      ['c', 45],
      ['b', 33],
    ]);
  });

  it('is the other’s plan when I changed nothing, and mine when they did not (any plans)', () => {
    const plans = fc
      .uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { maxLength: 5 })
      .chain((ids) =>
        fc.tuple(...ids.map((id) => fc.integer({ min: 0, max: 60 }).map((x) => item(id, x, 10)))),
      )
      .map((items) => on(base, ...items));
    const ids = (plan: RoofPlan) => [...plan.items].sort((a, b) => (a.id < b.id ? -1 : 1));
    fc.assert(
      fc.property(plans, plans, (was, other) => {
        expect(ids(mergeRoofs(was, was, other).plan)).toEqual(ids(other));
        expect(ids(mergeRoofs(was, other, was).plan)).toEqual(ids(other));
        expect(mergeRoofs(was, other, other).conflicts).toEqual([]);
      }),
    );
  });
});

describe('a roof on a sheet turned a quarter', () => {
  const plan: RoofPlan = {
    outline: [
      { x: 0, y: 0, edge: 'parapet' },
      { x: 90, y: 0, edge: 'open edge' },
      { x: 90, y: 30, edge: 'parapet' },
      { x: 0, y: 30, edge: 'wall' },
    ],
    northDeg: 300,
    items: [{ id: 'a', kind: 'unit', x: 80, y: 5, w: 8, h: 5, turn: 15 }],
  };

  it('is as large, upright, with north and everything on it turned along', () => {
    const turned = turnedPlan(plan);
    expect(boxAround(turned.outline)).toEqual({ left: -30, top: 0, right: -0, bottom: 90 });
    expect(areaOf(turned.outline)).toBe(areaOf(plan.outline));
    expect(turned.northDeg).toBe(30);
    // What stood at the far right of the upper side stands at the foot of the right side.
    expect(turned.items[0]).toMatchObject({ x: -5, y: 80, turn: 105 });
    expect(turned.outline.map(({ edge }) => edge)).toEqual(plan.outline.map(({ edge }) => edge));
  });

  it('four quarters are none, and which way a thing lies from another by the compass stays', () => {
    const four = turnedPlan(turnedPlan(turnedPlan(turnedPlan(plan))));
    expect(four.northDeg).toBe(plan.northDeg);
    expect(four.items[0]).toMatchObject({ x: 80, y: 5, turn: 15 });
    const bearing = ({ items, outline, northDeg }: RoofPlan) => {
      const [item, corner] = [items[0], outline[0]];
      if (!item || !corner) throw new Error('no item');
      const deg = (Math.atan2(item.x - corner.x, corner.y - item.y) * 180) / Math.PI - northDeg;
      return Math.round(((deg % 360) + 360) % 360);
    };
    expect(bearing(turnedPlan(plan))).toBe(bearing(plan));
  });
});

describe('undo and redo', () => {
  it('go back and forth over the same steps; a new change forgets what was undone', () => {
    let steps = stepTo(stepTo(firstStep(1), 2), 3);
    steps = undone(undone(undone(steps)));
    expect(steps.now).toBe(1);
    steps = redone(steps);
    expect(steps.now).toBe(2);
    steps = stepTo(steps, 9);
    expect(redone(steps).now).toBe(9);
    expect(undone(steps).now).toBe(2);
    expect(stepTo(steps, 9)).toBe(steps);
  });
});
