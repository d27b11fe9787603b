import fc from 'fast-check';
import { beside } from './spot.ts';

const room = { width: 1280, height: 800, foot: 0 };
const size = { width: 300, height: 60 };
const box = (left: number, top: number, height = 32) => ({ left, top, bottom: top + height });

describe('where something is said', () => {
  it('is below what was pressed, above it at the foot of the window, and in the window at its right edge', () => {
    expect(beside(box(100, 200), size, room)).toEqual({ left: 100, top: 238 });
    expect(beside(box(100, 760), size, room)).toEqual({ left: 100, top: 694 });
    expect(beside(box(1200, 200), size, room).left).toBe(1280 - 300 - 8);
  });

  it('is never under the places of a phone', () => {
    const phone = { width: 390, height: 844, foot: 64 };
    expect(beside(box(20, 740), size, phone).top + size.height).toBeLessThanOrEqual(740);
  });

  it('is below the head of the page where nothing was pressed on it', () => {
    expect(beside(undefined, size, room)).toEqual({ left: 8, top: 56 });
  });

  it('is always whole in the window (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -2000, max: 4000 }),
        fc.integer({ min: -2000, max: 4000 }),
        fc.constantFrom(390, 820, 1280, 1920),
        (x, y, width) => {
          const { left, top } = beside(box(x, y), size, { ...room, width });
          expect(left).toBeGreaterThanOrEqual(8);
          expect(left + size.width).toBeLessThanOrEqual(width - 8);
          expect(top).toBeGreaterThanOrEqual(56);
          expect(top + size.height).toBeLessThanOrEqual(800 - 8);
        },
      ),
    );
  });
});
