import { day, dayOf, instant, number, shortDay } from './format.ts';
import { plateWords } from '../marks/plateWords.ts';

describe('what people read', () => {
  it('days and instants stand on the calendar and the clock of the site, wherever the browser is', () => {
    expect(day('2026-03-08')).toBe('Sun 8 Mar 2026');
    expect(shortDay('2028-02-29')).toBe('29 Feb 2028');
    expect(instant('2026-07-01T02:30:00Z', 'EST5EDT')).toBe('30 Jun 2026, 22:30');
    expect(dayOf('2026-07-01T02:30:00Z', 'EST5EDT')).toBe('30 Jun 2026');
    expect(instant('2026-11-01T06:30:00Z', 'EST5EDT')).toBe('1 Nov 2026, 01:30');
  });

  it('numbers are rounded, and what is not known is a dash and never zero', () => {
    expect([number(2.345, 2), number(10), number(0), number(null), number(undefined)]).toEqual([
      '2.35',
      '10',
      '0',
      '–',
      '–',
    ]);
  });

  it('a plate says its state in words', () => {
    expect(plateWords({ flagKinds: [] })).toBe('nothing open');
    // Plain is never "not loaded yet".
    expect(plateWords({})).toBe('not known yet');
    expect(plateWords({ flagKinds: ['hazard'], known: false })).toBe('hazard, not known yet');
    expect(plateWords({ flagKinds: ['hazard', 'repeat'], status: 'standby' })).toBe(
      'standby, hazard, repeat',
    );
  });
});
