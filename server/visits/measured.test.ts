import { randomUUID } from 'node:crypto';
import { DEFAULT_LIMITS } from '#core/measuring/answers';
import { oneUnit, openVisit, testServer, type TestServer } from '../testing/server.ts';

let server: TestServer;
let place: { siteId: string; unitId: string };
let sisterId: string;
let visitId: string;
type Agent = Awaited<ReturnType<TestServer['as']>>;
let desk: Agent;
let roof: Agent;
let manager: Agent;

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
  place = await oneUnit(server, { builtOn: '2019-05-01' });
  desk = await server.as('dispatcher');
  roof = await server.as('technician');
  manager = await server.as('manager');
  const [own] = await server.db.rows<{ kind: string }>('select kind from units where id = $1', [
    place.unitId,
  ]);
  sisterId = (
    await desk
      .post('/api/units')
      .send({ id: randomUUID(), siteId: place.siteId, tag: 'SISTER-2', kind: own?.kind })
      .expect(201)
  ).body.id;
  visitId = await openVisit(server, place.siteId);
});
afterAll(() => server.stop());

const CHARGE = {
  refrigerant: { value: 'R-410A' },
  suction: { value: 118.4, unit: 'psig' },
  suctionLine: { value: 11.1, unit: '°C' },
  device: { value: 'expansion valve' },
};
const measure = (unitId: string, body: object, occurredAt = '2026-06-20T14:00:00Z') =>
  roof
    .post(`/api/visits/${visitId}/entries`)
    .send({ id: randomUUID(), visitId, unitId, kind: 'measurement', body, occurredAt });
interface Kept {
  inputs: Record<string, { value: number; customary: number }>;
  answers: { name: string; value: number; verdict: string; band?: { from: string; high: number } }[];
}
const kept = async (id: string): Promise<Kept> => {
  const [row] = await server.db.rows<{ body: Kept }>('select body from entries where id = $1', [id]);
  return row?.body as Kept;
};

describe('a measurement on a sheet', () => {
  it('is kept as typed, with its answers worked out by the server and not by who sent it', async () => {
    const id = randomUUID();
    const line = {
      id,
      visitId,
      unitId: place.unitId,
      kind: 'measurement',
      occurredAt: '2026-06-20T14:00:00Z',
    };
    const body = { card: 'charge', inputs: CHARGE, answers: [{ name: 'superheat', value: 99 }] };
    await roof
      .post(`/api/visits/${visitId}/entries`)
      .send({ ...line, body })
      .expect(201);
    const { inputs, answers } = await kept(id);
    expect(inputs.suctionLine).toMatchObject({ value: 11.1, unit: '°C' });
    expect(inputs.suctionLine?.customary).toBeCloseTo(51.98, 9);
    // 118.4 psig is 40 °F on the dew curve of R-410A (published chart point).
    expect(answers.find((a) => a.name === 'superheat')?.value).toBeCloseTo(12, 0);
    const sheet = (await roof.get(`/api/visits/${visitId}`).expect(200)).body;
    expect(sheet.entries.some((e: { id: string }) => e.id === id)).toBe(true);
  });

  it.each([
    ['a card that does not exist', { card: 'tarot', inputs: CHARGE }, 'body.card'],
    ['no reading', { card: 'charge', inputs: {} }, 'body.inputs'],
    [
      'an input of another card',
      { card: 'charge', inputs: { ...CHARGE, wind: { value: 3 } } },
      'body.inputs.wind',
    ],
    [
      'a choice that is none',
      { card: 'charge', inputs: { ...CHARGE, refrigerant: { value: 'R-0' } } },
      'body.inputs.refrigerant',
    ],
    [
      'a unit of another quantity',
      { card: 'charge', inputs: { ...CHARGE, suction: { value: 118, unit: '°F' } } },
      'body.inputs.suction',
    ],
    [
      'a temperature below absolute zero',
      { card: 'charge', inputs: { ...CHARGE, suctionLine: { value: -500, unit: '°F' } } },
      'body.inputs.suctionLine',
    ],
    [
      'a pressure outside the curve',
      { card: 'charge', inputs: { ...CHARGE, suction: { value: 900, unit: 'psig' } } },
      'body.inputs',
    ],
  ])('is refused for %s, at the place where it is', async (_what, body, path) => {
    const { body: problem } = await measure(place.unitId, body).expect(422);
    expect(problem.errors[0].path).toContain(path);
    expect(problem.errors[0].message.length).toBeGreaterThan(5);
  });

  it('keeps a doubtful value and marks it', async () => {
    const id = randomUUID();
    const body = { card: 'flame-signal', inputs: { signal: { value: 60, unit: 'µA' } } };
    await roof
      .post(`/api/visits/${visitId}/entries`)
      .send({
        id,
        visitId,
        unitId: place.unitId,
        kind: 'measurement',
        body,
        occurredAt: '2026-06-20T14:00:00Z',
      })
      .expect(201);
    expect((await kept(id)).inputs.signal).toMatchObject({ value: 60, quality: 'doubtful' });
  });
});

