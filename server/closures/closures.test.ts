import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { timedRoute } from '#core/planning/routing';
import type { ClosureKept, ClosureView } from '#contracts/closures';
import type { PlanProblem } from '#contracts/board';
import { routingServer } from '../../standins/routing/server.ts';
import { DriveTimes } from '../outside/driveTimes.ts';
import { ordersOf, planFor, problemFor, solved } from '../testing/planning.ts';
import { testServer, type TestServer } from '../testing/server.ts';

/* A bridge of the invented town is closed, is slow, and opens again. */

type Agent = Awaited<ReturnType<TestServer['as']>>;
const DAY = '2026-06-03';
const NEXT = '2026-06-04';
const map = JSON.parse(
  readFileSync(new URL('../../demo/network/port-wrenfall.geojson', import.meta.url), 'utf8'),
);
/** Across the Market Bridge, the one in the middle of three. */
const MARKET = [
  { lat: 41.206, lon: -66.497 },
  { lat: 41.206, lon: -66.484 },
];
/** On the two banks, near that bridge. */
const [NORTH, SOUTH] = [
  { lat: 41.214, lon: -66.489 },
  { lat: 41.188, lon: -66.499 },
];
const engine = routingServer(map);
let server: TestServer;
let desk: Agent;
let ids: Record<'north' | 'south', string>;

beforeAll(() => new Promise<void>((ready) => engine.listen(0, '127.0.0.1', ready)));
afterAll(() => engine.close());
beforeEach(async () => {
  const base = `http://127.0.0.1:${(engine.address() as AddressInfo).port}`;
  server = await testServer({
    driveTimes: new DriveTimes(
      `${base}/table/v1/driving/{coordinates}?depart={depart}&day={day}`,
      `${base}/route/v1/driving/{coordinates}`,
    ),
  });
  server.setNow(`${DAY}T12:00:00Z`);
  desk = await server.as('manager');
  await server.db.run('update crews set start_lat = $1, start_lon = $2', [NORTH.lat, NORTH.lon]);
  ids = { north: await site('Dome', NORTH), south: await site('Rink', SOUTH) };
});
afterEach(() => server.stop());

async function site(name: string, at: { lat: number; lon: number }): Promise<string> {
  const [customerId, id] = [randomUUID(), randomUUID()];
  await desk
    .post('/api/customers')
    .send({ id: customerId, name: `${name} Trust` })
    .expect(201);
  await desk
    .post('/api/sites')
    .send({ id, customerId, name, ...at, openingHours: null })
    .expect(201);
  return id;
}
const call = async (siteId: string): Promise<string> => {
  const id = randomUUID();
  const more = { complaint: 'warm', priority: 'today', receivedAt: `${DAY}T11:00:00Z` };
  await desk
    .post('/api/calls')
    .send({ id, siteId, ...more })
    .expect(201);
  return id;
};
const close = async (more: object = {}, status = 201): Promise<ClosureKept> =>
  (
    await desk
      .post('/api/closures')
      .send({
        ...{ id: randomUUID(), name: 'Market Bridge', line: MARKET, minutes: null },
        ...{ from: `${DAY}T10:00:00Z`, until: null, ...more },
      })
      .expect(status)
  ).body;
const ahead = async (): Promise<ClosureView[]> => (await desk.get('/api/closures').expect(200)).body;

/** The drive to the site on the other bank, first thing on a day. */
function driveOver(view: PlanProblem, day: string): number {
  const s = view.shifts.findIndex((shift) => shift.day === day);
  const shift = view.problem.shifts[s];
  const job = view.jobs.findIndex(({ siteId }) => siteId === ids.south);
  return timedRoute(view.problem, shift as NonNullable<typeof shift>, [job]).stops[0]?.driveMinutes as number;
}
const problem = async (days = 2) =>
  problemFor(desk, planFor({ from: DAY, days, crewIds: [server.crewId], calls: 'all' }));

it('who drives over a closed bridge goes round by another one, on the days on which it is closed', async () => {
  await call(ids.south);
  const usual = driveOver(await problem(), NEXT);
  const { effect, straight } = await close({ until: `${NEXT}T03:00:00Z` });
  expect(straight).toBe(false);
  expect(effect).toMatchObject({ crossing: 2, ways: 2, cutOff: [] });
  const view = await problem();
  expect(view.problem.otherRoads).toHaveLength(1);
  // Five kilometres along the bank and back are more than ten minutes and less than an hour.
  const round = driveOver(view, DAY);
  expect(round).toBeGreaterThan(usual + 10);
  expect(round).toBeLessThan(usual + 60);
  expect(driveOver(view, NEXT)).toBeCloseTo(usual, 1);
  expect(effect.longest?.minutes).toBeGreaterThanOrEqual(10);
});

