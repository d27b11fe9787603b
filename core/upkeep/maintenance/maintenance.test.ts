import type { UnitKind, UnitStatus } from '#core/base/vocabulary';
import {
  cadenceWords,
  dueTasks,
  postponementCost,
  tasksDone,
  timesAYear,
  type Cadence,
  type UnitMaintenance,
} from './index.ts';
import { usually } from './testing/usually.ts';

/** Tasks of every sort are tried on these three. */
const OF_OLD = ['filters and belts', 'cooling start-up', 'heating start-up'];
const rooftop = (
  lastDone: UnitMaintenance['lastDone'],
  more: Partial<UnitMaintenance> = {},
  status: UnitStatus = 'in service',
): UnitMaintenance => {
  const unit = usually('package gas/electric', { lastDone, status, ...more });
  return { ...unit, tasks: unit.tasks.filter(({ task }) => OF_OLD.includes(task.key)) };
};
const titles = (unit: UnitMaintenance, asOf: string, days = 14) =>
  dueTasks(unit, asOf, days)
    .filter((due) => !due.missed)
    .map((d) => d.task.key);
/** A machine on which one task comes round as it is agreed. */
const agreed = (kind: UnitKind, key: string, cadence: Cadence, more: Partial<UnitMaintenance> = {}) => {
  const unit = usually(kind, more);
  return {
    ...unit,
    tasks: unit.tasks.filter(({ task }) => task.key === key).map((task) => ({ ...task, cadence })),
  };
};

