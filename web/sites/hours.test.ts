import { sitePatch } from '#contracts/sites';
import { parseDay, weekOf } from './hours.ts';
import { hoursText } from './hoursText.ts';

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
    expect(sitePatch.safeParse({ version: 1, openingHours: hours }).success).toBe(true);
  });
});
