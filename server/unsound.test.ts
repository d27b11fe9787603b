import { randomUUID } from 'node:crypto';
import { DEFAULT_HISTORY_SETTINGS } from '#core/history';
import { DEFAULT_LIMITS } from '#core/measurement';
import { oneOf, seededRandom } from '#core/random';
import { oneUnit, testServer, type TestServer } from './testing/server.ts';

let server: TestServer;
let manager: Awaited<ReturnType<TestServer['as']>>;
let place: { customerId: string; siteId: string; unitId: string };
let visitId: string;

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
  place = await oneUnit(server);
  manager = await server.as('manager');
  visitId = randomUUID();
  await manager
    .post('/api/visits')
    .send({ id: visitId, siteId: place.siteId, callIds: [], crewId: server.crewId, plannedFor: '2026-06-20' })
    .expect(201);
});
afterAll(() => server.stop());

type Method = 'post' | 'patch';
type Body = Record<string, unknown>;
interface Ask {
  readonly method: Method;
  readonly path: string;
  readonly body: Body;
}

/** Something sound for every way of writing; each is asked anew, so that identities are fresh. */
function sound(): Ask[] {
  const { customerId, siteId, unitId } = place;
  const id = randomUUID();
  const entry = (kind: string, body: Body): Ask => ({
    method: 'post',
    path: `/api/visits/${visitId}/entries`,
    body: { id: randomUUID(), visitId, unitId, kind, occurredAt: '2026-06-20T14:00:00Z', body },
  });
  const plan = {
    outline: [0, 1, 2].map((i) => ({ x: 10 * i, y: 10 * (i % 2), edge: 'open' })),
    northDeg: 0,
    items: [{ id: randomUUID(), kind: 'unit', x: 2, y: 2, w: 4, h: 4, turn: 0, unitId }],
  };
  const post = (path: string, body: Body): Ask => ({ method: 'post', path, body });
  const patch = (path: string, body: Body): Ask => ({ method: 'patch', path, body });
  return [
    post('/api/session', { login: 'nobody', password: 'nothing' }),
    post('/api/customers', { id, name: 'Skylight Planetarium' }),
    patch(`/api/customers/${customerId}`, { version: 1, name: 'Lantern Roller Rink' }),
    post('/api/sites', { id, customerId, name: 'Annex', lat: 41, lon: -70, openingHours: { 1: [['08:00', '17:00']] }, hazards: ['no parapet'] }),
    patch(`/api/sites/${siteId}`, { version: 1, access: 'ring twice', keyAt: 'till', retired: false }),
    post('/api/units', { id, siteId, tag: `U-${id.slice(0, 6)}`, kind: 'split', tons: 5, builtOn: '2019-05-01', handlingNotes: 'fins crumble' }),
    patch(`/api/units/${unitId}`, { version: 1, tons: 7.5, voltage: 208, phase: 3, status: 'in service' }),
    patch(`/api/units/${unitId}/machine`, {
      version: 1,
      details: { heat: { fuel: 'natural gas', stagesBtuh: [80_000], riseMinF: 30 }, filters: [{ size: '20×25×2', count: 4 }] },
      circuits: [{ number: 1, refrigerant: 'R-410A', chargeLb: 9, metering: 'expansion valve', compressors: [{ stage: 1, rlaA: 18 }] }],
    }),
    post('/api/calls', { id, siteId, unitId, receivedAt: '2026-06-20T14:00:00Z', complaint: 'hall warm', priority: 'today', roomF: 85 }),
    post('/api/visits', { id, siteId, callIds: [], crewId: server.crewId, plannedFor: '2026-06-20' }),
    entry('reading set', { mode: 'cooling', circuit: 1, outdoorF: 85, readings: [{ point: 'return air', value: 75, unit: '°F' }] }),
    entry('measurement', { card: 'capacitor', inputs: { marked: { value: 45, unit: 'µF' } } }),
    entry('finding', { component: 'run cap', failure: 'weak', grade: 'proven', text: 'bulged' }),
    entry('work', { text: 'washed', tasks: ['filters and belts'], installed: { slot: 'blower motor', model: 'B-2' } }),
    entry('refrigerant', { refrigerant: 'R-410A', addedLb: 2, cylinder: '14' }),
    entry('condition left', { condition: 'filters out', text: 'none left', told: 'foreman', changedFrom: 'in', changedTo: 'out' }),
    entry('note', { text: 'key at the till' }),
    entry('leave', { outcome: 'completed', text: 'done' }),
    post('/api/roofs', { id, siteId, name: `Roof ${id.slice(0, 6)}`, plan }),
    post('/api/points', { id, siteId, kind: 'panel', name: `P-${id.slice(0, 6)}`, volts: 208, phase: 3, ratingA: 200, spaces: 42 }),
    post('/api/links', { id, siteId, kind: 'feeds', from: id, to: unitId, poles: [1, 3, 5], breakerA: 30, how: 'traced', on: '2026-06-20' }),
    post('/api/model-notes', { id, unitId, title: 'Lid', text: 'two hidden screws' }),
    post('/api/photos', { id, unitId, purpose: 'nameplate', takenAt: '2026-06-20T14:00:00Z', content: 'AAAA', caption: 'plate' }),
    post('/api/words', { word: 'cap', componentClass: 'capacitor' }),
    post('/api/watch/dismissals', { id, unitId, flag: 'callback', evidence: 'x', reason: 'known' }),
    post('/api/routes/problem', { day: '2026-06-22', crewId: server.crewId, siteIds: [siteId] }),
    post('/api/settings/measuring', { id, validFrom: '2026-06-20', value: DEFAULT_LIMITS }),
    post('/api/settings/history', { id, validFrom: '2026-06-20', value: DEFAULT_HISTORY_SETTINGS }),
    post(`/api/sites/${siteId}/plan`, { roofs: [], points: [], links: [] }),
    post('/api/imports', { id, kind: 'units', fileName: 'units.csv', content: 'tag,kind\nRTU-9,split\n' }),
    post('/api/imports/sites', { type: 'FeatureCollection', features: [] }),
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
  return [at, ...Object.entries(value).flatMap(([key, inner]) => places(inner, [...at, Array.isArray(value) ? Number(key) : key]))];
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
  const ways = Array.from({ length: 31 }, (_, way) => way);

  it('is one ask for each way of writing', () => {
    expect(sound()).toHaveLength(ways.length);
  });

  it.each(ways)('way %i: every unsound value gets an answer that says what is wrong, never a failure of the server', async (way) => {
    for (const value of UNSOUND) {
      for (let draw = 0; draw < 2; draw++) {
        const ask = sound()[way] as Ask;
        const at = oneOf(random, places(ask.body));
        const { status, body } = await send(ask, put(ask.body, at, value));
        const what = [ask.path, at.join('.'), typeof value === 'string' ? value.slice(0, 24) : value];
        expect([...what, status < 500]).toEqual([...what, true]);
        if (status >= 400) expect(body).toMatchObject({ status, title: expect.stringMatching(/\w/) });
      }
    }
  });

  it('a zero byte in any text is refused where it stands', async () => {
    const ask = sound()[1] as Ask;
    const { body } = await send(ask, { ...ask.body, name: 'Sky\u0000light' }).expect(422);
    expect(body.errors).toEqual([{ path: 'name', message: expect.stringMatching(/character/) }]);
  });

  it('half a request is no request', async () => {
    await manager.post('/api/customers').set('content-type', 'application/json').send('{"id":').expect(400);
    await manager.post('/api/customers').set('content-type', 'text/plain').send('hello').expect(422);
  });
});

describe('what is asked for', () => {
  const UNSOUND_TEXTS = ['%00', '%', '%25', "'", '%27%3B--', '%5C', '%F0%9F%94%A5', 'a%20%26%20!%7C(', '%D8%00', '-1', '1e9', 'NaN', 'x'.repeat(400)];

  it.each(['calls', 'customers', 'sites', 'units', 'watch', 'search', 'conditions'])('lists of %s stand any words', async (list) => {
    for (const text of UNSOUND_TEXTS)
      for (const name of ['q', 'offset', 'limit', 'sort', 'dir', 'status', 'flag']) {
        const { status } = await manager.get(`/api/${list}?${name}=${text}`);
        expect([list, name, text, status < 500]).toEqual([list, name, text, true]);
      }
  });

  it('things that are not there are not there, whatever they are called', async () => {
    const there = ['calls', 'customers', 'sites', 'units', 'visits', 'routes', 'roofs', 'photos', 'settings', 'calls/known'];
    for (const thing of there)
      for (const text of [...UNSOUND_TEXTS, randomUUID()]) {
        const { status } = await manager.get(`/api/${thing}/${text}`);
        expect([thing, text, status >= 400 && status < 500]).toEqual([thing, text, true]);
      }
  });
});
