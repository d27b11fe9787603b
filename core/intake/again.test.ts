import type { CallFact } from '#core/judging/history';
import { calledBack, suggestPriority, type RecentWork } from './index.ts';

/* A trouble that comes back is judged by the same rule as after saving: core/judging/history/callback.ts. */

const done = (over: Partial<CallFact> = {}): CallFact => ({
  id: 'c1',
  ref: 'C-1041',
  kind: 'call',
  receivedOn: '2026-05-26',
  receivedAtMs: Date.parse('2026-05-26T08:00:00Z'),
  completedOn: '2026-05-27',
  completedAtMs: Date.parse('2026-05-27T15:00:00Z'),
  systems: ['heating'],
  findings: [{ part: 'igniter', component: 'igniter', failure: 'failed', grade: 'proven' }],
  ...over,
});
const unit = (calls: CallFact[], over: Partial<RecentWork> = {}): RecentWork => ({
  unitId: 'u1',
  tag: 'RTU-2',
  calls,
  ...over,
});
const asked = (over: object = {}) => ({
  words: 'your guy was here last week, same again',
  unitId: null,
  today: '2026-06-02',
  nowMs: Date.parse('2026-06-02T09:00:00Z'),
  callbackDays: 30,
  ...over,
});

describe('called back', () => {
  it('is heard in the words alone, with the day, the part and the unit', () => {
    expect(calledBack(asked(), [unit([done()])])).toEqual([
      {
        unitId: 'u1',
        tag: 'RTU-2',
        ref: 'C-1041',
        days: 6,
        on: '2026-05-27',
        found: ['igniter failed'],
        system: 'heating',
        said: 'was here',
      },
    ]);
  });

  it('with the unit chosen needs the system only, and no word of again', () => {
    const chosen = { unitId: 'u1', words: 'no heat' };
    expect(calledBack(asked(chosen), [unit([done()])])).toMatchObject([{ tag: 'RTU-2', days: 6 }]);
    expect(calledBack(asked({ ...chosen, words: 'no cooling' }), [unit([done()])])).toEqual([]);
    expect(calledBack(asked({ ...chosen, words: 'please come' }), [unit([done()])])).toEqual([]);
    expect(calledBack(asked({ ...chosen, unitId: 'u2' }), [unit([done()])])).toEqual([]);
  });

  it('without a unit and without a word of again nothing is said of it', () =>
    expect(calledBack(asked({ words: 'no heat' }), [unit([done()])])).toEqual([]));

  it('ends with the days of the company’s rule, the last of them counted', () => {
    const on = (today: string) =>
      calledBack(asked({ today, nowMs: Date.parse(`${today}T20:00:00Z`) }), [unit([done()])]).length;
    expect([on('2026-06-26'), on('2026-06-27')]).toEqual([1, 0]);
  });

  it('maintenance is nothing to come back from, and the unit seen last stands first', () => {
    expect(calledBack(asked(), [unit([done({ kind: 'maintenance' })])])).toEqual([]);
    const both = [
      unit([done()]),
      unit(
        [done({ id: 'c2', completedOn: '2026-05-30', completedAtMs: Date.parse('2026-05-30T12:00:00Z') })],
        { unitId: 'u3', tag: 'RTU-5' },
      ),
    ];
    expect(calledBack(asked(), both).map(({ tag }) => tag)).toEqual(['RTU-5', 'RTU-2']);
    expect(calledBack(asked({ words: 'same again, no cooling' }), both)).toEqual([]);
  });

  it('raises the priority with its reason', () => {
    const back = calledBack(asked(), [unit([done()])]);
    expect(suggestPriority({ words: 'same again', back })).toMatchObject({
      priority: 'today',
      reasons: [{ rule: 'called back', params: { tag: 'RTU-2', days: 6, found: ['igniter failed'] } }],
    });
    expect(suggestPriority({ words: 'same again', back: [] }).priority).toBe('this week');
  });
});

describe('what is heard is judged as if it had been typed into the fields', () => {
  it.each([
    ['no heat in the school, it is 52 °F', 'today'],
    ['water is coming through the ceiling', 'today'],
    ['the cold store is getting warm', 'today'],
    ['it is warm in the cold store', 'today'],
    ['the unit roars and shakes', 'today'],
    ['there is a terrible grinding noise', 'today'],
    ['no heat, set to 70 and it is 63', 'this week'],
    ['no heat, set to 70 and it is 66', 'this week'],
    ['cold, set to 70 and it is 66', 'with the next route'],
    ['no heat in the hall', 'this week'],
    ['a little noise at night', 'this week'],
  ])('“%s” is %s', (words, priority) => expect(suggestPriority({ words }).priority).toBe(priority));

  it('children without heat are for today, also where only the place says that they are there', () => {
    expect(suggestPriority({ words: 'no heat', place: 'Marram Street School' })).toMatchObject({
      priority: 'today',
      reasons: [{ rule: 'there without it', params: { who: 'children', system: 'heating' } }],
    });
    expect(suggestPriority({ words: 'a filter is dirty', place: 'Marram Street School' }).priority).toBe(
      'this week',
    );
    expect(suggestPriority({ words: 'the classrooms are stuffy', place: 'School' }).priority).toBe('today');
  });

  it('a field that was filled in stands above the words', () => {
    expect(suggestPriority({ words: 'cold, it is 52', roomF: 66, setPointF: 68 }).priority).toBe(
      'with the next route',
    );
    expect(suggestPriority({ words: 'it is cold', system: 'cooling', outdoorF: 20 }).priority).toBe(
      'this week',
    );
    expect(suggestPriority({ words: 'no heat', outdoorF: 30 }).priority).toBe('today');
  });

  // OSHA Technical Manual, section III, chapter 2: 68 to 76 °F for rooms people work in.
  it.each([
    ['cold, it is 58 degrees', 'today'],
    ['cold, it is 59 degrees', 'this week'],
    ['cold, it is 63 degrees', 'this week'],
    ['cold, it is 64 degrees', 'with the next route'],
    ['warm, it is 86 degrees', 'today'],
    ['warm, it is 81 degrees', 'this week'],
    ['warm, it is 80 degrees', 'with the next route'],
  ])('where nobody said the set point the usual rooms count: “%s” is %s', (words, priority) =>
    expect(suggestPriority({ words }).priority).toBe(priority),
  );
});
