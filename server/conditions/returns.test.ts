import { randomUUID } from 'node:crypto';
import { oneUnit, openVisit, testServer, type TestServer } from '../testing/server.ts';
import { problemFor } from '../testing/planning.ts';

/* Work that is planned beside what is due: what was left open, and repairs whose parts have come. */

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let desk: Agent;
let roof: Agent;
let place: Awaited<ReturnType<typeof oneUnit>>;

beforeEach(async () => {
  server = await testServer();
  server.setNow('2026-06-03T15:00:00Z');
  await server.db.run('update crews set start_lat = 41, start_lon = -70');
  desk = await server.as('dispatcher');
  roof = await server.as('technician');
  place = await oneUnit(server);
});
afterEach(() => server.stop());

async function leaveOpen(condition: string): Promise<string> {
  const visitId = await openVisit(server, place.siteId, '2026-06-02');
  const line = {
    id: randomUUID(),
    visitId,
    unitId: place.unitId,
    kind: 'condition left',
    body: { condition, text: 'Circuit 2 valved off', told: 'Rink manager, in writing' },
    occurredAt: '2026-06-02T14:00:00.000Z',
  };
  await roof.post(`/api/visits/${visitId}/entries`).send(line).expect(201);
  return line.id;
}
const plan = (conditionId: string, status = 201) =>
  desk
    .post('/api/conditions/returns')
    .send({ id: randomUUID(), conditions: [{ conditionId, callId: randomUUID() }] })
    .expect(status);
const asked = { from: '2026-06-04', days: 1, crewIds: [], siteIds: [], planned: 'stays', keepFree: false };

it('a return is taken for what was left open, once, and waits for a place like any call', async () => {
  const conditionId = await leaveOpen('circuit isolated');
  await plan(conditionId);
  await plan(conditionId, 409);
  const { body: open } = await desk.get('/api/conditions').expect(200);
  expect(open.rows[0]).toMatchObject({ id: conditionId, callRef: expect.stringMatching(/^R-/) as string });
  const { body: board } = await desk.get('/api/board').expect(200);
  expect(board.unplanned[0].call).toMatchObject({
    kind: 'planned return',
    complaint: 'Left so on 2 Jun 2026: circuit isolated. Circuit 2 valved off',
    priority: 'with the next route',
  });
  const { jobs } = await problemFor(desk, { ...asked, calls: 'all' } as never);
  expect(jobs).toHaveLength(1);
});

it('says on the call when what it comes back for was closed without it', async () => {
  const conditionId = await leaveOpen('circuit isolated');
  await plan(conditionId);
  const { body: board } = await desk.get('/api/board').expect(200);
  const { id } = board.unplanned[0].call;
  const closedMeanwhile = async () => (await desk.get(`/api/calls/${id}`).expect(200)).body.closedMeanwhile;
  expect(await closedMeanwhile()).toBeNull();
  const visitId = await openVisit(server, place.siteId, '2026-06-03');
  await roof
    .post(`/api/visits/${visitId}/entries`)
    .send({
      id: randomUUID(),
      visitId,
      unitId: place.unitId,
      kind: 'condition closed',
      body: { conditionId, text: 'open again, no leak' },
      occurredAt: '2026-06-03T14:00:00.000Z',
    })
    .expect(201);
  expect(await closedMeanwhile()).toEqual({ kind: 'circuit isolated', on: '2026-06-03' });
});

it('once it is cancelled another can be taken; a hazard is to be seen to this week', async () => {
  const conditionId = await leaveOpen('burnt wiring');
  await plan(conditionId);
  const { body: board } = await desk.get('/api/board').expect(200);
  const { id, priority } = board.unplanned[0].call;
  expect(priority).toBe('this week');
  await desk
    .patch(`/api/calls/${id}`)
    .send({ version: 1, step: { step: 'cancel', as: 'called off' } })
    .expect(200);
  await plan(conditionId);
  await plan(randomUUID(), 422);
});

it('a repair that waits for parts is on hold, and is planned with its own minutes and people when they are in', async () => {
  const id = randomUUID();
  const call = { id, siteId: place.siteId, unitId: place.unitId, receivedAt: '2026-06-01T12:00:00Z' };
  await desk
    .post('/api/calls')
    .send({ ...call, complaint: 'Exchanger to be replaced', priority: 'this week', minutes: 300, people: 2 })
    .expect(201);
  const step = async (step: object, status = 200) => {
    const { body } = await desk.get(`/api/calls/${id}`).expect(200);
    return desk.patch(`/api/calls/${id}`).send({ version: body.version, step }).expect(status);
  };
  await step({ step: 'ready' }, 422);
  await step({ step: 'wait', waitingFor: 'parts' });
  const held = await desk.get('/api/board').expect(200);
  expect(held.body.unplanned).toEqual([]);
  expect(held.body.onHold).toMatchObject([{ id, waitingFor: 'parts' }]);
  await step({ step: 'ready' });
  const { body: board } = await desk.get('/api/board').expect(200);
  expect([board.onHold, board.unplanned[0].call.id]).toEqual([[], id]);
  const view = await problemFor(desk, { ...asked, calls: 'all' } as never);
  // Getting in and out belong to every visit.
  expect(view.problem.jobs[0]).toMatchObject({ minutes: 315, people: 2 });
});

