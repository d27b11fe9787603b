import { randomUUID } from 'node:crypto';
import { exactPlan, type RoutingProblem } from '#core/routing';
import { agreeAsUsual, testServer, type TestServer } from '../testing/server.ts';
import { DriveTimes } from './driveTimes.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
const DAY = '2026-06-10';
let server: TestServer;
let agent: Agent;
let siteId: string;

beforeEach(async () => {
  server = await testServer({ driveTimes: new DriveTimes(undefined) });
  server.setNow('2026-06-03T12:00:00Z');
  await server.db.run('update crews set start_lat = 41.2, start_lon = -66.5');
  agent = await server.as('manager');
  const customerId = randomUUID();
  await agent.post('/api/customers').send({ id: customerId, name: 'Wrenfall Transit' }).expect(201);
  await agreeAsUsual(agent, customerId);
  siteId = randomUUID();
  await agent
    .post('/api/sites')
    .send({
      id: siteId,
      customerId,
      name: 'Main Depot',
      lat: 41.22,
      lon: -66.52,
      openingHours: null,
      access: '',
    })
    .expect(201);
  for (let i = 1; i <= 24; i++)
    await agent
      .post('/api/units')
      .send({ id: randomUUID(), siteId, tag: `RTU-${i}`, kind: 'package gas/electric' })
      .expect(201);
});
afterEach(() => server.stop());

interface Asked {
  readonly problem: RoutingProblem;
  readonly notes: readonly string[];
}
const ask = async (): Promise<Asked> =>
  (
    await agent
      .post('/api/routes/problem')
      .send({ day: DAY, crewId: server.crewId, siteIds: [siteId] })
      .expect(200)
  ).body as Asked;

it('a site with more work than a shift holds is planned as far as the day goes, the rest stays due', async () => {
  const due = (await agent.get('/api/routes/due').expect(200)).body as {
    minutes: number;
    units: unknown[];
  }[];
  expect(due[0]?.minutes).toBeGreaterThan(540);
  const { problem, notes } = await ask();
  const shift = problem.shift.end - problem.shift.start;
  expect(problem.stops[0]?.serviceMinutes).toBeLessThan(shift);
  expect(problem.stops[0]?.serviceMinutes).toBeGreaterThan(0.6 * shift);
  expect(notes.join()).toMatch(
    /Main Depot: [\dh min]+ of work is due, more than a day holds\. \d+ of 24 units are planned, the rest stays due\./,
  );
  const plan = exactPlan(problem);
  expect(plan.unserved).toEqual([]);
  const id = randomUUID();
  await agent
    .post('/api/routes')
    .send({ id, day: DAY, crewId: server.crewId, siteIds: [siteId], plan })
    .expect(201);
  const left = (await agent.get('/api/routes/due').expect(200)).body as { units: unknown[] }[];
  const planned = Number(/(\d+) of 24/.exec(notes.join())?.[1]);
  expect(left[0]?.units).toHaveLength(24 - planned);
});

it('what is late and planned is said to be planned, never to be nothing', async () => {
  expect((await agent.get('/api/routes/late-planned').expect(200)).body).toEqual([]);
  const { problem } = await ask();
  const plan = exactPlan(problem);
  await agent
    .post('/api/routes')
    .send({ id: randomUUID(), day: DAY, crewId: server.crewId, siteIds: [siteId], plan })
    .expect(201);
  const planned = (await agent.get('/api/routes').expect(200)).body as { stops: number }[];
  expect(planned).toHaveLength(1);
  // Filters were last changed in January: late, on a plan, and not done.
  await server.db.run(`update unit_summaries set last_done = '{"filters and belts": "2026-01-10"}'`);
  const late = (await agent.get('/api/routes/late-planned').expect(200)).body as {
    units: number;
    lateDays: number;
  }[];
  expect(late).toEqual([
    expect.objectContaining({
      site: 'Main Depot',
      customer: 'Wrenfall Transit',
      plannedOn: DAY,
      crew: 'Test crew',
    }),
  ]);
  expect(late[0]?.lateDays).toBeGreaterThan(20);
  expect(late[0]?.units).toBeLessThan(24);
});

it('a call that somebody gave the crew for the day takes its time on the route, and no second visit', async () => {
  const [customerId, other] = [randomUUID(), randomUUID()];
  await agent.post('/api/customers').send({ id: customerId, name: 'Tidewatch Planetarium' }).expect(201);
  await agent
    .post('/api/sites')
    .send({
      id: other,
      customerId,
      name: 'Dome House',
      lat: 41.24,
      lon: -66.48,
      openingHours: null,
      access: '',
    })
    .expect(201);
  const before = exactPlan((await ask()).problem);
  await agent
    .post('/api/calls')
    .send({
      id: randomUUID(),
      siteId: other,
      unitId: null,
      complaint: 'projection room is warm',
      priority: 'today',
      receivedAt: '2026-06-03T12:00:00Z',
      crewId: server.crewId,
      scheduledOn: DAY,
      // Ten in the morning there.
      promisedAt: '2026-06-10T14:00:00Z',
    })
    .expect(201);
  const { problem, notes } = await ask();
  expect(problem.stops.map((stop) => stop.name)).toEqual(['Main Depot', 'Dome House']);
  expect(notes.join()).toContain('Dome House: 1 call on this day; 1 h 30 min are kept for it.');
  // Work begins by what was promised, an hour and a half before the end of what is kept for it.
  expect(problem.stops[1]?.windows).toEqual([[0, 690]]);
  const plan = exactPlan(problem);
  // The depot fills the day alone; the call, for which somebody waits, is what stays.
  expect(before.stops).toHaveLength(1);
  expect(plan.stops.map((stop) => stop.stopId)).toContain(other);
  const id = randomUUID();
  await agent
    .post('/api/routes')
    .send({ id, day: DAY, crewId: server.crewId, siteIds: [siteId], plan })
    .expect(201);
  const { body: visits } = await agent.get(`/api/visits?day=${DAY}&crewId=${server.crewId}`).expect(200);
  const there = (visits as { id: string; siteId: string }[]).filter((visit) => visit.siteId === other);
  expect(there).toHaveLength(1);
  const { body: route } = await agent.get(`/api/routes/${id}`).expect(200);
  const stop = (route as { stops: { siteId: string; visitId: string }[] }).stops.find(
    (s) => s.siteId === other,
  );
  expect(stop?.visitId).toBe(there[0]?.id);
});
