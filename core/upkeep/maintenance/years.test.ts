import fc from 'fast-check';
import { addDays, daysBetween } from '#core/base/time';
import { UNIT_KINDS, type UnitKind } from '#core/base/vocabulary';
import {
  dueTasks,
  TRADE_TASKS,
  postponementCost,
  tasksDone,
  tasksOf,
  timesAYear,
  type Cadence,
  type UnitMaintenance,
} from './index.ts';
import { usually } from './testing/usually.ts';

/** A unit kept for some years by somebody who does each task on the day it falls due. */
function keep(
  kind: UnitKind,
  from: string,
  days: number,
  unit: UnitMaintenance = usually(kind),
): Map<string, string[]> {
  const lastDone: Record<string, string> = {};
  const done = new Map<string, string[]>();
  for (let i = 0; i <= days; i++) {
    const day = addDays(from, i);
    for (const due of dueTasks({ ...unit, lastDone }, day, 0)) {
      if (due.missed) continue;
      lastDone[due.task.key] = day;
      done.set(due.task.key, [...(done.get(due.task.key) ?? []), day]);
    }
  }
  return done;
}

describe('a machine kept for three years by its due dates', () => {
  it.each(UNIT_KINDS)('%s: periodic work comes exactly on its days, seasonal work once a season', (kind) => {
    // February: no season is open, and none is so lately over that it would still be done.
    const done = keep(kind, '2024-02-01', 3 * 365);
    for (const task of tasksOf({ kind })) {
      if (task.onStandby || task.usual.by === 'once') continue;
      const days = done.get(task.key) ?? [];
      if (task.usual.by === 'days') {
        const gaps = days.slice(1).map((day, i) => daysBetween(days[i] as string, day));
        expect([task.key, new Set(gaps)]).toEqual([task.key, new Set([task.usual.days])]);
      } else {
        const years = days.map((day) => day.slice(0, 4));
        expect([task.key, new Set(years).size]).toEqual([task.key, years.length]);
        expect(days.length).toBeGreaterThanOrEqual(2);
      }
    }
  });

  it('a season just missed is still done once, and counts for that season', () => {
    expect(keep('package heat pump', '2024-01-10', 365).get('heat pump defrost check')).toEqual([
      '2024-01-10',
      '2024-10-01',
    ]);
  });

  it('no kind of machine is without maintenance', () => {
    for (const kind of UNIT_KINDS)
      expect([kind, keep(kind, '2024-01-10', 400).size > 0]).toEqual([kind, true]);
  });
});

describe('properties', () => {
  const kinds = fc.constantFrom(...UNIT_KINDS);
  const date = fc.integer({ min: 0, max: 2000 }).map((n) => addDays('2023-01-01', n));

  it('what was done today is not due tomorrow', () => {
    fc.assert(
      fc.property(kinds, date, (kind, day) => {
        const lastDone = Object.fromEntries(TRADE_TASKS.map((task) => [task.key, day]));
        expect(
          dueTasks(usually(kind, { lastDone }), addDays(day, 1), 0).filter((d) => d.task.usual.by === 'days'),
        ).toEqual([]);
      }),
    );
  });

  const monthDay = fc
    .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 28 }))
    .map((parts) => parts.map((n) => String(n).padStart(2, '0')).join('-'));
  const windowed: fc.Arbitrary<Cadence> = fc.oneof(
    fc
      .uniqueArray(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 12 })
      .map((months) => ({ by: 'months' as const, months })),
    fc
      .tuple(monthDay, monthDay)
      .filter(([from, to]) => from !== to)
      .map(([from, to]) => ({ by: 'season' as const, from, to })),
  );

  it('whatever months or season are agreed, it is done once in each of them, year after year', () => {
    fc.assert(
      fc.property(windowed, date, (cadence, from) => {
        const [filters] = usually('package cooling only').tasks;
        const unit = usually('package cooling only', { from, tasks: [{ ...filters!, cadence }] });
        const days = keep('package cooling only', from, 3 * 365, unit).get('filters and belts') ?? [];
        // One window more or less at either end.
        expect(Math.abs(days.length - 3 * timesAYear(cadence))).toBeLessThanOrEqual(1);
      }),
      { numRuns: 15 },
    );
  });

  it('looking further ahead never hides what is due nearer', () => {
    fc.assert(
      fc.property(
        kinds,
        date,
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 60 }),
        (kind, day, ahead, more) => {
          const unit = usually(kind, {
            lastDone: { 'filters and belts': addDays(day, -40), 'cooling start-up': addDays(day, -300) },
          });
          const near = dueTasks(unit, day, ahead).map((d) => d.task.key);
          const far = dueTasks(unit, day, ahead + more).map((d) => d.task.key);
          expect(near.filter((key) => !far.includes(key))).toEqual([]);
        },
      ),
    );
  });

  it('what a visit is taken to have done are tasks of that kind of machine', () => {
    fc.assert(
      fc.property(kinds, date, (kind, day) => {
        const own = tasksOf({ kind }).map((task) => task.key);
        for (const key of tasksDone({ kind }, day, [])) expect(own).toContain(key);
      }),
    );
  });

  it('leaving more, longer or later work undone never costs less', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(100), { maxLength: 8 }),
        fc.nat(400),
        fc.nat(100),
        (late, minutes, later) => {
          const due = late.map((lateDays) => ({ lateDays, dueOn: addDays('2026-06-01', -lateDays) }));
          const cost = (tasks: Parameters<typeof postponementCost>[0], over = 0) =>
            postponementCost(tasks, minutes + over, '2026-06-01');
          const one = { lateDays: later, dueOn: addDays('2026-06-01', -later) };
          expect(cost([...due, one])).toBeGreaterThan(cost(due));
          expect(cost(due, later)).toBeGreaterThanOrEqual(cost(due));
          const tomorrow = postponementCost(due, minutes, '2026-06-02');
          expect(tomorrow).toBeGreaterThanOrEqual(cost(due));
        },
      ),
    );
  });
});
