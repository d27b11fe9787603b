import { dueTasks, postponementCost, tasksDone, type UnitMaintenance } from './index.ts';

const rooftop = (
  lastDone: UnitMaintenance['lastDone'],
  status: UnitMaintenance['status'] = 'in service',
): UnitMaintenance => ({ unitId: 'u', kind: 'package gas/electric', status, lastDone });
const titles = (unit: UnitMaintenance, asOf: string, days = 14) =>
  dueTasks(unit, asOf, days).map((d) => d.task.key);

// Tasks and intervals are common practice (filters and belts monthly to quarterly, start-ups by season).
describe('what is due', () => {
  it('periodic work comes round after its days, and shows how late it is', () => {
    const unit = rooftop({ 'filters and belts': '2026-01-01' });
    expect(titles(unit, '2026-02-25')).toEqual([]);
    const [due] = dueTasks(unit, '2026-03-20', 14).filter((d) => d.task.key === 'filters and belts');
    expect(due).toMatchObject({ dueOn: '2026-04-02', lateDays: 0 });
    expect(dueTasks(unit, '2026-04-12', 14)[0]).toMatchObject({
      lateDays: 10,
      reason: { rule: 'comes round', params: { lateDays: 10 } },
    });
  });

  it('seasonal work is due while its window is open and not yet done in it', () => {
    const done = { 'filters and belts': '2026-04-10' };
    expect(titles(rooftop(done), '2026-04-11')).toContain('cooling start-up');
    expect(titles(rooftop({ ...done, 'cooling start-up': '2026-03-20' }), '2026-04-11')).not.toContain(
      'cooling start-up',
    );
    expect(titles(rooftop({ ...done, 'cooling start-up': '2025-04-20' }), '2026-04-11')).toContain(
      'cooling start-up',
    );
    expect(titles(rooftop(done), '2026-08-10')).not.toContain('cooling start-up');
  });

  it('looks ahead over the horizon only', () => {
    expect(titles(rooftop({ 'filters and belts': '2026-02-20' }), '2026-02-25', 14)).toEqual([]);
    expect(titles(rooftop({ 'filters and belts': '2026-02-20' }), '2026-03-05', 14)).toEqual([
      'cooling start-up',
    ]);
  });

  it('work without a record is due now and says so; it is not taken for done', () => {
    expect(dueTasks(rooftop({}), '2026-01-20', 14)[0]).toMatchObject({
      lateDays: 0,
      reason: { rule: 'no record' },
    });
    expect(dueTasks(rooftop({}), '2026-01-20', 14)[0]?.dueOn).toBeUndefined();
  });

  it('does not plan units on standby or out of use', () => {
    expect(titles(rooftop({}, 'standby'), '2026-04-11')).toEqual([]);
    expect(titles(rooftop({}, 'out of use'), '2026-04-11')).toEqual([]);
  });

  it('takes a visit that names no tasks for the work of its season', () => {
    expect(tasksDone('package gas/electric', '2026-04-10', [])).toEqual([
      'filters and belts',
      'cooling start-up',
    ]);
    expect(tasksDone('package gas/electric', '2026-10-10', [])).toEqual([
      'filters and belts',
      'heating start-up',
    ]);
    expect(tasksDone('package gas/electric', '2026-10-10', ['filters and belts'])).toEqual([
      'filters and belts',
    ]);
  });

  it('weighs lateness when the day is short, and never makes a drive worth more than a stop that fits', () => {
    expect(postponementCost([{ lateDays: 40 }], 60)).toBeGreaterThan(postponementCost([{ lateDays: 0 }], 60));
    expect(postponementCost([{ lateDays: 900 }], 60)).toBe(postponementCost([{ lateDays: 60 }], 60));
    expect(postponementCost([{ lateDays: 0 }], 300)).toBeGreaterThan(300 + 100);
  });
});
