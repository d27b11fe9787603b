import { randomUUID } from 'node:crypto';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import request from 'supertest';
import type { BoardView, NewOrders } from '#contracts/board';
import { ordersOf, planFor, problemFor, solved } from '../../testing/planning.ts';
import { agreeAsUsual, testServer, type TestServer } from '../../testing/server.ts';
import { DriveTimes } from '../../outside/driveTimes.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
const DAY = '2026-06-10';
let server: TestServer;
let agent: Agent;
let siteId: string;

async function addSite(
  name: string,
  lat: number,
  lon: number,
): Promise<{ customerId: string; siteId: string }> {
  const [customerId, id] = [randomUUID(), randomUUID()];
  await agent
    .post('/api/customers')
    .send({ id: customerId, name: `${name} Trust` })
    .expect(201);
  await agent
    .post('/api/sites')
    .send({ id, customerId, name, lat, lon, openingHours: null, access: 'gate code 4411' })
    .expect(201);
  return { customerId, siteId: id };
}

async function addCall(more: object): Promise<string> {
  const id = randomUUID();
  await agent
    .post('/api/calls')
    .send({
      id,
      unitId: null,
      complaint: 'projection room is warm',
      priority: 'today',
      receivedAt: '2026-06-03T12:00:00Z',
      ...more,
    })
    .expect(201);
  return id;
}

async function begin(driveTimes: DriveTimes): Promise<void> {
  server = await testServer({ driveTimes });
  server.setNow('2026-06-03T12:00:00Z');
  await server.db.run('update crews set start_lat = 41.2, start_lon = -66.5');
  agent = await server.as('manager');
  const depot = await addSite('Main Depot', 41.22, -66.52);
  siteId = depot.siteId;
  await agreeAsUsual(agent, depot.customerId);
  for (let i = 1; i <= 24; i++)
    await agent
      .post('/api/units')
      .send({ id: randomUUID(), siteId, tag: `RTU-${i}`, kind: 'package gas/electric' })
      .expect(201);
}
beforeEach(() => begin(new DriveTimes(undefined)));
afterEach(() => server.stop());

const keep = async (body: NewOrders) => (await agent.post('/api/board/orders').send(body).expect(201)).body;
const board = async (from = DAY, days = 1): Promise<BoardView> =>
  (await agent.get(`/api/board?from=${from}&days=${days}`).expect(200)).body;

it('a site with more work than a shift holds is shared out over days, and all of it is planned', async () => {
  const due = (await agent.get('/api/routes/due').expect(200)).body as { minutes: number }[];
  expect(due[0]?.minutes).toBeGreaterThan(540);
  const asked = planFor({ from: '2026-06-08', days: 12, crewIds: [server.crewId], siteIds: [siteId] });
  const view = await problemFor(agent, asked);
  expect(view.problem.jobs.length).toBeGreaterThan(2);
  expect(view.notes.join()).toMatch(
    /Main Depot: [\dh min]+ of work is due, more than a day holds; it is shared out over \d visits\./,
  );
  const units = view.jobs.flatMap((job) => ('units' in job.asked ? job.asked.units : []));
  expect(new Set(units).size).toBe(24);
  const plan = solved(view);
  expect(plan.leftOut).toEqual([]);
  await keep(ordersOf(asked, view, plan));
  expect((await agent.get('/api/routes/due').expect(200)).body).toEqual([]);
  const days = (await board('2026-06-08', 12)).days.filter((one) => one.stops.length > 0);
  expect(days.length).toBeGreaterThan(2);
});

it('what is late and planned is said to be planned, never to be nothing', async () => {
  expect((await agent.get('/api/routes/late-planned').expect(200)).body).toEqual([]);
  const asked = planFor({ from: DAY, crewIds: [server.crewId], siteIds: [siteId] });
  const view = await problemFor(agent, asked);
  await keep(ordersOf(asked, view, solved(view)));
  // Filters were last changed in January: late, on a plan, and not done.
  await server.db.run(`update unit_summaries set last_done = '{"filters and belts": "2026-01-10"}'`);
  const late = (await agent.get('/api/routes/late-planned').expect(200)).body as {
    units: number;
    lateDays: number;
  }[];
  expect(late).toEqual([
    expect.objectContaining({
      site: 'Main Depot',
      customer: 'Main Depot Trust',
      plannedOn: DAY,
      crew: 'Test crew',
    }),
  ]);
  expect(late[0]?.lateDays).toBeGreaterThan(20);
  expect(late[0]?.units).toBeLessThan(24);
});

