import { randomUUID } from 'node:crypto';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { ordersOf, planFor, problemFor, solved } from '../../testing/planning.ts';
import { agreeAsUsual, oneUnit, testServer, type TestServer } from '../../testing/server.ts';
import { onlyTasks } from '../../testing/tasks.ts';
import type { DueTask } from '#core/upkeep/maintenance';
import { Forecast } from '../../outside/forecast.ts';
import { weatherSplit } from './dueDrafts.ts';

const FROM = '2026-04-06';
let server: TestServer;
let feed: http.Server;
let agent: Awaited<ReturnType<TestServer['as']>>;
let high: (date: string) => number;
let site: { siteId: string; unitId: string };

beforeAll(async () => {
  feed = http.createServer((request, response) => {
    const from = new URL(request.url ?? '/', 'http://feed').searchParams.get('from') ?? FROM;
    const days = Array.from({ length: 10 }, (_, k) => {
      const date = new Date(Date.parse(from) + k * 86_400_000).toISOString().slice(0, 10);
      return { date, highF: high(date), lowF: high(date) - 15 };
    });
    response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify({ days }));
  });
  await new Promise<void>((ready) => feed.listen(0, '127.0.0.1', ready));
});
afterAll(() => feed.close());
beforeEach(async () => {
  const { port } = feed.address() as AddressInfo;
  server = await testServer({
    forecast: new Forecast(`http://127.0.0.1:${port}/?lat={lat}&lon={lon}&from={from}`),
  });
  server.setNow('2026-04-05T12:00:00Z');
  await server.db.run('update crews set start_lat = 41.2, start_lon = -66.5');
  await onlyTasks(server.db, 'filters and belts', 'cooling start-up', 'heating start-up');
  agent = await server.as('manager');
  const value = { name: 'Yard', lat: 41.2, lon: -66.5 };
  await agent
    .post('/api/settings/yard')
    .send({ id: randomUUID(), validFrom: '2026-01-01', value })
    .expect(201);
  const place = await oneUnit(server, { kind: 'package cooling only' });
  site = place;
  await agreeAsUsual(agent, place.customerId);
  const { body } = await agent.get(`/api/sites/${place.siteId}`).expect(200);
  await agent
    .patch(`/api/sites/${place.siteId}`)
    .send({ version: body.version, lat: 41.22, lon: -66.52 })
    .expect(200);
});
afterEach(() => server.stop());

const asked = (days: number) =>
  planFor({ from: FROM, days, crewIds: [server.crewId], siteIds: [site.siteId] });
const due = async () =>
  ((await agent.get('/api/routes/due').expect(200)).body as { units: { tasks: { key: string }[] }[] }[])
    .flatMap((one) => one.units.flatMap((unit) => unit.tasks.map((task) => task.key)))
    .sort();

it('what the cold forbids on every day planned waits, is said to, and stays due; the rest is planned', async () => {
  high = () => 48;
  expect(await due()).toEqual(['cooling start-up', 'filters and belts']);
  const view = await problemFor(agent, asked(5));
  expect(view.jobs.map((job) => job.work)).toEqual([['RTU-1: filters and belts']]);
  expect(view.notes.join()).toMatch(/Cooling start-up of 1 unit waits for the weather/);
  await agent
    .post('/api/board/orders')
    .send(ordersOf(asked(5), view, solved(view)))
    .expect(201);
  const calls = await server.db.rows<{ complaint: string }>(
    "select complaint from calls where kind = 'maintenance'",
  );
  expect(calls).toEqual([{ complaint: 'Filters and belts' }]);
});

it('it is planned on a day that is forecast warm enough, and on no other', async () => {
  high = (date) => (date === '2026-04-09' ? 66 : 48);
  const view = await problemFor(agent, asked(5));
  expect(view.jobs.map((job) => job.work)).toEqual([['RTU-1: filters and belts, cooling start-up']]);
  const plan = solved(view);
  const shift = plan.routes.findIndex((route) => route.stops.length > 0);
  expect(view.shifts[shift]?.day).toBe('2026-04-09');
});

it('tasks that no one day allows together are not called closed: the day for most of them is kept, the rest waits', () => {
  const due = (key: string, weather: object) =>
    ({ task: { key, title: key, weather } }) as unknown as DueTask;
  const [cooling, defrost] = [due('cooling', { fromF: 60 }), due('defrost', { toF: 55 })];
  const units = [{ unitId: 'u', tag: 'HP-1', tasks: [cooling, defrost] }];
  const weather = new Map([
    ['2026-04-06', { highF: 50, lowF: 40 }],
    ['2026-04-07', { highF: 70, lowF: 60 }],
  ]);
  const split = weatherSplit(units, ['2026-04-06', '2026-04-07'], weather);
  expect(split.units[0]?.tasks).toEqual([defrost]);
  expect(split.waits).toEqual([cooling]);
});

it('a forecast that does not answer puts nothing off, and the plan says so', async () => {
  await new Promise((closed) => feed.close(closed));
  const view = await problemFor(agent, asked(5));
  expect(view.jobs[0]?.work[0]).toContain('cooling start-up');
  expect(view.notes.join()).toContain('The weather forecast does not answer');
  await new Promise<void>((ready) => feed.listen(0, '127.0.0.1', ready));
});

it('the sheet says what the weather has to be, and that what is left unticked stays due', async () => {
  high = () => 70;
  const view = await problemFor(agent, asked(1));
  await agent
    .post('/api/board/orders')
    .send(ordersOf(asked(1), view, solved(view)))
    .expect(201);
  const { body: visits } = await agent.get(`/api/visits?day=${FROM}&crewId=${server.crewId}`).expect(200);
  const { body: visit } = await agent.get(`/api/visits/${visits[0].id}`).expect(200);
  expect(JSON.stringify(visit.units[0].due)).toContain(
    'Needs 65 °F outdoors or warmer; where that is not, it stays due.',
  );
});

it('what was agreed for a weekday of the month is planned on that very day, and on no other', async () => {
  high = () => 70;
  const cadence = { by: 'weekday', nth: 2, weekday: 4 };
  const value = { 'package cooling only': { 'filters and belts': { cadence } } };
  await agent
    .post('/api/settings/maintenance')
    .send({ id: randomUUID(), validFrom: '2026-01-01', value })
    .expect(201);
  // The second Thursday of April 2026 is the 9th; the days before are as good by the road.
  const view = await problemFor(agent, asked(5));
  const plan = solved(view);
  const shift = plan.routes.findIndex((route) => route.stops.length > 0);
  expect(view.jobs.map((job) => job.work)).toEqual([['RTU-1: filters and belts, cooling start-up']]);
  expect(view.shifts[shift]?.day).toBe('2026-04-09');
  // A plan that ends before it leaves it out.
  const early = await problemFor(agent, asked(2));
  expect(early.jobs.map((job) => job.work)).toEqual([['RTU-1: cooling start-up']]);
  expect(early.notes).toContain(
    'Filters and belts of 1 unit is agreed for 9 Apr 2026, which is not among the days planned. It stays due.',
  );
  // Alone, and saved on another day, it is refused by the true reason.
  await onlyTasks(server.db, 'filters and belts');
  const { crewId, version } = view.shifts[0] as (typeof view.shifts)[number];
  const jobs = [{ site: site.siteId, units: [site.unitId], calls: [] }];
  const body = { ...ordersOf(asked(5), view, plan), orders: [{ crewId, day: FROM, version, jobs }] };
  const { body: refused } = await agent.post('/api/board/orders').send(body).expect(422);
  expect(JSON.stringify(refused.errors)).toContain('what is due there is agreed for another day');
});
