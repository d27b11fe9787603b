import { addDays, type PlainDate } from '#core/base/time';
import {
  dayAllows,
  dueTasks,
  isNew,
  postponementCost,
  presses,
  tasksDone,
  type Cadence,
  type UnitMaintenance,
} from './index.ts';
import { usually } from './testing/usually.ts';

/* Limits of when work is due, each just at it and just beyond. The numbers are our choice or common practice, by due.ts. */

const KEY = 'filters and belts';
/** One task of a rooftop unit, coming round as given. */
const one = (cadence: Cadence, more: Partial<UnitMaintenance> = {}): UnitMaintenance => {
  const unit = usually('package gas/electric', more);
  return {
    ...unit,
    tasks: unit.tasks.filter(({ task }) => task.key === KEY).map((task) => ({ ...task, cadence })),
  };
};
const due = (unit: UnitMaintenance, asOf: PlainDate, days = 14) => dueTasks(unit, asOf, days)[0];
const EVERY_90: Cadence = { by: 'days', days: 90 };
const done = (on: PlainDate) => ({ lastDone: { [KEY]: on } });

describe('work that comes round by days', () => {
  it('is due within the days that are looked ahead, and not a day before', () => {
    const unit = one(EVERY_90, done('2026-01-01'));
    expect(due(unit, addDays('2026-04-01', -14))?.dueOn).toBe('2026-04-01');
    expect(due(unit, addDays('2026-04-01', -15))).toBeUndefined();
  });

  it('may be done a quarter of its days before and after', () => {
    expect(due(one(EVERY_90, done('2026-01-01')), '2026-04-01')?.window).toEqual({
      ...{ earliest: addDays('2026-04-01', -23), wanted: '2026-04-01', latest: addDays('2026-04-01', 23) },
    });
  });

  it('is due on the first day of an agreement where it was due before, and not after the last', () => {
    const unit = one(EVERY_90, { ...done('2025-10-01'), from: '2026-02-01', until: '2026-06-01' });
    expect(due(unit, '2026-02-01')).toMatchObject({ dueOn: '2026-02-01', lateDays: 0 });
    expect(due(unit, '2026-02-11')).toMatchObject({ dueOn: '2026-02-01', lateDays: 10 });
    expect(due(unit, '2026-01-20')?.dueOn).toBe('2026-02-01');
    expect(due(unit, '2026-01-10')).toBeUndefined();
    expect(due(unit, '2026-06-01')).toBeDefined();
    expect(due(unit, '2026-06-02')).toBeUndefined();
    // What comes round after the last day of the agreement is not ours.
    const late = one(EVERY_90, { ...done('2026-03-10'), until: '2026-06-07' });
    expect(due(late, '2026-06-01')).toBeUndefined();
    expect(due({ ...late, until: '2026-06-08' }, '2026-06-01')?.dueOn).toBe('2026-06-08');
  });

  it('without a record is due at once, in the months it is agreed for, from the first day of the agreement', () => {
    const summer: Cadence = { ...EVERY_90, months: [6, 7] } as Cadence;
    expect(due(one(summer), '2026-05-10')).toBeUndefined();
    expect(due(one(summer), '2026-05-20')).toMatchObject({ lateDays: 0, reason: { rule: 'no record' } });
    // The agreement begins after June and July.
    expect(due(one(summer, { from: '2026-08-01' }), '2026-07-25')).toBeUndefined();
    expect(due(one(summer, { from: '2026-07-30' }), '2026-07-25')).toBeDefined();
  });

  it('comes sooner only where the task follows how it was found', () => {
    const care = {
      found: {
        [KEY]: [
          { on: '2025-12-02', as: 'plugged' },
          { on: '2026-01-01', as: 'plugged' },
        ],
      },
      putOff: {},
    };
    const unit = one(EVERY_90, { ...done('2026-01-01'), care: care as never });
    expect(due(unit, '2026-01-20')?.dueOn).toBe('2026-01-24');
    const fixed = {
      ...unit,
      tasks: unit.tasks.map((p) => ({ ...p, task: { ...p.task, followsCondition: false } })),
    };
    expect(due(fixed as never, '2026-03-30')?.dueOn).toBe('2026-04-01');
  });

  it('says what it was put off for, and nothing where it was not', () => {
    const putOff = { [KEY]: { on: '2026-03-01', why: 'weather' as const } };
    expect(
      due(one(EVERY_90, { ...done('2026-01-01'), care: { found: {}, putOff } }), '2026-04-01')?.putOff,
    ).toEqual(putOff[KEY]);
    expect(due(one(EVERY_90, done('2026-01-01')), '2026-04-01')).not.toHaveProperty('putOff');
  });
});

describe('a new machine', () => {
  const sheet: Cadence = { by: 'once', withinDays: 60 };
  const put = (installedOn: PlainDate | null, more: Partial<UnitMaintenance> = {}) =>
    one(sheet, { installedOn, ...more });

  it('is one for a year', () => {
    expect(isNew('2025-06-01', addDays('2025-06-01', 365))).toBe(true);
    expect(isNew('2025-06-01', addDays('2025-06-01', 366))).toBe(false);
    expect([isNew(null, '2026-01-01'), isNew(undefined, '2026-01-01')]).toEqual([false, false]);
  });

  it('has its start-up sheet due within the days that are agreed, and is late after them', () => {
    const unit = put('2026-03-01');
    expect(due(unit, '2026-03-10')).toMatchObject({
      ...{ dueOn: '2026-04-30', lateDays: 0 },
      window: { earliest: '2026-03-01', wanted: '2026-03-01', latest: '2026-04-30' },
    });
    expect(due(unit, '2026-05-10')?.lateDays).toBe(10);
    expect(due(put('2026-03-01', { from: '2026-06-01' }), '2026-06-05')).toMatchObject({
      ...{ dueOn: '2026-06-01', lateDays: 4 },
    });
  });

  it('has none before it stands there, after it was done, or where nobody knows its day', () => {
    expect(due(put('2026-03-15'), '2026-03-01')).toBeDefined();
    expect(due(put('2026-03-16'), '2026-03-01')).toBeUndefined();
    expect(due(put('2026-03-01', done('2026-03-02')), '2026-03-10')).toBeUndefined();
    expect(due(put(null), '2026-03-10')).toBeUndefined();
  });
});

