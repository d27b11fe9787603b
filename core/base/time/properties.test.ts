import fc from 'fast-check';
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
} from './index.ts';

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
