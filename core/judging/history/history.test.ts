import fc from 'fast-check';
import { addDays, fromDayNumber, type PlainDate } from '#core/base/time';
import type { PartId } from '#core/machine';
import { wordsOf } from '#core/said';
import {
  callbacksOf,
  DECISION_KINDS,
  FLAGS,
  earlyWearOf,
  DEFAULT_HISTORY_SETTINGS as SETTINGS,
  failuresOf,
  leakersOf,
  repeatsOf,
  storyOf,
  unitVerdict,
  type CallFact,
  type Decision,
  type DecisionKind,
} from './index.ts';
import { call, unit } from './testing/units.ts';

/**
 * The rules for callback (30 days), repeat (same class twice or any three within 365 days) and leaker (60
 * days apart within 24 months, or a fifth of the charge in 12 months) are common practice of the trade, no
 * published source; the limits are company settings.
 */

describe('failures', () => {
  it('are calls only: maintenance and planned returns never count', () => {
    const calls = [
      call('2026-01-01', { kind: 'maintenance', component: 'compressor' }),
      call('2026-01-02', { kind: 'planned return', component: 'compressor' }),
      call('2026-01-03', { component: 'compressor' }),
    ];
    expect(failuresOf({ calls }).map((f) => f.call.receivedOn)).toEqual(['2026-01-03']);
  });

  it('leave out what was not found or not reproduced, and calls nobody has diagnosed', () => {
    expect(
      failuresOf({ calls: [call('2026-01-01', { component: 'igniter', grade: 'not reproduced' })] }),
    ).toEqual([]);
    expect(failuresOf({ calls: [call('2026-01-01')] })).toEqual([]);
  });

  it('are of the machine: filters and belts speak of the interval (common practice)', () => {
    const calls = ['2026-01-01', '2026-02-01', '2026-03-01'].map((on) => call(on, { component: 'filter' }));
    expect(failuresOf({ calls })).toEqual([]);
    expect(repeatsOf({ calls }, SETTINGS)).toEqual([]);
    expect(earlyWearOf({ calls }, SETTINGS).at(-1)).toMatchObject({ kind: 'consumable', part: 'filter' });
    const verdict = unitVerdict(unit({ calls }), SETTINGS, '2026-03-05');
    expect(verdict).toMatchObject({ toDecide: false, flags: [{ kind: 'wears early' }] });
  });
});

describe('callback', () => {
  const pair = (gap: number, given: Parameters<typeof call>[1] = {}) => ({
    calls: [
      call('2026-03-01', { system: 'cooling', doneAfter: 1 }),
      call(addDays('2026-03-02', gap), { system: 'cooling', ...given }),
    ],
  });

  it('is a new call within 30 site-local days after completion, the 30th included', () => {
    expect(callbacksOf(pair(30), SETTINGS)).toHaveLength(1);
    expect(callbacksOf(pair(31), SETTINGS)).toHaveLength(0);
    expect(callbacksOf(pair(30), SETTINGS).map((c) => wordsOf(c.reason).text)[0]).toContain('30 days');
  });

  it('needs the same system, known on both sides', () => {
    expect(callbacksOf(pair(5, { system: 'heating' }), SETTINGS)).toEqual([]);
    expect(callbacksOf(pair(5, { systems: [] }), SETTINGS)).toEqual([]);
    // One of several is enough.
    expect(callbacksOf(pair(5, { systems: ['heating', 'cooling'] }), SETTINGS)).toHaveLength(1);
    const both = [
      call('2026-03-01', { systems: ['heating', 'cooling'], doneAfter: 1 }),
      ...pair(5).calls.slice(1),
    ];
    expect(callbacksOf({ calls: both }, SETTINGS)).toHaveLength(1);
  });

  it('a repair finished on a planned return starts the clock, also where nobody named its system', () => {
    const calls = [
      call('2026-03-01', { system: 'cooling' }),
      call('2026-03-10', { kind: 'planned return', doneAfter: 2 }),
      call('2026-04-05', { system: 'cooling' }),
    ];
    expect(callbacksOf({ calls }, SETTINGS)).toMatchObject([
      { days: 24, earlier: { kind: 'planned return' } },
    ]);
    const other = [...calls.slice(0, 2), call('2026-04-05', { system: 'heating' })];
    expect(callbacksOf({ calls: other }, SETTINGS)).toEqual([]);
    // In whichever order they are read.
    expect(callbacksOf({ calls: calls.toReversed() }, SETTINGS)).toHaveLength(1);
  });

  it('is not planned work, and not a call that came in while the first was still open', () => {
    expect(callbacksOf(pair(5, { kind: 'planned return' }), SETTINGS)).toEqual([]);
    const open = {
      calls: [
        call('2026-03-01', { system: 'cooling', doneAfter: 9 }),
        call('2026-03-04', { system: 'cooling' }),
      ],
    };
    expect(callbacksOf(open, SETTINGS)).toEqual([]);
  });
});

