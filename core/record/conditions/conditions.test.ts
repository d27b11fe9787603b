import fc from 'fast-check';
import { addDays } from '#core/base/time';
import { wordsOf } from '#core/said';
import { CONDITION_KIND_NAMES, CONDITION_KINDS } from '#core/base/vocabulary';
import { conditionStanding, neverPastTheVisit } from './index.ts';

describe('an open condition', () => {
  it('is brought up the day after its kind’s last allowed one', () => {
    expect(conditionStanding('filters out', '2026-06-01', '2026-06-04').overdue).toBe(false);
    const late = conditionStanding('filters out', '2026-06-01', '2026-06-05');
    expect(late).toMatchObject({ overdue: true, overdueDays: 1, days: 4 });
    expect(wordsOf(late.reason).text).toBe(
      'filters out: open for 4 days, 1 day longer than its kind allows.',
    );
    expect(wordsOf(late.reason).changedBy).toBe('closed when filters are in');
  });

  it('that bypasses a safety is never left past the visit (common practice)', () => {
    expect(conditionStanding('safety bypassed', '2026-06-01', '2026-06-01')).toMatchObject({
      overdue: true,
      days: 0,
    });
    expect(neverPastTheVisit('safety bypassed')).toBe(true);
    expect(neverPastTheVisit('jumper or test mode')).toBe(true);
    expect(neverPastTheVisit('heat disabled')).toBe(false);
  });

  it('of a kind without a limit is never late', () => {
    expect(conditionStanding('out of use', '2016-06-01', '2026-06-01')).toMatchObject({
      overdue: false,
      overdueDays: 0,
    });
  });

  it('once late stays late (any kind, any day)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CONDITION_KIND_NAMES),
        fc.integer({ min: 0, max: 400 }),
        fc.integer({ min: 0, max: 400 }),
        (kind, a, b) => {
          const [early, late] = [Math.min(a, b), Math.max(a, b)].map((n) =>
            conditionStanding(kind, '2025-01-01', addDays('2025-01-01', n)),
          );
          if (early?.overdue) expect(late?.overdue).toBe(true);
          if (late?.overdue)
            expect(late.overdueDays).toBe(late.days - (CONDITION_KINDS[kind].allowedDays ?? 0));
        },
      ),
    );
  });
});
