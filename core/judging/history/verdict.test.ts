import { addDays, type PlainDate } from '#core/base/time';
import {
  besideFlag,
  DEFAULT_HISTORY_SETTINGS,
  FLAGS,
  unitVerdict,
  type Decision,
  type UnitFacts,
} from './index.ts';
import { call, unit } from './testing/units.ts';

const SETTINGS = DEFAULT_HISTORY_SETTINGS;
const TODAY = '2026-07-01';
const of = (facts: Partial<UnitFacts>, asOf: PlainDate = TODAY, decisions: Decision[] = []) =>
  unitVerdict(unit(facts), SETTINGS, asOf, decisions);
const kinds = (facts: Partial<UnitFacts>, asOf?: PlainDate) => of(facts, asOf).flags.map(({ kind }) => kind);

const added = (on: PlainDate, circuit: number | null = 1) => ({
  ...{
    id: `a${on} ${circuit}`,
    callId: `c${on}`,
    callRef: `c${on}`,
    circuit,
    on,
    afterOpening: false,
    pounds: 1,
  },
});
const left = (kind: 'burnt wiring' | 'filters out' | 'out of use', hazard: boolean) => ({
  ...{ id: kind, kind: kind as never, hazard, openedOn: '2026-02-01', text: 'as it is' },
});

/** Each flag by the least that raises it. */
const ALONE = {
  hazard: { openConditions: [left('burnt wiring', true)] },
  repeat: {
    calls: [
      call('2026-01-10', { component: 'control fuse' }),
      call('2026-06-10', { component: 'control fuse' }),
    ],
  },
  leaker: { additions: [added('2025-10-01'), added('2026-04-01')] },
  callback: {
    calls: [
      call('2026-06-01', { system: 'cooling', doneAfter: 0 }),
      call('2026-06-20', { system: 'cooling' }),
    ],
  },
  'left open': { openConditions: [left('filters out', false)] },
  recommended: { recommendations: [{ id: 'r', text: 'a new coil.', on: '2026-05-01' }] },
  'wears early': { calls: ['2026-03-01', '2026-06-01'].map((on) => call(on, { component: 'blower belt' })) },
  age: { builtOn: '2001-05-05' },
} as const satisfies Record<keyof typeof FLAGS, Partial<UnitFacts>>;

describe('the flags of a unit', () => {
  it.each([
    ['hazard', 'decide', 1000],
    ['repeat', 'decide', 202],
    ['leaker', 'decide', 150],
    ['callback', 'decide', 100],
    ['left open', 'decide', 60],
    ['recommended', 'decide', 30],
    ['wears early', 'advice', 10],
    ['age', 'plan', 5],
  ] as const)('%s alone is to %s and weighs %s with the failures of a year', (kind, group, score) => {
    // The weights only order the watch list [our choice]: each outweighs any number of the kinds after it.
    const verdict = of(ALONE[kind]);
    expect(verdict.flags.map((flag) => flag.kind)).toEqual([kind]);
    expect([FLAGS[kind], verdict.score, verdict.toDecide]).toEqual([group, score, group === 'decide']);
  });

  const everything: Partial<UnitFacts> = {
    ...ALONE.leaker,
    ...ALONE.recommended,
    ...ALONE.age,
    openConditions: [...ALONE.hazard.openConditions, ...ALONE['left open'].openConditions],
    calls: [...ALONE.repeat.calls, ...ALONE['wears early'].calls, ...ALONE.callback.calls],
  };

  it('are of units that somebody uses; of the others only a hazard counts', () => {
    expect(kinds(everything).sort()).toEqual(Object.keys(FLAGS).sort());
    expect(kinds({ ...everything, status: 'standby' })).toHaveLength(8);
    for (const status of ['out of use', 'retired'] as const)
      expect(kinds({ ...everything, status })).toEqual(['hazard']);
  });

  it('leave out what was put out of use: that is no condition to mend', () => {
    expect(kinds({ openConditions: [left('out of use', false)] })).toEqual([]);
  });
});