it('a call that somebody gave the crew for the day takes its time on the route, and no second visit', async () => {
  const dome = await addSite('Dome House', 41.24, -66.48);
  // Ten in the morning there.
  await addCall({
    siteId: dome.siteId,
    crewId: server.crewId,
    scheduledOn: DAY,
    promisedAt: '2026-06-10T14:00:00Z',
  });
  const asked = planFor({ from: DAY, crewIds: [server.crewId], siteIds: [siteId] });
  const view = await problemFor(agent, asked);
  expect(view.problem.jobs[0]).toMatchObject({
    name: 'Dome House',
    minutes: 90,
    limits: [
      { kind: 'promised', day: 0, by: 600 },
      { kind: 'wanted', day: -7, by: 1440 },
    ],
  });
  const plan = solved(view);
  const stop = plan.routes[0]?.stops.find(({ jobId }) => jobId === view.problem.jobs[0]?.id);
  expect(stop?.startAt).toBeLessThanOrEqual(600);
  await keep(ordersOf(asked, view, plan));
  const { body: visits } = await agent.get(`/api/visits?day=${DAY}&crewId=${server.crewId}`).expect(200);
  const there = (visits as { id: string; siteId: string }[]).filter((visit) => visit.siteId === dome.siteId);
  expect(there).toHaveLength(1);
  const stops = (await board()).days[0]?.stops ?? [];
  expect(stops.filter((one) => one.siteId === dome.siteId).map((one) => one.visitId)).toEqual([there[0]?.id]);
});

it('a call that can wait is seen to on the visit for what is due there: each roof is visited once', async () => {
  const [joins, urgent] = [
    await addCall({ siteId, priority: 'this week' }),
    await addCall({ siteId, priority: 'at once' }),
  ];
  const asked = planFor({
    from: '2026-06-08',
    days: 5,
    crewIds: [server.crewId],
    siteIds: [siteId],
    calls: 'all',
  });
  const view = await problemFor(agent, asked);
  const with1 = view.jobs.filter(({ asked: job }) => 'calls' in job && job.calls.includes(joins));
  expect(with1).toHaveLength(1);
  expect(view.jobs.filter(({ asked: job }) => 'call' in job)).toMatchObject([{ asked: { call: urgent } }]);
  await keep(ordersOf(asked, view, solved(view)));
  expect((await board()).unplanned).toEqual([]);
  const stops = (await board('2026-06-08', 5)).days.flatMap((day) => day.stops);
  const visit = stops.find((stop) => stop.calls.some((call) => call.id === joins));
  expect(visit?.calls.length).toBeGreaterThan(1);
  expect(visit?.calls.find((call) => call.id === joins)?.state).toBe('planned');
  // Off the plan again, it waits; the maintenance with it is due again.
  const day = (await board('2026-06-08', 5)).days.find((one) =>
    one.stops.some((s) => s.visitId === visit?.visitId),
  );
  await keep({
    id: randomUUID(),
    from: '2026-06-08',
    days: 5,
    takeOff: [visit?.visitId as string],
    anyway: true,
    orders: [
      {
        crewId: server.crewId,
        day: day?.day as string,
        version: day?.version ?? null,
        jobs: (day?.stops ?? []).flatMap((s) => (s.visitId === visit?.visitId ? [] : [{ visit: s.visitId }])),
      },
    ],
  });
  expect((await board()).unplanned).toMatchObject([{ call: { id: joins, state: 'taken' } }]);
});

