import { randomUUID } from 'node:crypto';
import { calledBack } from '#core/intake';
import type { KnownAtIntake } from '#contracts/calls';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';

/* What is known the moment a call comes in: what was repaired there days ago, and who goes there anyway. */

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let desk: Agent;
let roof: Agent;
let place: Awaited<ReturnType<typeof oneUnit>>;

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-05-27T12:00:00Z');
  place = await oneUnit(server);
  desk = await server.as('dispatcher');
  roof = await server.as('technician');
});
afterAll(() => server.stop());

const known = async (): Promise<KnownAtIntake> =>
  (await desk.get(`/api/calls/known/${place.siteId}`).expect(200)).body;
const take = async (more: object = {}) =>
  (
    await desk
      .post('/api/calls')
      .send({
        ...{ id: randomUUID(), siteId: place.siteId, unitId: place.unitId, priority: 'today' },
        ...{ receivedAt: '2026-05-27T11:00:00Z', complaint: 'no heat', system: 'heating', ...more },
      })
      .expect(201)
  ).body;

it('six days after an igniter was replaced “same again” is called back, and saving says the same', async () => {
  const first = await take({ crewId: server.crewId, scheduledOn: '2026-05-27' });
  const write = (kind: string, body: object, unitId: string | null = place.unitId) =>
    roof
      .post(`/api/visits/${first.visitId}/entries`)
      .send({
        id: randomUUID(),
        visitId: first.visitId,
        unitId,
        kind,
        body,
        occurredAt: '2026-05-27T11:50:00Z',
      })
      .expect(201);
  await write('finding', { component: 'igniter', failure: 'failed', grade: 'proven', system: 'heating' });
  await write('leave', { outcome: 'done' }, null);

  server.setNow('2026-06-02T12:00:00Z');
  const { lately, openCalls } = await known();
  expect(openCalls).toEqual([]);
  const now = {
    ...{ unitId: null, today: lately.today, nowMs: Date.parse('2026-06-02T12:00:00Z') },
    callbackDays: lately.callbackDays,
  };
  const words = 'your guy was here last week, same again';
  expect(calledBack({ ...now, words }, lately.units)).toMatchObject([
    { unitId: place.unitId, tag: 'RTU-1', ref: first.ref, days: 6, found: ['igniter failed'] },
  ]);
  expect(calledBack({ ...now, words: 'no heat', unitId: place.unitId }, lately.units)).toHaveLength(1);

  await take({ receivedAt: '2026-06-02T12:00:00Z', complaint: words });
  const { body: unit } = await desk.get(`/api/units/${place.unitId}`).expect(200);
  expect(unit.verdict.flags.map((flag: { sentence: string }) => flag.sentence)).toContain(
    'Came back 6 days after the last repair.',
  );
});

it('planned maintenance is no trouble that may be the same, and tells who goes there anyway', async () => {
  await server.db.models.Call.create({
    ...{ kind: 'maintenance', siteId: place.siteId, complaint: 'filters', priority: 'with the next route' },
    ...{
      receivedAt: new Date('2026-06-01T08:00:00Z'),
      since: new Date('2026-06-01T08:00:00Z'),
      state: 'taken',
    },
  });
  await desk
    .post('/api/visits')
    .send({
      ...{ id: randomUUID(), siteId: place.siteId, callIds: [], crewId: server.crewId },
      plannedFor: '2026-06-04',
    })
    .expect(201);
  const { openCalls, due } = await known();
  expect(openCalls.map((call) => [call.kind, call.complaint])).toEqual([
    ['call', 'your guy was here last week, same again'],
  ]);
  expect(due).toMatchObject([{ crew: 'Test crew', day: '2026-06-04', startAt: null, for: [] }]);
});