describe('work of a season', () => {
  const unit = usually('package gas/electric');
  const season = unit.tasks.find(({ task }) => task.key === 'cooling start-up');
  const of = (asOf: PlainDate, more: Partial<UnitMaintenance> = {}) =>
    dueTasks({ ...usually('package gas/electric', more), tasks: season ? [season] : [] }, asOf, 14)[0];

  it('is best done in the middle of it', () => {
    const { window } = of('2026-04-15') ?? {};
    const { earliest = '', wanted, latest = '' } = window ?? {};
    const days = (Date.parse(latest) - Date.parse(earliest)) / 86_400_000;
    expect(days).toBeGreaterThan(20);
    expect(wanted).toBe(addDays(earliest, Math.round(days / 2)));
  });

  it('is missed 45 days after it, until somebody decides', () => {
    const to = of('2026-04-15')?.dueOn as PlainDate;
    expect(of(addDays(to, 45))).not.toHaveProperty('missed');
    expect(of(addDays(to, 46))?.missed).toMatchObject({ to });
    const decided = (what: 'let go' | 'do it all the same') =>
      of(addDays(to, 46), { decided: [{ task: 'cooling start-up', windowTo: to, what }] });
    expect(decided('let go')).toBeUndefined();
    expect(decided('do it all the same')).not.toHaveProperty('missed');
  });

  it('belongs to an agreement that begins on its last day, and not to one that begins after it', () => {
    const to = of('2026-04-15')?.dueOn as PlainDate;
    expect(of(to, { from: to })?.dueOn).toBe(to);
    expect(of(addDays(to, 1), { from: addDays(to, 1) })?.dueOn).not.toBe(to);
  });

  it('is taken as done by a visit that names nothing, on the first and the last day of it', () => {
    const to = of('2026-04-15')?.dueOn as PlainDate;
    const from = of('2026-04-15')?.window?.earliest as PlainDate;
    const on = (day: PlainDate) =>
      tasksDone({ kind: 'package gas/electric' } as never, day, []).includes('cooling start-up');
    expect([on(addDays(from, -1)), on(from), on(to), on(addDays(to, 1))]).toEqual([false, true, true, false]);
  });
});

describe('a day', () => {
  it('allows what was agreed for it, and all that was agreed for none', () => {
    expect(dayAllows({}, '2026-01-01')).toBe(true);
    expect(dayAllows({ onlyOn: '2026-01-01' }, '2026-01-01')).toBe(true);
    expect(dayAllows({ onlyOn: '2026-01-01' }, '2026-01-02')).toBe(false);
  });
});

describe('what postponing costs [our choice]', () => {
  const on = '2026-05-31';
  const filter = (latest: PlainDate, wanted = addDays(latest, -22), lateDays = 0) => ({
    ...{ lateDays, dueOn: wanted, reason: { rule: 'comes round' as const } },
    window: { earliest: addDays(wanted, -22), wanted, latest },
  });
  const season = (to: PlainDate, lateDays = 0) => ({
    ...{ lateDays, dueOn: to, reason: { rule: 'season' as const } },
    window: { earliest: '2026-03-15', wanted: addDays(to, -39), latest: to },
  });
  const cost = (...due: Parameters<typeof postponementCost>[0]) => postponementCost(due, 60, on);

  it('is the work and two hours, and what each task presses by', () => {
    expect(cost()).toBe(180);
    expect(cost({ lateDays: 0 })).toBe(190);
    expect(cost({ lateDays: 0 }, { lateDays: 0 })).toBe(200);
  });

  it('grows towards the last day, most where a season ends: more than a filter that is a day late', () => {
    const ahead = [40, 30, 20, 10, 1, 0].map((days) => cost(season(addDays(on, days))));
    expect(ahead).toEqual([...ahead].sort((a, b) => a - b));
    expect(new Set(ahead).size).toBe(ahead.length);
    expect(cost(season(on))).toBe(180 + 10 + 1500);
    expect(cost(filter(addDays(on, 21), addDays(on, -1), 1))).toBeLessThan(200);
    expect(cost(filter(on))).toBe(180 + 10 + 600);
    expect(cost(season(on))).toBeGreaterThan(cost(filter(addDays(on, -60), addDays(on, -82), 82)));
  });

  it('grows on after two months, more slowly', () => {
    const late = (days: number) => cost(filter(addDays(on, -days)));
    expect(late(60) - late(59)).toBe(6);
    expect(late(61) - late(60)).toBe(2);
    expect(late(300)).toBeGreaterThan(late(200));
  });

  it('is double where what it finds can hurt people', () => {
    const plain = cost(season(on)) - 190;
    expect(cost({ ...season(on), task: { protects: true } }) - 190).toBe(2 * plain);
  });

  it('nothing more is said of what nobody knows to have been done', () =>
    expect(presses({ lateDays: 0 }, on)).toBe(10));
});