describe('repeat', () => {
  it('same component class twice within any 365 days, the 365th included', () => {
    const twice = (gap: number) =>
      repeatsOf(
        {
          calls: [
            call('2025-01-10', { component: 'capacitor' }),
            call(addDays('2025-01-10', gap), { component: 'capacitor' }),
          ],
        },
        SETTINGS,
      );
    expect(twice(365)).toHaveLength(1);
    expect(twice(365)[0]).toMatchObject({ kind: 'same part', part: 'capacitor' });
    expect(twice(366)).toEqual([]);
  });

  it('any three failures within 365 days, whatever failed', () => {
    const calls = [
      call('2025-06-01', { component: 'contactor' }),
      call('2025-09-01', { component: 'igniter' }),
      call('2026-05-30', { component: 'drain' }),
    ];
    expect(repeatsOf({ calls }, SETTINGS)).toMatchObject([{ kind: 'any failures' }]);
    expect(repeatsOf({ calls: calls.slice(0, 2) }, SETTINGS)).toEqual([]);
  });

  it('of two circuits are two: each compressor counts for itself (common practice)', () => {
    const on = (day: PlainDate, circuit?: number) =>
      call(day, {
        findings: [
          {
            part: 'compressor',
            component: 'comp',
            failure: 'burnt',
            grade: 'proven',
            ...(circuit ? { circuit } : {}),
          },
        ],
      });
    expect(repeatsOf({ calls: [on('2026-01-01', 1), on('2026-03-01', 2)] }, SETTINGS)).toEqual([]);
    expect(repeatsOf({ calls: [on('2026-01-01', 2), on('2026-03-01', 2)] }, SETTINGS)).toMatchObject([
      { part: 'compressor', circuit: 2 },
    ]);
    expect(repeatsOf({ calls: [on('2026-01-01'), on('2026-03-01')] }, SETTINGS)).toHaveLength(1);
  });

  it('does not join components nobody named', () => {
    expect(repeatsOf({ calls: [call('2026-01-01'), call('2026-02-01')] }, SETTINGS)).toEqual([]);
  });

  it('does not depend on the order in which calls were written down (property)', () => {
    const some = fc.array(
      fc.record({
        day: fc.integer({ min: 18000, max: 19500 }),
        component: fc.constantFrom<PartId>('compressor', 'igniter', 'drain'),
      }),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(some, (list) => {
        const calls = list.map((c) => call(fromDayNumber(c.day), { component: c.component }));
        const sets = (cs: CallFact[]) =>
          repeatsOf({ calls: cs }, SETTINGS)
            .map((r) => `${r.kind} ${r.failures.map((f) => f.call.receivedOn).sort()}`)
            .sort();
        expect(sets([...calls].reverse())).toEqual(sets(calls));
      }),
    );
  });

  it('planned work between two failures changes nothing (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 700 }), { maxLength: 6 }),
        fc.array(fc.integer({ min: 0, max: 700 }), { maxLength: 6 }),
        (failures, planned) => {
          const bare = failures.map((d) => call(addDays('2024-01-01', d), { component: 'drain' }));
          const noise = planned.map((d) =>
            call(addDays('2024-01-01', d), { component: 'drain', kind: 'maintenance' }),
          );
          expect(repeatsOf({ calls: [...bare, ...noise] }, SETTINGS)).toHaveLength(
            repeatsOf({ calls: bare }, SETTINGS).length,
          );
        },
      ),
    );
  });
});

