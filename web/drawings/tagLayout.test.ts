import fc from 'fast-check';
import { seededRandom } from '#core/base/random';
import { placeTags, sidesOf, tagSize, type Boxed } from './tagLayout.ts';

const SHEET = { left: 0, top: 0, right: 900, bottom: 560 };
const LETTER = 12;
const named = (x: number, y: number, w: number, h: number, i: number) => ({
  id: `u${i}`,
  text: `RTU-${i}`,
  x,
  y,
  w,
  h,
});

/** Units in rows as they stand on a large roof. */
const rows = (count: number, across: number) =>
  Array.from({ length: count }, (_, i) =>
    named(45 + (i % across) * (810 / (across - 1)), 45 + Math.floor(i / across) * 50, 16, 11, i),
  );

const areas = (things: readonly (Boxed & { text: string })[], places: ReturnType<typeof placeTags>) =>
  things.flatMap((thing) => {
    const place = places.get(thing.id);
    const { w, h } = tagSize(thing.text, LETTER);
    return place ? [{ ...place, w, h }] : [];
  });

describe('the tags of a roof', () => {
  it('names each of 150 units in letters of 12 without one tag on another', () => {
    const things = rows(150, 15);
    const placed = areas(things, placeTags(things, [], LETTER, SHEET));
    expect(placed).toHaveLength(150);
    for (const [i, a] of placed.entries())
      for (const b of placed.slice(i + 1))
        expect(Math.abs(a.x - b.x) * 2 < a.w + b.w && Math.abs(a.y - b.y) * 2 < a.h + b.h).toBe(false);
  });

  it('stand on the unit where it is large enough, else beside it with a leader', () => {
    const places = placeTags([named(200, 200, 90, 40, 1), named(500, 200, 20, 12, 2)], [], LETTER, SHEET);
    expect(places.get('u1')).toEqual({ x: 200, y: 200, inside: true });
    expect(places.get('u2')).toMatchObject({ inside: false, from: [expect.any(Number), expect.any(Number)] });
  });

  it('keep off the sides of the roof, and leaders off what is not theirs, while there is room', () => {
    const things = rows(32, 8).map((one) => ({ ...one, x: one.x * 0.9 + 40, y: one.y * 2 + 60 }));
    const outline = [
      { x: 40, y: 60 },
      { x: 860, y: 60 },
      { x: 860, y: 500 },
      { x: 40, y: 500 },
    ];
    const sides = sidesOf(outline);
    const placed = areas(things, placeTags(things, [], LETTER, SHEET, sides));
    expect(placed).toHaveLength(32);
    for (const { x, y, w, h } of placed)
      for (const [[x1, y1], [x2, y2]] of sides)
        // Sides are upright or level here: a tag lies on one when it spans it.
        expect(
          x1 === x2
            ? Math.abs(x - x1) < w / 2 && y + h / 2 > 60 && y - h / 2 < 500
            : Math.abs(y - y1) < h / 2 && x + w / 2 > 40 && x - w / 2 < 860 && y1 === y2,
        ).toBe(false);
    // Each name lies nearer to its own unit than to any other.
    for (const [i, a] of placed.entries()) {
      const far = (other: Boxed) =>
        Math.hypot(
          Math.max(0, Math.abs(a.x - other.x) - (a.w + other.w) / 2),
          Math.max(0, Math.abs(a.y - other.y) - (a.h + other.h) / 2),
        );
      const own = things[i];
      expect(own && things.every((other) => other === own || far(own) < far(other))).toBe(true);
    }
    for (const [i, a] of placed.entries())
      for (const [j, other] of things.entries()) {
        if (i === j || !a.from) continue;
        for (let t = 0; t <= 1; t += 0.05) {
          const [px, py] = [a.from[0] + (a.x - a.from[0]) * t, a.from[1] + (a.y - a.from[1]) * t];
          expect(Math.abs(px - other.x) < other.w / 2 && Math.abs(py - other.y) < other.h / 2).toBe(false);
        }
      }
  });

  it('never lie on each other nor leave the sheet, wherever units stand', () => {
    const anywhere = fc.array(fc.tuple(fc.nat(860), fc.nat(520)), { maxLength: 60 });
    fc.assert(
      fc.property(anywhere, (spots) => {
        const things = spots.map(([x, y], i) => named(x + 20, y + 20, 14, 10, i));
        const placed = areas(things, placeTags(things, [], LETTER, SHEET));
        for (const [i, a] of placed.entries()) {
          expect(a.x - a.w / 2).toBeGreaterThanOrEqual(SHEET.left);
          expect(a.y + a.h / 2).toBeLessThanOrEqual(SHEET.bottom);
          for (const b of placed.slice(i + 1))
            expect(
              Math.abs(a.x - b.x) * 2 < a.w + b.w - 1e-6 && Math.abs(a.y - b.y) * 2 < a.h + b.h - 1e-6,
            ).toBe(false);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('on a small roof', () => {
  /** Whether a leader passes over a word, looked at in a hundred steps. */
  const strikes = (from: readonly [number, number], to: readonly [number, number], word: Boxed) =>
    Array.from({ length: 100 }, (_, i) => i / 100).some(
      (t) =>
        Math.abs(from[0] + (to[0] - from[0]) * t - word.x) < word.w / 2 &&
        Math.abs(from[1] + (to[1] - from[1]) * t - word.y) < word.h / 2,
    );

  it('no leader strikes through the word beside a way up while there is another place (200 roofs)', () => {
    const sheet = { left: 2, top: 2, right: 298, bottom: 188 };
    const random = seededRandom(11);
    let struck = 0;
    for (let k = 0; k < 200; k++) {
      const word = { id: 'w', x: 60 + 180 * random(), y: 40 + 110 * random(), w: 54, h: 15, word: true };
      // Nothing stands on the way up itself.
      const things = Array.from({ length: 8 }, (_, i) =>
        named(30 + 240 * random(), 30 + 130 * random(), 14, 10, i),
      ).filter(({ x, y }) => Math.abs(x - word.x) > 40 || Math.abs(y - word.y) > 20);
      const outline = [
        { x: 14, y: 14 },
        { x: 286, y: 14 },
        { x: 286, y: 176 },
        { x: 14, y: 176 },
      ];
      const places = placeTags(things, [word], LETTER, sheet, sidesOf(outline));
      for (const { from, x, y } of places.values()) if (from && strikes(from, [x, y], word)) struck++;
    }
    // In one of them no other place is left.
    expect(struck).toBeLessThanOrEqual(1);
  });
});
