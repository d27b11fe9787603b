import {
  callbacksOf,
  decisionFor,
  DECISIONS,
  DEFAULT_HISTORY_SETTINGS,
  failuresOf,
  findingText,
  holdsUntil,
  repeatsOf,
  type CallFact,
  type Decision,
} from './index.ts';

describe('what a company’s history is judged by unless it says otherwise', () => {
  it('is common practice; lives are the medians of ASHRAE’s handbook [from memory]', () => {
    expect(DEFAULT_HISTORY_SETTINGS).toEqual({
      callbackDays: 30,
      repeatWindowDays: 365,
      repeatSameClass: 2,
      repeatAnyFailures: 3,
      leakerApartDays: 60,
      leakerWithinDays: 730,
      leakerSharePct: 20,
      callbackWatchDays: 90,
      lifeYears: {
        'package gas/electric': 15,
        'package heat pump': 15,
        'package cooling only': 15,
        'split with air handler': 15,
        'make-up air': 15,
        'water-source heat pump': 19,
        boiler: 35,
        'unit heater': 18,
        'exhaust fan': 20,
      },
    });
  });
});

describe('decisions', () => {
  const made = (given: Partial<Decision>): Decision => ({
    id: 'd',
    kind: 'repair',
    covers: [{ flag: 'repeat', evidence: 'e1' }],
    ...given,
  });
  const flag = { kind: 'repeat', evidence: 'e1' };

  it('ask for a year, a day or nothing more', () => {
    expect(Object.entries(DECISIONS).map(([kind, { asks }]) => [kind, asks])).toEqual([
      ['repair', 'nothing'],
      ['quote', 'nothing'],
      ['replace', 'year'],
      ['visit', 'nothing'],
      ['watch', 'day'],
      ['set aside', 'nothing'],
    ]);
  });

  it('hold to the end of their year, to their day, or until new evidence comes', () => {
    expect(holdsUntil(made({ kind: 'replace', year: 2027 }))).toBe('2027-12-31');
    expect(holdsUntil(made({ kind: 'replace' }))).toBeUndefined();
    expect(holdsUntil(made({ kind: 'watch', until: '2026-08-01' }))).toBe('2026-08-01');
    expect(holdsUntil(made({ kind: 'repair', year: 2027, until: '2026-08-01' }))).toBeUndefined();
  });

  it('settle a flag on their last day and no longer, by exactly its evidence, the latest of several', () => {
    const watch = made({ kind: 'watch', until: '2026-08-01' });
    expect(decisionFor([watch], flag, '2026-08-01')).toBe(watch);
    expect(decisionFor([watch], flag, '2026-08-02')).toBeUndefined();
    expect(decisionFor([made({})], flag, '2099-01-01')).toBeDefined();
    expect(decisionFor([made({})], { ...flag, evidence: 'e2' }, '2026-01-01')).toBeUndefined();
    expect(decisionFor([made({})], { ...flag, kind: 'leaker' }, '2026-01-01')).toBeUndefined();
    const two = [made({ id: 'first' }), made({ id: 'second' })];
    expect(decisionFor(two, flag, '2026-01-01')?.id).toBe('second');
    const both = made({ covers: [{ flag: 'old', evidence: 'x' }, ...made({}).covers] });
    expect(decisionFor([both], flag, '2026-01-01')).toBe(both);
  });
});

describe('calls of one day', () => {
  const at = (id: string, more: Partial<CallFact> = {}): CallFact => ({
    id,
    ref: id,
    kind: 'call',
    receivedOn: '2026-06-01',
    receivedAtMs: 1000,
    systems: ['cooling'],
    findings: [{ part: 'contactor', component: 'contactor', failure: 'burnt', grade: 'proven' }],
    ...more,
  });

  it('stand in the order in which they came, and those of one moment by their ids', () => {
    const calls = [at('c'), at('a'), at('b', { receivedAtMs: 999 })];
    expect(failuresOf({ calls }).map(({ call }) => call.id)).toEqual(['b', 'a', 'c']);
  });

  it('two on one day make a repeat of no days', () => {
    const [repeat] = repeatsOf({ calls: [at('a'), at('b')] }, DEFAULT_HISTORY_SETTINGS);
    expect(repeat).toMatchObject({
      kind: 'same part',
      reason: { params: { days: 0, limit: 2, windowDays: 365 } },
    });
  });

  it('from a day on only what is completed then is asked for', () => {
    const calls = [at('a'), at('b'), at('c', { receivedOn: '2026-07-01', receivedAtMs: 9000 })];
    const since = (day: string) => repeatsOf({ calls }, DEFAULT_HISTORY_SETTINGS, day).length;
    expect([since('2026-06-01'), since('2026-06-02'), since('2026-07-01'), since('2026-07-02')]).toEqual([
      3, 2, 2, 0,
    ]);
  });

  it('a call came back from the latest that was done by then, at the very moment too', () => {
    const done = (id: string, completedAtMs: number) =>
      at(id, { completedOn: '2026-06-01', completedAtMs, receivedAtMs: 100 });
    const of = (...calls: CallFact[]) =>
      callbacksOf({ calls }, DEFAULT_HISTORY_SETTINGS).map(({ earlier, later }) => [earlier.id, later.id]);
    expect(of(done('x', 500), done('y', 700), at('z'))).toEqual([['y', 'z']]);
    expect(of(done('x', 1000), at('z'))).toEqual([['x', 'z']]);
    expect(of(done('x', 1001), at('z'))).toEqual([]);
    expect(of(done('x', 500), at('z', { systems: ['heating'] }))).toEqual([]);
    expect(of(done('x', 500), at('z', { kind: 'maintenance' }))).toEqual([]);
    expect(
      of(
        at('m', { kind: 'maintenance', completedOn: '2026-06-01', completedAtMs: 500, receivedAtMs: 100 }),
        at('z'),
      ),
    ).toEqual([]);
  });

  it('a finding is said by its part, or by the technician’s own word', () => {
    expect(findingText(at('a').findings[0]!)).toBe('contactor burnt');
    expect(findingText({ component: 'gizmo', failure: '', grade: 'proven' })).toBe('gizmo');
  });
});