describe('the sentence', () => {
  const says = (facts: Partial<UnitFacts>) => of(facts).sentence;
  it('is that of its flags, three at most, and says so where there are none', () => {
    expect(says({})).toBe('Nothing speaks against this unit.');
    expect(says(ALONE.repeat)).toMatch(/^Repeat failure: control fuse failed 2 times in 151 days\.$/);
    expect(says(ALONE.callback)).toBe('Came back 19 days after the last repair.');
    expect(says(ALONE.recommended)).toBe('Recommended: a new coil.');
    const two = [...ALONE.recommended.recommendations, { id: 's', text: 'curb', on: '2026-05-02' }];
    expect(says({ recommendations: two })).toBe('2 recommendations stand.');
    expect(says(ALONE['wears early'])).toBe('Blower belt ran out too soon: shorten the interval.');
    expect(says(ALONE['left open'])).toBe('Left open: filters out.');
  });

  it('names a part that came back before a count of everything', () => {
    const calls = [
      call('2026-01-10', { component: 'control fuse' }),
      call('2026-03-10', { component: 'drain' }),
      call('2026-05-10', { component: 'contactor' }),
      call('2026-06-10', { component: 'control fuse' }),
    ];
    const [flag] = of({ calls }).flags;
    expect(flag?.sentence).toBe('Repeat failure: control fuse failed 2 times in 151 days.');
    // Beside the word "repeat" it is not said twice.
    expect(besideFlag(flag?.sentence ?? '')).toBe('Control fuse failed 2 times in 151 days.');
    expect(flag?.reasons.map(({ rule }) => rule)).toEqual(['same part again', 'many failures']);
    expect(says({ calls: calls.slice(0, 3) })).toMatch(/^Repeat failure: 3 failures of any kind in 120 days/);
  });

  it('tells what came back between failures of a repeat there, and nowhere else', () => {
    const fuse = { component: 'control fuse' as const, system: 'electrical' as const };
    const calls = [call('2026-05-20', { ...fuse, doneAfter: 1 }), call('2026-06-10', fuse)];
    const { flags, sentence } = of({ calls });
    expect(flags.map(({ kind }) => kind)).toEqual(['repeat']);
    expect(sentence).toContain('back 20 days after the last repair');
    // Another call that came back to one of them is a callback of its own.
    const other = call('2026-06-25', { system: 'electrical' });
    const third = { ...calls[1]!, completedOn: '2026-06-11', completedAtMs: Date.parse('2026-06-11T12:00Z') };
    expect(kinds({ calls: [calls[0]!, third, other] })).toEqual(['repeat', 'callback']);
  });

  it('names the circuit of a leak where there are several, or that nobody named it', () => {
    expect(says(ALONE.leaker)).toBe('Topped up 2 times, leak never proven repaired.');
    const both = [
      added('2025-10-01', 1),
      added('2026-04-01', 1),
      added('2025-10-02', 2),
      added('2026-04-02', 2),
    ];
    expect(says({ additions: both })).toBe(
      'Topped up 4 times on circuit 1 and 2, leak never proven repaired.',
    );
    const one = [...ALONE.leaker.additions, added('2026-05-01', 2)];
    expect(says({ additions: one })).toBe('Topped up 2 times on circuit 1, leak never proven repaired.');
    const unnamed = [added('2025-10-01', null), added('2026-04-01', null)];
    expect(says({ additions: unnamed })).toBe('Topped up 2 times, leak never proven repaired.');
    expect(says({ additions: unnamed, charges: { 1: 9 } })).toBe(
      'Topped up 2 times, leak never proven repaired.',
    );
    expect(says({ additions: unnamed, charges: { 1: 9, 2: 9 } })).toBe(
      'Topped up 2 times on a circuit that nobody named, leak never proven repaired.',
    );
  });

  it('is that all is decided where nothing new speaks', () => {
    const [flag] = of(ALONE.repeat).flags;
    const decided = of(ALONE.repeat, TODAY, [
      { id: 'd', kind: 'accept', covers: [{ flag: 'repeat', evidence: flag?.evidence as string }] } as never,
    ]);
    expect(decided).toMatchObject({
      ...{ toDecide: false, score: 0, sentence: 'Decided; nothing new speaks against this unit.' },
      flags: [{ kind: 'repeat', decisionId: 'd' }],
    });
  });
});

describe('the day on which time alone changes the verdict', () => {
  it.each([
    ['a repeat', ALONE.repeat, addDays('2026-01-10', SETTINGS.repeatWindowDays + 1)],
    ['what wears early', ALONE['wears early'], addDays('2026-06-01', SETTINGS.repeatWindowDays + 1)],
    ['a leak', ALONE.leaker, addDays('2025-10-01', SETTINGS.leakerWithinDays + 1)],
    ['a callback', ALONE.callback, addDays('2026-06-20', SETTINGS.callbackWatchDays + 1)],
    ['age', { builtOn: '2020-05-05' }, `${2020 + SETTINGS.lifeYears['package gas/electric']}-05-05`],
    [
      'age of a leap day',
      { builtOn: '2020-02-29' },
      `${2020 + SETTINGS.lifeYears['package gas/electric']}-03-01`,
    ],
  ] as const)('of %s', (_, facts, day) => expect(of(facts).changesOn).toBe(day));

  it('is none where time changes nothing', () => {
    expect(of({})).not.toHaveProperty('changesOn');
    expect(of(ALONE.hazard)).not.toHaveProperty('changesOn');
    expect(of(ALONE.age)).not.toHaveProperty('changesOn');
  });

  it('a callback stays through its last day, and a repeat of its latest failure through its own', () => {
    const last = addDays('2026-06-20', SETTINGS.callbackWatchDays);
    expect(kinds(ALONE.callback, last)).toEqual(['callback']);
    expect(kinds(ALONE.callback, addDays(last, 1))).toEqual([]);
    const window = addDays('2026-06-10', SETTINGS.repeatWindowDays);
    expect(kinds(ALONE.repeat, window)).toEqual(['repeat']);
    expect(kinds(ALONE.repeat, addDays(window, 1))).toEqual([]);
    expect(of(ALONE.repeat, addDays('2026-01-10', SETTINGS.repeatWindowDays + 1)).changesOn).toBe(
      addDays(window, 1),
    );
  });

  it('an age is reached on the day itself', () => {
    const day = `${2001 + SETTINGS.lifeYears['package gas/electric']}-05-05`;
    expect(kinds(ALONE.age, day)).toEqual(['age']);
    expect(kinds(ALONE.age, addDays(day, -1))).toEqual([]);
  });
});

it('an old refrigerant is named with the age only where it is one that was phased out', () => {
  const says = (refrigerants: string[]) => of({ ...ALONE.age, refrigerants }).sentence;
  expect(says(['R-22'])).toBe('25 years old and charged with R-22.');
  expect(says(['R-410A'])).toBe('25 years old.');
  expect(says(['toString', 'who knows'])).toBe('25 years old.');
});