it('parts are fetched at a supply counter: a stop of its own, once, and the call waits until they are there', async () => {
  const id = randomUUID();
  const call = {
    id,
    siteId: place.siteId,
    receivedAt: '2026-06-01T12:00:00Z',
    complaint: 'Motor to be replaced',
  };
  await desk
    .post('/api/calls')
    .send({ ...call, priority: 'this week' })
    .expect(201);
  await desk
    .patch(`/api/calls/${id}`)
    .send({ version: 1, step: { step: 'wait', waitingFor: 'parts' } })
    .expect(200);
  const fetch = (siteId: string, status: number) =>
    desk.post(`/api/calls/${id}/fetch`).send({ id: randomUUID(), siteId }).expect(status);
  await fetch(place.siteId, 422);
  const customerId = randomUUID();
  const counter = randomUUID();
  await desk.post('/api/customers').send({ id: customerId, name: 'Trade Counters' }).expect(201);
  await desk
    .post('/api/sites')
    .send({ id: counter, customerId, name: 'Mole Street Counter', lat: 41.01, lon: -70, counter: true })
    .expect(201);
  await fetch(counter, 201);
  await fetch(counter, 409);
  const { body: board } = await desk.get('/api/board').expect(200);
  expect(board.counters).toEqual([{ id: counter, name: 'Mole Street Counter' }]);
  expect(board.onHold).toMatchObject([{ id, fetchState: 'taken', fetchOn: null }]);
  expect(board.unplanned).toMatchObject([{ site: 'Mole Street Counter' }]);
  const view = await problemFor(desk, { ...asked, calls: 'all' } as never);
  expect(view.problem.jobs).toMatchObject([{ name: 'Mole Street Counter', minutes: 25 }]);
});

describe('what maintenance finds that can hurt somebody', () => {
  /** A visit for maintenance of the unit, with a line on its sheet; the id of the maintenance. */
  async function maintained(): Promise<{ visitId: string; maintenanceId: string }> {
    const [visitId, maintenanceId] = [randomUUID(), randomUUID()];
    await server.db.run(
      `insert into calls (id, ref, site_id, unit_id, kind, received_at, complaint, state, since)
       values ($1, 'M-77', $2, $3, 'maintenance', '2026-06-01T12:00:00Z', 'Filters and belts', 'taken', now())`,
      [maintenanceId, place.siteId, place.unitId],
    );
    await desk
      .post('/api/visits')
      .send({
        id: visitId,
        siteId: place.siteId,
        callIds: [maintenanceId],
        crewId: server.crewId,
        plannedFor: '2026-06-03',
      })
      .expect(201);
    return { visitId, maintenanceId };
  }
  const write = (
    visitId: string,
    kind: string,
    body: object,
    hour: number,
    unitId: string | null = place.unitId,
  ) =>
    roof
      .post(`/api/visits/${visitId}/entries`)
      .send({
        id: randomUUID(),
        visitId,
        unitId,
        kind,
        body,
        occurredAt: `2026-06-03T${String(hour).padStart(2, '0')}:00:00.000Z`,
      })
      .expect(201);
  const holed = {
    component: 'heat exchanger',
    part: 'heat exchanger',
    failure: 'cracked',
    grade: 'proven',
    madeSafe: 'heat off and tagged',
    told: 'rink manager, in writing',
  };
  const calls = async () =>
    await server.db.rows<{ kind: string; state: string; conditionId: string | null }>(
      'select kind, state, condition_id as "conditionId" from calls order by received_at, kind',
    );

  it('is a repair of its own beside the maintenance, which is done', async () => {
    const { visitId } = await maintained();
    await write(visitId, 'finding', holed, 12);
    await write(visitId, 'work', { text: 'Filters', tasks: ['filters and belts'] }, 12);
    expect(await calls()).toHaveLength(1);
    await write(visitId, 'leave', { outcome: 'done' }, 13, null);
    const { body: open } = await desk.get('/api/conditions').expect(200);
    expect(await calls()).toEqual([
      { kind: 'maintenance', state: 'done', conditionId: null },
      { kind: 'planned return', state: 'taken', conditionId: open.rows[0].id },
    ]);
    expect(open.rows[0].callRef).toMatch(/^R-/);
    // One is enough, however much is written afterwards.
    await write(visitId, 'note', { text: 'Photo taken' }, 14);
    expect(await calls()).toHaveLength(2);
  });

  it('is taken as well where the finding reaches the office after the crew has left', async () => {
    const { visitId } = await maintained();
    await write(visitId, 'leave', { outcome: 'done' }, 13, null);
    expect(await calls()).toHaveLength(1);
    await write(visitId, 'finding', holed, 12);
    expect((await calls()).map(({ kind }) => kind)).toEqual(['maintenance', 'planned return']);
  });

  it('is not taken for what is only worn, nor again once somebody has called it off', async () => {
    const { visitId } = await maintained();
    await write(visitId, 'finding', { component: 'belt', failure: 'worn', grade: 'proven' }, 11);
    await write(visitId, 'condition left', { condition: 'part borrowed', text: 'contactor' }, 12);
    await write(visitId, 'leave', { outcome: 'done' }, 13, null);
    expect(await calls()).toHaveLength(1);
    await write(visitId, 'finding', holed, 12);
    const [{ id }] = (await server.db.rows<{ id: string }>(
      "select id from calls where kind = 'planned return'",
    )) as [{ id: string }];
    await desk
      .patch(`/api/calls/${id}`)
      .send({ version: 1, step: { step: 'cancel', as: 'called off' } })
      .expect(200);
    await write(visitId, 'note', { text: 'Photo taken' }, 14);
    expect(await calls()).toHaveLength(2);
  });
});
