import { issueText } from './problem.ts';
import { ACTIONS } from '#core/base/vocabulary';
import { may, ROLES, WHO_MAY } from './roles.ts';
import { callFields, callList, newCall } from './calls.ts';
import { customerPatch, newCustomer } from './customers.ts';
import { newEntry, newVisit, type EntryKind } from './visits.ts';
import { newSetting, SETTING_DEFAULTS, SETTING_SHAPES } from './settings.ts';
import { newSite, openingHours } from './sites.ts';
import { unitList, unitPatch } from './units.ts';
import { newDecision, watchQuery } from './watch.ts';
import { planAsked } from './board.ts';
import { dueQuery } from './routes.ts';
import { wordMapping } from './words.ts';
import { newImport } from './imports.ts';

const ID = '0198a1b2-0000-7000-8000-000000000001';

/** Paths a schema complains about. */
const wrong = (
  schema: { safeParse(value: unknown): { error?: { issues: { path: PropertyKey[] }[] } | undefined } },
  value: unknown,
): string[] => (schema.safeParse(value).error?.issues ?? []).map((issue) => issue.path.join('.'));

describe('roles', () => {
  it('a manager may do everything, a technician never changes the company', () => {
    for (const action of ACTIONS) expect(may('manager', action)).toBe(true);
    expect(ROLES.filter((role) => may(role, 'change setting'))).toEqual(['manager']);
    expect(may('technician', 'record visit')).toBe(true);
    expect(may('technician', 'take call')).toBe(false);
    expect(may('technician', 'import')).toBe(false);
  });

  it('every role may read, and no action is open to nobody', () => {
    for (const role of ROLES) expect(may(role, 'read')).toBe(true);
    for (const roles of Object.values(WHO_MAY)) expect(roles.length).toBeGreaterThan(0);
  });
});

describe('lists', () => {
  it('have a first sort column, an order and a page unless told otherwise', () => {
    expect(unitList.parse({})).toEqual({ q: '', sort: 'site', dir: 'asc', offset: 0, limit: 50 });
    expect(callList.parse({}).status).toBe('open');
  });

  it.each([
    [{ limit: '0' }, 'limit'],
    [{ limit: '900' }, 'limit'],
    [{ offset: '-1' }, 'offset'],
    [{ offset: '1; drop table units' }, 'offset'],
    [{ sort: 'password' }, 'sort'],
    [{ dir: 'sideways' }, 'dir'],
    [{ q: 'x'.repeat(201) }, 'q'],
  ])('refuse %j', (query, path) => {
    expect(wrong(unitList, query)).toEqual([path]);
  });

  it('of the watch list know its flags', () => {
    expect(watchQuery.parse({ flag: 'left open' }).flag).toBe('left open');
    expect(wrong(watchQuery, { flag: 'ugly' })).toEqual(['flag']);
    expect(dueQuery.parse({}).days).toBe(14);
    expect(wrong(dueQuery, { days: '500' })).toEqual(['days']);
  });
});

describe('records', () => {
  it('trim names and refuse empty ones', () => {
    expect(newCustomer.parse({ id: ID, name: '  Bluebell  ' }).name).toBe('Bluebell');
    expect(wrong(newCustomer, { id: ID, name: '   ' })).toEqual(['name']);
    expect(wrong(newCustomer, { id: 'one', name: 'x' })).toEqual(['id']);
  });

  it('cannot be changed without the version they were seen in', () => {
    expect(wrong(customerPatch, { name: 'x' })).toEqual(['version']);
    expect(wrong(unitPatch, { version: 0, tag: 'x' })).toEqual(['version']);
    expect(wrong(unitPatch, { version: 3, tag: 'RTU-9' })).toEqual([]);
  });

  it('keep what is unknown as null and refuse what cannot be', () => {
    expect(unitPatch.parse({ version: 1, tons: null, builtOn: null })).toEqual({
      version: 1,
      tons: null,
      builtOn: null,
    });
    expect(wrong(unitPatch, { version: 1, tons: 0 })).toEqual(['tons']);
    expect(wrong(unitPatch, { version: 1, phase: 2 })).toEqual(['phase']);
    expect(wrong(unitPatch, { version: 1, builtOn: '2027-02-29' })).toEqual(['builtOn']);
    expect(wrong(unitPatch, { version: 1, status: 'asleep' })).toEqual(['status']);
    expect(wrong(newSite, { id: ID, customerId: ID, name: 'x', lat: 91, lon: -181 })).toEqual(['lat', 'lon']);
  });
});

describe('opening hours', () => {
  it('are spans of a day that end after they begin', () => {
    expect(
      wrong(openingHours, {
        '1': [
          ['08:00', '12:00'],
          ['13:00', '17:30'],
        ],
        '7': [],
      }),
    ).toEqual([]);
    expect(wrong(openingHours, { '1': [['12:00', '08:00']] })).toEqual(['1.0']);
    expect(wrong(openingHours, { '8': [['08:00', '12:00']] }).length).toBe(1);
    expect(wrong(openingHours, { '2': [['8 am', '12:00']] })).toContain('2.0.0');
  });
});

