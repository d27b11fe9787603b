import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { DEFAULT_HISTORY_SETTINGS } from '#core/judging/history';
import { DEFAULT_LIMITS } from '#core/measuring/answers';
import { oneOf, seededRandom } from '#core/base/random';
import { addDays } from '#core/base/time';
import type { User } from './db/models.ts';
import { oneUnit, openVisit, PASSWORD, testServer, type TestServer } from './testing/server.ts';
import { planFor } from './testing/planning.ts';

let server: TestServer;
let manager: Awaited<ReturnType<TestServer['as']>>;
let place: { customerId: string; siteId: string; unitId: string };
let visitId: string;
let panelId: string;
let picture: string;

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
  place = await oneUnit(server, { manufacturer: 'Norvane', model: 'NVG-90' });
  manager = await server.as('manager');
  visitId = await openVisit(server, place.siteId);
  panelId = randomUUID();
  await manager
    .post('/api/points')
    .send({ id: panelId, siteId: place.siteId, kind: 'panel', name: 'MZ-2', spaces: 42 })
    .expect(201);
  const plain = sharp({ create: { width: 60, height: 40, channels: 3, background: '#8f4519' } });
  picture = (await plain.jpeg().toBuffer()).toString('base64');
});
afterAll(() => server.stop());

type Method = 'post' | 'patch';
type Body = Record<string, unknown>;
interface Ask {
  readonly method: Method;
  readonly path: string;
  readonly body: Body;
}

let daysUsed = 0;

