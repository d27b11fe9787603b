import { randomUUID } from 'node:crypto';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { DEFAULT_PLANNING, estimatedMinutes } from '#core/planning/routing';
import type { BoardView } from '#contracts/board';
import { ordersOf, planFor, problemFor, solved } from '../../testing/planning.ts';
import { agreeAsUsual, everyDay, member, testServer, YARD, type TestServer } from '../../testing/server.ts';
import { DriveTimes } from '../../outside/driveTimes.ts';

/* What happens to a day when a job runs over or a road closes, and hours in which machines may be off. */

type Agent = Awaited<ReturnType<TestServer['as']>>;
const DAY = '2026-06-03';
let server: TestServer;
let agent: Agent;
let engine: http.Server;
/** Latitudes north of this one no road reaches. */
let closedNorthOf = 90;

beforeAll(async () => {
  engine = http.createServer((request, response) => {
    const places = decodeURIComponent(request.url ?? '')
      .replace(/^\/|\?.*$/g, '')
      .split(';')
      .map((pair) => pair.split(',').map(Number))
      .map(([lon, lat]) => ({ lon: lon as number, lat: lat as number }));
    const durations = places.map((from) =>
      places.map((to) =>
        from !== to && (from.lat > closedNorthOf || to.lat > closedNorthOf)
          ? null
          : 60 * estimatedMinutes(from, to),
      ),
    );
    response
      .writeHead(200, { 'content-type': 'application/json' })
      .end(JSON.stringify({ code: 'Ok', durations }));
  });
  await new Promise<void>((ready) => engine.listen(0, '127.0.0.1', ready));
});
afterAll(() => engine.close());

beforeEach(async () => {
  closedNorthOf = 90;
  const { port } = engine.address() as AddressInfo;
  server = await testServer({
    driveTimes: new DriveTimes(`http://127.0.0.1:${port}/{coordinates}?depart={depart}&day={day}`),
  });
  // Eight in the morning.
  server.setNow(`${DAY}T12:00:00Z`);
  agent = await server.as('manager');
  await server.db.run('update crews set start_lat = 41.2, start_lon = -66.5');
});
afterEach(() => server.stop());

async function site(name: string, lat: number, more: object = {}) {
  const [customerId, siteId] = [randomUUID(), randomUUID()];
  await agent
    .post('/api/customers')
    .send({ id: customerId, name: `${name} Trust` })
    .expect(201);
  await agent
    .post('/api/sites')
    .send({ id: siteId, customerId, name, lat, lon: -66.5, openingHours: null, ...more })
    .expect(201);
  return { customerId, siteId };
}
async function call(siteId: string, promisedAt: string | null): Promise<string> {
  const id = randomUUID();
  const more = { complaint: 'warm', priority: 'today', receivedAt: `${DAY}T11:00:00Z`, promisedAt };
  await agent
    .post('/api/calls')
    .send({ id, siteId, ...more })
    .expect(201);
  return id;
}

it('a second crew takes what the first cannot keep any more, and nothing else moves', async () => {
  const { Crew, User } = server.db.models;
  const start = { ...YARD, startLat: 41.2, startLon: -66.5 };
  const second = await Crew.create({ name: 'Second crew', week: everyDay(420, 960), ...start });
  const person = await User.findOne({ where: { role: 'dispatcher' }, rejectOnEmpty: true });
  await member(server.db, second.id, person.id);
  const rink = await site('Rink', 41.3);
  const clinic = await site('Clinic', 41.22);
  const depot = await site('Depot', 41.31);
  const first = await call(rink.siteId, null);
  const promised = await call(clinic.siteId, `${DAY}T14:30:00Z`);
  const third = await call(depot.siteId, null);
  const asked = planFor({ from: DAY, crewIds: [server.crewId], calls: [first, promised, third] });
  const view = await problemFor(agent, asked);
  const job = (id: string) => view.jobs.findIndex((one) => 'call' in one.asked && one.asked.call === id);
  const orders = ordersOf(asked, view, solved(view));
  const jobs = [first, promised, third].map((id) => view.jobs[job(id)]!.asked);
  const body = { ...orders, orders: [{ ...orders.orders[0]!, jobs }] };
  await agent.post('/api/board/orders').send(body).expect(201);
  // The first visit began at 8:10 and goes on; at 10:22 the promise of 10:30 cannot be kept by this crew
  // after it.
  const { body: board } = await agent.get('/api/board').expect(200);
  const visitId = board.days.find((one: { crewId: string }) => one.crewId === server.crewId).stops[0].visitId;
  server.setNow(`${DAY}T14:22:00Z`);
  const roof = await server.as('technician');
  const arrive = {
    id: randomUUID(),
    visitId,
    unitId: null,
    kind: 'arrive',
    body: {},
    occurredAt: `${DAY}T12:10:00.000Z`,
  };
  await roof.post(`/api/visits/${visitId}/entries`).send(arrive).expect(201);
  const repaired = await problemFor(agent, planFor({ from: DAY, planned: 'may move', repair: true }));
  const plan = solved(repaired);
  const crewOf = (name: string) => {
    const index = repaired.jobs.findIndex((one) => one.site === name);
    const s = plan.routes.findIndex((route) =>
      route.stops.some((stop) => stop.jobId === repaired.problem.jobs[index]?.id),
    );
    return repaired.shifts[s]?.crew;
  };
  expect([crewOf('Clinic'), crewOf('Depot')]).toEqual(['Second crew', 'Test crew']);
});

