import { rectangleRoof, roofProblems, standsOn, type RoofPlan } from '#core/places/roof';
import {
  addedCorner,
  freeSpot,
  movedCorner,
  placed,
  removedCorner,
  withEdge,
  withItem,
  without,
} from './editing.ts';

describe('drawing on a roof', () => {
  it('puts new things where they stand and touch nothing, one after the other', () => {
    let plan: RoofPlan = rectangleRoof(60, 40);
    for (let i = 0; i < 8; i++) ({ plan } = placed(plan, 'unit'));
    expect(roofProblems(plan)).toEqual([]);
    const spots = plan.items.map((i) => `${i.x} ${i.y}`);
    expect(new Set(spots).size).toBe(8);
  });

  it('finds a spot on the roof even when it is full', () => {
    let plan: RoofPlan = rectangleRoof(12, 9);
    for (let i = 0; i < 4; i++) ({ plan } = placed(plan, 'hatch'));
    const spot = freeSpot(plan, { w: 1, h: 1 });
    expect(standsOn({ ...spot, w: 0.5, h: 0.5, turn: 0 }, plan.outline)).toBe(true);
  });

  it('changes one thing and leaves the rest as it was', () => {
    const { plan, id } = placed(placed(rectangleRoof(60, 40), 'hatch').plan, 'unit');
    const turned = withItem(plan, id, { turn: 90 });
    expect(turned.items[0]).toBe(plan.items[0]);
    expect(turned.items[1]?.turn).toBe(90);
    expect(without(turned, id).items).toHaveLength(1);
  });

  it('adds, moves and removes corners; three always stay', () => {
    const plan = withEdge(rectangleRoof(60, 40), 0, 'open edge');
    const five = addedCorner(plan, 0);
    expect(five.outline[1]).toEqual({ x: 30, y: 0, edge: 'open edge' });
    expect(movedCorner(five, 1, { x: 30, y: -8 }).outline[1]).toEqual({ x: 30, y: -8, edge: 'open edge' });
    expect(removedCorner(five, 1).outline).toEqual(plan.outline);
    const three = removedCorner(plan, 0);
    expect(removedCorner(three, 0)).toBe(three);
  });
});
