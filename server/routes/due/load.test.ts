import { randomUUID } from 'node:crypto';
import type { LoadView } from '#contracts/routes';
import { agreeAsUsual, oneUnit, testServer, type TestServer } from '../../testing/server.ts';
import { onlyTasks } from '../../testing/tasks.ts';

/*
 * What comes round in the weeks ahead against the hours there are, and what an agreement costs against what
 * it yields.
 */

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let manager: Agent;

beforeEach(async () => {
  server = await testServer();
  // A Wednesday.
  server.setNow('2026-06-03T15:00:00Z');
  await onlyTasks(server.db, 'filters and belts', 'heating start-up');
  manager = await server.as('manager');
});
afterEach(() => server.stop());

const load = async (weeks = 26): Promise<LoadView> =>
  (await manager.get(`/api/load?weeks=${weeks}`).expect(200)).body;

it('puts what comes round into its weeks, beside the hours of those who work', async () => {
  const { customerId, siteId } = await oneUnit(server);
  await agreeAsUsual(manager, customerId);
  const view = await load();
  expect(view.weeks[0]).toBe('2026-06-01');
  // Filters now, after 91 and 182 days is past the end; heating in the middle of 1 Sep to 15 Nov; with
  // getting in and out.
  const filled = view.maintenance.flatMap((minutes, k) => (minutes > 0 ? [[view.weeks[k], minutes]] : []));
  expect(filled).toEqual([
    ['2026-06-01', 20 + 15],
    ['2026-08-31', 20 + 15],
    ['2026-10-05', 35 + 15],
  ]);
  // One person, nine hours on each day of the week.
  expect(view.there[0]).toBe(7 * 540);
  expect(view.calls).toBeNull();
  expect(view.customers).toMatchObject([{ name: 'Lantern Roller Rink', there: null }]);
  expect(view.crews).toMatchObject([{ name: 'no crew in particular', there: null }]);
  expect(view.skills).toEqual([]);
  await manager
    .patch(`/api/sites/${siteId}`)
    .send({ version: 1, needs: { people: 1, skills: ['Boiler'] } })
    .expect(200);
  expect((await load()).skills).toMatchObject([{ name: 'boiler' }]);
  expect((await load()).skills[0]?.there?.[0]).toBe(0);
  await server.db.run(
    `update users set skills = '[{"name": "boiler", "until": null}]' where role = 'technician'`,
  );
  expect((await load()).skills[0]?.there?.[0]).toBe(7 * 540);
  await manager.get('/api/load?weeks=27').expect(422);
});

it('a holiday and somebody who is away take their hours out of the week', async () => {
  const before = await load(1);
  await manager
    .post('/api/calendar/holidays')
    .send({ id: randomUUID(), on: '2026-06-04', name: 'Regatta' })
    .expect(201);
  expect((await load(1)).there[0]).toBe((before.there[0] as number) - 540);
});

it('says what an agreement costs and yields, and that too little is on record where it is', async () => {
  const { customerId } = await oneUnit(server, { installedOn: '2020-01-01' });
  await manager.get(`/api/customers/${customerId}/agreements/worth`).expect(404);
  await manager
    .post('/api/agreements')
    .send({
      id: randomUUID(),
      customerId,
      from: '2020-01-01',
      until: null,
      terms: { price: { cents: 40_000, per: 'month' } },
      refinements: [],
      notes: null,
    })
    .expect(201);
  const worth = async () =>
    (await manager.get(`/api/customers/${customerId}/agreements/worth`).expect(200)).body;
  expect(await worth()).toMatchObject({
    own: { calls: 0, unitYears: 2 },
    others: { calls: 0, unitYears: 0 },
    units: 1,
    paysCents: 480_000,
    plannedMinutes: Math.round((365 / 91) * 20) + 35,
    workedMinutes: 0,
    callCents: null,
  });
  expect((await worth()).avoided).toBeUndefined();
  // Elsewhere nobody maintains, and it calls every month.
  const other = { customerId: randomUUID(), siteId: randomUUID(), unitId: randomUUID() };
  await manager.post('/api/customers').send({ id: other.customerId, name: 'Unkept' }).expect(201);
  await manager
    .post('/api/sites')
    .send({ id: other.siteId, customerId: other.customerId, name: 'Hall' })
    .expect(201);
  await manager
    .post('/api/units')
    .send({ id: other.unitId, siteId: other.siteId, tag: 'RTU-1', kind: 'package gas/electric' })
    .expect(201);
  for (let month = 0; month < 24; month++)
    await server.db.models.Call.create({
      siteId: other.siteId,
      unitId: other.unitId,
      kind: 'call',
      state: 'done',
      completedAt: new Date(Date.UTC(2024, 6 + month, 11)),
      receivedAt: new Date(Date.UTC(2024, 6 + month, 10)),
      complaint: 'warm',
      costCents: 30_000,
    });
  expect(await worth()).toMatchObject({
    others: { calls: 23, unitYears: 2 },
    callCents: 30_000,
    avoided: { own: 0, others: 11.5, mayBeChance: false },
  });
});