/** Something sound for every way of writing, as things stand now; identities are fresh. */
async function sound(): Promise<Ask[]> {
  const { customerId, siteId, unitId } = place;
  const id = randomUUID;
  const [now] = await server.db.rows<{ customer: number; site: number; unit: number }>(
    `select c.version as customer, s.version as site, u.version as unit
     from units u join sites s on s.id = u.site_id join customers c on c.id = s.customer_id where u.id = $1`,
    [unitId],
  );
  const { customer, site, unit } = now as { customer: number; site: number; unit: number };
  const some = () => randomUUID().slice(0, 6);
  const person = (await server.db.models.User.findOne({ where: { login: 'technician' } })) as User;
  const desk = (await server.db.models.User.findOne({ where: { login: 'dispatcher' } })) as User;
  const { version: crew } = (await server.db.models.Crew.findByPk(server.crewId)) as { version: number };
  // Nobody is away twice on one day.
  const someDay = () => {
    const from = addDays('2030-01-01', ++daysUsed);
    return { from, until: from };
  };
  const post = (path: string, body: Body): Ask => ({ method: 'post', path, body });
  const patch = (path: string, body: Body): Ask => ({ method: 'patch', path, body });
  const entry = (kind: string, body: Body): Ask =>
    post(`/api/visits/${visitId}/entries`, {
      id: id(),
      visitId,
      unitId,
      kind,
      occurredAt: '2026-06-20T14:00:00Z',
      body,
    });
  const outline = [
    [0, 0],
    [40, 0],
    [40, 30],
    [0, 30],
  ].map(([x, y]) => ({ x, y, edge: 'parapet' }));
  const items = [{ id: id(), kind: 'unit', x: 10, y: 10, w: 8, h: 5, turn: 0, unitId }];
  const planFile = {
    format: 'site plan 1',
    customer: 'Lantern Roller Rink',
    site: 'Rink hall',
    roofs: [],
    points: [],
    links: [],
  };
  const feature = {
    type: 'Feature',
    geometry: { type: 'Point', coordinates: [-70, 41] },
    properties: { customer: 'Lantern Roller Rink', site: 'Hall' },
  };
  return [
    post('/api/session', { login: 'manager', password: PASSWORD }),
    post('/api/customers', { id: id(), name: `Planetarium ${some()}` }),
    post('/api/people', {
      id: id(),
      displayName: 'Somebody New',
      login: `p-${some()}`,
      role: 'technician',
      phone: '555-0100',
      skills: [{ name: 'hot work', until: '2031-01-31' }],
      crewId: server.crewId,
    }),
    patch(`/api/people/${person.id}`, {
      version: person.version,
      displayName: 'Test technician',
      crew: { crewId: server.crewId, from: '2026-06-20' },
    }),
    post('/api/crews', {
      id: id(),
      name: `Crew ${some()}`,
      week: [...Array(5).fill({ start: 420, end: 960 }), null, null],
      start: { name: 'Shed', lat: 41, lon: -70 },
    }),
    patch(`/api/crews/${server.crewId}`, { version: crew, name: 'Test crew' }),
    post('/api/calendar/absences', {
      id: id(),
      userId: person.id,
      kind: 'ill',
      ...someDay(),
      note: 'rang at six',
    }),
    post('/api/calendar/on-call', { id: id(), userId: desk.id, ...someDay() }),
    post('/api/calendar/holidays', { id: id(), on: someDay().from, name: 'Harbour Day' }),
    post('/api/settings/yard', {
      id: id(),
      validFrom: '2026-06-20',
      value: { name: 'Yard', lat: 41, lon: -70 },
    }),
    post('/api/import-recipes', {
      id: id(),
      name: `List ${some()}`,
      headings: ['Customer'],
      recipe: {
        kind: 'units',
        columns: { customer: { from: 'Customer' } },
        dateOrder: null,
        words: { kind: { rtu: 'boiler' } },
        fixes: {},
        joins: {},
      },
    }),
    patch(`/api/customers/${customerId}`, { version: customer, name: 'Lantern Roller Rink' }),
    post('/api/sites', {
      id: id(),
      customerId,
      name: `Annex ${some()}`,
      lat: 41,
      lon: -70,
      openingHours: { 1: [['08:00', '17:00']] },
      hazards: ['ladder only'],
    }),
    patch(`/api/sites/${siteId}`, { version: site, access: 'ring twice', keyAt: 'till', retired: false }),
    post('/api/units', {
      id: id(),
      siteId,
      tag: `U-${some()}`,
      kind: 'package heat pump',
      tons: 5,
      builtOn: '2019-05-01',
      handlingNotes: 'fins',
    }),
    patch(`/api/units/${unitId}`, { version: unit, tons: 7.5, voltage: 208, phase: 3, status: 'in service' }),
    patch(`/api/units/${unitId}/machine`, {
      version: unit,
      details: {
        heat: { fuel: 'natural gas', stagesBtuh: [80_000], riseMinF: 30 },
        filters: [{ size: '20×25×2', count: 4 }],
      },
      circuits: [
        {
          number: 1,
          refrigerant: 'R-410A',
          chargeLb: 9,
          metering: 'expansion valve',
          compressors: [{ stage: 1, rlaA: 18 }],
        },
      ],
    }),
    post('/api/calls', {
      id: id(),
      siteId,
      unitId,
      receivedAt: '2026-06-20T14:00:00Z',
      complaint: 'hall warm',
      priority: 'today',
      roomF: 85,
    }),
    post('/api/visits', { id: id(), siteId, callIds: [], crewId: server.crewId, plannedFor: '2026-06-20' }),
    entry('reading set', {
      mode: 'cooling',
      circuit: 1,
      outdoorF: 85,
      readings: [{ point: 'return air', value: 75, unit: '°F' }],
    }),
    entry('measurement', {
      card: 'capacitor',
      inputs: { marking: { value: 45, unit: 'µF' }, measured: { value: 44, unit: 'µF' } },
    }),
    entry('finding', { component: 'run cap', failure: 'weak', grade: 'proven', text: 'bulged' }),
    entry('work', {
      text: 'washed',
      tasks: ['filters and belts'],
      installed: { slot: { part: 'blower motor', circuit: null }, model: 'B-2' },
    }),
    entry('refrigerant', { refrigerant: 'R-410A', addedLb: 2, cylinder: '14' }),
    entry('condition left', {
      condition: 'filters out',
      text: 'none left',
      told: 'foreman',
      changedFrom: 'in',
      changedTo: 'out',
    }),
    entry('note', { text: 'key at the till' }),
    entry('look', { part: 'burner', sign: 'soot', looked: 'panels off', by: 'eye', text: 'left one' }),
    entry('comparison', { what: 'amps', here: '18 A', there: '11 A', sister: 'L2', says: 'differs' }),
    entry('code', { board: 'main', code: '3 flashes', when: 'now', means: 'proof' }),
    entry('step', { sequence: 'heating', step: 'inducer starts', happened: 'happened', text: 'slowly' }),
    entry('weather', { outdoorF: 88, wetBulbF: 70, sky: 'sun', wind: 'calm' }),
    entry('adjustment', { what: 'gas pressure', found: '4.2', left: '3.5' }),
    entry('recommendation', { text: 'replace the exchanger' }),
    entry('leave', { outcome: 'waiting', waitingFor: 'parts', text: 'on order' }),
    post('/api/roofs', { id: id(), siteId, name: `Roof ${some()}`, plan: { outline, northDeg: 0, items } }),
    post('/api/points', {
      id: id(),
      siteId,
      kind: 'panel',
      name: `P-${some()}`,
      volts: 208,
      phase: 3,
      ratingA: 200,
      spaces: 42,
    }),
    post('/api/links', {
      id: id(),
      siteId,
      kind: 'feeds',
      from: panelId,
      to: unitId,
      poles: [1, 3, 5],
      breakerA: 30,
      how: 'traced',
      on: '2026-06-20',
    }),
    post('/api/model-notes', { id: id(), unitId, title: 'Lid', text: 'two hidden screws' }),
    post('/api/photos', {
      id: id(),
      unitId,
      purpose: 'nameplate',
      takenAt: '2026-06-20T14:00:00Z',
      content: picture,
      caption: 'plate',
    }),
    post('/api/words', { word: 'cap', part: 'capacitor' }),
    post('/api/watch/decisions', {
      id: id(),
      unitId,
      kind: 'set aside',
      covers: [{ flag: 'callback', evidence: 'x' }],
      reason: 'known',
    }),
    post('/api/board/problem', planFor({ from: '2026-06-22', crewIds: [server.crewId], siteIds: [siteId] })),
    post('/api/board/orders', {
      ...{ id: id(), from: '2026-06-22', days: 1, takeOff: [], anyway: false },
      orders: [{ crewId: server.crewId, day: '2026-06-22', version: null, jobs: [] }],
    }),
    post('/api/board/publish', { id: id(), from: '2026-06-22', days: 1, crewIds: [] }),
    post('/api/settings/measuring', { id: id(), validFrom: '2026-06-20', value: DEFAULT_LIMITS }),
    post('/api/settings/history', { id: id(), validFrom: '2026-06-20', value: DEFAULT_HISTORY_SETTINGS }),
    post(`/api/sites/${siteId}/plan`, { id: id(), plan: planFile }),
    post('/api/imports', {
      id: id(),
      kind: 'units',
      fileName: 'units.csv',
      content: 'customer,site,unit,kind\nLantern Roller Rink,Hall,RTU-9,boiler\n',
    }),
    post('/api/imports/sites', {
      id: id(),
      apply: true,
      collection: { type: 'FeatureCollection', features: [feature] },
    }),
  ];
}

