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
