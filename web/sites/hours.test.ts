import { parseDay, parseWeek } from './hours.ts';
import { hoursText } from './hoursText.ts';

const EMPTY = { '1': '', '2': '', '3': '', '4': '', '5': '', '6': '', '7': '' };

describe('opening hours as typed and as read', () => {
  it('runs days alike together', () => {
    const week = parseWeek({
      ...EMPTY,
      '1': '8:00-17:00',
      '2': '08:00 – 17:00',
      '6': '09:00-12:00, 13:00-15:00',
    });
    expect(hoursText(week)).toBe('Mon–Tue 08:00–17:00; Sat 09:00–12:00, 13:00–15:00');
    expect(hoursText(parseWeek(EMPTY))).toBe('closed all week');
    expect(hoursText(null)).toBe('not known');
  });

  it('refuses what is not hours, naming the day', () => {
    expect(() => parseDay('nine to five')).toThrow(RangeError);
    expect(() => parseWeek({ ...EMPTY, '3': 'noon' })).toThrow(/^Wed: write it like/);
    expect(() => parseWeek({ ...EMPTY, '3': '17:00-08:00' })).toThrow(/close after it opens/);
  });
});
