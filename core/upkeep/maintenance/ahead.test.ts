import fc from 'fast-check';
import { addDays, daysBetween } from '#core/base/time';
import { UNIT_KINDS } from '#core/base/vocabulary';
import { comesRound, dueTasks, type Cadence, type UnitMaintenance } from './index.ts';
import { usually } from './testing/usually.ts';

const daysOf = (key: string, unit: Parameters<typeof comesRound>[0], from: string, to: string) =>
  comesRound(unit, from, to).flatMap(({ planned, on }) => (planned.task.key === key ? [on] : []));

describe('what comes round ahead', () => {
  const unit = usually('package gas/electric', {
    lastDone: { 'filters and belts': '2026-04-01', 'cooling start-up': '2026-04-01' },
  });

  it('periodic work again and again, seasonal work in the middle of its window, what is late at once', () => {
    expect(daysOf('filters and belts', unit, '2026-06-03', '2026-12-31')).toEqual([
      '2026-07-01',
      '2026-09-30',
      '2026-12-30',
    ]);
    expect(daysOf('cooling start-up', unit, '2026-06-03', '2027-05-31')).toEqual(['2027-04-23']);
    expect(daysOf('heating start-up', unit, '2026-10-20', '2026-12-31')).toEqual(['2026-10-20']);
    const never = usually('package gas/electric');
    expect(daysOf('filters and belts', never, '2026-06-03', '2026-06-30')).toEqual(['2026-06-03']);
  });

  it('only in the days of the agreement, and nothing on a machine that is out of use', () => {
    const short = usually('package gas/electric', { from: '2026-07-01', until: '2026-07-31' });
    expect(comesRound(short, '2026-06-03', '2026-12-31').length).toBeGreaterThan(0);
    for (const { on } of comesRound(short, '2026-06-03', '2026-12-31'))
      expect(on.slice(0, 7)).toBe('2026-07');
    expect(comesRound(usually('boiler', { status: 'out of use' }), '2026-06-03', '2027-06-03')).toEqual([]);
    expect(daysOf('exercise', usually('boiler', { status: 'standby' }), '2026-06-03', '2027-06-02')).toEqual([
      '2026-10-16',
      '2027-05-16',
    ]);
  });

  const KEY = 'filters and belts';
  /** One task of a rooftop unit, coming round as given. */
  const one = (cadence: Cadence, more: Partial<UnitMaintenance> = {}): UnitMaintenance => {
    const all = usually('package gas/electric', more);
    return {
      ...all,
      tasks: all.tasks.filter(({ task }) => task.key === KEY).map((task) => ({ ...task, cadence })),
    };
  };
  const days = (own: UnitMaintenance, from: string, to: string) => daysOf(KEY, own, from, to);

  it('what is done once, on a new machine, by its day or at once where that has gone by', () => {
    const sheet = (installedOn: string | null, more: Partial<UnitMaintenance> = {}) =>
      one({ by: 'once', withinDays: 30 }, { installedOn, ...more });
    expect(days(sheet('2026-05-20'), '2026-06-03', '2026-12-31')).toEqual(['2026-06-19']);
    expect(days(sheet('2026-05-20'), '2026-06-03', '2026-06-19')).toEqual(['2026-06-19']);
    expect(days(sheet('2026-05-20'), '2026-06-03', '2026-06-18')).toEqual([]);
    expect(days(sheet('2026-03-01'), '2026-06-03', '2026-12-31')).toEqual(['2026-06-03']);
    expect(days(sheet('2024-03-01'), '2026-06-03', '2026-12-31')).toEqual([]);
    expect(days(sheet(null), '2026-06-03', '2026-12-31')).toEqual([]);
    expect(
      days(sheet('2026-05-20', { lastDone: { [KEY]: '2026-05-25' } }), '2026-06-03', '2026-12-31'),
    ).toEqual([]);
  });

  it('sooner where filters were found plugged, and only where the task follows that', () => {
    const care = {
      found: {
        [KEY]: [
          { on: '2026-03-02', as: 'plugged' as const },
          { on: '2026-04-01', as: 'plugged' as const },
        ],
      },
      putOff: {},
    };
    const plugged = one({ by: 'days', days: 90 }, { lastDone: { [KEY]: '2026-04-01' }, care });
    // Three quarters of the thirty days it took.
    expect(days(plugged, '2026-04-02', '2026-06-01')).toEqual(['2026-04-24']);
    const deaf = {
      ...plugged,
      tasks: plugged.tasks.map((p) => ({ ...p, task: { ...p.task, followsCondition: false } })),
    };
    expect(days(deaf as UnitMaintenance, '2026-04-02', '2026-06-30')).toEqual(['2026-06-30']);
  });

  it('on the first and the last day that are looked at, and of every year between', () => {
    const own = one({ by: 'days', days: 90 }, { lastDone: { [KEY]: '2026-04-01' } });
    expect(days(own, '2026-06-30', '2026-06-30')).toEqual(['2026-06-30']);
    expect(days(own, '2026-04-02', '2026-06-29')).toEqual([]);
    const june = one({ by: 'weekday', nth: 1, weekday: 1, months: [6] });
    expect(days(june, '2026-06-01', '2029-06-04')).toEqual([
      '2026-06-01',
      '2027-06-07',
      '2028-06-05',
      '2029-06-04',
    ]);
    expect(days(june, '2026-06-02', '2029-06-03')).toEqual(['2027-06-07', '2028-06-05']);
    const done = one(
      { by: 'weekday', nth: 1, weekday: 1, months: [6] },
      { lastDone: { [KEY]: '2027-06-07' } },
    );
    expect(days(done, '2027-06-01', '2028-12-31')).toEqual(['2028-06-05']);
  });

  it('is what would fall due day by day if each were done on its day (property)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...UNIT_KINDS),
        fc.integer({ min: 0, max: 700 }),
        fc.integer({ min: 1, max: 400 }),
        (kind, start, length) => {
          const from = addDays('2025-01-01', start);
          const own = usually(kind, { lastDone: { 'filters and belts': addDays(from, -30) } });
          const to = addDays(from, length);
          const ahead = daysOf('filters and belts', own, from, to);
          const lastDone: Record<string, string | undefined> = { ...own.lastDone };
          const dayByDay: string[] = [];
          for (let i = 0; i <= daysBetween(from, to); i++) {
            const on = addDays(from, i);
            const due = dueTasks({ ...own, lastDone }, on, 0).find(
              ({ task }) => task.key === 'filters and belts',
            );
            if (!due) continue;
            lastDone['filters and belts'] = on;
            dayByDay.push(on);
          }
          expect(ahead).toEqual(dayByDay);
        },
      ),
      { numRuns: 40 },
    );
  });
});