it('roads are asked for anew: what a closed bridge cuts off is named, the rest is planned', async () => {
  const near = await site('Near', 41.21);
  const far = await site('Far', 41.6);
  for (const { siteId } of [near, far]) await call(siteId, null);
  const asked = planFor({ from: DAY, calls: 'all' });
  expect((await problemFor(agent, asked)).left).toEqual([]);
  closedNorthOf = 41.5;
  expect((await problemFor(agent, asked)).left).toEqual([]);
  const anew = await problemFor(agent, { ...asked, roadsAnew: true });
  expect(anew.left.map(({ site: name }) => name)).toEqual(['Far']);
  expect(anew.jobs.map(({ site: name }) => name)).toEqual(['Near']);
});

it('work that can wait keeps to the hours in which units may be off; a call about one that is down does not', async () => {
  const offHours = { '3': [['06:00', '09:00']], '4': [['06:00', '11:00']] };
  const rink = await site('Rink', 41.21, {
    openingHours: { '3': [['05:00', '22:00']], '4': [['07:00', '22:00']] },
    needs: { people: 1, skills: [], offHours },
  });
  await agreeAsUsual(agent, rink.customerId);
  await agent
    .post('/api/units')
    .send({ id: randomUUID(), siteId: rink.siteId, tag: 'RTU-1', kind: 'package gas/electric' })
    .expect(201);
  const id = await call(rink.siteId, null);
  const view = await problemFor(agent, planFor({ from: DAY, days: 2, siteIds: [rink.siteId], calls: [id] }));
  const hours = (what: string) =>
    view.problem.jobs[view.jobs.findIndex((one) => what in one.asked)]?.windows.map(
      ({ day, open, close }) => [day, open, close],
    );
  expect(hours('site')).toEqual([
    [0, 360, 540],
    [1, 420, 660],
  ]);
  expect(hours('call')).toEqual([
    [0, 300, 1320],
    [1, 420, 1320],
  ]);
  await agent
    .patch(`/api/sites/${rink.siteId}`)
    .send({ version: 1, needs: { people: 1, skills: [], offHours: { '1': [['06:00', '07:00']] } } })
    .expect(200);
  const never = await problemFor(agent, planFor({ from: DAY, days: 2, siteIds: [rink.siteId] }));
  expect(solved(never).leftOut[0]?.why).toBe(
    'its units may be off on no day that is planned for who may do it',
  );
});

it('the last change of a day is put back from its history, unless somebody changed the day since', async () => {
  const [near, far] = [await site('Near', 41.21), await site('Far', 41.23)];
  const calls = [await call(near.siteId, null), await call(far.siteId, null)];
  const asked = planFor({ from: '2026-06-04', crewIds: [server.crewId], calls });
  const view = await problemFor(agent, asked);
  const first = ordersOf(asked, view, solved(view));
  await agent.post('/api/board/orders').send(first).expect(201);
  const onBoard = async () => {
    const { body } = await agent.get('/api/board?from=2026-06-04&days=1').expect(200);
    return body.days[0] as { version: number; routeId: string; stops: { visitId: string; site: string }[] };
  };
  const before = await onBoard();
  const [one, two] = before.stops.map(({ visitId }) => ({ visit: visitId }));
  const turned = {
    ...first,
    id: randomUUID(),
    anyway: true,
    orders: [{ crewId: server.crewId, day: '2026-06-04', version: before.version, jobs: [two, one] }],
  };
  await agent.post('/api/board/orders').send(turned).expect(201);
  expect((await onBoard()).stops.map(({ site: name }) => name)).not.toEqual(
    before.stops.map(({ site: name }) => name),
  );
  const undo = (changeId: string, status: number) =>
    agent.post(`/api/board/changes/${changeId}/undo`).send({ id: randomUUID() }).expect(status);
  const { body: stale } = await undo(first.id, 409);
  expect(stale.title).toBe('Somebody has changed this day since');
  await undo(turned.id, 201);
  expect((await onBoard()).stops).toEqual(
    before.stops.map((stop) => expect.objectContaining({ site: stop.site })),
  );
  const { body: page } = await agent.get(`/api/routes/${before.routeId}`).expect(200);
  expect(page.history).toHaveLength(3);
  await undo(randomUUID(), 404);
});

