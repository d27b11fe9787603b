import fc from 'fast-check';
import { addDays } from '#core/base/time';
import { awayWords, crewDay, noWorkWords, overlap, within, type Week } from './index.ts';

const DAY = { start: 420, end: 960 };
const WEEK: Week = [DAY, DAY, DAY, DAY, { start: 420, end: 720 }, null, null];
const ADA = { userId: 'a', name: 'Ada' };
const BO = { userId: 'b', name: 'Bo' };
const usual = { week: WEEK, members: [ADA, BO], absences: [], holidays: [] };
const MONDAY = '2026-06-01';

describe('a crew’s day', () => {
  it('goes by the weekday', () => {
    expect(crewDay(MONDAY, usual)).toEqual({ works: true, shift: DAY, present: [ADA, BO], away: [] });
    expect(crewDay('2026-06-05', usual)).toMatchObject({ shift: { end: 720 } });
    expect(crewDay('2026-06-06', usual)).toEqual({ works: false, why: { rule: 'day off' } });
  });

  it('a holiday of the company goes before the week', () => {
    const holidays = [{ on: MONDAY, name: 'Harbour day' }];
    expect(crewDay(MONDAY, { ...usual, holidays })).toEqual({
      works: false,
      why: { rule: 'holiday', name: 'Harbour day' },
    });
  });

  it('somebody who is ill is away until the last day, and back on the next', () => {
    const absences = [{ userId: 'a', kind: 'ill', from: '2026-05-30', until: '2026-06-02' } as const];
    const away = [{ ...ADA, kind: 'ill', until: '2026-06-02' }];
    expect(crewDay('2026-06-02', { ...usual, absences })).toMatchObject({ present: [BO], away });
    expect(crewDay('2026-06-03', { ...usual, absences })).toMatchObject({ present: [ADA, BO], away: [] });
    expect(crewDay('2026-06-02', { ...usual, members: [ADA], absences })).toEqual({
      works: false,
      why: { rule: 'all away', away },
    });
  });

  it('an absence without an end goes on; a crew without people does not work', () => {
    const absences = [{ userId: 'a', kind: 'ill', from: '2026-01-01', until: null } as const];
    expect(crewDay('2026-12-31', { ...usual, absences })).toMatchObject({ present: [BO] });
    expect(crewDay(MONDAY, { ...usual, members: [] })).toEqual({ works: false, why: { rule: 'no members' } });
  });
});

it('two stretches overlap exactly when they share a day', () => {
  const days = fc
    .tuple(fc.integer({ min: 0, max: 30 }), fc.option(fc.integer({ min: 0, max: 10 })))
    .map(([from, more]) => ({
      from: addDays(MONDAY, from),
      until: more === null ? null : addDays(MONDAY, from + more),
    }));
  fc.assert(
    fc.property(days, days, (a, b) => {
      const shared = Array.from({ length: 60 }, (_, i) => addDays(MONDAY, i)).some(
        (day) => within(day, a) && within(day, b),
      );
      expect(overlap(a, b)).toBe(shared);
    }),
  );
});

it('says why somebody or a crew does not work as the desk would', () => {
  const ill = { ...ADA, kind: 'ill', until: '2026-06-02' } as const;
  expect(awayWords(ill)).toBe('Ada is ill until 2 Jun 2026');
  expect(awayWords({ ...BO, kind: 'training', until: null })).toBe('Bo is at a training');
  expect(noWorkWords({ rule: 'all away', away: [ill, { ...BO, kind: 'on holiday', until: null }] })).toBe(
    'Ada is ill until 2 Jun 2026, Bo is on holiday',
  );
  expect(noWorkWords({ rule: 'holiday', name: 'Harbour Day' })).toBe('Harbour Day, a company holiday');
  expect(noWorkWords({ rule: 'day off' })).toBe('it is not one of its working days');
  expect(noWorkWords({ rule: 'no members' })).toBe('nobody is in it');
});
