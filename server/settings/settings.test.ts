import { randomUUID } from 'node:crypto';
import { DEFAULT_HISTORY_SETTINGS } from '#core/judging/history';
import { DEFAULT_LIMITS } from '#core/measuring/answers';
import { oneUnit, openVisit, testServer, type TestServer } from '../testing/server.ts';

let server: TestServer;
type Agent = Awaited<ReturnType<TestServer['as']>>;
let manager: Agent;
let roof: Agent;
let place: { siteId: string; unitId: string };

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
  place = await oneUnit(server);
  manager = await server.as('manager');
  roof = await server.as('technician');
});
afterAll(() => server.stop());

const change = (name: string, value: object, validFrom = '2026-06-20', id = randomUUID()) =>
  manager.post(`/api/settings/${name}`).send({ id, validFrom, value });
const session = async () => (await roof.get('/api/session').expect(200)).body;

describe('the company’s limits for measuring', () => {
  it('are the trade’s habits until the company says otherwise', async () => {
    const { body } = await roof.get('/api/settings/measuring').expect(200);
    expect(body).toEqual({ current: DEFAULT_LIMITS, rows: [] });
    expect((await session()).measuring).toEqual(DEFAULT_LIMITS);
  });

  it('hold from their day on; what comes later waits, what came before is kept with who said so', async () => {
    await change('measuring', { ...DEFAULT_LIMITS, superheatHighF: 14 }, '2026-06-01').expect(201);
    await change('measuring', { ...DEFAULT_LIMITS, superheatHighF: 12 }, '2026-07-01').expect(201);
    expect((await session()).measuring.superheatHighF).toBe(14);
    server.setNow('2026-07-01T15:00:00Z');
    expect((await session()).measuring.superheatHighF).toBe(12);
    server.setNow('2026-06-20T15:00:00Z');
    const { rows } = (await roof.get('/api/settings/measuring').expect(200)).body;
    expect(rows).toMatchObject([
      { validFrom: '2026-07-01', by: 'Test manager', value: { superheatHighF: 12 } },
      { validFrom: '2026-06-01', by: 'Test manager', value: { superheatHighF: 14 } },
    ]);
  });

  it('begin at midnight of the company, not of the server', async () => {
    // Three in the morning of 1 July in UTC is still 30 June in EST5EDT.
    server.setNow('2026-07-01T03:00:00Z');
    expect((await session()).measuring.superheatHighF).toBe(14);
    server.setNow('2026-07-01T04:30:00Z');
    expect((await session()).measuring.superheatHighF).toBe(12);
    server.setNow('2026-06-20T15:00:00Z');
  });

  it('judge what is measured on a visit by the day it is put on the sheet', async () => {
    const visitId = await openVisit(server, place.siteId);
    const inputs = {
      refrigerant: { value: 'R-410A' },
      suction: { value: 118.4, unit: 'psig' },
      suctionLine: { value: 53, unit: '°F' },
      device: { value: 'expansion valve' },
    };
    const superheat = async () => {
      const id = randomUUID();
      const line = {
        id,
        visitId,
        unitId: place.unitId,
        kind: 'measurement',
        occurredAt: '2026-06-20T14:00:00Z',
      };
      await roof
        .post(`/api/visits/${visitId}/entries`)
        .send({ ...line, body: { card: 'charge', inputs } })
        .expect(201);
      const [row] = await server.db.rows<{
        body: { answers: { name: string; verdict: string; band: { from: string } }[] };
      }>('select body from entries where id = $1', [id]);
      return row?.body.answers.find((a) => a.name === 'superheat');
    };
    expect(await superheat()).toMatchObject({ position: 'inside', band: { from: 'company setting' } });
    await change('measuring', { ...DEFAULT_LIMITS, superheatHighF: 12 }, '2026-06-20').expect(201);
    expect(await superheat()).toMatchObject({ position: 'above' });
  });

  it.each([
    [{ superheatLowF: 15, superheatHighF: 8 }, 'value.superheatHighF'],
    [{ coActPpm: 400 }, 'value.coActPpm'],
    [{ elevationFt: 'high' }, 'value.elevationFt'],
  ])('refuses %j where it is wrong', async (patch, path) => {
    const { body } = await change('measuring', { ...DEFAULT_LIMITS, ...patch }).expect(422);
    expect(body.errors.map((e: { path: string }) => e.path)).toEqual([path]);
  });
});

describe('settings', () => {
  it('are changed once however often the change is sent, and by nobody but the manager', async () => {
    const id = randomUUID();
    const value = { ...DEFAULT_HISTORY_SETTINGS, callbackDays: 21 };
    for (let i = 0; i < 3; i++) await change('history', value, '2026-06-20', id).expect(201);
    expect((await manager.get('/api/settings/history').expect(200)).body.rows).toHaveLength(1);
    await change('history', { ...value, callbackDays: 22 }, '2026-06-20', id).expect(409);
    for (const role of ['technician', 'dispatcher'] as const) {
      const other = await server.as(role);
      const { body } = await other
        .post('/api/settings/history')
        .send({ id: randomUUID(), validFrom: '2026-06-20', value })
        .expect(403);
      expect(body.detail).toContain('change setting');
    }
  });

  it('nobody knows are refused by name', async () => {
    await roof.get('/api/settings/weather').expect(422);
    // The base map comes with a file, not by hand.
    await change('map base', { type: 'FeatureCollection', features: [] }).expect(422);
  });
});
