import { partsThere, type MachineThere } from '#core/machine';
import { UNIT_KINDS } from '#core/base/vocabulary';
import { cardOf } from '#core/measuring/cards';
import { dueTasks, kindsOf, soonerBy, taskList, tasksOf, TRADE_TASKS, weatherAllows } from './index.ts';
import { usually } from './testing/usually.ts';

const keys = (machine: MachineThere) => tasksOf(machine).map((task) => task.key);
const taskOf = (key: string) => TRADE_TASKS.find((task) => task.key === key)!;

describe('tasks follow the parts that are there (common practice)', () => {
  it('make-up air that cools has a cooling start-up, coils and a drain', () => {
    expect(keys({ kind: 'make-up air' })).not.toContain('cooling start-up');
    expect(keys({ kind: 'make-up air', cools: true })).toEqual(
      expect.arrayContaining(['cooling start-up', 'coils', 'drains', 'heating start-up']),
    );
  });

  it('no economizer, no economizer check; a direct drive has no belt to look at', () => {
    expect(keys({ kind: 'package cooling only' })).toContain('economizer check');
    expect(keys({ kind: 'package cooling only', outdoorAir: 'manual damper' })).not.toContain(
      'economizer check',
    );
    expect(keys({ kind: 'split with air handler', outdoorAir: 'economizer' })).toContain('economizer check');
    expect(keys({ kind: 'exhaust fan', drive: 'direct' })).not.toContain('fan and bearing');
    expect(partsThere({ kind: 'package heat pump', drive: 'belt' }).has('blower belt')).toBe(true);
  });

  it('duct smoke detectors are tested once a year on machines that have them on record, and on no other', () => {
    expect(keys({ kind: 'package gas/electric' })).not.toContain('duct smoke detectors');
    expect(keys({ kind: 'package gas/electric', smokeDetectors: 'none' })).not.toContain(
      'duct smoke detectors',
    );
    for (const smokeDetectors of ['in the supply', 'in the return', 'in supply and return'] as const)
      expect(keys({ kind: 'split with air handler', smokeDetectors })).toContain('duct smoke detectors');
    expect(taskOf('duct smoke detectors')).toMatchObject({
      usual: { by: 'days', days: 365 },
      protects: true,
    });
  });

  it('splits and heat pumps have a heating season of their own', () => {
    expect(keys({ kind: 'split with air handler' })).toContain('electric heat check');
    expect(keys({ kind: 'package heat pump' })).toEqual(
      expect.arrayContaining(['electric heat check', 'heat pump defrost check']),
    );
  });

  it('coils, drains, electrics and thermostats are somebody’s work on every machine that has them', () => {
    for (const key of ['coils', 'drains', 'electrical check', 'controls check'])
      expect([key, kindsOf(taskOf(key)).length > 3]).toEqual([key, true]);
    expect(kindsOf(taskOf('coils'))).toContain('package heat pump');
    expect(kindsOf(taskOf('drains'))).not.toContain('boiler');
  });

  it('each reading is one of a card, each task has a length, no two have one key', () => {
    for (const { readings, minutes } of TRADE_TASKS) {
      for (const id of readings) expect([id, cardOf(id)?.id]).toEqual([id, id]);
      expect(minutes).toBeGreaterThan(0);
    }
    expect(new Set(TRADE_TASKS.map((task) => task.key)).size).toBe(TRADE_TASKS.length);
  });

  it('a coil wash takes 45 to 90 minutes a unit, belt and filters 20 to 40, a boiler 120 to 180 (common practice)', () => {
    for (const [key, low, high] of [
      ['coils', 45, 90],
      ['filters and belts', 20, 40],
      ['boiler annual', 120, 180],
    ] as const) {
      expect(taskOf(key).minutes).toBeGreaterThanOrEqual(low);
      expect(taskOf(key).minutes).toBeLessThanOrEqual(high);
    }
  });
});

describe('a company’s own task list', () => {
  it('changes, adds and drops; the rest is the trade’s', () => {
    const filters = { ...taskOf('filters and belts'), minutes: 35 };
    const own = { ...taskOf('drains'), key: 'lint screens', title: 'Lint screens' };
    const list = taskList([filters, { key: 'coils', dropped: true }, own]);
    expect(list.find((task) => task.key === 'filters and belts')?.minutes).toBe(35);
    expect(list.some((task) => task.key === 'coils')).toBe(false);
    expect(list.at(-1)).toBe(own);
    expect(list).toHaveLength(TRADE_TASKS.length);
    expect(taskList([])).toEqual(TRADE_TASKS);
  });
});

