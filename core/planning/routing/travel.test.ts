import fc from 'fast-check';
import { driveMinutes, travelTable } from './index.ts';

describe('drive times by time of day', () => {
  it('never arrive earlier by leaving later (property)', () => {
    const cell = fc.double({ min: 0, max: 300, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(cell, { minLength: 4, maxLength: 4 }),
        fc.double({ min: 0, max: 1440, noNaN: true }),
        fc.double({ min: 0, max: 400, noNaN: true }),
        (values, depart, wait) => {
          const table = travelTable(
            [360, 480, 510, 1000],
            values.map((v) => [0, v, v, 0]),
            2,
          );
          const arrive = (t: number) => t + driveMinutes(table, 0, 1, t);
          expect(arrive(depart + wait)).toBeGreaterThanOrEqual(arrive(depart) - 1e-9);
        },
      ),
    );
  });

  it('interpolate between samples and refuse bad tables', () => {
    const table = travelTable(
      [480, 540],
      [
        [0, 10, 10, 0],
        [0, 20, 20, 0],
      ],
      2,
    );
    expect(driveMinutes(table, 0, 1, 510)).toBeCloseTo(15);
    expect(driveMinutes(table, 0, 1, 100)).toBe(10);
    expect(() => travelTable([480], [[0, -1, 1, 0]], 2)).toThrow(/negative or unknown/);
    expect(() => travelTable([480], [[0, NaN, 1, 0]], 2)).toThrow(/negative or unknown/);
    expect(() => travelTable([480], [[0, 1]], 2)).toThrow(/expected 4/);
    expect(() => travelTable([480, 480], [[0], [0]], 1)).toThrow(/rise through the day/);
  });
});
