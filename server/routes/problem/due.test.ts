import { randomUUID } from 'node:crypto';
import { planFor, problemFor, solved } from '../../testing/planning.ts';
import { agreeAsUsual, oneUnit, testServer, type TestServer } from '../../testing/server.ts';

/* What is due as jobs: no longer than a site is open on the days planned, and only the units that are chosen. */

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let desk: Agent;
let place: Awaited<ReturnType<typeof oneUnit>>;
let units: string[];
const SATURDAY = '2026-06-06';

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-02T12:00:00Z');
  place = await oneUnit(server);
  desk = await server.as('manager');
  await agreeAsUsual(desk, place.customerId);
  const more = Array.from({ length: 7 }, () => randomUUID());
  for (const [i, id] of more.entries())
    await desk
      .post('/api/units')
      .send({ id, siteId: place.siteId, tag: `RTU-${i + 2}`, kind: 'package gas/electric' })
      .expect(201);
  units = [place.unitId, ...more];
});
afterAll(() => server.stop());

it('a long site is split by the hours it has on the days planned, and not by its longest day of the week', async () => {
  await desk
    .patch(`/api/sites/${place.siteId}`)
    .send({ version: 1, openingHours: { '3': [['06:00', '20:00']], '6': [['08:00', '12:00']] } })
    .expect(200);
  const view = await problemFor(desk, planFor({ from: SATURDAY, days: 1, siteIds: [place.siteId] }));
  expect(view.problem.jobs.length).toBeGreaterThan(1);
  const people = view.problem.shifts[0]?.people ?? 1;
  for (const job of view.problem.jobs) expect(job.minutes / people).toBeLessThanOrEqual(240);
  // Before, none of it fitted and all of it was left out.
  expect(solved(view).routes[0]?.stops.length).toBeGreaterThan(0);
});

it('units that are left for another time are on no job, and a site of which none is left is not asked about', async () => {
  const of = async (unitsOut: string[]) => {
    const asked = planFor({ from: '2026-06-03', siteIds: [place.siteId], unitsOut });
    const view = await problemFor(desk, asked);
    return {
      left: view.left,
      units: view.jobs.flatMap((job) => ('units' in job.asked ? job.asked.units : [])).sort(),
    };
  };
  const [first, second, ...rest] = units as [string, string, ...string[]];
  expect((await of([first, second])).units).toEqual([...rest].sort());
  expect(await of(units)).toEqual({ left: [], units: [] });
});

it('what is due can be asked for a year ahead, and no further', async () => {
  await desk.get('/api/routes/due?days=400').expect(200);
  await desk.get('/api/routes/due?days=401').expect(422);
});
