import fc from 'fast-check';
import { placeLabels, type LabelAsked } from './lanes.ts';

const label = (id: string, x: number, width: number, warns = false): LabelAsked => ({ id, x, width, warns });

describe('labels beneath a strip', () => {
  it('stand in the first lane in which nothing lies, and stay in the strip', () => {
    expect(placeLabels([label('a', 0, 80), label('b', 50, 80), label('c', 950, 80)], 1000, 2)).toEqual([
      { id: 'a', x: 0, width: 80, lane: 0 },
      { id: 'b', x: 50, width: 80, lane: 1 },
      { id: 'c', x: 920, width: 80, lane: 0 },
    ]);
  });

  it('what warns comes first and is never cut; a name is, and left out where nothing could be read', () => {
    const placed = placeLabels([label('a', 0, 200), label('b', 60, 200, true), label('c', 20, 200)], 300, 1);
    expect(placed).toEqual([
      { id: 'b', x: 60, width: 200, lane: 0 },
      { id: 'a', x: 0, width: 54, lane: 0 },
    ]);
  });

  it('what is wider than the strip, or just fits it by a fraction, has its lane all the same', () => {
    expect(placeLabels([label('a', 0, 400, true)], 300, 2)).toEqual([{ id: 'a', x: 0, width: 300, lane: 0 }]);
    expect(placeLabels([label('a', 899.7, 100.3, true)], 1000.1, 2)).toHaveLength(1);
  });

  it('never lie on each other, and what warns is whole (property)', () => {
    const one = fc.record({
      x: fc.integer({ min: 0, max: 980 }),
      width: fc.integer({ min: 20, max: 220 }),
      warns: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 20 }), fc.integer({ min: 1, max: 3 }), (asked, most) => {
        const labels = asked.map((of, i) => ({ ...of, id: String(i) }));
        const placed = placeLabels(labels, 1000, most);
        for (const { id, warns, width } of labels)
          if (warns) expect(placed.find((own) => own.id === id)?.width).toBe(width);
        for (const a of placed) {
          expect(a.x).toBeGreaterThanOrEqual(0);
          expect(a.x + a.width).toBeLessThanOrEqual(1000);
          for (const b of placed)
            if (a !== b && a.lane === b.lane) expect(a.x + a.width <= b.x || b.x + b.width <= a.x).toBe(true);
        }
      }),
      { numRuns: 200, seed: 2 },
    );
  });
});
