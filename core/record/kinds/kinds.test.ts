import { ruleOf } from '#core/measuring/answers';
import {
  answerNumber,
  ENTRY_KINDS,
  foldedKinds,
  FORM_KINDS,
  formOf,
  isEntryKind,
  KINDS,
  KINDS_ABOUT_CALLS,
  lacksOf,
  readBody,
  saysEntry,
  subjectOf,
  touchesOf,
  whichSubject,
  type EntryKind,
  type KindForm,
  type Near,
  type Told,
} from './index.ts';

const ID = '0198a1b2-0000-7000-8000-000000000001';
const OTHER = '0198a1b2-0000-7000-8000-000000000002';
const slot = { part: 'compressor', circuit: 2 };
const co = {
  ...{ name: 'CO in the room', value: 80.4, unit: 'ppm', quantity: 'concentration' },
  decimals: 0,
};
const told: Told = {
  circuit: {},
  system: 'US',
  calls: new Map([[ID, 'RTU-1']]),
  left: new Map([[ID, 'filters out']]),
};
const act = { lineId: ID, rule: 'superheat' };

/* Every kind in full: a body as it is written today, and the line it makes. */
const FULL: Record<EntryKind, readonly [body: object, words: string]> = {
  arrive: [{}, 'Arrived'],
  observation: [
    {
      asked: 'volts across the high-pressure switch on a call for cooling',
      seen: { kind: 'volts', call: 'cool', between: ['AP', 'HP'], reads: 25.84 },
    },
    'volts across the high-pressure switch on a call for cooling 25.8 V',
  ],
  'reading set': [
    {
      mode: 'cooling',
      circuit: 2,
      stage: 1,
      taken: 'as found',
      outdoorF: 88,
      minutesRunning: 15,
      condenser: 'wet',
      readings: [{ point: 'room CO', value: 80.44, unit: 'ppm', instrument: 'K-1' }],
      answers: [
        { ...co, advice: 'act', position: 'above' },
        {
          ...co,
          name: 'superheat',
          value: 12,
          unit: 'Δ°F',
          quantity: 'temperatureDifference',
          position: 'inside',
        },
        {
          ...co,
          name: 'approach',
          value: 9,
          unit: 'Δ°F',
          quantity: 'temperatureDifference',
          position: 'inside',
        },
      ],
    },
    'cooling, as found, circuit 2, stage 1, 88 °F outdoors, condenser wet. ' +
      'CO in the room 80 ppm (act), superheat 12 °F (within). room CO 80.4 ppm',
  ],
  measurement: [
    { card: 'combustion', inputs: { ambient: { value: 40, unit: 'ppm' } } },
    'Combustion: CO in the room 40 ppm',
  ],
  look: [
    {
      ...{ part: 'heat exchanger', circuit: 1, sign: 'crack or hole', looked: 'mirror or camera', by: 'eye' },
      ...{ hidden: 'the back', text: 'left tube' },
    },
    'heat exchanger of circuit 1: crack or hole, by eye, mirror or camera. Not seen: the back. left tube',
  ],
  comparison: [
    { what: 'amps L1', here: '18 A', there: '11 A', sisterUnitId: OTHER, sister: 'RTU-2', says: 'differs' },
    'amps L1 18 A, RTU-2 11 A: differs',
  ],
  code: [
    { board: 'main', code: '3 flashes', when: 'in history', means: 'pressure proof' },
    'main: 3 flashes, in history. pressure proof',
  ],
  step: [
    { sequence: 'heating', step: 'inducer starts', happened: 'did not happen', text: 'hums' },
    'heating: inducer starts, did not happen. hums',
  ],
  weather: [
    { outdoorF: 88, wetBulbF: 70, sky: 'sun', wind: 'breeze' },
    '88 °F outdoors, wet bulb 70 °F, sun, breeze',
  ],
  finding: [
    {
      ...{ system: 'heating', component: 'drum', part: 'heat exchanger', circuit: 1, failure: 'cracked' },
      ...{
        grade: 'presumed',
        watchUntil: '2026-07-03',
        madeSafe: 'heat off',
        told: 'owner',
        text: 'left',
        act,
      },
    },
    'drum of circuit 1 cracked, presumed, watched until 3 Jul 2026. Made safe: heat off. Told: owner. left',
  ],
  work: [
    {
      text: 'new one in',
      tasks: ['filters and belts'],
      found: { 'filters and belts': 'plugged' },
      putOff: { 'coil wash': 'weather' },
      leakRepair: 'proven',
      circuit: 2,
      installed: {
        ...{ slot, manufacturer: 'Norvane', model: 'N-1', serial: 'S', because: 'group' },
        borrowed: { fromUnitId: OTHER, from: 'RTU-4', to: 'RTU-3' },
      },
    },
    'new one in. Done: filters and belts. filters and belts found plugged. coil wash put off, the weather forbids it. ' +
      'Leak repair proven. Borrowed from RTU-4: circuit 2 compressor, the old one with the others',
  ],
  refrigerant: [
    {
      ...{ refrigerant: 'R-22', circuit: 2, addedLb: 2.254, notWeighed: true, recoveredLb: 1 },
      ...{ afterOpening: true, cylinder: 'C-7', from: 'cylinder', into: 'reclaimer' },
    },
    'R-22, 2.25 lb added, added, not weighed, 1 lb recovered into the reclaimer, circuit 2, cylinder C-7',
  ],
  adjustment: [
    { what: 'gas pressure', circuit: 1, found: '4.2', left: '3.5' },
    'gas pressure of circuit 1: found 4.2, left 3.5',
  ],
  'condition left': [
    {
      ...{ circuit: 1, condition: 'safety bypassed', text: 'limit bridged', told: 'foreman' },
      ...{ changedFrom: 'in', changedTo: 'bridged', closes: 'limit in', act },
    },
    'Left: safety bypassed. in → bridged. limit bridged Told: foreman',
  ],
  'condition closed': [{ conditionId: ID, text: 'in again' }, 'Closed again: filters out. in again'],
  explained: [{ act, text: 'the meter was off' }, 'filters out: nothing to do. the meter was off'],
  recommendation: [{ text: 'replace it' }, 'replace it'],
  note: [{ text: 'key at the till' }, 'key at the till'],
  leave: [
    {
      outcome: 'not reached',
      calls: [
        { callId: ID, outcome: 'waiting', waitingFor: 'parts' },
        { callId: OTHER, outcome: 'done' },
      ],
      text: 'come by noon',
      stillOpen: 'no part today',
    },
    'Left: RTU-1 waiting for parts, a call done. come by noon. Left open: no part today',
  ],
  withdrawn: [{}, ''],
};
const ALL = Object.entries(FULL) as [EntryKind, (typeof FULL)[EntryKind]][];