it('a call given to another crew on its own page leaves the route it stood on', async () => {
  const dome = await addSite('Dome House', 41.24, -66.48);
  const callId = await addCall({ siteId: dome.siteId });
  const asked = planFor({ from: DAY, crewIds: [server.crewId], calls: [callId] });
  const view = await problemFor(agent, asked);
  const { routes } = await keep(ordersOf(asked, view, solved(view)));
  expect((await board()).days[0]?.stops).toHaveLength(1);
  expect((await board()).unplanned).toEqual([]);
  const { body: call } = await agent.get(`/api/calls/${callId}`).expect(200);
  await agent
    .patch(`/api/calls/${callId}`)
    .send({ version: call.version, scheduledOn: '2026-06-11' })
    .expect(200);
  const [before] = (await board()).days;
  expect(before?.stops).toEqual([]);
  expect(before?.version).toBe(routes[0].version + 1);
  const [after] = (await board('2026-06-11')).days;
  expect(after?.stops).toMatchObject([{ siteId: dome.siteId, startAt: null }]);
});

it('a call nobody came for waits on the board again, and says since when', async () => {
  const dome = await addSite('Dome House', 41.24, -66.48);
  const callId = await addCall({ siteId: dome.siteId, crewId: server.crewId, scheduledOn: '2026-06-04' });
  expect((await board()).unplanned).toEqual([]);
  server.setNow('2026-06-05T12:00:00Z');
  expect((await board()).unplanned).toMatchObject([
    { call: { id: callId }, missedOn: '2026-06-04', missedBy: 'Test crew' },
  ]);
  const asked = planFor({ from: DAY, crewIds: [server.crewId], calls: 'all' });
  const view = await problemFor(agent, asked);
  await keep(ordersOf(asked, view, solved(view)));
  expect((await board()).unplanned).toEqual([]);
  expect((await board()).days[0]?.stops).toHaveLength(1);
});

it('what is begun stays where it is, and the day goes on from there', async () => {
  const dome = await addSite('Dome House', 41.24, -66.48);
  const [one, two] = [await addCall({ siteId: dome.siteId }), await addCall({ siteId })];
  server.setNow('2026-06-10T11:30:00Z');
  const asked = planFor({ from: DAY, crewIds: [server.crewId], calls: [one, two] });
  const view = await problemFor(agent, asked);
  await keep(ordersOf(asked, view, solved(view)));
  const [day] = (await board()).days;
  const [first, second] = day?.stops ?? [];
  const roof = await server.as('technician');
  server.setNow('2026-06-10T12:10:00Z');
  await roof
    .post(`/api/visits/${first?.visitId}/entries`)
    .send({
      id: randomUUID(),
      visitId: first?.visitId,
      unitId: null,
      kind: 'arrive',
      body: {},
      occurredAt: '2026-06-10T12:05:00Z',
    })
    .expect(201);
  const left = await problemFor(agent, planFor({ from: DAY, crewIds: [server.crewId] }));
  expect(left.problem.jobs.map(({ id }) => id)).toEqual([`visit ${second?.visitId}`]);
  // On site since five past eight, an hour and a half are planned there.
  expect(left.problem.shifts[0]?.start).toBeCloseTo(485 + 90, 0);
  const { version } = (await board()).days[0] as { version: number };
  const refused = await agent
    .post('/api/board/orders')
    .send({
      id: randomUUID(),
      from: DAY,
      days: 1,
      takeOff: [first?.visitId],
      anyway: false,
      orders: [{ crewId: server.crewId, day: DAY, version, jobs: [{ visit: second?.visitId }] }],
    })
    .expect(409);
  expect(refused.body.detail).toMatch(/Test crew has begun at/);
});

it('a visit on whose sheet somebody wrote before arriving is begun too: no plan moves it', async () => {
  const dome = await addSite('Dome House', 41.24, -66.48);
  await addCall({ siteId: dome.siteId, crewId: server.crewId, scheduledOn: DAY });
  const [stop] = (await board()).days[0]?.stops ?? [];
  expect(stop).toMatchObject({ begun: false, arrivedAt: null });
  server.setNow('2026-06-10T12:10:00Z');
  const roof = await server.as('technician');
  await roof
    .post(`/api/visits/${stop?.visitId}/entries`)
    .send({
      id: randomUUID(),
      visitId: stop?.visitId,
      unitId: null,
      kind: 'note',
      body: { text: 'gate is shut' },
      occurredAt: '2026-06-10T12:05:00Z',
    })
    .expect(201);
  expect((await board()).days[0]?.stops).toMatchObject([{ begun: true, arrivedAt: null }]);
  const view = await problemFor(agent, planFor({ from: DAY, crewIds: [server.crewId] }));
  expect(view.jobs).toEqual([]);
});

