import fc from 'fast-check';
import { dodge } from './dodge.ts';

const size = { width: 36, height: 24 };
const apart = (marks: readonly { id: string; x: number; y: number }[]) => {
  const moved = dodge(marks, size);
  return marks.map(({ id, x, y }) => ({ x: x + moved.get(id)!.dx, y: y + moved.get(id)!.dy }));
};
const cover = (a: { x: number; y: number }, b: { x: number; y: number }) =>
  Math.abs(a.x - b.x) < size.width && Math.abs(a.y - b.y) < size.height;

describe('marks on a map', () => {
  it('stay where they are while there is room', () => {
    const far = [
      { id: 'a', x: 0, y: 0 },
      { id: 'b', x: 40, y: 0 },
      { id: 'c', x: 0, y: 30 },
    ];
    expect([...dodge(far, size).values()]).toEqual([0, 1, 2].map(() => ({ dx: 0, dy: 0 })));
  });

  it('of one place stand beside it, the first on it, none on another', () => {
    const one = Array.from({ length: 8 }, (_, i) => ({ id: String(i), x: 200, y: 200 }));
    const at = apart(one);
    expect(at[0]).toEqual({ x: 200, y: 200 });
    at.forEach((a, i) => at.slice(i + 1).forEach((b) => expect(cover(a, b)).toBe(false)));
    for (const { x, y } of at) expect(Math.hypot(x - 200, y - 200)).toBeLessThan(120);
  });

  it('of a day never cover each other (property)', () => {
    const place = fc.record({ x: fc.integer({ min: 0, max: 400 }), y: fc.integer({ min: 0, max: 400 }) });
    fc.assert(
      fc.property(fc.array(place, { maxLength: 12 }), (places) => {
        const at = apart(places.map((one, i) => ({ id: String(i), ...one })));
        at.forEach((a, i) => at.slice(i + 1).forEach((b) => expect(cover(a, b)).toBe(false)));
      }),
    );
  });
});