describe('calls', () => {
  const call = {
    id: ID,
    siteId: ID,
    receivedAt: '2026-06-01T08:00:00-04:00',
    complaint: 'warm',
    priority: 'today',
  };

  it('need a site, a time with its offset, words and a priority', () => {
    expect(wrong(newCall, call)).toEqual([]);
    expect(wrong(newCall, { ...call, receivedAt: '2026-06-01T08:00' })).toEqual(['receivedAt']);
    expect(wrong(newCall, { ...call, complaint: '  ' })).toEqual(['complaint']);
    expect(wrong(newCall, { ...call, priority: 'soon' })).toEqual(['priority']);
  });

  it('refuse temperatures no room has', () => {
    expect(wrong(newCall, { ...call, roomF: 400 })).toEqual(['roomF']);
    expect(wrong(newCall, { ...call, roomF: null, setPointF: 72 })).toEqual([]);
    expect(callFields.shape.system.safeParse('telepathy').success).toBe(false);
  });
});

describe('entries of a visit sheet', () => {
  const entry = (kind: EntryKind | 'withdrawn' | 'gossip', body: unknown, more: object = {}) => ({
    id: ID,
    visitId: ID,
    unitId: null,
    occurredAt: '2026-06-01T12:00:00Z',
    kind,
    body,
    ...more,
  });

  it.each([
    ['arrive', {}],
    ['reading set', { mode: 'cooling', readings: [{ point: 'suction pressure', value: 118, unit: 'psig' }] }],
    ['reading set', { mode: 'off', readings: [{ point: 'return air', value: 24, unit: '°C' }] }],
    ['finding', { component: 'cap', failure: 'weak', grade: 'proven' }],
    ['work', { text: '', installed: { slot: { part: 'compressor', circuit: 2 } } }],
    ['look', { part: 'burner', sign: 'soot', looked: 'panels off', by: 'eye' }],
    ['comparison', { what: 'amps L1', here: '18 A', there: '11 A', says: 'differs' }],
    ['code', { board: 'main', code: '3 flashes', when: 'now' }],
    ['step', { sequence: 'heating', step: 'inducer starts', happened: 'happened' }],
    ['weather', { outdoorF: 88, sky: 'sun' }],
    ['adjustment', { what: 'gas pressure', found: '4.2 in w.c.', left: '3.5 in w.c.' }],
    ['work', { text: 'x', tasks: ['filters and belts'], leakRepair: 'proven' }],
    ['refrigerant', { refrigerant: 'R-410A', notWeighed: true }],
    ['condition left', { condition: 'filters out', text: 'none of the size on the truck' }],
    ['leave', { outcome: 'waiting', waitingFor: 'parts' }],
    ['leave', { outcome: 'done', calls: [{ callId: ID, outcome: 'not reached' }] }],
  ] as const)('%s %j is taken', (kind, body) => {
    expect(wrong(newEntry, entry(kind, body))).toEqual([]);
  });

  it.each([
    ['reading set', { mode: 'cooling', readings: [] }, 'body.readings'],
    [
      'reading set',
      { mode: 'cooling', readings: [{ point: 'suction pressure', value: 118, unit: '°F' }] },
      'body.readings.0.unit',
    ],
    [
      'reading set',
      { mode: 'fast', readings: [{ point: 'return air', value: 70, unit: '°F' }] },
      'body.mode',
    ],
    ['finding', { component: 'cap', failure: 'weak', grade: 'certain' }, 'body.grade'],
    ['refrigerant', { refrigerant: 'R-410A', addedLb: -1 }, 'body.addedLb'],
    ['condition left', { condition: 'exchanger holed or cracked', text: 'crack' }, 'body.told'],
    ['note', { text: '' }, 'body.text'],
    ['leave', { outcome: 'fled' }, 'body.outcome'],
    ['leave', { outcome: 'waiting' }, 'body.waitingFor'],
    ['leave', { outcome: 'done', calls: [{ callId: ID, outcome: 'waiting' }] }, 'body.calls.0.waitingFor'],
    ['work', { text: '' }, 'body.text'],
    [
      'work',
      { text: 'x', installed: { slot: { part: 'flux capacitor', circuit: null } } },
      'body.installed.slot.part',
    ],
    ['refrigerant', { refrigerant: 'R-22' }, 'body.addedLb'],
    ['step', { sequence: 'heating', step: 'pressures part', happened: 'happened' }, 'body.step'],
    ['look', { part: 'burner', sign: 'soot', looked: 'panels off', by: 'sonar' }, 'body.by'],
  ] as const)('%s %j is refused at %s', (kind, body, path) => {
    expect(wrong(newEntry, entry(kind, body))).toEqual([path]);
  });

  it('of a kind nobody knows are refused', () => {
    expect(wrong(newEntry, entry('gossip', {}))).toEqual(['kind']);
  });

  it('are withdrawn only by name and with a reason', () => {
    expect(wrong(newEntry, entry('withdrawn', {}, { supersedes: ID, reason: 'wrong unit' }))).toEqual([]);
    expect(wrong(newEntry, entry('withdrawn', {}, { supersedes: ID, reason: '' }))).toEqual(['reason']);
    expect(wrong(newEntry, entry('withdrawn', {}, { reason: 'x' }))).toEqual(['supersedes']);
  });

  it('belong to a visit of at most sixty calls', () => {
    const visit = { id: ID, siteId: ID, callIds: [], crewId: null, plannedFor: '2026-06-01' };
    expect(wrong(newVisit, visit)).toEqual([]);
    expect(wrong(newVisit, { ...visit, callIds: Array.from({ length: 61 }, () => ID) })).toEqual(['callIds']);
  });
});