describe('limits for measuring', () => {
  it('are the company’s, from the day on which they hold', async () => {
    const value = { ...DEFAULT_LIMITS, superheatHighF: 11 };
    await roof
      .post('/api/settings/measuring')
      .send({ id: randomUUID(), validFrom: '2026-06-15', value })
      .expect(403);
    await manager
      .post('/api/settings/measuring')
      .send({ id: randomUUID(), validFrom: '2026-06-15', value })
      .expect(201);
    const verdictOn = async (day: string) => {
      const id = randomUUID();
      const line = {
        id,
        visitId,
        unitId: place.unitId,
        kind: 'measurement',
        body: { card: 'charge', inputs: CHARGE },
        occurredAt: `${day}T14:00:00Z`,
      };
      await roof.post(`/api/visits/${visitId}/entries`).send(line).expect(201);
      return (await kept(id)).answers.find((a) => a.name === 'superheat');
    };
    expect(await verdictOn('2026-06-14')).toMatchObject({
      position: 'inside',
      band: { from: 'common practice', high: 15 },
    });
    expect(await verdictOn('2026-06-16')).toMatchObject({
      position: 'above',
      band: { from: 'company setting', high: 11 },
    });
    const { body } = await desk.get('/api/settings/measuring').expect(200);
    expect(body.current).toEqual(value);
    expect((await desk.get('/api/session')).body.measuring.superheatHighF).toBe(11);
  });

  it('may be stricter about what hurts people, not laxer; a band has two ends', async () => {
    const send = (patch: object) =>
      manager
        .post('/api/settings/measuring')
        .send({ id: randomUUID(), validFrom: '2026-06-15', value: { ...DEFAULT_LIMITS, ...patch } });
    expect((await send({ coActPpm: 400 }).expect(422)).body.errors[0].path).toBe('value.coActPpm');
    expect((await send({ splitHighF: 12 }).expect(422)).body.errors[0].path).toBe('value.splitHighF');
    await manager.get('/api/settings/weather').expect(422);
  });
});

describe('the sister machine', () => {
  it('gives its latest answers of the same card, by tag and day; the unit itself never counts', async () => {
    expect((await roof.get(`/api/units/${place.unitId}/sisters?card=charge`).expect(200)).body).toEqual([]);
    await measure(
      sisterId,
      { card: 'charge', inputs: { ...CHARGE, suctionLine: { value: 60, unit: '°F' } } },
      '2026-06-18T14:00:00Z',
    ).expect(201);
    await measure(sisterId, { card: 'charge', inputs: CHARGE }, '2026-06-19T14:00:00Z').expect(201);
    const { body } = await roof.get(`/api/units/${place.unitId}/sisters?card=charge`).expect(200);
    expect(body).toHaveLength(1);
    expect(body[0]).toMatchObject({ tag: 'SISTER-2', on: '2026-06-19', name: 'superheat' });
    expect((await roof.get(`/api/units/${place.unitId}/sisters?card=rise`).expect(200)).body).toEqual([]);
  });

  it('counts a set of cooling readings for the cards that it answers as well', async () => {
    const body = {
      mode: 'cooling',
      readings: [
        { point: 'return air', value: 76, unit: '°F' },
        { point: 'supply air', value: 57, unit: '°F' },
      ],
    };
    await roof
      .post(`/api/visits/${visitId}/entries`)
      .send({
        id: randomUUID(),
        visitId,
        unitId: sisterId,
        kind: 'reading set',
        body,
        occurredAt: '2026-06-19T15:00:00Z',
      })
      .expect(201);
    const { body: sisters } = await roof.get(`/api/units/${place.unitId}/sisters?card=split`).expect(200);
    expect(sisters).toContainEqual({
      tag: 'SISTER-2',
      on: '2026-06-19',
      name: 'split',
      value: expect.closeTo(19, 6),
    });
  });
});