it('a site to which no road leads is left out and named, the rest is planned', async () => {
  // The bridge to the island is closed: an engine with holes in its table.
  const engine = http.createServer((request, response) => {
    const list = /driving\/([^?]+)/.exec(decodeURIComponent(request.url ?? ''))?.[1] ?? '';
    const places = list.split(';');
    const island = (place: string) => place.endsWith(',41.3');
    const durations = places.map((a) =>
      places.map((b) => (a === b ? 0 : island(a) || island(b) ? null : 600)),
    );
    response.writeHead(200, { 'content-type': 'application/json' });
    response.end(JSON.stringify({ code: 'Ok', durations }));
  });
  await new Promise<void>((ready) => engine.listen(0, '127.0.0.1', ready));
  const { port } = engine.address() as AddressInfo;
  await server.stop();
  await begin(new DriveTimes(`http://127.0.0.1:${port}/table/v1/driving/{coordinates}?depart={depart}`));
  const [dome, island] = [
    await addSite('Dome House', 41.24, -66.48),
    await addSite('Island Kiln', 41.3, -66.6),
  ];
  await addCall({ siteId: dome.siteId });
  await addCall({ siteId: island.siteId });
  const view = await problemFor(agent, planFor({ from: DAY, crewIds: [server.crewId], calls: 'all' }));
  expect(view.jobs.map((job) => job.site)).toEqual(['Dome House']);
  expect(view.left).toMatchObject([
    { site: 'Island Kiln', why: expect.stringContaining('no road leads there now') as string },
  ]);
  engine.close();
});

it('where two people or a licence are needed nobody else is sent, and the plan says who is missing', async () => {
  const dome = await addSite('Dome House', 41.24, -66.48);
  await addCall({ siteId: dome.siteId });
  const needs = async (version: number, value: object) =>
    agent.patch(`/api/sites/${dome.siteId}`).send({ version, needs: value }).expect(200);
  await needs(1, { people: 2, skills: [] });
  const asked = planFor({ from: DAY, crewIds: [server.crewId], calls: 'all' });
  const alone = await problemFor(agent, asked);
  expect(solved(alone).leftOut).toMatchObject([{ why: 'needs 2 people, no crew has as many' }]);
  await needs(2, { people: 1, skills: ['Boiler'] });
  const unlicensed = await problemFor(agent, asked);
  expect(solved(unlicensed).leftOut).toMatchObject([
    { why: 'nobody who works then is licensed or skilled for: boiler' },
  ]);
  await server.db.run(`update users set skills = '[{"name": "boiler", "until": "2027-01-01"}]'`);
  expect(solved(await problemFor(agent, asked)).leftOut).toEqual([]);
  // A licence that has run out is none.
  await server.db.run(`update users set skills = '[{"name": "boiler", "until": "2026-06-01"}]'`);
  expect(solved(await problemFor(agent, asked)).leftOut).toHaveLength(1);
  const forced = {
    id: randomUUID(),
    from: DAY,
    days: 1,
    takeOff: [],
    orders: [{ crewId: server.crewId, day: DAY, version: null, jobs: [unlicensed.jobs[0]?.asked] }],
  };
  const refused = await agent
    .post('/api/board/orders')
    .send({ ...forced, anyway: false })
    .expect(422);
  expect(refused.body.errors[0].message).toContain('skill missing');
  await agent
    .post('/api/board/orders')
    .send({ ...forced, anyway: true })
    .expect(201);
  const [stands] = (await board()).days;
  expect(stands?.stops[0]?.troubles).toEqual(['skill missing']);

  // What stands broken keeps nobody from planning something else beside it; what breaks besides is refused.
  const other = await addSite('Glaze House', 41.24, -66.48);
  const callId = await addCall({ siteId: other.siteId });
  const beside = {
    ...forced,
    id: randomUUID(),
    anyway: false,
    orders: [
      {
        crewId: server.crewId,
        day: DAY,
        version: stands?.version ?? null,
        jobs: [{ visit: stands?.stops[0]?.visitId }, { call: callId }],
      },
    ],
  };
  await server.db.run(`update sites set needs = '{"people": 2, "skills": []}' where id = $1`, [other.siteId]);
  const worse = await agent.post('/api/board/orders').send(beside).expect(422);
  expect(worse.body.errors).toHaveLength(1);
  expect(worse.body.errors[0].message).toContain('Glaze House');
  await server.db.run(`update sites set needs = '{"people": 1, "skills": []}' where id = $1`, [other.siteId]);
  await agent.post('/api/board/orders').send(beside).expect(201);
  expect((await board()).days[0]?.stops.map(({ troubles }) => troubles)).toEqual([['skill missing'], []]);
});