describe('leaker', () => {
  const added = (on: PlainDate, pounds?: number, afterOpening = false, circuit: number | null = 1) => ({
    id: `a${on} ${circuit}`,
    callId: `c${on}`,
    callRef: `c${on}`,
    circuit,
    on,
    afterOpening,
    ...(pounds === undefined ? {} : { pounds }),
  });
  const leaks = (
    facts: Partial<Parameters<typeof leakersOf>[0]>,
    asOf: PlainDate = '2026-03-01',
  ): ReturnType<typeof leakersOf> => leakersOf({ additions: [], leakRepairs: [], ...facts }, SETTINGS, asOf);
  const proven = (on: PlainDate, circuit: number | null = 1) => ({ on, circuit });

  it('is charge added twice, 60 days apart or more within 24 months, no proven repair between', () => {
    const twice = (later: PlainDate) => [added('2024-04-20', 1), added(later, 1)];
    const again = (additions: ReturnType<typeof twice>) => leaks({ additions }).length === 1;
    // The calendar year has nothing to do with it.
    expect(again(twice(addDays('2024-04-20', 60)))).toBe(true);
    expect(again(twice(addDays('2024-04-20', 59)))).toBe(false);
    expect(again(twice(addDays('2024-04-20', 730)))).toBe(true);
    expect(again(twice(addDays('2024-04-20', 731)))).toBe(false);
    expect(again([added('2025-12-30', 1), added('2026-02-02', 1)])).toBe(false);
    const additions = [added('2024-04-20', 2.5), added('2025-04-28', 3)];
    expect(leaks({ additions })).toMatchObject([{ circuit: 1, pounds: 5.5 }]);
    expect(leaks({ additions, leakRepairs: [proven('2024-07-01')] })).toEqual([]);
  });

  it('or more than a fifth of the charge of a circuit within 12 months', () => {
    const of = (pounds: readonly number[], charge: number | undefined, days = 20) => {
      const additions = pounds.map((lb, i) => added(addDays('2025-05-01', i * days), lb));
      const charges = charge === undefined ? {} : { charges: { 1: charge } };
      return leaks({ additions, ...charges });
    };
    expect(of([2.1], 10)).toHaveLength(1);
    expect(wordsOf(of([2.1], 10)[0]!.reason).text).toContain('21 % of its charge within a year');
    expect(of([2], 10)).toEqual([]);
    expect(of([1.1, 1.1], 10)).toHaveLength(1);
    // Of a charge nobody knows nothing can be said.
    expect(of([9], undefined)).toEqual([]);
  });

  it('is one of a circuit: a repair of circuit 1 says nothing of circuit 2', () => {
    const additions = [added('2024-04-20', 2, false, 2), added('2025-04-28', 3, false, 2)];
    const leakers = (repaired: number) => leaks({ additions, leakRepairs: [proven('2025-01-01', repaired)] });
    expect(leakers(1)).toMatchObject([{ circuit: 2 }]);
    expect(leakers(2)).toEqual([]);
    const apart = [added('2024-04-20', 2, false, 1), added('2025-04-28', 3, false, 2)];
    expect(leaks({ additions: apart })).toEqual([]);
  });

  it('leaves out charge after an opened circuit, and never turns a missing weight into zero pounds', () => {
    // Nobody wrote what came out of the opened circuit.
    const opened = [added('2024-04-20', undefined, true), added('2025-04-28', 3)];
    expect(leaks({ additions: opened })).toEqual([]);
    const [unweighed] = leaks({ additions: [added('2024-04-20'), added('2025-04-28')] });
    expect(unweighed?.pounds).toBeUndefined();
    expect(unweighed && wordsOf(unweighed.reason).text).toContain('no weights on record');
  });

  it('counts for a share of the charge what lies within 365 days, and not a day more', () => {
    const share = (days: number) =>
      leaks({
        additions: [added('2025-01-01', 1.5), added(addDays('2025-01-01', days), 1.5)],
        leakRepairs: [],
        charges: { 1: 10 },
      }).map(({ reason }) => wordsOf(reason).text.includes('of its charge'));
    expect(share(59)).toEqual([true]);
    expect(share(364)).toEqual([true]);
    // Two additions so far apart are a leak all the same, and no share is told of.
    expect(share(365)).toEqual([false]);
  });

  it('begins anew after the last proven repair, and thirty days after installation', () => {
    const additions = [added('2024-04-20', 2), added('2025-04-28', 3)];
    const after = (...days: PlainDate[]) =>
      leaks({ additions, leakRepairs: days.map((on) => proven(on)) }).length;
    expect(after('2025-01-01', '2024-01-01')).toBe(0);
    expect(after('2024-01-01', '2024-03-01')).toBe(1);
    const installed = (installedOn: PlainDate) => leaks({ additions, installedOn }).length;
    expect(installed('2024-04-20')).toBe(0);
    expect(installed(addDays('2024-04-20', -30))).toBe(0);
    expect(installed(addDays('2024-04-20', -31))).toBe(1);
    expect(installed('2024-04-21')).toBe(1);
  });

  it('tells its additions oldest first, in whichever order they came', () => {
    const [a, b, c] = [added('2024-04-20', 1), added('2024-09-20', 2), added('2025-04-28', 3)] as const;
    for (const additions of [
      [a, b, c],
      [c, b, a],
      [b, a, c],
    ])
      expect(leaks({ additions })[0]?.additions.map(({ on }) => on)).toEqual([a.on, b.on, c.on]);
  });

  it('counts pounds whose circuit nobody named for whichever it may be, and says that it is not named', () => {
    const charges = { 1: 10, 2: 20 };
    expect(leaks({ additions: [added('2025-05-01', 9, false, null)], charges })).toMatchObject([
      { circuit: null, pounds: 9 },
    ]);
    expect(leaks({ additions: [added('2025-05-01', 2, false, null)], charges })).toEqual([]);
    const pair = [added('2025-05-01', 1, false, 2), added('2025-09-01', 1, false, null)];
    expect(leaks({ additions: pair, charges })).toMatchObject([{ circuit: null }]);
    // What is sure of a circuit is said of that circuit alone.
    expect(leaks({ additions: [...pair, added('2025-12-01', 1, false, 2)], charges })).toMatchObject([
      { circuit: 2 },
    ]);
    const facts = unit({ additions: pair, charges });
    expect(unitVerdict(facts, SETTINGS, '2026-03-01').sentence).toMatch(/on a circuit that nobody named/);
  });

  it('a repair without its circuit is of the only one that was topped up; of two it clears neither', () => {
    const repaired = [proven('2025-10-01', null)];
    const one = [added('2025-01-01', 1, false, 2), added('2025-06-01', 1, false, 2)];
    expect(leaks({ additions: one })).toHaveLength(1);
    expect(leaks({ additions: one, leakRepairs: repaired })).toEqual([]);
    const two = [...one, added('2025-02-01', 1), added('2025-07-01', 1)];
    expect(leaks({ additions: two, leakRepairs: repaired }).map(({ circuit }) => circuit)).toEqual([1, 2]);
    // A charge on the day of the repair was before it; one on the day after was not.
    const fifth = { charges: { 1: 10 }, leakRepairs: [proven('2025-05-01')] };
    expect(leaks({ ...fifth, additions: [added('2025-05-01', 3)] })).toEqual([]);
    expect(leaks({ ...fifth, additions: [added('2025-05-02', 3)] })).toHaveLength(1);
  });

  it('does not flag for ever: 24 months after the last addition it is history', () => {
    const additions = [added('2021-04-20', 2), added('2022-04-28', 3)];
    const last = addDays('2022-04-28', 730);
    expect(leaks({ additions }, last)).toHaveLength(1);
    expect(leaks({ additions }, addDays(last, 1))).toEqual([]);
    expect(unitVerdict(unit({ additions }), SETTINGS, last).changesOn).toBe(addDays(last, 1));
    const much = { additions: [added('2022-04-28', 9)], charges: { 1: 10 } };
    expect([leaks(much, last), leaks(much, addDays(last, 1))].map((l) => l.length)).toEqual([1, 0]);
  });

  // 40 CFR 82.152: of 7.9 lb put back where 1.2 came out 6.7 had leaked.
  it('what goes back beyond what was recovered counts for the share, and makes no pair', () => {
    const back = (on: PlainDate, pounds: number) => ({ ...added(on, pounds), afterOpening: true });
    expect(leaks({ additions: [back('2025-05-01', 6.7)], charges: { 1: 7.9 } })).toMatchObject([
      { pounds: 6.7 },
    ]);
    expect(leaks({ additions: [back('2025-05-01', 0.8)], charges: { 1: 7.9 } })).toEqual([]);
    expect(
      leaks({ additions: [back('2024-05-01', 0.4), back('2025-05-01', 0.4)], charges: { 1: 7.9 } }),
    ).toEqual([]);
  });

  it('the first charge after installation is none', () => {
    const additions = [added('2025-05-20', 8)];
    const charges = { 1: 10 };
    expect(leaks({ additions, charges, installedOn: '2025-05-01' })).toEqual([]);
    expect(leaks({ additions, charges, installedOn: '2025-04-19' })).toHaveLength(1);
    expect(leaks({ additions, charges, installedOn: '2025-05-21' })).toHaveLength(1);
  });
});