describe('a crew that was out in the night', () => {
  /** Left the rink at two in the morning, on the sheet of the day before. */
  async function night() {
    const { siteId } = await site('Rink', 41.21);
    await server.db.models.Visit.create({
      siteId,
      crewId: server.crewId,
      plannedFor: '2026-06-02',
      technician: null,
      arrivedAt: new Date(`${DAY}T04:30:00Z`),
      leftAt: new Date(`${DAY}T06:00:00Z`),
      cancelledAt: null,
    });
    await call(siteId, null);
  }
  const change = (value: object) =>
    agent
      .post('/api/settings/planning')
      .send({ id: randomUUID(), validFrom: DAY, value: { ...DEFAULT_PLANNING, ...value } });

  it('begins ten hours after it left: the plan, the board and a saved day say so', async () => {
    await night();
    const asked = planFor({ from: DAY, calls: 'all' });
    const view = await problemFor(agent, asked);
    expect(view.problem.shifts[0]?.start).toBe(720);
    expect(view.notes).toContain('Test crew was out in the night and rests until 12:00 on 3 Jun 2026.');
    const board = (await agent.get('/api/board').expect(200)).body as BoardView;
    expect(board.days[0]).toMatchObject({ crewId: server.crewId, restsUntil: 720 });
    await agent
      .post('/api/board/orders')
      .send(ordersOf(asked, view, solved(view)))
      .expect(201);
    const kept = (await agent.get('/api/board').expect(200)).body as BoardView;
    expect(kept.days[0]?.stops[0]?.arriveAt).toBeGreaterThanOrEqual(720);
  });

  it('as the company has it: after four hours it begins with its shift, the day after as always', async () => {
    await night();
    await change({ nightRestMinutes: 240 }).expect(201);
    const two = await problemFor(agent, planFor({ from: DAY, days: 2, calls: 'all' }));
    expect(two.problem.shifts.map(({ start }) => start)).toEqual([480, 420]);
    await change({ nightRestMinutes: 2000 }).expect(422);
  });

  it('that has begun the day all the same is held back no more, on the board as in the plan', async () => {
    await night();
    const { siteId } = await site('Clinic', 41.22);
    await server.db.models.Visit.create({
      ...{ siteId, crewId: server.crewId, plannedFor: DAY, technician: null, cancelledAt: null },
      ...{ arrivedAt: new Date(`${DAY}T11:30:00Z`), leftAt: new Date(`${DAY}T11:50:00Z`) },
    });
    const board = (await agent.get('/api/board').expect(200)).body as BoardView;
    expect(board.days[0]?.restsUntil).toBeNull();
    const view = await problemFor(agent, planFor({ from: DAY, calls: 'all' }));
    expect(view.problem.shifts[0]?.start).toBe(480);
    expect(view.notes.join()).not.toContain('rests until');
  });

  it('that rests through its shift is said to rest, and not that its shift is over', async () => {
    await night();
    await change({ nightRestMinutes: 1440 }).expect(201);
    const asked = planFor({ from: DAY, crewIds: [server.crewId], calls: 'all' });
    const { body } = await agent.post('/api/board/problem').send(asked).expect(422);
    expect(JSON.stringify(body.errors)).toContain('was out in the night and rests until');
  });

  it('what an hour costs is weighed by the search, and refused where it is no amount', async () => {
    await night();
    await change({ hourCents: 4000, vanHourCents: 1000, overtimeFactor: 2 }).expect(201);
    const view = await problemFor(agent, planFor({ from: DAY, calls: 'all' }));
    expect(view.problem.weights).toMatchObject({ overtime: 4, van: 0.25 });
    expect(view.planning).toMatchObject({ hourCents: 4000, vanHourCents: 1000 });
    await change({ hourCents: -1 }).expect(422);
  });
});