describe.each(ALL)('%s', (kind, [body, words]) => {
  it('is taken as it is written, and nothing of it is lost', () => {
    const { answers: _kept, ...written } = body as { answers?: unknown };
    expect(KINDS[kind].body.parse(written)).toEqual(written);
  });
  it('is said in one line', () => {
    if (kind === 'measurement') {
      expect(saysEntry(kind, body, told)).toBe('Combustion: CO in the room 40 ppm');
      const kept = { ...body, answers: [{ ...co, advice: 'act' }] };
      expect(saysEntry(kind, kept, told)).toBe('Combustion: CO in the room 80 ppm (act)');
    } else expect(saysEntry(kind, body, told)).toBe(words);
  });
});

it('every kind has a sample here, and each is one of ours', () => {
  expect(Object.keys(FULL).sort()).toEqual([...ENTRY_KINDS].sort());
  expect([isEntryKind('look'), isEntryKind('thermogram'), isEntryKind('toString')]).toEqual([
    true,
    false,
    false,
  ]);
});

describe('bodies of older versions', () => {
  /* As older versions wrote them: what was optional then, what records brought in from elsewhere leave out. */
  it.each([
    ['finding', { failure: 'burnt', grade: 'proven' }, { component: '' }],
    ['finding', { component: 'cap', grade: 'not found' }, { failure: '' }],
    ['work', { tasks: ['filters and belts'] }, { text: '' }],
    ['condition left', { condition: 'filters out' }, { text: '' }],
    ['condition closed', { conditionId: ID }, { text: '' }],
    ['note', { text: 'x' }, {}],
  ] as const)('%s %j is read in today’s form', (kind, body, more) => {
    expect(readBody(kind, body)).toEqual({ ...more, ...body });
    expect(saysEntry(kind, body, told)).not.toMatch(/undefined/);
  });

  it('of a kind or a version that only a newer program reads are kept and shown as they came', () => {
    expect(readBody('thermogram', { hot: 'L2' })).toBeUndefined();
    expect(readBody('note', { text: 'x', version: 2 })).toBeUndefined();
    expect(readBody('note', { text: 'x', version: 1 })).toBeDefined();
    expect(saysEntry('thermogram', { hot: 'L2' }, told)).toBe(
      'Written by a newer version of this program, which reads it. As it came: {"hot":"L2"}',
    );
    expect(saysEntry('note', { text: 'x', version: 3 }, told)).toMatch(/\(version 3\), which reads it/);
  });
});