describe('what wears, and what is one event', () => {
  it('an igniter renewed a year later wore on schedule; within nine months it came back (common practice)', () => {
    const twice = (component: PartId, days: number) => {
      const calls = [
        call('2025-10-10', { component, system: 'heating' }),
        call(addDays('2025-10-10', days), { component, system: 'heating' }),
      ];
      return repeatsOf({ calls }, SETTINGS).length;
    };
    for (const part of ['igniter', 'flame sensor'] as const)
      expect([part, twice(part, 365), twice(part, 274), twice(part, 273)]).toEqual([part, 0, 0, 1]);
    expect([twice('inducer', 365), twice('inducer', 366)]).toEqual([1, 0]);
  });

  it('a repair that came back within days is told once: as the repeat, with how soon among its reasons', () => {
    const calls = [
      call('2026-06-01', { component: 'inducer', system: 'heating', doneAfter: 0 }),
      call('2026-06-10', { component: 'inducer', system: 'heating' }),
    ];
    const verdict = unitVerdict(unit({ calls }), SETTINGS, '2026-06-12');
    expect(verdict.flags.map(({ kind }) => kind)).toEqual(['repeat']);
    expect(verdict.flags[0]?.reasons.map(({ rule }) => rule)).toEqual(['same part again', 'came back']);
    // Another part on the same system is no repeat: then it came back, and that is told.
    const other = [calls[0]!, call('2026-06-10', { component: 'igniter', system: 'heating' })];
    const came = unitVerdict(unit({ calls: other }), SETTINGS, '2026-06-12');
    expect(came.flags.map(({ kind }) => kind)).toEqual(['callback']);
  });
});

