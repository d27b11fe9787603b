import fc from 'fast-check';
import {
  addDays,
  clockText,
  dayNumber,
  daysBetween,
  fromDayNumber,
  instantAt,
  isPlainDate,
  localDate,
  minutesOfDay,
  parseInstant,
  resolveLocal,
  weekday,
  wholeYears,
} from './index.ts';

describe('plain dates', () => {
  it('knows leap days and refuses days that are not in the calendar', () => {
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29');
    expect(isPlainDate('2027-02-29')).toBe(false);
    expect(() => dayNumber('2026-13-01')).toThrow(RangeError);
  });

  it('counts days both ways (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -20000, max: 40000 }),
        fc.integer({ min: -4000, max: 4000 }),
        (day, shift) => {
          const date = fromDayNumber(day);
          expect(daysBetween(date, addDays(date, shift))).toBe(shift);
        },
      ),
    );
  });

  it('knows the day of the week (1 January 2000 was a Saturday, 1 January 1970 a Thursday)', () => {
    expect(weekday('2000-01-01')).toBe(6);
    expect(weekday('1970-01-01')).toBe(4);
    expect(weekday('1969-12-28')).toBe(7);
  });

  it('counts completed years', () => {
    expect(wholeYears('2010-06-15', '2026-06-14')).toBe(15);
    expect(wholeYears('2010-06-15', '2026-06-15')).toBe(16);
  });
});

describe('wall clocks', () => {
  // United States rule since the Energy Policy Act of 2005: forward at 02:00 on the second Sunday of March,
  // back at 02:00 on the first Sunday of November.
  it('refuses a time that clocks jumped over', () => {
    expect(resolveLocal('2026-03-08T02:30', 'EST5EDT').kind).toBe('does not exist');
    expect(() => parseInstant('2026-03-08T02:30', 'EST5EDT')).toThrow(/does not exist/);
  });

  it('refuses a time that happened twice, and takes it with an offset', () => {
    expect(resolveLocal('2026-11-01T01:30', 'EST5EDT').kind).toBe('exists twice');
    expect(() => parseInstant('2026-11-01T01:30', 'EST5EDT')).toThrow(/exists twice/);
    expect(parseInstant('2026-11-01T01:30-05:00', 'EST5EDT').toISOString()).toBe('2026-11-01T06:30:00.000Z');
  });

  it('takes every other minute of those days as one instant that maps back', () => {
    for (const day of ['2026-03-08', '2026-11-01', '2026-07-01']) {
      for (let minute = 0; minute < 1440; minute += 7) {
        const text = `${day}T${clockText(minute)}`;
        const local = resolveLocal(text, 'EST5EDT');
        if (local.kind === 'instant') expect(localDate(local.instant, 'EST5EDT')).toBe(day);
      }
    }
  });

  it('refuses what is not a time', () => {
    expect(() => parseInstant('yesterday', 'UTC')).toThrow(RangeError);
    expect(() => parseInstant('2026-02-30T10:00Z', 'UTC')).toThrow(RangeError);
    expect(() => parseInstant('2026-02-20T25:00', 'UTC')).toThrow(RangeError);
    expect(() => minutesOfDay('8:75')).toThrow(RangeError);
  });

  it('places a shift start on the day even when clocks jump over it', () => {
    expect(instantAt('2026-03-08', 150, 'EST5EDT').toISOString()).toBe('2026-03-08T07:30:00.000Z');
    expect(instantAt('2026-07-01', 480, 'EST5EDT').toISOString()).toBe('2026-07-01T12:00:00.000Z');
  });
});