describe('cadence follows condition', () => {
  it('filters plugged in 40 days are due after 30, never sooner than a fortnight', () => {
    const found = [
      { on: '2026-04-01', as: 'dirty' },
      { on: '2026-05-11', as: 'plugged' },
    ] as const;
    expect(soonerBy(91, '2026-05-11', found)).toEqual({ days: 30, pluggedAfter: 40 });
    expect(soonerBy(91, '2026-05-11', [{ on: '2026-05-01', as: 'dirty' }, found[1]])?.days).toBe(14);
    expect(soonerBy(20, '2026-05-11', found)).toBeUndefined();
  });

  it('clean or dirty changes nothing, and what was found on another day than the last counts no more', () => {
    expect(soonerBy(91, '2026-05-11', [{ on: '2026-05-11', as: 'clean' }])).toBeUndefined();
    expect(soonerBy(91, '2026-06-11', [{ on: '2026-05-11', as: 'plugged' }])).toBeUndefined();
  });

  it('is due on that day, and says why', () => {
    const unit = usually('package cooling only', {
      lastDone: { 'filters and belts': '2026-05-11' },
      care: {
        found: {
          'filters and belts': [
            { on: '2026-04-01', as: 'clean' },
            { on: '2026-05-11', as: 'plugged' },
          ],
        },
        putOff: {},
      },
    });
    const due = dueTasks(unit, '2026-06-12', 0).find(({ task }) => task.key === 'filters and belts');
    expect(due).toMatchObject({ dueOn: '2026-06-10', lateDays: 2, reason: { rule: 'plugs sooner' } });
  });
});

describe('machines on standby', () => {
  const due = (lastDone: Record<string, string>, on: string) =>
    dueTasks(usually('package gas/electric', { status: 'standby', lastDone }), on, 0).map(
      ({ task }) => task.key,
    );

  it('are exercised once each season and nothing else', () => {
    expect(due({}, '2026-05-04')).toEqual(['exercise']);
    expect(due({ exercise: '2026-05-04' }, '2026-06-03')).toEqual([]);
    expect(due({ exercise: '2026-05-04' }, '2026-10-03')).toEqual(['exercise']);
  });

  it('those in service are not', () => {
    const own = dueTasks(usually('package gas/electric'), '2026-05-04', 0);
    expect(own.map(({ task }) => task.key)).not.toContain('exercise');
  });
});

describe('a new machine opens a start-up sheet', () => {
  const on = (day: string, installedOn: string | null, lastDone: Record<string, string> = {}) =>
    dueTasks(usually('package gas/electric', { installedOn, lastDone }), day, 0)
      .map(({ task }) => task.key)
      .filter((key) => key.startsWith('first'));

  it('power, cooling and heating are due until each was done', () => {
    expect(on('2026-06-03', '2026-06-01')).toEqual(['first power', 'first cooling', 'first heating']);
    const done = { 'first power': '2026-06-02', 'first cooling': '2026-06-02' };
    expect(on('2026-06-03', '2026-06-01', done)).toEqual(['first heating']);
  });

  it('a mode that the weather forbids stays due, into the season that allows it', () => {
    const heat = taskOf('first heating');
    expect(weatherAllows(heat.weather, { highF: 92, lowF: 78 })).toBe(false);
    const done = { 'first power': '2026-06-02', 'first cooling': '2026-06-02' };
    expect(on('2026-10-20', '2026-06-01', done)).toEqual(['first heating']);
  });

  it('an old machine, or one whose day nobody knows, has none', () => {
    expect(on('2026-06-03', '2024-06-01')).toEqual([]);
    expect(on('2026-06-03', null)).toEqual([]);
    for (const kind of UNIT_KINDS)
      expect(dueTasks(usually(kind), '2026-06-03', 0).some(({ task }) => task.usual.by === 'once')).toBe(
        false,
      );
  });
});

describe('a due window', () => {
  it('has an earliest, a wanted and a latest day', () => {
    const [filters] = dueTasks(
      usually('package cooling only', { lastDone: { 'filters and belts': '2026-03-01' } }),
      '2026-06-01',
      0,
    );
    expect(filters?.window).toEqual({ earliest: '2026-05-08', wanted: '2026-05-31', latest: '2026-06-23' });
    const cooling = dueTasks(usually('package cooling only'), '2026-04-01', 0).find(
      ({ task }) => task.key === 'cooling start-up',
    );
    expect(cooling?.window).toMatchObject({ earliest: '2026-03-15', latest: '2026-05-31' });
  });

  it('what somebody could not do stays due and says why', () => {
    const putOff = { coils: { on: '2026-04-02', why: 'water' } } as const;
    const due = dueTasks(usually('package cooling only', { care: { found: {}, putOff } }), '2026-04-03', 0);
    expect(due.find(({ task }) => task.key === 'coils')?.putOff).toEqual(putOff.coils);
  });
});
