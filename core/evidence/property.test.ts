import fc from 'fast-check';
import { READING_POINT_NAMES, READING_POINTS, readingAnswers } from './index.ts';

describe('reading sets (property)', () => {
  it('whatever was measured, nothing is made up: every result has the readings it needs', () => {
    const set = fc.record({
      mode: fc.constantFrom('cooling' as const, 'heating' as const, 'off' as const),
      readings: fc
        .subarray([...READING_POINT_NAMES])
        .map((points) => points.map((point) => ({ point, value: 70, unit: READING_POINTS[point].unit }))),
    });
    const needs = {
      superheat: ['suction pressure', 'suction line'],
      subcooling: ['liquid pressure', 'liquid line'],
      split: ['return air', 'supply air'],
    } as Record<string, string[]>;
    fc.assert(
      fc.property(set, (taken) => {
        const points = new Set<string>(taken.readings.map((r) => r.point));
        for (const result of readingAnswers(taken, { refrigerant: 'R-22' }).answers) {
          for (const point of needs[result.name] ?? []) expect(points.has(point)).toBe(true);
          // What only cooling can say is said of nothing else.
          if (taken.mode !== 'cooling')
            expect(['superheat', 'subcooling', 'approach', 'split', 'pressure ratio']).not.toContain(
              result.name,
            );
        }
      }),
    );
  });
});