it('publishing tells each customer its window once, again when it moves, and when nobody comes', async () => {
  const dome = await addSite('Dome House', 41.24, -66.48);
  const callId = await addCall({ siteId: dome.siteId });
  const asked = planFor({ from: DAY, crewIds: [server.crewId], calls: [callId] });
  const view = await problemFor(agent, asked);
  await keep(ordersOf(asked, view, solved(view)));
  const publish = async () =>
    (
      await agent
        .post('/api/board/publish')
        .send({ id: randomUUID(), from: DAY, days: 1, crewIds: [] })
        .expect(201)
    ).body;
  const roof = await server.as('technician');
  const times = async () =>
    (
      (await roof.get(`/api/visits?day=${DAY}&crewId=${server.crewId}`).expect(200)).body as {
        startAt: number | null;
      }[]
    ).map((visit) => visit.startAt);
  expect(await times()).toEqual([null]);
  expect(await publish()).toEqual({ routes: 1, notices: 1 });
  expect((await times())[0]).toBeGreaterThan(400);
  expect(await publish()).toEqual({ routes: 1, notices: 0 });
  const sent = async () =>
    (await agent.get('/api/messages').expect(200)).body.messages as {
      state: string;
      text: string;
      id: string;
    }[];
  const [first, ...others] = await sent();
  expect(others).toEqual([]);
  expect(first?.state).toBe('no contact');
  // Somebody called them, so that they have to be called off.
  await agent.post(`/api/messages/${first?.id}/step`).send({ step: 'told by telephone' }).expect(200);
  expect(first?.text).toMatch(/we come to Dome House on 10 Jun 2026 between \d+:\d\d and \d+:\d\d\.$/);
  const [day] = (await board()).days;
  expect(day).toMatchObject({ changedSince: false });
  await keep({
    id: randomUUID(),
    from: DAY,
    days: 1,
    takeOff: [day?.stops[0]?.visitId as string],
    anyway: false,
    orders: [{ crewId: server.crewId, day: DAY, version: day?.version ?? null, jobs: [] }],
  });
  expect((await board()).days[0]?.changedSince).toBe(true);
  expect(await publish()).toEqual({ routes: 1, notices: 1 });
  expect((await sent()).filter(({ text }) => /do not come/.test(text))).toHaveLength(1);
});

it('a crew’s calendar is read by its address alone, and by no other', async () => {
  const dome = await addSite('Dome House', 41.24, -66.48);
  const callId = await addCall({ siteId: dome.siteId });
  const asked = planFor({ from: DAY, crewIds: [server.crewId], calls: [callId] });
  const view = await problemFor(agent, asked);
  await keep(ordersOf(asked, view, solved(view)));
  const { path } = (await agent.get(`/api/crews/${server.crewId}/feed`).expect(200)).body as { path: string };
  const anyone = request(server.app);
  expect((await anyone.get(path).expect(200)).text).not.toContain('VEVENT');
  await agent
    .post('/api/board/publish')
    .send({ id: randomUUID(), from: DAY, days: 1, crewIds: [] })
    .expect(201);
  const { text } = await anyone.get(path).expect(200);
  expect(text).toContain('SUMMARY:Dome House');
  expect(text).not.toContain('Access');
  await anyone.get(path.replace(/.{5}\.ics$/, 'AAAAA.ics')).expect(404);
  await anyone.get(path.replace(server.crewId, randomUUID())).expect(404);
});
