import fc from 'fast-check';
import { hoursText, parseDay, weekOf, weekTyped, WEEKDAYS, type WeekHours } from './index.ts';

const day = (from: string, until: string): [string, string][] => [[from, until]];
const EMPTY = { '1': '', '2': '', '3': '', '4': '', '5': '', '6': '', '7': '' };

describe('opening hours as typed and as read', () => {
  it('runs days alike together', () => {
    const { hours, problems } = weekOf({
      ...EMPTY,
      '1': '8:00-17:00',
      '2': '08:00 – 17:00',
      '6': '09:00-12:00, 13:00-15:00',
    });
    expect(problems).toEqual([]);
    expect(hoursText(hours)).toBe('Mon–Tue 08:00–17:00; Sat 09:00–12:00, 13:00–15:00');
    expect(hoursText(weekOf(EMPTY).hours)).toBe('closed all week');
    expect(hoursText(null)).toBe('not known');
  });

  it('refuses what is not hours, naming the day', () => {
    expect(() => parseDay('nine to five')).toThrow(RangeError);
    expect(weekOf({ ...EMPTY, '3': 'noon', '5': '8-12-14' }).problems.map(([day]) => day)).toEqual([
      '3',
      '5',
    ]);
  });

  it('takes them as people write them, and past midnight on to the next day', () => {
    const { hours, problems } = weekOf({
      ...EMPTY,
      '1': '7-14',
      '3': '8am to 12 noon; 13-17.30',
      '5': '17:00-00:00',
      '6': '9:00-12:00',
      '7': '14:00-1:00',
    });
    expect(problems).toEqual([]);
    expect(hours).toEqual({
      '1': [
        ['00:00', '01:00'],
        ['07:00', '14:00'],
      ],
      '3': [
        ['08:00', '12:00'],
        ['13:00', '17:30'],
      ],
      '5': [['17:00', '24:00']],
      '6': [['09:00', '12:00']],
      '7': [['14:00', '24:00']],
    });
  });
});

describe('a day in bare hours', () => {
  it.each([
    // [common practice] From the morning to the afternoon.
    ['8-5', '08:00', '17:00'],
    ['7:30-4', '07:30', '16:00'],
    ['10-2', '10:00', '14:00'],
    ['7-7', '07:00', '19:00'],
    ['12-8', '12:00', '20:00'],
    ['9:00-1:00', '09:00', '13:00'],
    ['8-12', '08:00', '12:00'],
    ['8am-5', '08:00', '17:00'],
    ['8 a.m. to 5', '08:00', '17:00'],
    ['9pm-5', '21:00', '05:00'],
    ['6-11', '06:00', '11:00'],
    // A clock of 24 hours, or half of the day, says which it is.
    ['08:00-05:00', '08:00', '05:00'],
    ['22-6', '22:00', '06:00'],
    ['14:00-1:00', '14:00', '01:00'],
    ['8am-5am', '08:00', '05:00'],
    ['24/7', '00:00', '24:00'],
  ])('%s is %s to %s', (text, from, until) => expect(parseDay(text)).toEqual([[from, until]]));

  it('closed is closed', () => expect(parseDay(' Closed ')).toEqual([]));
});

describe('a week in one cell', () => {
  const five = (from: string, until: string): WeekHours =>
    Object.fromEntries(['1', '2', '3', '4', '5'].map((key) => [key, day(from, until)]));
  it.each([
    ['Mon-Fri 7am-5pm', five('07:00', '17:00')],
    ['M-F 8-5', five('08:00', '17:00')],
    ['M-F: 8-5, Sat 9-12', { ...five('08:00', '17:00'), '6': day('09:00', '12:00') }],
    ['Weekdays 08:00-17:00; closed Sat & Sun', five('08:00', '17:00')],
    ['Monday through Friday 8 to 5, Saturdays 9 to noon', undefined],
    ['Mon, Wed 8-5; Thu 8-12, 13-17', undefined],
    ['daily 9-21', Object.fromEntries(WEEKDAYS.map(([key]) => [key, day('09:00', '21:00')]))],
    ['24/7', Object.fromEntries(WEEKDAYS.map(([key]) => [key, day('00:00', '24:00')]))],
    [
      'Sat-Mon 10:00-16:00',
      { '1': day('10:00', '16:00'), '6': day('10:00', '16:00'), '7': day('10:00', '16:00') },
    ],
    ['Fri 17:00-1:00', { '5': day('17:00', '24:00'), '6': day('00:00', '01:00') }],
    ['Sun closed', {}],
    ['closed all week', {}],
  ] as [string, WeekHours | undefined][])('%s', (text, hours) => {
    if (hours) expect(weekTyped(text)).toEqual(hours);
    else expect(Object.keys(weekTyped(text)).length).toBeGreaterThan(0);
  });

  it('parts days and spans by what follows the comma', () => {
    expect(weekTyped('Mon, Wed 8-5; Thu 8-12, 13-17')).toEqual({
      ...{ '1': day('08:00', '17:00'), '3': day('08:00', '17:00') },
      '4': [...day('08:00', '12:00'), ...day('13:00', '17:00')],
    });
  });

  it.each(['8-5', 'by appointment', 'Mon-Fri', 'T 8-5', 'Mon-Fri eight to five', 'Mon-Wed-Fri 8-5', ''])(
    '%j says what to write',
    (text) => expect(() => weekTyped(text)).toThrow('Mon-Fri 08:00-17:00'),
  );

  it('reads back what it is said in, whatever it is', () => {
    const span = fc
      .tuple(fc.integer({ min: 0, max: 47 }), fc.integer({ min: 1, max: 48 }))
      .filter(([a, b]) => a < b);
    const clock = (half: number) =>
      `${String(Math.floor(half / 2)).padStart(2, '0')}:${half % 2 === 0 ? '00' : '30'}`;
    const week = fc.dictionary(fc.constantFrom(...WEEKDAYS.map(([key]) => key)), span);
    fc.assert(
      fc.property(week, (spans) => {
        const hours: WeekHours = Object.fromEntries(
          Object.entries(spans).map(([key, [a, b]]) => [key, day(clock(a), clock(b))]),
        );
        expect(weekTyped(hoursText(hours))).toEqual(hours);
      }),
    );
  });
});
