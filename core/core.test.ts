import fc from 'fast-check';
import { groupBy } from '#core/collections';
import { dueTasks, MAINTENANCE_TASKS, tasksDone } from '#core/maintenance';
import { normal, oneOf, seededRandom, wholeBetween } from '#core/random';
import { plural } from '#core/reasons';
import {
  REFRIGERANTS,
  saturationPressure,
  saturationTemperature,
  subcooling,
  superheat,
  type RefrigerantName,
} from '#core/refrigerant';
import { readingAnswers, READING_POINT_NAMES } from '#core/readings';
import {
  checkProblem,
  costOf,
  driveMinutes,
  exactPlan,
  returnTime,
  searchDay,
  solveDay,
  travelTable,
  violationsOf,
  type RoutingProblem,
} from '#core/routing';
import {
  addDays,
  clockText,
  daysBetween,
  durationText,
  fromDayNumber,
  instantAt,
  isTimeZone,
  localDate,
  localMinutes,
  minutesOfDay,
  resolveLocal,
  weekday,
  wholeYears,
} from '#core/time';
import { UNIT_KINDS } from '#core/vocabulary';
import { madeUpDay } from './routing/testing/instances.ts';

describe('small tools', () => {
  it('group keeps the order of first appearance', () => {
    expect([...groupBy([3, 1, 4, 1, 5, 9, 2, 6], (n) => n % 2)]).toEqual([
      [1, [3, 1, 1, 5, 9]],
      [0, [4, 2, 6]],
    ]);
    expect(groupBy([], String).size).toBe(0);
  });

  it('counts are said as people say them', () => {
    expect([
      plural(0, 'day'),
      plural(1, 'day'),
      plural(2, 'day'),
      plural(2, 'fuse box', 'fuse boxes'),
    ]).toEqual(['0 days', '1 day', '2 days', '2 fuse boxes']);
  });
});

describe('random numbers', () => {
  it('repeat from the same seed and differ from another', () => {
    const take = (seed: number) => Array.from({ length: 5 }, seededRandom(seed));
    expect(take(7)).toEqual(take(7));
    expect(take(7)).not.toEqual(take(8));
  });

  it('are spread evenly: mean ½ and variance 1/12 of the uniform distribution', () => {
    const random = seededRandom(42);
    const values = Array.from({ length: 100_000 }, random);
    const mean = values.reduce((a, b) => a + b, 0) / values.length;
    const variance = values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length;
    expect(mean).toBeCloseTo(0.5, 2);
    expect(variance).toBeCloseTo(1 / 12, 2);
    expect(Math.min(...values.slice(0, 1000))).toBeGreaterThanOrEqual(0);
    expect(Math.max(...values.slice(0, 1000))).toBeLessThan(1);
  });

  it('whole numbers reach both ends and no further; normal ones have mean 0 and deviation 1', () => {
    const random = seededRandom(1);
    const dice = Array.from({ length: 3000 }, () => wholeBetween(random, 1, 6));
    expect([Math.min(...dice), Math.max(...dice)]).toEqual([1, 6]);
    const bell = Array.from({ length: 50_000 }, () => normal(random));
    expect(bell.reduce((a, b) => a + b, 0) / bell.length).toBeCloseTo(0, 1);
    expect(Math.sqrt(bell.reduce((a, b) => a + b * b, 0) / bell.length)).toBeCloseTo(1, 1);
    expect(() => oneOf(random, [])).toThrow(RangeError);
  });
});