it('it is open again, which is taken back, and what never began is not listed', async () => {
  await call(ids.south);
  const usual = driveOver(await problem(), DAY);
  const { id } = await close();
  expect(await ahead()).toMatchObject([{ id, name: 'Market Bridge', minutes: null, until: null }]);
  const change = (until: string | null) => desk.patch(`/api/closures/${id}`).send({ until }).expect(200);
  await change(`${DAY}T11:00:00Z`);
  expect(await ahead()).toEqual([]);
  expect(driveOver(await problem(), DAY)).toBeCloseTo(usual, 1);
  await change(null);
  expect(driveOver(await problem(), DAY)).toBeGreaterThan(usual + 10);
  await desk.patch(`/api/closures/${randomUUID()}`).send({ until: null }).expect(404);
  const later = await close({ from: `${NEXT}T12:00:00Z` });
  expect((await ahead()).map((one) => one.id)).toEqual([id, later.id]);
  // Opened before it was closed.
  await desk
    .patch(`/api/closures/${later.id}`)
    .send({ until: `${DAY}T12:00:00Z` })
    .expect(200);
  expect((await ahead()).map((one) => one.id)).toEqual([id]);
});

it('where it is slow it costs those minutes, or the way round where that is shorter', async () => {
  await call(ids.south);
  const usual = driveOver(await problem(), DAY);
  await close({ minutes: 6 });
  expect(driveOver(await problem(), DAY)).toBeCloseTo(usual + 6, 1);
  await close({ minutes: 200 });
  const round = driveOver(await problem(), DAY);
  expect(round).toBeGreaterThan(usual + 10);
  expect(round).toBeLessThan(usual + 60);
});

it('a plan is kept by the roads as they are, and a second send of the same closure is one', async () => {
  const calls = [await call(ids.north), await call(ids.south)];
  const asked = planFor({ from: DAY, crewIds: [server.crewId], calls });
  const before = await problemFor(desk, asked);
  await desk
    .post('/api/board/orders')
    .send(ordersOf(asked, before, solved(before)))
    .expect(201);
  const drive = async () => {
    const { body } = await desk.get(`/api/board?from=${DAY}`).expect(200);
    return body.days.find((day: { stops: unknown[] }) => day.stops.length > 0).driveMinutes as number;
  };
  const was = await drive();
  const id = randomUUID();
  await close({ id });
  await close({ id });
  expect(await ahead()).toHaveLength(1);
  const again = planFor({ from: DAY, crewIds: [server.crewId], planned: 'may move', repair: true });
  const after = await problemFor(desk, again);
  await desk
    .post('/api/board/orders')
    .send(ordersOf(again, after, solved(after)))
    .expect(201);
  // Over and back: the way round twice.
  expect(await drive()).toBeGreaterThan(was + 20);
});

it('where drives are estimates it is crossed by straight lines, and says so', async () => {
  await server.stop();
  server = await testServer();
  server.setNow(`${DAY}T12:00:00Z`);
  desk = await server.as('manager');
  await server.db.run('update crews set start_lat = $1, start_lon = $2', [NORTH.lat, NORTH.lon]);
  ids = { north: await site('Dome', NORTH), south: await site('Rink', SOUTH) };
  await call(ids.south);
  const usual = driveOver(await problem(), DAY);
  expect(await close()).toMatchObject({ straight: true, effect: { crossing: 2, cutOff: [] } });
  expect(driveOver(await problem(), DAY)).toBeGreaterThan(usual);
});

it('unsound: a line that crosses nothing, one place twice, an end before the beginning, no minutes', async () => {
  const message = async (more: object) => {
    const problem = (await close(more, 422)) as unknown as { errors: { path: string; message: string }[] };
    return problem.errors.map(({ path, message: text }) => `${path}: ${text}`).join();
  };
  const water = [
    { lat: 41.206, lon: -66.3 },
    { lat: 41.206, lon: -66.29 },
  ];
  expect(await message({ line: water })).toMatch(/^line: (crosses no road|no way between)/);
  expect(await message({ line: [MARKET[0], MARKET[0]] })).toMatch(/same place/);
  expect(await message({ until: `${DAY}T09:00:00Z` })).toMatch(/ends before it begins/);
  expect(await message({ minutes: 0 })).toMatch(/at least a minute/);
  expect(await message({ name: ' ' })).toMatch(/must not be empty/);
  expect(await ahead()).toEqual([]);
  const roof = await server.as('technician');
  await roof.post('/api/closures').send({}).expect(403);
});
