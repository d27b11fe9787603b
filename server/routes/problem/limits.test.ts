import { randomUUID } from 'node:crypto';
import { planFor, problemFor, solved } from '../../testing/planning.ts';
import { everyDay, member, oneUnit, testServer, YARD, type TestServer } from '../../testing/server.ts';

/* What was promised, told and wanted goes with a call wherever it is planned, and binds every later search. */

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let desk: Agent;
let place: Awaited<ReturnType<typeof oneUnit>>;
const DAY = '2026-06-02';

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-02T12:00:00Z');
  place = await oneUnit(server);
  desk = await server.as('dispatcher');
  const second = await server.db.models.Crew.create({ name: 'Second', ...YARD, week: everyDay(420, 900) });
  const person = await server.db.models.User.findOne({ where: { role: 'manager' }, rejectOnEmpty: true });
  await member(server.db, second.id, person.id);
});
afterAll(() => server.stop());

const take = async (more: object) =>
  (
    await desk
      .post('/api/calls')
      .send({
        ...{ id: randomUUID(), siteId: place.siteId, unitId: null, complaint: 'no cooling' },
        ...{ receivedAt: '2026-06-02T11:00:00Z', priority: 'at once', ...more },
      })
      .expect(201)
  ).body;

it('a planned at-once call keeps its due day: with its crew ill it goes to another one today, not in a week', async () => {
  const call = await take({ crewId: server.crewId, scheduledOn: DAY });
  const view = await problemFor(
    desk,
    planFor({ from: DAY, days: 9, planned: 'may move', without: [{ crewId: server.crewId, day: DAY }] }),
  );
  const job = view.problem.jobs.find(({ id }) => id === `visit ${call.visitId}`);
  expect(job).toMatchObject({
    due: { day: 0, perDayLate: 200 },
    limits: [{ kind: 'wanted', day: 0, by: 540 }],
  });
  const plan = solved(view);
  const s = plan.routes.findIndex((route) => route.stops.some((stop) => stop.jobId === job?.id));
  expect(view.problem.shifts[s]).toMatchObject({ crew: 'Second', day: 0 });
  await desk
    .patch(`/api/calls/${call.id}`)
    .send({ version: call.version, step: { step: 'cancel', as: 'solved by phone' } });
});

it('a call that has waited for days is late by those days, and presses', async () => {
  const call = await take({ priority: 'this week', receivedAt: '2026-05-20T11:00:00Z' });
  const view = await problemFor(desk, planFor({ from: DAY, calls: 'all' }));
  expect(view.problem.jobs.find(({ id }) => id === `call ${call.id}`)?.due).toEqual({
    day: -9,
    perDayLate: 200,
  });
  await desk
    .patch(`/api/calls/${call.id}`)
    .send({ version: call.version, step: { step: 'cancel', as: 'solved by phone' } });
});

it('a window that a customer was told binds what is planned later', async () => {
  const call = await take({ priority: 'this week', crewId: server.crewId, scheduledOn: '2026-06-03' });
  const asked = planFor({ from: '2026-06-03', crewIds: [server.crewId], planned: 'stays' });
  const view = await problemFor(desk, asked);
  const { body: board } = await desk.get('/api/board?from=2026-06-03').expect(200);
  const day = board.days.find((one: { crewId: string }) => one.crewId === server.crewId);
  await desk
    .post('/api/board/orders')
    .send({
      ...{ id: randomUUID(), from: '2026-06-03', days: 1, takeOff: [], anyway: false },
      orders: [
        {
          crewId: server.crewId,
          day: '2026-06-03',
          version: day.version,
          jobs: view.jobs.map((j) => j.asked),
        },
      ],
    })
    .expect(201);
  await desk
    .post('/api/board/publish')
    .send({ id: randomUUID(), from: '2026-06-03', days: 1, crewIds: [] })
    .expect(201);
  const limits = async () => {
    const view = await problemFor(desk, planFor({ from: DAY, days: 3, planned: 'may move' }));
    return view.problem.jobs.find(({ id }) => id === `visit ${call.visitId}`)?.limits;
  };
  // Written down is not told: nobody is on record there.
  expect(await limits()).toBeUndefined();
  const { body } = await desk.get('/api/messages?from=2026-06-03').expect(200);
  const [message] = body.messages as { id: string }[];
  await desk.post(`/api/messages/${message?.id}/step`).send({ step: 'told by telephone' }).expect(200);
  expect(await limits()).toEqual([
    { kind: 'told', day: 1, from: expect.any(Number), by: expect.any(Number) },
  ]);
});
