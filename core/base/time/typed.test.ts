import fc from 'fast-check';
import { addDays, clockTyped, clockText, dayTyped, dayWords, zoneTyped } from './index.ts';

const TODAY = '2026-06-03';

describe('a day as people type it', () => {
  it.each([
    ['26 Nov 2026', '2026-11-26'],
    ['26 november', '2026-11-26'],
    ['Nov 26, 2027', '2027-11-26'],
    ['nov 3rd', '2026-11-03'],
    ['Thu, 26 Nov 2026', '2026-11-26'],
    ['11/26/2026', '2026-11-26'],
    ['6/5', '2026-06-05'],
    ['6/5/27', '2027-06-05'],
    ['2026-6-5', '2026-06-05'],
    ['today', TODAY],
    ['Tomorrow', '2026-06-04'],
    ['29 Feb 2028', '2028-02-29'],
  ])('“%s” is %s', (text, day) => expect(dayTyped(text, TODAY)).toBe(day));

  it.each(['', '31 Feb 2026', '29 Feb 2027', '13/26/2026', '26/11/2026', 'nov', 'soon', '26 no 2026'])(
    '“%s” is none',
    (text) => expect(dayTyped(text, TODAY)).toBeUndefined(),
  );

  it('as it is written is as it is read (property)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60_000 }), (n) => {
        const day = addDays('1950-01-01', n);
        expect(dayTyped(dayWords(day), TODAY)).toBe(day);
        expect(dayTyped(day, TODAY)).toBe(day);
      }),
    );
  });
});

describe('a time of day as people type it', () => {
  it.each([
    ['14:00', '14:00'],
    ['2pm', '14:00'],
    ['2:30 PM', '14:30'],
    ['2 p.m.', '14:00'],
    ['12am', '00:00'],
    ['12 pm', '12:00'],
    ['12 noon', '12:00'],
    ['1430', '14:30'],
    ['7', '07:00'],
    ['7.15', '07:15'],
  ])('“%s” is %s', (text, clock) => expect(clockTyped(text)).toBe(clock));

  it.each(['', '25', '13pm', '0am', '7:75', '7 noon', 'noonish'])('“%s” is none', (text) =>
    expect(clockTyped(text)).toBeUndefined(),
  );

  it('as it is written is as it is read (property)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1439 }), (m) =>
        expect(clockTyped(clockText(m))).toBe(clockText(m)),
      ),
    );
  });
});

describe('a time zone as people say it', () => {
  it.each([
    ['eastern', 'EST5EDT'],
    ['Eastern Time', 'EST5EDT'],
    ['US/Eastern', 'EST5EDT'],
    ['pacific standard time', 'PST8PDT'],
    ['CT', 'CST6CDT'],
    ['mountain', 'MST7MDT'],
    ['EST5EDT', 'EST5EDT'],
    ['utc', 'utc'],
    ['somewhere', undefined],
    ['', undefined],
    ['time', undefined],
  ])('%s: %s', (text, zone) => expect(zoneTyped(text)).toBe(zone));
});
