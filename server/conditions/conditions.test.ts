import { wordsOf } from '#core/said';
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

const entry = (kind: string, body: object, at = '2026-06-03T14:00:00Z') => ({
  id: randomUUID(),
  visitId,
  unitId,
  occurredAt: at,
  kind,
  body,
});
const send = (e: object) => ada.post(`/api/visits/${visitId}/entries`).send(e);
const board = async (query = '') => (await ada.get(`/api/conditions${query}`).expect(200)).body;

describe('the board of what is not normal', () => {
  let bypass: ReturnType<typeof entry>;

  it('shows what it was changed from and to, who left it, and what closes it', async () => {
    await send(
      entry('condition left', { condition: 'filters out', text: 'for washing' }, '2026-05-20T14:00:00Z'),
    ).expect(201);
    await send(
      entry(
        'condition left',
        { condition: 'circuit isolated', text: 'circuit 2', closes: 'the new valve is in' },
        '2026-05-28T14:00:00Z',
      ),
    ).expect(201);
    bypass = entry('condition left', {
      condition: 'safety bypassed',
      text: 'high limit',
      told: 'Manager, in writing',
      changedFrom: 'in the circuit',
      changedTo: 'jumpered',
    });
    await send(bypass).expect(201);
    const { rows, total, hazards, overdue } = await board();
    expect([total, hazards, overdue]).toEqual([3, 1, 2]);
    expect(rows.map((r: { kind: string }) => r.kind)).toEqual([
      'safety bypassed',
      'filters out',
      'circuit isolated',
    ]);
    expect(rows[0]).toMatchObject({
      changedFrom: 'in the circuit',
      changedTo: 'jumpered',
      openedBy: 'Test technician',
      tag: 'RTU-1',
      visitId,
      overdue: true,
    });
    expect(wordsOf(rows[0].reason).text).toMatch(/never to be left past the visit/);
    expect(rows[2]).toMatchObject({
      closes: 'the new valve is in',
      usuallyCloses: 'the circuit is repaired and runs',
      days: 6,
      overdue: false,
    });
  });

  it('is sorted, searched and narrowed', async () => {
    expect((await board('?sort=age')).rows.map((r: { days: number }) => r.days)).toEqual([14, 6, 0]);
    expect((await board('?overdue=only')).total).toBe(2);
    expect((await board('?kind=circuit isolated')).total).toBe(1);
    expect((await board('?q=rink')).total).toBe(3);
    expect((await board('?q=nowhere')).rows).toEqual([]);
    expect((await board('?limit=1&offset=1')).rows).toHaveLength(1);
  });

  it('is on the page of the site and in the record of the unit', async () => {
    const site = (await ada.get(`/api/sites/${siteId}`)).body;
    expect(site.conditions.map((c: { kind: string }) => c.kind)).toContain('safety bypassed');
    expect((await ada.get(`/api/units/${unitId}`)).body.conditions[0]).toMatchObject({
      kind: 'safety bypassed',
      changedTo: 'jumpered',
      told: 'Manager, in writing',
    });
  });

  it('takes a leaving as it happened: what was left stands on the board, and goes when it is closed', async () => {
    await send({ ...entry('leave', { outcome: 'done' }), unitId: null }).expect(201);
    expect((await board()).total).toBe(3);
    await send(entry('condition closed', { conditionId: bypass.id, text: 'jumper out' })).expect(201);
    expect((await board()).total).toBe(2);
  });
});
