import fc from 'fast-check';
import { addDays, fromDayNumber } from '#core/base/time';
import { UNIT_KINDS } from '#core/base/vocabulary';
import { dueTasks, kindsOf, TRADE_TASKS, tasksDone, tasksOf } from './index.ts';
import { usually } from './testing/usually.ts';

describe('maintenance (properties)', () => {
  it('what was done today is not due within the shortest interval', () => {
    fc.assert(
      fc.property(fc.constantFrom(...UNIT_KINDS), fc.integer({ min: 20_000, max: 22_000 }), (kind, n) => {
        const today = fromDayNumber(n);
        const lastDone = Object.fromEntries(TRADE_TASKS.map((task) => [task.key, today]));
        const again = dueTasks(usually(kind, { lastDone }), addDays(today, 1), 14);
        // Only a season that opens between may ask again.
        for (const due of again) expect(due.task.usual.by).not.toBe('days');
      }),
    );
  });

  it(
    'every kind of unit has something that comes round, and a visit without names does only what ' +
      'fits the kind',
    () => {
      for (const kind of UNIT_KINDS) {
        expect(TRADE_TASKS.some((task) => kindsOf(task).includes(kind))).toBe(true);
        for (const key of tasksDone({ kind }, '2026-04-15', []))
          expect(tasksOf({ kind }).map((task) => task.key)).toContain(key);
      }
    },
  );

  it('lateness grows by a day a day until the work is done or its season is over', () => {
    const unit = usually('exhaust fan', { lastDone: { 'fan and bearing': '2026-01-01' } });
    const late = [0, 1, 2, 30].map(
      (more) => dueTasks(unit, addDays('2026-07-10', more), 0)[0]?.lateDays ?? -1,
    );
    expect(late.map((l) => l - (late[0] as number))).toEqual([0, 1, 2, 30]);
  });
});
