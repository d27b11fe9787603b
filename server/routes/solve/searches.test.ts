import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { pino } from 'pino';
import { fleetViolations } from '#core/planning/routing';
import { madeUpWeeks } from '../../../core/planning/routing/testing/fleets.ts';
import type { SearchStarted, SearchView } from '#contracts/board';
import { Jobs } from '../../system/jobs.ts';
import { planFor } from '../../testing/planning.ts';
import { testServer, type TestServer } from '../../testing/server.ts';
import { Searches } from './searches.ts';

/* The search on the server in the thread that ships: built here as the server is. */

// Below the packages, which what is built still asks for.
mkdirSync('dist', { recursive: true });
const folder = mkdtempSync(path.resolve('dist/search-'));
const jobs = new Jobs();
let searches: Searches;
let server: TestServer;

beforeAll(async () => {
  const vite = path.resolve('node_modules/vite/bin/vite.js');
  const ask = ['build', '--config', 'vite.server.config.ts', '--logLevel', 'error', '--outDir', folder];
  execFileSync(process.execPath, [vite, ...ask], { env: { ...process.env, NODE_ENV: 'production' } });
  searches = new Searches(pathToFileURL(path.join(folder, 'search.js')), {
    jobs,
    logger: pino({ level: 'silent' }),
  });
  server = await testServer({ searches });
  server.setNow('2026-06-03T12:00:00Z');
}, 60_000);
afterEach(() => searches.end());
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true });
});

const problem = madeUpWeeks(4, { jobs: 40, crews: 3, days: 2 });
const order = { problem, from: problem.shifts.map(() => []) };
const ada = { id: 'ada', displayName: 'Ada' };
const bo = { id: 'bo', displayName: 'Bo' };

/** Looks until it is so, as the desk would. */
async function until(id: string, who: string, so: (view: SearchView) => boolean): Promise<SearchView> {
  for (;;) {
    const view = searches.view(id, who);
    if (so(view)) return view;
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
}

describe('a search on the server', () => {
  it('goes on in a thread, tells how the cost falls, is seen at work, and ends when it is told to', async () => {
    const id = searches.start(order, ada);
    const going = await until(id, 'ada', ({ costs }) => costs.length > 3);
    expect(going.solved).toBeNull();
    expect(going.costs.at(-1)![1]).toBeLessThanOrEqual(going.costs[0]![1]);
    expect(jobs.list()).toMatchObject([{ name: 'Planning 40 jobs', by: 'Ada', step: 'searching' }]);
    searches.stop(id, 'ada');
    const { solved } = await until(id, 'ada', (view) => view.solved !== null);
    expect(fleetViolations(problem, solved!.plan)).toEqual([]);
    expect(solved!.plan.routes.some(({ stops }) => stops.length > 0)).toBe(true);
  });

  it('belongs to who began it, and ends where the same person begins another or leaves it', async () => {
    const first = searches.start(order, ada);
    expect(() => searches.view(first, 'bo')).toThrow('Search not found');
    const second = searches.start(order, ada);
    expect(() => searches.view(first, 'ada')).toThrow('Search not found');
    searches.cancel(second, 'ada');
    expect(() => searches.view(second, 'ada')).toThrow('Search not found');
  });

  it('no more than two run at once', () => {
    searches.start(order, ada);
    searches.start(order, bo);
    expect(() => searches.start(order, { id: 'cy', displayName: 'Cy' })).toThrow('Try again in a minute');
    searches.start(order, bo);
  });

  it('one that breaks off says so', async () => {
    const id = searches.start(
      { ...order, problem: { ...problem, jobs: [{ ...problem.jobs[0]!, place: 999 }] } },
      ada,
    );
    await expect(until(id, 'ada', () => false)).rejects.toThrow('broke off');
  });
});

it('is asked for and fetched by whoever plans, and by nobody else', async () => {
  const agent = await server.as('dispatcher');
  const [customerId, siteId] = [randomUUID(), randomUUID()];
  await agent.post('/api/customers').send({ id: customerId, name: 'Rink Trust' }).expect(201);
  const site = { id: siteId, customerId, name: 'Rink', lat: 41.01, lon: -70, openingHours: null };
  await agent.post('/api/sites').send(site).expect(201);
  const call = { complaint: 'warm', priority: 'today', receivedAt: '2026-06-03T11:00:00Z', promisedAt: null };
  await agent
    .post('/api/calls')
    .send({ id: randomUUID(), siteId, ...call })
    .expect(201);
  const asked = planFor({ from: '2026-06-03', calls: 'all' });
  const { id, view } = (await agent.post('/api/board/searches').send(asked).expect(201))
    .body as SearchStarted;
  expect(view.jobs).toMatchObject([{ site: 'Rink' }]);
  await (await server.as('manager')).get(`/api/board/searches/${id}`).expect(404);
  await (await server.as('technician')).get(`/api/board/searches/${id}`).expect(403);
  await agent.post(`/api/board/searches/${id}/end`).send({}).expect(422);
  await agent.post(`/api/board/searches/${id}/end`).send({ keep: true }).expect(200);
  for (;;) {
    const { body } = await agent.get(`/api/board/searches/${id}`).expect(200);
    if (!body.solved) continue;
    expect(body.solved).toMatchObject({ proved: true, plan: { leftOut: [] } });
    break;
  }
  await agent.post(`/api/board/searches/${id}/end`).send({ keep: false }).expect(200);
  await agent.get(`/api/board/searches/${id}`).expect(404);
});