describe('settings', () => {
  it('the defaults are settings themselves', () => {
    expect(wrong(SETTING_SHAPES.history, SETTING_DEFAULTS.history)).toEqual([]);
    expect(wrong(SETTING_SHAPES.company, SETTING_DEFAULTS.company)).toEqual([]);
  });

  it('refuse rules that rule nothing', () => {
    const value = { ...SETTING_DEFAULTS.history, repeatSameClass: 1 };
    expect(wrong(newSetting.history, { id: ID, validFrom: '2026-01-01', value })).toEqual([
      'value.repeatSameClass',
    ]);
    const noLife = {
      ...SETTING_DEFAULTS.history,
      lifeYears: { ...SETTING_DEFAULTS.history.lifeYears, boiler: 0 },
    };
    expect(wrong(newSetting.history, { id: ID, validFrom: '2026-01-01', value: noLife })).toEqual([
      'value.lifeYears.boiler',
    ]);
    expect(wrong(SETTING_SHAPES.company, { name: 'x', timeZone: 'Moon/Crater' })).toEqual(['timeZone']);
  });

  it('limits for measuring: both ends, within reason, stricter about CO and never laxer', () => {
    const limits = SETTING_DEFAULTS.measuring;
    const send = (patch: object) =>
      wrong(newSetting.measuring, { id: ID, validFrom: '2026-01-01', value: { ...limits, ...patch } });
    expect(send({})).toEqual([]);
    expect(send({ superheatLowF: 15, superheatHighF: 8 })).toEqual(['value.superheatHighF']);
    expect(send({ cfmPerTonLow: 450, cfmPerTonHigh: 450 })).toEqual(['value.cfmPerTonHigh']);
    expect(send({ coActPpm: 50 })).toEqual([]);
    expect(send({ coActPpm: 101 })).toEqual(['value.coActPpm']);
    expect(send({ elevationFt: 29_000 })).toEqual(['value.elevationFt']);
    expect(send({ vacuumMicrons: undefined })).toEqual(['value.vacuumMicrons']);
  });
});

describe('the rest', () => {
  it(
    'a dismissal says why, a word gets a known class, a day has at least one site, a file something ' +
      'in it',
    () => {
      const decision = {
        id: ID,
        unitId: ID,
        kind: 'repair',
        reason: 'x',
        covers: [{ flag: 'age', evidence: 'e' }],
      };
      expect(wrong(newDecision, decision)).toEqual([]);
      expect(wrong(newDecision, { ...decision, reason: '' })).toEqual(['reason']);
      expect(wrong(newDecision, { ...decision, kind: 'replace' })).toEqual(['year']);
      expect(wrong(newDecision, { ...decision, kind: 'watch' })).toEqual(['until']);
      expect(wrong(newDecision, { ...decision, covers: [] })).toEqual(['covers']);
      expect(wrong(wordMapping, { word: 'gizmo', part: 'gadget' })).toEqual(['part']);
      const plan = { from: '2026-06-01', days: 99, crewIds: [], siteIds: [], calls: 'all', planned: 'stays' };
      expect(wrong(planAsked, { ...plan, keepFree: true })).toEqual(['days']);
      expect(wrong(newImport, { id: ID, kind: 'units', fileName: 'x', content: '' })).toEqual(['content']);
    },
  );

  it('complaints are worded for people', () => {
    const [missing] = newCustomer.safeParse({ id: ID }).error?.issues ?? [];
    expect(issueText(missing as never)).toBe('is missing');
    const [type] = newCustomer.safeParse({ id: ID, name: 7 }).error?.issues ?? [];
    expect(issueText(type as never)).toBe('must be a string');
    expect(issueText({ code: 'custom', message: 'as it is' })).toBe('as it is');
  });
});
