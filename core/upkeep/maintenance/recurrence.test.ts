import fc from 'fast-check';
import { addDays, weekday } from '#core/base/time';
import { windowsAround, windowServed } from './windows.ts';
import { cadenceWords, dueTasks, timesAYear, type Cadence } from './index.ts';
import { daysOfRule, weekdayRule } from './recurrence.ts';
import { usually } from './testing/usually.ts';

const FIRST_SATURDAY = { by: 'weekday', nth: 1, weekday: 6 } as const satisfies Cadence;

describe('what comes round by the calendar', () => {
  it('first Fridays are those of RFC 5545, section 3.8.5.3: 5 Sep, 3 Oct, 7 Nov, 5 Dec 1997 and on', () => {
    const days = [1997, 1998].flatMap((year) => daysOfRule(weekdayRule(1, 5, undefined), year));
    expect(days.filter((day) => day >= '1997-09-02').slice(0, 10)).toEqual([
      ...['1997-09-05', '1997-10-03', '1997-11-07', '1997-12-05', '1998-01-02'],
      ...['1998-02-06', '1998-03-06', '1998-04-03', '1998-05-01', '1998-06-05'],
    ]);
  });

  it('a weekday of a month is that weekday, in its week of the month (property)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(1, 2, 3, 4, -1),
        fc.integer({ min: 1, max: 7 }),
        fc.uniqueArray(fc.integer({ min: 1, max: 12 }), { minLength: 1 }),
        fc.integer({ min: 1990, max: 2060 }),
        (nth, day, months, year) => {
          const found = daysOfRule(weekdayRule(nth, day, months), year);
          expect(found.map((one) => Number(one.slice(5, 7)))).toEqual([...months].sort((a, b) => a - b));
          for (const one of found) {
            expect(weekday(one)).toBe(day);
            const date = Number(one.slice(8));
            if (nth > 0) expect(Math.ceil(date / 7)).toBe(nth);
            else expect(addDays(one, 7).slice(5, 7)).not.toBe(one.slice(5, 7));
          }
        },
      ),
    );
  });

  it('is said as one would say it, and counted', () => {
    expect(cadenceWords(FIRST_SATURDAY)).toBe('on the first Saturday of every month');
    expect(cadenceWords({ by: 'weekday', nth: -1, weekday: 1, months: [3, 9] })).toBe(
      'on the last Monday of March and September',
    );
    expect([timesAYear(FIRST_SATURDAY), timesAYear({ ...FIRST_SATURDAY, months: [3, 9] })]).toEqual([12, 2]);
  });

  it('work done some days off counts for the day that is nearest', () => {
    const served = (done: string) => windowServed(windowsAround(FIRST_SATURDAY, done), done)?.from;
    // 2026: Saturdays 2 May, 6 June.
    expect([served('2026-06-06'), served('2026-06-09'), served('2026-06-03')]).toEqual([
      ...['2026-06-06', '2026-06-06', '2026-06-06'],
    ]);
    expect(served('2026-05-12')).toBe('2026-05-02');
  });

  it('is due on that very day, not before; late once it has gone by, until the next one', () => {
    const unit = usually('exhaust fan', {
      lastDone: { 'fan and bearing': '2026-05-02' },
      tasks: usually('exhaust fan').tasks.flatMap((planned) =>
        planned.task.key === 'fan and bearing' ? [{ ...planned, cadence: FIRST_SATURDAY }] : [],
      ),
    });
    const on = (day: string, ahead: number) => dueTasks(unit, day, ahead)[0];
    expect(on('2026-05-20', 7)).toBeUndefined();
    expect(on('2026-06-01', 7)).toMatchObject({ dueOn: '2026-06-06', onlyOn: '2026-06-06', lateDays: 0 });
    const late = on('2026-06-10', 7);
    expect(late).toMatchObject({ dueOn: '2026-06-06', lateDays: 4 });
    expect(late?.onlyOn).toBeUndefined();
  });
});