describe('verdict', () => {
  const two = [
    call('2026-01-10', { component: 'control fuse', system: 'electrical', doneAfter: 0 }),
    call('2026-06-10', { component: 'control fuse', system: 'electrical' }),
  ];

  it('says the worst first: a hazard outweighs every repeat', () => {
    const hazard = {
      id: 'h',
      kind: 'exchanger holed or cracked' as const,
      hazard: true,
      openedOn: '2026-02-01',
      text: 'sooted',
    };
    const verdict = unitVerdict(unit({ calls: two, openConditions: [hazard] }), SETTINGS, '2026-07-01');
    expect(verdict.flags.map((f) => f.kind)).toEqual(['hazard', 'repeat']);
    expect(verdict.sentence).toMatch(/^Hazard left open: exchanger/);
    expect(verdict.score).toBeGreaterThan(unitVerdict(unit({ calls: two }), SETTINGS, '2026-07-01').score);
  });

  it('every flag shows its reasons, and says when time alone changes it', () => {
    const verdict = unitVerdict(unit({ calls: two }), SETTINGS, '2026-07-01');
    for (const flag of verdict.flags)
      expect(flag.reasons.every((r) => wordsOf(r).text.length > 0 && r.rule.length > 0)).toBe(true);
    const change = verdict.changesOn as PlainDate;
    expect(unitVerdict(unit({ calls: two }), SETTINGS, addDays(change, -1)).score).toBe(verdict.score);
    expect(unitVerdict(unit({ calls: two }), SETTINGS, change).score).not.toBe(verdict.score);
  });

  it('changes on no day before the one it names (property)', () => {
    const gaps = fc.array(fc.integer({ min: 1, max: 300 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(gaps, (days) => {
        let on = '2024-01-01';
        const calls = days.map((d) =>
          call((on = addDays(on, d)), { component: 'drain', system: 'drainage', doneAfter: 0 }),
        );
        const facts = unit({ calls, builtOn: '2011-03-03' });
        const from = addDays(on, 1);
        const verdict = unitVerdict(facts, SETTINGS, from);
        for (let k = 1; k < 500; k += 3) {
          const day = addDays(from, k);
          if (verdict.changesOn !== undefined && day >= verdict.changesOn) break;
          const later = unitVerdict(facts, SETTINGS, day);
          expect(later.flags.map((f) => f.kind)).toEqual(verdict.flags.map((f) => f.kind));
          expect(later.score).toBe(verdict.score);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('flags age with its refrigerant, and does not guess an age nobody knows', () => {
    const old = unitVerdict(unit({ builtOn: '2005-05-05', refrigerants: ['R-22'] }), SETTINGS, '2026-05-04');
    expect(old.flags[0]?.sentence).toBe('20 years old and charged with R-22.');
    expect(unitVerdict(unit({}), SETTINGS, '2026-05-05').flags).toEqual([]);
  });

  it('waits for nobody to repair a unit out of use, but keeps its hazards', () => {
    const hazard = { id: 'h', kind: 'burnt wiring' as const, hazard: true, openedOn: '2026-02-01', text: '' };
    const verdict = unitVerdict(
      unit({ calls: two, status: 'out of use', openConditions: [hazard] }),
      SETTINGS,
      '2026-07-01',
    );
    expect(verdict.flags.map((f) => f.kind)).toEqual(['hazard']);
  });

  const about = (kind: DecisionKind, more: Partial<Decision> = {}): Decision => {
    const flag = unitVerdict(unit({ calls: two }), SETTINGS, '2026-07-01').flags[0];
    return { id: 'd', kind, covers: [{ flag: 'repeat', evidence: flag?.evidence ?? '' }], ...more };
  };

  it('asks for no decision that was taken, until new evidence comes', () => {
    for (const kind of DECISION_KINDS) {
      const decision = about(
        kind,
        kind === 'watch' ? { until: '2026-12-01' } : kind === 'replace' ? { year: 2027 } : {},
      );
      const decided = unitVerdict(unit({ calls: two }), SETTINGS, '2026-07-01', [decision]);
      expect(decided).toMatchObject({ score: 0, toDecide: false, flags: [{ decisionId: 'd' }] });
      const third = [...two, call('2026-06-20', { component: 'control fuse' })];
      const again = unitVerdict(unit({ calls: third }), SETTINGS, '2026-07-01', [decision]);
      expect([again.toDecide, again.flags[0]?.decisionId]).toEqual([true, undefined]);
    }
  });

  it('asks again when the day has come until which it was to be watched', () => {
    const decisions = [about('watch', { until: '2026-08-15' })];
    const on = (day: PlainDate) => unitVerdict(unit({ calls: two }), SETTINGS, day, decisions);
    expect([on('2026-08-15').toDecide, on('2026-08-16').toDecide]).toEqual([false, true]);
    expect(on('2026-07-01').changesOn).toBe('2026-08-16');
  });

  it('age alone is a plan and asks for nothing today', () => {
    const old = unitVerdict(unit({ builtOn: '2001-05-05' }), SETTINGS, '2026-05-04');
    expect(old).toMatchObject({ toDecide: false, flags: [{ kind: 'age' }] });
    expect(FLAGS.age).toBe('plan');
  });

  it('has evidence that new evidence changes', () => {
    const before = unitVerdict(unit({ calls: two }), SETTINGS, '2026-07-01').flags[0]?.evidence;
    const after = unitVerdict(
      unit({ calls: [...two, call('2026-06-20', { component: 'control fuse' })] }),
      SETTINGS,
      '2026-07-01',
    ).flags[0]?.evidence;
    expect(after).not.toBe(before);
  });
});

describe('story', () => {
  it('joins a failure to its repeat and a callback to what it came back from', () => {
    const calls = [
      call('2026-05-01', { component: 'condenser fan motor', system: 'cooling', doneAfter: 0 }),
      call('2026-05-11', { component: 'condenser fan motor', system: 'cooling' }),
      call('2026-05-20', { kind: 'maintenance' }),
    ];
    const story = storyOf(unit({ calls }), SETTINGS);
    expect(story.marks).toHaveLength(3);
    expect(story.arcs).toEqual([
      {
        kind: 'repeat',
        fromCallId: calls[0]?.id,
        toCallId: calls[1]?.id,
        label: 'condenser fan motor again',
      },
      { kind: 'callback', fromCallId: calls[0]?.id, toCallId: calls[1]?.id, label: 'back after 10 days' },
    ]);
  });
});
