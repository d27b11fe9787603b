import { randomUUID } from 'node:crypto';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let ada: Agent;
let siteId: string;
let unitId: string;
let visitId: string;

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-03T14:00:00Z');
  ada = await server.as('technician');
  ({ siteId, unitId } = await oneUnit(server));
  visitId = randomUUID();
  await ada
    .post('/api/visits')
    .send({ id: visitId, siteId, callIds: [], crewId: null, plannedFor: '2026-06-03' })
    .expect(201);
});
afterAll(() => server.stop());

const send = (kind: string, body: object, at: string) =>
  ada
    .post(`/api/visits/${visitId}/entries`)
    .send({ id: randomUUID(), visitId, unitId, occurredAt: at, kind, body })
    .expect(201);
const stories = async (units: readonly string[], status = 200) =>
  (
    await ada
      .get('/api/units/stories')
      .query({ units: units.join(',') })
      .expect(status)
  ).body;

describe('two years of units, for the rows that name them', () => {
  it('follow the sheet: what was left open stands in them from its day, with what its outline carries', async () => {
    expect((await stories([unitId]))[unitId]).toMatchObject({ failures: [], open: [], flagKinds: [] });
    await send(
      'condition left',
      { condition: 'circuit isolated', text: 'circuit 1' },
      '2026-05-28T14:00:00Z',
    );
    const told = (await stories([unitId]))[unitId];
    expect(told.open).toEqual([{ from: '2026-05-28', to: null, hazard: false }]);
    expect(told.flagKinds).toContain('left open');
  });

  it('say whether it can hurt somebody', async () => {
    const left = { condition: 'safety bypassed', text: 'high limit', told: 'Manager, in writing' };
    await send('condition left', left, '2026-06-02T14:00:00Z');
    expect((await stories([unitId]))[unitId].open).toContainEqual({
      from: '2026-06-02',
      to: null,
      hazard: true,
    });
  });

  it('a unit nobody has is missing, and what is no list of units is refused in words', async () => {
    expect(Object.keys(await stories([unitId, randomUUID()]))).toEqual([unitId]);
    expect((await stories(['rtu-1'], 422)).errors[0].message).toBe('must be a UUID');
    expect((await stories([], 422)).errors[0].message).toBe('asks for none');
    const many = Array.from({ length: 201 }, () => randomUUID());
    expect((await stories(many, 422)).errors[0].message).toBe('asks for more than 200');
  });
});

describe('roofs in brief', () => {
  it('hold shape, units and their flags for each site asked for, and leave out what is retired', async () => {
    const asked = async () =>
      (await ada.get('/api/roofs').query({ sites: siteId }).expect(200)).body as {
        id: string;
        version?: number;
        units: { tag: string; flagKinds: string[] }[];
      }[];
    expect(await asked()).toEqual([]);
    const id = randomUUID();
    const plan = {
      northDeg: 0,
      outline: [
        [0, 0],
        [60, 0],
        [60, 40],
        [0, 40],
      ].map(([x, y]) => ({ x, y, edge: 'parapet' })),
      items: [{ id: randomUUID(), kind: 'unit', x: 20, y: 20, w: 8, h: 5, turn: 0, unitId }],
    };
    await ada.post('/api/roofs').send({ id, siteId, name: 'Main roof', plan }).expect(201);
    const [roof] = await asked();
    expect(roof).toMatchObject({ id, siteId, name: 'Main roof' });
    expect(roof?.units).toHaveLength(1);
    expect(roof?.units[0]?.flagKinds).toEqual(expect.arrayContaining(['left open', 'hazard']));
    await ada.patch(`/api/roofs/${id}`).send({ version: 1, retired: true }).expect(200);
    expect(await asked()).toEqual([]);
  });
});
