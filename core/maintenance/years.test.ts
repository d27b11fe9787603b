import fc from 'fast-check';
import { addDays, daysBetween } from '../time/index.ts';
import { UNIT_KINDS, type UnitKind } from '../vocabulary/index.ts';
import { dueTasks, MAINTENANCE_TASKS, postponementCost, tasksDone } from './index.ts';

/** A unit kept for some years by somebody who does each task on the day it falls due. */
function keep(kind: UnitKind, from: string, days: number): Map<string, string[]> {
  const lastDone: Record<string, string> = {};
  const done = new Map<string, string[]>();
  for (let i = 0; i <= days; i++) {
    const day = addDays(from, i);
    for (const due of dueTasks({ unitId: 'u', kind, status: 'in service', lastDone }, day, 0)) {
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
    for (const task of MAINTENANCE_TASKS.filter((t) => t.kinds.includes(kind))) {
      const days = done.get(task.key) ?? [];
      if ('everyDays' in task.rule) {
        const gaps = days.slice(1).map((day, i) => daysBetween(days[i] as string, day));
        expect([task.key, new Set(gaps)]).toEqual([task.key, new Set([task.rule.everyDays])]);
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
        const lastDone = Object.fromEntries(MAINTENANCE_TASKS.map((task) => [task.key, day]));
        expect(
          dueTasks({ unitId: 'u', kind, status: 'in service', lastDone }, addDays(day, 1), 0).filter(
            (d) => 'everyDays' in d.task.rule,
          ),
        ).toEqual([]);
      }),
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
          const unit = {
            unitId: 'u',
            kind,
            status: 'in service',
            lastDone: { 'filters and belts': addDays(day, -40), 'cooling start-up': addDays(day, -300) },
          } as const;
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
        const own = MAINTENANCE_TASKS.filter((task) => task.kinds.includes(kind)).map((task) => task.key);
        for (const key of tasksDone(kind, day, [])) expect(own).toContain(key);
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
          const due = late.map((lateDays) => ({ lateDays }));
          expect(postponementCost([...due, { lateDays: later }], minutes)).toBeGreaterThan(
            postponementCost(due, minutes),
          );
          expect(postponementCost(due, minutes + later)).toBeGreaterThanOrEqual(
            postponementCost(due, minutes),
          );
        },
      ),
    );
  });
});