describe('what a kind is about, and what it touches', () => {
  /* Pinned: what is left out here is folded too little, what is too much is locked for nothing. */
  it.each([
    ['arrive', 'the visit', ['calls', 'times of the visit']],
    ['reading set', 'anything', []],
    ['measurement', 'anything', []],
    ['look', 'anything', []],
    ['comparison', 'anything', []],
    ['code', 'anything', []],
    ['step', 'anything', []],
    ['weather', 'the visit', []],
    ['finding', 'a unit or point', ['calls', 'called units']],
    ['work', 'a unit or point', ['calls', 'called units']],
    ['refrigerant', 'a unit', []],
    ['adjustment', 'anything', []],
    ['condition left', 'a unit or point', ['calls', 'called units']],
    ['condition closed', 'anything', ['calls', 'called units']],
    ['explained', 'a unit or point', ['calls', 'called units']],
    ['recommendation', 'a unit or point', ['calls']],
    ['note', 'anything', []],
    ['leave', 'the visit', ['calls', 'called units', 'times of the visit']],
    ['withdrawn', 'anything', []],
  ] as const)('%s: %s', (kind, about, touches) => {
    expect(subjectOf(kind)).toBe(about);
    expect(touchesOf(kind)).toEqual(touches);
    expect(whichSubject(kind) !== undefined).toBe(about.startsWith('a unit'));
    expect(KINDS_ABOUT_CALLS.includes(kind)).toBe((touches as readonly string[]).includes('calls'));
    expect(formOf(kind) === undefined).toBe(['arrive', 'measurement', 'withdrawn'].includes(kind));
  });

  it('the fold looks into what it derives from, and at answers where those are all it reads', () => {
    expect(foldedKinds('answers')).toEqual(['reading set', 'measurement']);
    expect([...foldedKinds('all')].sort()).toEqual(
      ['look', 'finding', 'work', 'refrigerant', 'condition left', 'condition closed', 'explained']
        .concat('recommendation', 'leave')
        .sort(),
    );
    expect([subjectOf('thermogram'), touchesOf('thermogram'), formOf('x')]).toEqual([
      undefined,
      [],
      undefined,
    ]);
  });
});

