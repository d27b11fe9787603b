import fc from 'fast-check';
import { timesAYear } from '#core/upkeep/maintenance';
import { dayOfYearShare, yearMarks } from './yearMarks.ts';

describe('when in the year a task comes round', () => {
  it('a season is one span, and two where it runs over New Year', () => {
    const spring = yearMarks({ by: 'season', from: '03-15', to: '05-31' });
    expect(spring.spans).toEqual([[dayOfYearShare('03-15'), dayOfYearShare('05-31')]]);
    const winter = yearMarks({ by: 'season', from: '11-01', to: '02-28' });
    expect(winter.spans).toEqual([
      [0, dayOfYearShare('02-28')],
      [dayOfYearShare('11-01'), 1],
    ]);
  });

  it('has as many points as the task comes round in a year', () => {
    for (const days of [30, 61, 91, 182, 365])
      expect(yearMarks({ by: 'days', days }).points).toHaveLength(
        Math.round(timesAYear({ by: 'days', days })),
      );
    expect(yearMarks({ by: 'weekday', nth: 1, weekday: 2 }).points).toHaveLength(12);
    expect(yearMarks({ by: 'months', months: [5, 10] }).spans).toHaveLength(2);
  });

  it('is done only in the months that are named', () => {
    const { points } = yearMarks({ by: 'days', days: 30, months: [5, 6, 7, 8, 9] });
    expect(points.length).toBe(5);
    for (const at of points) expect(at).toBeGreaterThanOrEqual(4 / 12);
    for (const at of points) expect(at).toBeLessThan(9 / 12);
  });

  it('what comes less than once a year, or once in a life, has no place in a year', () => {
    expect(yearMarks({ by: 'days', days: 1095 })).toEqual({ spans: [], points: [] });
    expect(yearMarks({ by: 'once', withinDays: 30 })).toEqual({ spans: [], points: [] });
  });

  it('never leaves the year (any days between, any season)', () => {
    const day = fc
      .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 28 }))
      .map(([month, on]) => `${String(month).padStart(2, '0')}-${String(on).padStart(2, '0')}`);
    fc.assert(
      fc.property(day, day, fc.integer({ min: 1, max: 800 }), (from, to, days) => {
        const { spans } = yearMarks({ by: 'season', from, to });
        const { points } = yearMarks({ by: 'days', days });
        for (const at of [...spans.flat(), ...points]) {
          expect(at).toBeGreaterThanOrEqual(0);
          expect(at).toBeLessThanOrEqual(1);
        }
      }),
    );
  });
});