describe('days and clocks (properties)', () => {
  const days = fc.integer({ min: 0, max: 40_000 });

  it('a week later is the same weekday', () => {
    fc.assert(
      fc.property(days, (n) => expect(weekday(fromDayNumber(n + 7))).toBe(weekday(fromDayNumber(n)))),
    );
  });

  it('years completed never run backwards and agree with days', () => {
    fc.assert(
      fc.property(days, fc.integer({ min: 0, max: 12_000 }), (n, age) => {
        const [born, today] = [fromDayNumber(n), fromDayNumber(n + age)];
        const years = wholeYears(born, today);
        expect(years).toBe(Math.max(0, years));
        expect(Math.abs(years - age / 365.2425)).toBeLessThan(1.01);
        expect(wholeYears(born, addDays(today, 1))).toBeGreaterThanOrEqual(years);
      }),
    );
  });

  it('a minute of a day in a zone is an instant that shows that minute, but for clock changes', () => {
    fc.assert(
      fc.property(
        days,
        fc.integer({ min: 0, max: 1439 }),
        fc.constantFrom('EST5EDT', 'CST6CDT', 'PST8PDT', 'UTC'),
        (n, minute, zone) => {
          const date = fromDayNumber(n);
          const at = instantAt(date, minute, zone);
          const plain = resolveLocal(`${date}T${clockText(minute)}`, zone);
          if (plain.kind === 'instant') {
            expect(at).toEqual(plain.instant);
            expect([localDate(at, zone), localMinutes(at, zone)]).toEqual([date, minute]);
          } else if (plain.kind === 'exists twice') expect(at).toEqual(plain.earlier);
          else expect(daysBetween(date, localDate(at, zone))).toBe(0);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('a time skipped by clocks exists nowhere, one repeated exists an hour apart', () => {
    const twice = resolveLocal('2026-11-01T01:15', 'EST5EDT');
    expect(twice.kind === 'exists twice' && twice.later.getTime() - twice.earlier.getTime()).toBe(3_600_000);
    expect(resolveLocal('2026-03-08T02:00', 'EST5EDT').kind).toBe('does not exist');
    expect(resolveLocal('2026-03-08T03:00', 'EST5EDT').kind).toBe('instant');
    expect(resolveLocal('2026-03-08T02:30', 'UTC').kind).toBe('instant');
  });

  it('texts of times come back', () => {
    for (const minute of [0, 1, 59, 60, 719, 1439]) expect(minutesOfDay(clockText(minute))).toBe(minute);
    expect(minutesOfDay('24:00')).toBe(1440);
    expect([durationText(0), durationText(59.6), durationText(90), durationText(125)]).toEqual([
      '0 min',
      '1 h',
      '1 h 30 min',
      '2 h 5 min',
    ]);
    expect([isTimeZone('EST5EDT'), isTimeZone('Mars/Olympus')]).toEqual([true, false]);
  });
});

describe('refrigerants (properties)', () => {
  const names = Object.keys(REFRIGERANTS) as RefrigerantName[];

  it('at altitude the same gauge reading means a colder saturation: the barometer is lower', () => {
    for (const name of names) {
      expect(saturationTemperature(name, 'dew', 60, 12.2)).toBeLessThan(
        saturationTemperature(name, 'dew', 60),
      );
      expect(saturationPressure(name, 'dew', 40, 12.2)).toBeCloseTo(
        saturationPressure(name, 'dew', 40) + 14.696 - 12.2,
        6,
      );
    }
  });

  it('superheat rises degree for degree with the line, subcooling falls', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...names),
        fc.double({ min: 30, max: 200, noNaN: true }),
        fc.double({ min: 30, max: 90, noNaN: true }),
        (name, psig, line) => {
          const [sh, sc] = [superheat(name, psig, line), subcooling(name, psig, line)];
          expect(superheat(name, psig, line + 5).value - sh.value).toBeCloseTo(5, 9);
          expect(subcooling(name, psig, line + 5).value - sc.value).toBeCloseTo(-5, 9);
          expect(sh.saturationF).toBeGreaterThanOrEqual(sc.saturationF - 1e-6);
        },
      ),
    );
  });

  it('the glide of R-407C is about 8 to 13 °F at comfort pressures, R-410A’s below 1 (the chart points above)', () => {
    const glide = (name: RefrigerantName, psig: number) =>
      saturationTemperature(name, 'dew', psig) - saturationTemperature(name, 'bubble', psig);
    expect(glide('R-407C', 70)).toBeGreaterThan(8);
    expect(glide('R-407C', 70)).toBeLessThan(13);
    expect(Math.abs(glide('R-410A', 120))).toBeLessThan(1);
    expect(glide('R-22', 70)).toBeCloseTo(0, 6);
  });
});

describe('reading sets (property)', () => {
  it('whatever was measured, nothing is made up: every result has the readings it needs', () => {
    const set = fc.record({
      mode: fc.constantFrom('cooling' as const, 'heating' as const, 'off' as const),
      readings: fc
        .subarray([...READING_POINT_NAMES])
        .map((points) =>
          points.map((point) => ({
            point,
            value: 70,
            unit: point.includes('pressure')
              ? 'psig'
              : point.startsWith('volts')
                ? 'V'
                : point.startsWith('amps')
                  ? 'A'
                  : '°F',
          })),
        ),
    });
    const needs = {
      superheat: ['suction pressure', 'suction line'],
      subcooling: ['liquid pressure', 'liquid line'],
      split: ['return air', 'supply air'],
    } as Record<string, string[]>;
    fc.assert(
      fc.property(set, (taken) => {
        const points = new Set<string>(taken.readings.map((r) => r.point));
        for (const result of readingAnswers(taken, { refrigerant: 'R-22' }).answers) {
          for (const point of needs[result.name] ?? []) expect(points.has(point)).toBe(true);
          if (taken.mode !== 'cooling') expect(result.name).toMatch(/unbalance/);
        }
      }),
    );
  });
});

describe('maintenance (properties)', () => {
  it('what was done today is not due within the shortest interval', () => {
    fc.assert(
      fc.property(fc.constantFrom(...UNIT_KINDS), fc.integer({ min: 20_000, max: 22_000 }), (kind, n) => {
        const today = fromDayNumber(n);
        const lastDone = Object.fromEntries(MAINTENANCE_TASKS.map((task) => [task.key, today]));
        const again = dueTasks({ unitId: 'u', kind, status: 'in service', lastDone }, addDays(today, 1), 14);
        // Only a season that opens between may ask again.
        for (const due of again) expect('everyDays' in due.task.rule).toBe(false);
      }),
    );
  });

  it('every kind of unit has something that comes round, and a visit without names does only what fits the kind', () => {
    for (const kind of UNIT_KINDS) {
      expect(MAINTENANCE_TASKS.some((task) => task.kinds.includes(kind))).toBe(true);
      for (const key of tasksDone(kind, '2026-04-15', []))
        expect(MAINTENANCE_TASKS.find((t) => t.key === key)?.kinds).toContain(kind);
    }
  });

  it('lateness grows by a day a day until the work is done or its season is over', () => {
    const unit = {
      unitId: 'u',
      kind: 'exhaust fan' as const,
      status: 'in service' as const,
      lastDone: { 'fan and bearing': '2026-01-01' },
    };
    const late = [0, 1, 2, 30].map(
      (more) => dueTasks(unit, addDays('2026-07-10', more), 0)[0]?.lateDays ?? -1,
    );
    expect(late.map((l) => l - (late[0] as number))).toEqual([0, 1, 2, 30]);
  });
});

describe('days for a crew (properties)', () => {
  it('a longer shift, or one stop less, never makes the best day worse', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 2, max: 7 }), (seed, stops) => {
        const day = madeUpDay(seed, stops, { tight: true });
        const longer: RoutingProblem = { ...day, shift: { ...day.shift, end: day.shift.end + 60 } };
        expect(exactPlan(longer).cost).toBeLessThanOrEqual(exactPlan(day).cost + 1e-6);
        const cheaper: RoutingProblem = {
          ...day,
          stops: day.stops.map((stop) => ({ ...stop, penalty: stop.penalty / 2 })),
        };
        expect(exactPlan(cheaper).cost).toBeLessThanOrEqual(exactPlan(day).cost + 1e-6);
      }),
      { numRuns: 40, seed: 3 },
    );
  });

  it('the cost of a plan is what evaluating its order says', () => {
    const day = madeUpDay(12, 9, { tight: true });
    const plan = exactPlan(day);
    const order = plan.stops.map((s) => day.stops.findIndex((stop) => stop.id === s.stopId));
    expect(costOf(day, order)).toBeCloseTo(plan.cost, 9);
    expect(returnTime(day, order)).toBeCloseTo(plan.returnAt, 9);
    expect(plan.driveMinutes + plan.waitMinutes + plan.workMinutes).toBeCloseTo(
      plan.returnAt - plan.departAt,
      6,
    );
  });

  it('an empty list is a day in the yard', () => {
    const empty: RoutingProblem = {
      shift: { start: 420, end: 900 },
      stops: [],
      travel: travelTable([0], [[0]], 1),
    };
    const plan = exactPlan(empty);
    expect(plan).toMatchObject({ stops: [], unserved: [], returnAt: 420, cost: 0 });
    expect(violationsOf(empty, plan)).toEqual([]);
  });

  it('the search may be stopped at any moment and has a plan that holds', () => {
    const day = madeUpDay(3, 22, { tight: true });
    const run = searchDay(day, { seed: 2, iterations: Infinity });
    for (const share of [0, 0.2, 0.7]) {
      const step = run.next(share);
      if (step.done) throw new Error('ended too early');
      expect(violationsOf(day, step.value.plan)).toEqual([]);
    }
    expect(run.next(1)).toMatchObject({ value: { share: 1 } });
  });

  it('the search never gets worse as it goes on', () => {
    const day = madeUpDay(4, 20, { tight: true });
    let last = Infinity;
    for (const { plan } of searchDay(day, { iterations: 400 })) {
      expect(plan.cost).toBeLessThanOrEqual(last + 1e-9);
      last = plan.cost;
    }
  });

  it('small days are proved, large ones are found', () => {
    const quality = (stops: number) => {
      let plan;
      for (const step of solveDay(madeUpDay(6, stops), { iterations: 20 })) plan = step.plan;
      return plan?.quality;
    };
    expect([quality(6), quality(16)]).toEqual(['proved best', 'best found']);
  });

  it('opening hours in two parts are kept: no work over a closed noon', () => {
    const travel = travelTable([0], [[0, 10, 10, 0]], 2);
    const day: RoutingProblem = {
      shift: { start: 480, end: 1020 },
      stops: [
        {
          id: 'a',
          name: 'a',
          serviceMinutes: 120,
          windows: [
            [480, 600],
            [780, 1000],
          ],
          penalty: 500,
        },
      ],
      travel,
    };
    expect(exactPlan(day).stops[0]).toMatchObject({ arriveAt: 490, startAt: 780, leaveAt: 900 });
    expect(driveMinutes(travel, 0, 1, 500)).toBe(10);
  });

  it.each([
    ['two stops of one name', (d: RoutingProblem) => ({ ...d, stops: [d.stops[0], d.stops[0]] }), /twice/],
    [
      'a shift that is none',
      (d: RoutingProblem) => ({ ...d, shift: { start: 900, end: 800 } }),
      /no stretch of one day/,
    ],
    [
      'hours that end before they begin',
      (d: RoutingProblem) => ({ ...d, stops: d.stops.map((s) => ({ ...s, windows: [[600, 500]] })) }),
      /end before they begin/,
    ],
    [
      'a penalty below nothing',
      (d: RoutingProblem) => ({ ...d, stops: d.stops.map((s) => ({ ...s, penalty: -1 })) }),
      /must not be negative/,
    ],
  ])('refuses %s with the reason', (_what, spoil, reason) => {
    expect(() => checkProblem(spoil(madeUpDay(1, 2)) as RoutingProblem)).toThrow(reason);
  });
});