describe('what only the records around a line can tell', () => {
  const near = (more: Partial<Near> = {}): Near => ({
    unit: { kind: 'package gas/electric', circuits: [1, 2] },
    calls: new Set([ID]),
    where: (id) => (id === ID ? 'here' : id === OTHER ? 'elsewhere' : undefined),
    ...more,
  });
  const paths = (kind: EntryKind, body: object, around = near()) =>
    lacksOf(kind, body as never, around).map(({ path, message }) => `${path}: ${message}`);

  it('pounds and proven repairs say which of several circuits, and one that is there', () => {
    const pounds = { refrigerant: 'R-22', addedLb: 1 };
    expect(paths('refrigerant', pounds)).toEqual(['circuit: which circuit? it has 1 and 2']);
    expect(paths('refrigerant', { ...pounds, circuit: 2 })).toEqual([]);
    expect(paths('refrigerant', { ...pounds, circuit: 3 })).toEqual(['circuit: it has no circuit 3']);
    const one = near({ unit: { kind: 'package gas/electric', circuits: [1] } });
    expect(paths('refrigerant', pounds, one)).toEqual([]);
    expect(paths('refrigerant', { ...pounds, circuit: 2 }, one)).toEqual(['circuit: it has no circuit 2']);
    const unknown = near({ unit: { kind: 'package gas/electric', circuits: [] } });
    expect(paths('refrigerant', { ...pounds, circuit: 2 }, unknown)).toEqual([]);
    expect(paths('refrigerant', pounds, near({ unit: undefined }))).toEqual([]);
    expect(paths('work', { text: 'x', leakRepair: 'proven' })).toEqual([
      'circuit: which circuit? it has 1 and 2',
    ]);
    expect(paths('work', { text: 'x', leakRepair: 'not proven' })).toEqual([]);
  });

  it('what was put in is new, unless it was borrowed; the old one is said only where somebody has', () => {
    const says = (installed: object) =>
      saysEntry('work', { text: '', installed: { slot, ...installed } }, told);
    expect(says({})).toBe('New circuit 2 compressor');
    expect(says({ because: 'failed' })).toBe('New circuit 2 compressor, the old one had failed');
    expect(says({ borrowed: { fromUnitId: OTHER, from: 'RTU-4', to: 'RTU-3' } })).toBe(
      'Borrowed from RTU-4: circuit 2 compressor',
    );
  });

  it('a component goes into a slot the machine has', () => {
    const put = (part: string, circuit: number | null) => ({
      text: 'x',
      installed: { slot: { part, circuit } },
    });
    expect(paths('work', put('compressor', 2))).toEqual([]);
    expect(paths('work', put('compressor', 3))).toEqual([
      'installed.slot: this unit has no such slot: circuit 3 compressor',
    ]);
    expect(paths('work', put('reversing valve', 1))[0]).toMatch(/no such slot/);
    expect(paths('work', put('compressor', 2), near({ unit: undefined }))).toEqual([
      'installed.slot: which unit? a component belongs to one',
    ]);
  });

  it('a closing names what was left at this site, a leaving calls of its visit', () => {
    const closing = (conditionId: string) => paths('condition closed', { conditionId, text: '' });
    expect(closing(ID)).toEqual([]);
    expect(closing(OTHER)).toEqual([
      'conditionId: that was left at another site; it is closed on a visit there',
    ]);
    expect(closing('x')).toEqual(['conditionId: there is no such open condition']);
    const calls = [ID, OTHER].map((callId) => ({ callId, outcome: 'done' }));
    expect(paths('leave', { outcome: 'done', calls })).toEqual([
      'calls.1.callId: this call is not one of this visit',
    ]);
    expect(paths('leave', { outcome: 'done' })).toEqual([]);
  });

  it('words settle a reading at this site, but never carbon monoxide or gas', () => {
    const explain = (rule: string, lineId = ID) => paths('explained', { act: { lineId, rule }, text: 'x' });
    expect(explain('superheat')).toEqual([]);
    expect(explain('superheat', OTHER)).toEqual(['act.lineId: there is no such reading at this site']);
    for (const rule of ['room CO', 'flue CO', 'air stream CO', 'return air CO', 'manifold', 'inlet, highest'])
      expect(explain(rule)).toEqual([
        'act.rule: words never close this: read it again with the machine running, in its band',
      ]);
    expect(['CO₂', 'CO air-free', 'CO air-free, at least'].map((name) => ruleOf({ name }))).toEqual([
      'CO₂',
      'flue CO',
      'flue CO',
    ]);
  });
});