// Tasks and intervals are common practice (filters and belts monthly to quarterly, start-ups by season).
describe('what is due', () => {
  it('periodic work comes round after its days, and shows how late it is', () => {
    const unit = rooftop({ 'filters and belts': '2026-01-01', 'heating start-up': '2025-10-01' });
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
    const heated = { 'heating start-up': '2025-10-01' };
    expect(titles(rooftop({ ...heated, 'filters and belts': '2026-02-20' }), '2026-02-25', 14)).toEqual([]);
    expect(titles(rooftop({ ...heated, 'filters and belts': '2026-02-20' }), '2026-03-05', 14)).toEqual([
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
    expect(titles(rooftop({}, {}, 'standby'), '2026-04-11')).toEqual([]);
    expect(titles(rooftop({}, {}, 'out of use'), '2026-04-11')).toEqual([]);
  });

  it('takes a visit that names no tasks for the work of its season', () => {
    const spring = tasksDone({ kind: 'package gas/electric' }, '2026-04-10', []);
    expect(spring).toEqual(expect.arrayContaining(['filters and belts', 'cooling start-up', 'coils']));
    expect(spring).not.toContain('heating start-up');
    const autumn = tasksDone({ kind: 'package gas/electric' }, '2026-10-10', []);
    expect(autumn).toEqual(['filters and belts', 'heating start-up', 'controls check']);
    expect(tasksDone({ kind: 'package gas/electric' }, '2026-10-10', ['filters and belts'])).toEqual([
      'filters and belts',
    ]);
  });

  it('never makes a drive worth more than a stop that fits', () => {
    expect(postponementCost([{ lateDays: 0 }], 300, '2026-06-01')).toBeGreaterThan(300 + 100);
  });
});

describe('the days of the agreement', () => {
  const filters = { 'filters and belts': '2025-06-01', 'cooling start-up': '2026-04-01' };

  it('nothing is due before the first day or after the last', () => {
    const year = { from: '2026-05-01', until: '2026-12-31' };
    expect(titles(rooftop(filters, year), '2026-04-01', 14)).toEqual([]);
    expect(titles(rooftop(filters, year), '2026-04-25', 14)).toEqual(['filters and belts']);
    expect(titles(rooftop(filters, year), '2027-01-05', 14)).toEqual([]);
  });

  it('what was due long before it began is due on its first day, and late only from then', () => {
    const [due] = dueTasks(rooftop(filters, { from: '2026-05-01' }), '2026-05-11', 0);
    expect(due).toMatchObject({ dueOn: '2026-05-01', lateDays: 10 });
  });

  it('a season that was over before it began is nobody’s miss', () => {
    const never = { ...filters, 'cooling start-up': undefined, 'heating start-up': '2025-10-01' };
    const missed = (from: string) =>
      dueTasks(rooftop(never, { from }), '2026-08-20', 0).filter((due) => due.missed).length;
    expect([missed('2026-07-01'), missed('2026-05-01')]).toEqual([0, 1]);
  });
});

describe('a season', () => {
  const spring = (lastDone: string | undefined, more: Partial<UnitMaintenance> = {}) =>
    agreed(
      'package cooling only',
      'cooling start-up',
      { by: 'season', from: '03-15', to: '05-31' },
      { lastDone: { 'cooling start-up': lastDone }, ...more },
    );

  it('is served by work a little early, and by work a little late', () => {
    for (const done of ['2026-02-27', '2026-03-15', '2026-06-20'])
      expect([done, dueTasks(spring(done), '2026-05-01', 14).length]).toEqual([done, 0]);
    // In autumn it was done for the spring before: the next spring asks again.
    expect(dueTasks(spring('2025-08-20'), '2026-05-01', 14)).toHaveLength(1);
  });

  it('that went by undone stays in sight as missed, and is planned by nobody', () => {
    const [late] = dueTasks(spring('2025-04-10'), '2026-06-20', 0);
    expect([late?.missed, late?.lateDays]).toEqual([undefined, 20]);
    for (const day of ['2026-08-01', '2026-12-24', '2027-02-20']) {
      const [missed] = dueTasks(spring('2025-04-10'), day, 0);
      expect([day, missed?.missed, missed?.reason.rule]).toEqual([
        day,
        { from: '2026-03-15', to: '2026-05-31' },
        'season missed',
      ]);
    }
    expect(dueTasks(spring('2025-04-10'), '2027-03-15', 0)[0]?.missed).toBeUndefined();
  });

  it('is let go, or done all the same, as somebody decided', () => {
    const decided = (what: 'let go' | 'do it all the same', windowTo = '2026-05-31') =>
      dueTasks(
        spring('2025-04-10', { decided: [{ task: 'cooling start-up', windowTo, what }] }),
        '2026-08-01',
        0,
      );
    expect(decided('let go')).toEqual([]);
    expect(decided('do it all the same')[0]).toMatchObject({ lateDays: 62, dueOn: '2026-05-31' });
    expect(decided('do it all the same')[0]?.missed).toBeUndefined();
    // Letting last year’s go says nothing of this year’s.
    expect(decided('let go', '2025-05-31')).toHaveLength(1);
  });

  it('may run over New Year', () => {
    const winter: Cadence = { by: 'season', from: '11-15', to: '01-31' };
    const unit = agreed('package gas/electric', 'heating start-up', winter, {
      lastDone: { 'heating start-up': '2024-12-01' },
    });
    expect(dueTasks(unit, '2026-01-10', 0)[0]).toMatchObject({ dueOn: '2026-01-31', lateDays: 0 });
    expect(dueTasks(unit, '2026-02-10', 0)[0]).toMatchObject({ lateDays: 10 });
  });
});

describe('once in each of some months', () => {
  const quarters = (lastDone?: string) =>
    agreed(
      'package cooling only',
      'filters and belts',
      { by: 'months', months: [3, 6, 9, 12] },
      { lastDone: { 'filters and belts': lastDone } },
    );

  it('each month is a window of its own', () => {
    expect(dueTasks(quarters('2026-03-20'), '2026-05-10', 14)).toEqual([]);
    expect(dueTasks(quarters('2026-03-20'), '2026-05-20', 14)[0]).toMatchObject({ dueOn: '2026-06-30' });
    expect(dueTasks(quarters('2026-06-01'), '2026-06-02', 14)).toEqual([]);
    // Three days early is June’s; two weeks after March is March’s.
    expect(dueTasks(quarters('2026-05-29'), '2026-06-10', 14)).toEqual([]);
    expect(dueTasks(quarters('2026-04-14'), '2026-06-10', 14)).toHaveLength(1);
  });
});

describe('by days, in some months only', () => {
  it('waits for the next of them', () => {
    const term: Cadence = { by: 'days', days: 30, months: [1, 2, 3, 4, 5, 6, 9, 10, 11, 12] };
    const unit = (lastDone: string) =>
      agreed('package cooling only', 'filters and belts', term, {
        lastDone: { 'filters and belts': lastDone },
      });
    expect(dueTasks(unit('2026-06-10'), '2026-07-15', 14)).toEqual([]);
    expect(dueTasks(unit('2026-06-10'), '2026-08-25', 14)[0]).toMatchObject({ dueOn: '2026-09-01' });
    expect(dueTasks(unit('2026-05-10'), '2026-06-20', 0)[0]).toMatchObject({
      dueOn: '2026-06-09',
      lateDays: 11,
    });
  });
});

describe('how often, in words', () => {
  it.each<[Cadence, string, number]>([
    [{ by: 'days', days: 30 }, 'monthly', 12],
    [{ by: 'days', days: 91 }, 'quarterly', 4],
    [{ by: 'days', days: 45 }, 'every 45 days', 8],
    [{ by: 'days', days: 30, months: [5, 6, 7, 8, 9] }, 'monthly, in May to September only', 5],
    [{ by: 'months', months: [12, 3, 9, 6] }, 'once in each of March, June, September and December', 4],
    [{ by: 'months', months: [11, 12, 1, 2] }, 'once in each of November to February', 4],
    [{ by: 'months', months: [4] }, 'once in April', 1],
    [{ by: 'season', from: '03-15', to: '05-31' }, 'once between 15 Mar and 31 May', 1],
  ])('%j is said as %s', (cadence, words, times) => {
    expect(cadenceWords(cadence)).toBe(words);
    expect(Math.round(timesAYear(cadence))).toBe(times);
  });

  it('the trade’s usual for a rooftop is four rounds a year: filters quarterly, two start-ups', () => {
    expect(rooftop({}).tasks.map(({ cadence }) => cadenceWords(cadence))).toEqual([
      'quarterly',
      'once between 15 Mar and 31 May',
      'once between 1 Sep and 15 Nov',
    ]);
  });
});