const UNSOUND: readonly unknown[] = [
  null,
  '',
  'x',
  'a\u0000b',
  '\ud800',
  'x'.repeat(301),
  'x'.repeat(20_001),
  0,
  -1,
  1.5,
  1e308,
  2 ** 31,
  2 ** 53,
  true,
  [],
  {},
  [[null]],
  '9999-12-31',
  '0000-01-01',
  '2026-02-30',
  '9999-12-31T23:59:59Z',
  '0001-01-01T00:00:00Z',
  '00000000-0000-0000-0000-000000000000',
  "'; drop table units; --",
  '%_\\',
];

type Path = readonly (string | number)[];

/** Where every value of a body stands, itself included. */
function places(value: unknown, at: Path = []): Path[] {
  if (typeof value !== 'object' || value === null) return [at];
  return [
    at,
    ...Object.entries(value).flatMap(([key, inner]) =>
      places(inner, [...at, Array.isArray(value) ? Number(key) : key]),
    ),
  ];
}

function put(body: Body, at: Path, value: unknown): unknown {
  const copy = structuredClone(body) as Record<string | number, unknown>;
  const last = at.at(-1);
  if (last === undefined) return value;
  let inner = copy;
  for (const key of at.slice(0, -1)) inner = inner[key] as typeof inner;
  inner[last] = value;
  return copy;
}