describe('bodies that are refused', () => {
  const taken = (more: object) => ({
    text: '',
    installed: { slot, borrowed: { fromUnitId: OTHER, from: 'RTU-4', to: 'RTU-3', ...more } },
  });
  const wrong = (kind: EntryKind, body: object) =>
    KINDS[kind].body
      .safeParse(body)
      .error?.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`) ?? [];
  it.each([
    ['condition left', { condition: 'gas leak suspected', text: '' }, /^told: somebody can be hurt/],
    ['refrigerant', { refrigerant: 'R-22' }, /^addedLb: how many pounds/],
    ['refrigerant', { refrigerant: 'R-22', addedLb: -1 }, /^addedLb: a weight cannot be negative/],
    ['refrigerant', { refrigerant: 'R-22', addedLb: 5001 }, /^addedLb: more than any roof holds/],
    ['refrigerant', { refrigerant: 'R-22', addedLb: 1, circuit: 9 }, /^circuit: at most eight circuits/],
    ['refrigerant', { refrigerant: 'R-22', addedLb: 1, circuit: 0 }, /^circuit: /],
    ['work', { text: '' }, /^text: nothing is written/],
    ['work', taken({ from: ' ' }), /^installed.borrowed.from: /],
    ['work', taken({ to: '' }), /^installed.borrowed.to: /],
    ['work', taken({ from: 'x'.repeat(61) }), /^installed.borrowed.from: /],
    ['work', taken({ to: 'x'.repeat(61) }), /^installed.borrowed.to: /],
    ['work', taken({ fromUnitId: 'RTU-4' }), /^installed.borrowed.fromUnitId: must be a UUID/],
    ['reading set', { mode: 'off', readings: [] }, /^readings: at least one reading/],
    [
      'reading set',
      { mode: 'off', readings: [{ point: 'room CO', value: 1, unit: '°F' }] },
      /^readings.0.unit: room CO is not measured in that unit/,
    ],
    ['measurement', { card: 'tarot', inputs: { a: { value: 1 } } }, /^card: is no card of the bench/],
    ['measurement', { card: 'combustion', inputs: {} }, /^inputs: nothing was measured/],
    ['step', { sequence: 'heating', step: 'contactor pulls in', happened: 'happened' }, /^step: which step/],
    ['leave', { outcome: 'waiting' }, /^waitingFor: what does it wait for/],
    ['explained', { act, text: ' ' }, /^text: why is there nothing to do/],
  ] as const)('%s %j', (kind, body, why) => {
    expect(wrong(kind, body)).toHaveLength(1);
    expect(wrong(kind, body)[0]).toMatch(why);
  });
  it.each([
    ['refrigerant', { refrigerant: 'R-22', notWeighed: true }],
    ['refrigerant', { refrigerant: 'R-22', recoveredLb: 0 }],
    ['refrigerant', { refrigerant: 'R-22', addedLb: 5000, circuit: 8 }],
    ['work', { text: '', putOff: { 'coil wash': 'weather' } }],
    ['work', { text: '', tasks: ['filters and belts'] }],
    ['work', { text: '', leakRepair: 'not proven' }],
    ['work', { text: '', installed: { slot } }],
    ['work', taken({ from: 'x'.repeat(60), to: 'x'.repeat(60) })],
    ['work', taken({ from: 'x', to: 'y' })],
    ['condition left', { condition: 'filters out', text: '' }],
  ] as const)('but %s %j is enough', (kind, body) => expect(wrong(kind, body)).toEqual([]));

  it('a leaving says of each call what it waits for', () => {
    const calls = [
      { callId: ID, outcome: 'done' },
      { callId: OTHER, outcome: 'waiting' },
    ];
    expect(wrong('leave', { outcome: 'done', calls })).toEqual([
      'calls.1.waitingFor: what does it wait for?',
    ]);
  });
});

describe('limits', () => {
  const taken = (kind: EntryKind, body: object) => KINDS[kind].body.safeParse(body).success;
  const set = (more: object) => ({
    mode: 'off',
    readings: [{ point: 'room CO', value: 1, unit: 'ppm' }],
    ...more,
  });
  const found = { component: 'cap', failure: 'weak', grade: 'proven' };
  const compared = { what: 'a', here: 'b', there: 'c', says: 'alike' };
  const board = { board: 'm', code: '3', when: 'now' };
  const text = (length: number) => 'x'.repeat(length);
  const many = <T>(count: number, of: T): T[] => Array.from({ length: count }, () => of);
  const named = <T>(length: number, value: T) => ({ [text(length)]: value });
  const reading = { point: 'room CO', value: 1, unit: 'ppm' };
  /* Just inside, just outside. */
  it.each<[EntryKind, string, object[], object[]]>([
    ['reading set', 'stage', [set({ stage: 1 }), set({ stage: 8 })], [set({ stage: 0 }), set({ stage: 9 })]],
    [
      ...(['reading set', 'outdoor air'] as const),
      [set({ outdoorF: -80 }), set({ outdoorF: 140 })],
      [set({ outdoorF: -80.5 }), set({ outdoorF: 140.5 })],
    ],
    [
      ...(['reading set', 'minutes'] as const),
      [set({ minutesRunning: 0 }), set({ minutesRunning: 100_000 })],
      [set({ minutesRunning: -0.5 }), set({ minutesRunning: 100_001 })],
    ],
    [
      'reading set',
      'readings',
      [set({ readings: many(40, reading) })],
      [set({ readings: many(41, reading) })],
    ],
    [
      ...(['weather', 'outdoor air'] as const),
      [{ outdoorF: -80 }, { outdoorF: 140 }],
      [{ outdoorF: -80.5 }, { outdoorF: 140.5 }, {}],
    ],
    [
      ...(['weather', 'wet bulb'] as const),
      [
        { outdoorF: 80, wetBulbF: -80 },
        { outdoorF: 80, wetBulbF: 110 },
      ],
      [
        { outdoorF: 80, wetBulbF: -80.5 },
        { outdoorF: 80, wetBulbF: 110.5 },
      ],
    ],
    [
      ...(['finding', 'component'] as const),
      [
        { ...found, component: 'a' },
        { ...found, component: text(100) },
      ],
      [
        { ...found, component: ' ' },
        { ...found, component: text(101) },
      ],
    ],
    [
      ...(['finding', 'failure'] as const),
      [
        { ...found, failure: 'a' },
        { ...found, failure: text(100) },
      ],
      [
        { ...found, failure: ' ' },
        { ...found, failure: text(101) },
      ],
    ],
    ['comparison', 'what', [compared], [{ ...compared, what: '' }]],
    ['comparison', 'here', [compared], [{ ...compared, here: '' }]],
    ['comparison', 'there', [compared], [{ ...compared, there: '' }]],
    ['code', 'board', [board], [{ ...board, board: '' }]],
    ['code', 'code', [board], [{ ...board, code: '' }]],
    ['adjustment', 'left', [{ what: 'belt', left: 'x' }], [{ what: 'belt', left: '' }]],
    [
      ...(['refrigerant', 'refrigerant'] as const),
      [{ refrigerant: 'x', addedLb: 1 }],
      [{ refrigerant: '', addedLb: 1 }],
    ],
    ['note', 'text', [{ text: 'x' }], [{ text: '' }]],
    ['recommendation', 'text', [{ text: 'x' }], [{ text: '' }]],
    [
      ...(['explained', 'rule and words'] as const),
      [
        { act: { lineId: ID, rule: 'x' }, text: 'y' },
        { act, text: text(5000) },
      ],
      [
        { act: { lineId: ID, rule: '' }, text: 'y' },
        { act, text: text(5001) },
      ],
    ],
    [
      ...(['work', 'tasks'] as const),
      [{ text: '', tasks: many(20, text(60)) }],
      [
        { text: '', tasks: many(21, 'a') },
        { text: '', tasks: [text(61)] },
      ],
    ],
    [
      ...(['work', 'how it was found'] as const),
      [{ text: 'x', found: named(60, 'plugged') }],
      [{ text: 'x', found: named(61, 'plugged') }],
    ],
    [
      ...(['work', 'why it was put off'] as const),
      [{ text: 'x', putOff: named(60, 'weather') }],
      [{ text: 'x', putOff: named(61, 'weather') }],
    ],
    [
      ...(['leave', 'calls'] as const),
      [{ outcome: 'done', calls: many(60, { callId: ID, outcome: 'done' }) }],
      [{ outcome: 'done', calls: many(61, { callId: ID, outcome: 'done' }) }],
    ],
    [
      ...(['measurement', 'inputs'] as const),
      [
        { card: 'combustion', inputs: named(40, { value: 1, unit: text(20) }) },
        { card: 'combustion', inputs: { gas: { value: 'natural gas' } } },
      ],
      [
        { card: 'combustion', inputs: named(41, { value: 1 }) },
        { card: 'combustion', inputs: named(40, { value: 1, unit: text(21) }) },
        { card: text(61), inputs: named(40, { value: 1 }) },
      ],
    ],
  ])('%s: %s', (kind, _, inside, outside) => {
    expect(inside.map((body) => taken(kind, body))).toEqual(inside.map(() => true));
    expect(outside.map((body) => taken(kind, body))).toEqual(outside.map(() => false));
  });
});

it('says little where little is known', () => {
  const answered = (advice: string | null, position: string | null, name = 'superheat') => ({
    ...{ mode: 'cooling', readings: [{ point: 'room CO', value: 1, unit: 'ppm' }] },
    answers: [{ ...co, name, value: 12, advice, position }],
  });
  const says = (advice: string | null, position: string | null, name?: string) =>
    saysEntry('reading set', answered(advice, position, name), told);
  expect([says(null, 'below'), says(null, 'above'), says('wait', null), says('measure first', null)]).toEqual(
    [
      'cooling. superheat 12 ppm (low). room CO 1 ppm',
      'cooling. superheat 12 ppm (high). room CO 1 ppm',
      'cooling. superheat 12 ppm (wait). room CO 1 ppm',
      'cooling. superheat 12 ppm. room CO 1 ppm',
    ],
  );
  expect([says(null, 'inside', 'x'), says(null, null, 'x'), says(null, 'above', 'x')]).toEqual([
    ...['cooling. room CO 1 ppm', 'cooling. room CO 1 ppm', 'cooling. x 12 ppm (high). room CO 1 ppm'],
  ]);
  expect(saysEntry('leave', { outcome: 'waiting', waitingFor: 'parts' }, told)).toBe(
    'Left: waiting for parts',
  );
  expect(saysEntry('leave', { outcome: 'waiting' }, told)).toBe('Left: waiting');
  expect(saysEntry('leave', { outcome: 'done', calls: [] }, told)).toBe('Left: done');
  const one = [{ callId: OTHER, outcome: 'done' }];
  expect(saysEntry('leave', { outcome: 'not reached', calls: one }, told)).toBe('Left: a call done');
  expect(saysEntry('weather', { outdoorF: 70 }, told)).toBe('70 °F outdoors');
});

it('each form has its title and says on its button what it does', () => {
  const words = ({ title, save, group }: KindForm) => `${title}: ${save} (${group ?? 'asked for'})`;
  expect(FORM_KINDS.map((kind) => words(formOf(kind) as KindForm))).toEqual([
    'Readings: Put the readings on the sheet (seen)',
    'Look: Put the look on the sheet (seen)',
    'Compare: Put the comparison on the sheet (seen)',
    'Fault code: Put the code on the sheet (seen)',
    'Sequence: Put the step on the sheet (seen)',
    'Weather: Put the weather on the sheet (seen)',
    'Finding: Put the finding on the sheet (done)',
    'Work: Put the work on the sheet (done)',
    'Refrigerant: Put the pounds on the sheet (done)',
    'Adjusted: Put the adjustment on the sheet (done)',
    'Left open: Leave it so, in front of everybody (done)',
    'Closed again: Close it (done)',
    'Explain a reading: Put the explanation on the sheet (asked for)',
    'Recommend: Put it on the sheet (done)',
    'Note: Put the note on the sheet (done)',
    'Leave: Leave the site (done)',
  ]);
});

it('a number is said in the reader’s units, with no more decimals than it has', () => {
  const split = {
    ...co,
    name: 'split',
    value: 18.26,
    unit: 'Δ°F',
    quantity: 'temperatureDifference',
    decimals: 1,
  };
  expect(answerNumber(split)).toBe('split 18.3 °F');
  expect(answerNumber(split, 'metric')).toMatch(/^split 10\.1 °C$/);
});
