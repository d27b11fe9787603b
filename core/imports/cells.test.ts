import fc from 'fast-check';
import * as cells from './cells.ts';
import { addDays, weekday } from '#core/base/time';

const text = (read: cells.Read) => read.text;
const cause = (act: () => unknown): string => {
  try {
    act();
  } catch (error) {
    return (error as Error).message;
  }
  return 'was read';
};

describe('numbers on both sides of the ocean', () => {
  it.each([
    ['1,240.50', 1240.5],
    ['1.240,50', 1240.5],
    ['1240.5', 1240.5],
    ['1,240', 1240],
    ['12,5', 12.5],
    ["1'240", 1240],
    ['1 240', 1240],
    ['1.240.000', 1240000],
    ['-3', -3],
  ])('%s', (written, value) => expect(cells.numberIn(written)).toBe(value));
  it.each(['', 'ten', '12T', '1-2', '.'])('"%s" is none', (written) =>
    expect(cells.numberIn(written)).toBeUndefined(),
  );
});

describe('capacity', () => {
  // 12,000 Btu/h is one ton of refrigeration by definition; 1 kW is 3412.14 Btu/h (NIST SP 811, Btu of the
  // IT).
  it.each([
    ['12.5T', '12.5'],
    ['12.5 tons', '12.5'],
    ['5', '5'],
    ['150 MBH', '12.5'],
    ['60,000 Btu/h', '5'],
    ['17.58 kW', '4.999'],
  ])('%s', (written, tons) => expect(text(cells.tons(written))).toBe(tons));
  it('a bare 60000 is Btu/h, and that is said', () => {
    expect(cells.tons('60000')).toEqual({ text: '5', note: 'taken as Btu/h' });
  });
  it('is refused with its cause', () => {
    expect(cause(() => cells.tons('big'))).toBe('is not a number');
    expect(cause(() => cells.tons('0'))).toBe('is not above zero');
    expect(cause(() => cells.tons('5 psi'))).toBe('has a unit that is no capacity');
  });
});

describe('charge and money', () => {
  it.each([
    ['10 lb 4 oz', '10.25'],
    ['10#', '10'],
    ['10lbs 4oz', '10.25'],
    ['164 oz', '10.25'],
    ['4.65 kg', '10.2515'],
    ['9.5', '9.5'],
  ])('%s', (written, lb) => expect(text(cells.pounds(written))).toBe(lb));
  it.each([
    ['$1,240.50', '1240.50'],
    ['1.240,50 €', '1240.50'],
    ['985', '985'],
  ])('%s', (written, amount) => expect(text(cells.money(written))).toBe(amount));
  it('a negative amount stands for nothing we know', () => {
    expect(cause(() => cells.money('-35'))).toBe('is below zero');
  });
});

describe('supply', () => {
  it.each([
    ['460', '460', undefined],
    ['460/3/60', '460', '3'],
    ['460V 3PH', '460', '3'],
    ['208/230-3', '208/230', '3'],
    ['230/460-3-60', '230', '3'],
    ['208-230/1/60', '208/230', '1'],
    ['208/230V single phase', '208/230', '1'],
    ['575-3-60', '575', '3'],
    ['115', '115', undefined],
  ])('%s', (written, volts, phase) => {
    const read = cells.volts(written);
    expect([read.text, read.also?.phase]).toEqual([volts, phase]);
  });
  it.each([
    ['3', '3'],
    ['3 ph', '3'],
    ['three', '3'],
    ['1Ø', '1'],
    ['Single', '1'],
  ])('phase %s', (written, phase) => expect(text(cells.phase(written))).toBe(phase));
  it('two is no phase', () => expect(cause(() => cells.phase('2'))).toMatch(/neither/));
});

describe('refrigerants', () => {
  it.each([
    ['R410A', 'R-410A'],
    ['410a', 'R-410A'],
    ['r-22', 'R-22'],
    ['22', 'R-22'],
    ['HFC-134a', 'R-134a'],
    ['R 454B', 'R-454B'],
    ['R-438a', 'R-438A'],
  ])('%s', (written, name) => expect(text(cells.refrigerant(written))).toBe(name));
  it('a word is none', () => expect(cause(() => cells.refrigerant('gas'))).toMatch(/not a refrigerant/));
});

describe('days', () => {
  it.each([
    ['2014-06-30', '2014-06-30'],
    ['2014/6/3', '2014-06-03'],
    ['30/6/2014', '2014-06-30'],
    ['6/30/14', '2014-06-30'],
    ['30.06.2014', '2014-06-30'],
    ['30 Jun 2014', '2014-06-30'],
    ['30-Jun-14', '2014-06-30'],
    ['June 30, 2014', '2014-06-30'],
    ['Mon, 30 June 2014', '2014-06-30'],
    ['2014-06-30 00:00:00', '2014-06-30'],
  ])('%s is read in one way', (written, day) => expect(text(cells.day(written, undefined))).toBe(day));

  it('3/4/2025 waits for somebody to say what it is', () => {
    expect(cause(() => cells.day('3/4/2025', undefined))).toMatch(/day first or the month first/);
    expect(text(cells.day('3/4/2025', 'day first'))).toBe('2025-04-03');
    expect(text(cells.day('3/4/2025', 'month first'))).toBe('2025-03-04');
    expect(text(cells.day('5/5/2025', undefined))).toBe('2025-05-05');
  });

  it('a month or a year alone keeps its first day, and says so', () => {
    expect(cells.day('Mar 2014', undefined)).toEqual({
      text: '2014-03-01',
      note: 'names only a month; its first day is kept',
    });
    expect(cells.day('03/2014', undefined).text).toBe('2014-03-01');
    expect(cells.day('2014', undefined).note).toMatch(/only a year/);
  });

  it('the 31st of February is none, nor is a word', () => {
    expect(cause(() => cells.day('31/2/2014', undefined))).toMatch(/not a day of the calendar/);
    expect(cause(() => cells.day('last spring', undefined))).toBe('is not a date');
  });

  it('every day of 150 years is read back from each of its spellings', () => {
    const names = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40_000 }), (n) => {
        const iso = addDays('1950-01-01', n);
        const [y, m, d] = iso.split('-').map(Number) as [number, number, number];
        const month = names[m - 1];
        expect(weekday(iso)).toBeGreaterThan(0);
        expect(text(cells.day(`${m}/${d}/${y}`, 'month first'))).toBe(iso);
        expect(text(cells.day(`${d}.${m}.${y}`, 'day first'))).toBe(iso);
        expect(text(cells.day(`${d} ${month} ${y}`, undefined))).toBe(iso);
        expect(text(cells.day(`${month} ${d}, ${y}`, undefined))).toBe(iso);
      }),
    );
  });
});

describe('times', () => {
  it.each([
    ['2025-03-04 14:15', '2025-03-04T14:15'],
    ['2025-03-04T14:15:30', '2025-03-04T14:15'],
    ['2025-03-04T14:15:00Z', '2025-03-04T14:15:00Z'],
    ['13/4/2025 2:15 PM', '2025-04-13T14:15'],
    ['4/13/25 12:05 am', '2025-04-13T00:05'],
    ['Apr 13, 2025 9 pm', '2025-04-13T21:00'],
  ])('%s', (written, time) => expect(text(cells.time(written, undefined))).toBe(time));
  it.each(['13.04.2025', '13 Apr 2025', '2025-04-13'])('%s alone is noon, and that is said', (written) => {
    expect(cells.time(written, undefined)).toEqual({
      text: '2025-04-13T12:00',
      note: 'names only a day; noon of it is kept',
    });
  });
});