const send = (ask: Ask, body: unknown) =>
  manager[ask.method](ask.path)
    .set('content-type', 'application/json')
    .send(JSON.stringify(body) ?? '');

describe('what is sent, sound or not', () => {
  const random = seededRandom(20_260_620);
  const ways = Array.from({ length: 49 }, (_, way) => way);

  it('there is something sound to begin with for every way of writing', async () => {
    expect(await sound()).toHaveLength(ways.length);
    const answered = new Map<string, number>();
    for (const way of ways) {
      const ask = (await sound())[way] as Ask;
      answered.set(
        `${ask.method} ${ask.path.replace(/[0-9a-f-]{36}/, ':id')} ${String(ask.body.kind ?? '')}`.trim(),
        (await send(ask, ask.body)).status,
      );
    }
    expect([...answered].filter(([, status]) => status >= 300)).toEqual([]);
  });

  it.each(ways)(
    'way %i: every unsound value gets an answer that says what is wrong, never a failure of the server',
    async (way) => {
      for (const value of UNSOUND) {
        const ask = (await sound())[way] as Ask;
        const at = oneOf(random, places(ask.body));
        const { status, body } = await send(ask, put(ask.body, at, value));
        const what = [ask.path, at.join('.'), typeof value === 'string' ? value.slice(0, 24) : value];
        expect([...what, status < 500]).toEqual([...what, true]);
        if (status >= 400) expect(body).toMatchObject({ status, title: expect.stringMatching(/\w/) });
      }
    },
  );

  it('a zero byte in any text is refused where it stands', async () => {
    const ask = (await sound())[1] as Ask;
    const { body } = await send(ask, { ...ask.body, name: 'Sky\u0000light' }).expect(422);
    expect(body.errors).toEqual([{ path: 'name', message: expect.stringMatching(/character/) }]);
  });

  it('half a request is no request', async () => {
    await manager.post('/api/customers').set('content-type', 'application/json').send('{"id":').expect(400);
    await manager.post('/api/customers').set('content-type', 'text/plain').send('hello').expect(422);
  });
});

describe('what is asked for', () => {
  const UNSOUND_TEXTS = [
    '%00',
    '%',
    '%25',
    "'",
    '%27%3B--',
    '%5C',
    '%F0%9F%94%A5',
    'a%20%26%20!%7C(',
    '%D8%00',
    '-1',
    '1e9',
    'NaN',
    'x'.repeat(400),
  ];

  it.each(['calls', 'customers', 'sites', 'units', 'watch', 'search', 'conditions'])(
    'lists of %s stand any words',
    async (list) => {
      for (const text of UNSOUND_TEXTS)
        for (const name of ['q', 'offset', 'limit', 'sort', 'dir', 'status', 'flag']) {
          const { status } = await manager.get(`/api/${list}?${name}=${text}`);
          expect([list, name, text, status < 500]).toEqual([list, name, text, true]);
        }
    },
  );

  it('things that are not there are not there, whatever they are called', async () => {
    const there = [
      'calls',
      'customers',
      'sites',
      'units',
      'visits',
      'routes',
      'roofs',
      'photos',
      'settings',
      'calls/known',
    ];
    for (const thing of there)
      for (const text of [...UNSOUND_TEXTS, randomUUID()]) {
        const { status } = await manager.get(`/api/${thing}/${text}`);
        expect([thing, text, status >= 400 && status < 500]).toEqual([thing, text, true]);
      }
  });
});
