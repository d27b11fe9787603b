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
import { MOST_AT_ONCE, Searches } from './searches.ts';

/* The search on the server in the thread that ships: built here as the server is. */

// Below the packages, which what is built still asks for.
mkdirSync('dist', { recursive: true });
const folder = mkdtempSync(path.resolve('dist/search-'));
/** As two processes on one database have them. */
let searches: Searches;
let others: Searches;
let jobs: Jobs;
let server: TestServer;
let ada: { id: string; displayName: string };
let bo: typeof ada;

beforeAll(async () => {
  const vite = path.resolve('node_modules/vite/bin/vite.js');
  const ask = ['build', '--config', 'vite.server.config.ts', '--logLevel', 'error', '--outDir', folder];
  execFileSync(process.execPath, [vite, ...ask], { env: { ...process.env, NODE_ENV: 'production' } });
  const script = pathToFileURL(path.join(folder, 'search.js'));
  const logger = pino({ level: 'silent' });
  server = await testServer({
    searches: {
      start: (...given) => searches.start(...given),
      view: (...given) => searches.view(...given),
      stop: (...given) => searches.stop(...given),
      cancel: (...given) => searches.cancel(...given),
    } as Searches,
  });
  jobs = new Jobs(server.db);
  searches = new Searches(script, { db: server.db, jobs, logger });
  others = new Searches(script, { db: server.db, jobs, logger });
  server.setNow('2026-06-03T12:00:00Z');
  const [first, second] = await server.db.models.User.findAll({ order: ['login'], limit: 2 });
  ada = { id: first!.id, displayName: 'Ada' };
  bo = { id: second!.id, displayName: 'Bo' };
});
afterEach(async () => {
  await Promise.all([searches.end(), others.end()]);
  await server.db.models.Search.destroy({ where: {} });
});
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true });
});

const problem = madeUpWeeks(4, { jobs: 40, crews: 3, days: 2 });
const order = { problem, from: problem.shifts.map(() => []) };

/** Looks until it is so, as the desk would. */
async function until(
  id: string,
  who: typeof ada,
  so: (view: SearchView) => boolean,
  asked = searches,
): Promise<SearchView> {
  for (;;) {
    const view = await asked.view(id, who.id);
    if (so(view)) return view;
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
}

describe('a search on the server', () => {
  it('goes on in a thread, tells how the cost falls, is seen at work, and ends when it is told to', async () => {
    const id = await searches.start(order, ada);
    const going = await until(id, ada, ({ costs }) => costs.length > 3);
    expect(going.solved).toBeNull();
    expect(going.costs.at(-1)![1]).toBeLessThanOrEqual(going.costs[0]![1]);
    expect(await jobs.list()).toMatchObject([{ name: 'Planning 40 jobs', by: 'Ada', step: 'searching' }]);
    await searches.stop(id, ada.id);
    const { solved } = await until(id, ada, (view) => view.solved !== null);
    expect(fleetViolations(problem, solved!.plan)).toEqual([]);
    expect(solved!.plan.routes.some(({ stops }) => stops.length > 0)).toBe(true);
  });

  it('is told of and ended by any process, also by one that does not run it', async () => {
    const id = await searches.start(order, ada);
    await until(id, ada, ({ costs }) => costs.length > 0, others);
    await others.stop(id, ada.id);
    const { solved, share } = await until(id, ada, (view) => view.solved !== null, others);
    expect([fleetViolations(problem, solved!.plan), share]).toEqual([[], 1]);
    const another = await searches.start(order, ada);
    await others.cancel(another, ada.id);
    await expect(searches.view(another, ada.id)).rejects.toThrow('Search not found');
    // Its thread hears of it and is at work no longer.
    while ((await jobs.list()).length > 0) await new Promise((resolve) => setTimeout(resolve, 30));
  });

  it('belongs to who began it, and ends where the same person begins another or leaves it', async () => {
    const first = await searches.start(order, ada);
    await expect(searches.view(first, bo.id)).rejects.toThrow('Search not found');
    await expect(searches.stop(first, bo.id)).rejects.toThrow('Search not found');
    await expect(others.cancel(first, bo.id)).rejects.toThrow('Search not found');
    const second = await others.start(order, ada);
    await expect(searches.view(first, ada.id)).rejects.toThrow('Search not found');
    await searches.cancel(second, ada.id);
    await expect(searches.view(second, ada.id)).rejects.toThrow('Search not found');
  });

  it('no more run at once, whoever runs them, than leave a core for those who ask for pages', async () => {
    const { Search, User } = server.db.models;
    const people = await User.bulkCreate(
      Array.from({ length: MOST_AT_ONCE }, (_, i) => ({
        ...{ login: `p${i}`, displayName: `P${i}`, role: 'dispatcher' as const, passwordHash: 'x' },
      })),
    );
    await Search.bulkCreate(
      people.slice(1).map(({ id: userId }) => ({ id: randomUUID(), process: randomUUID(), userId })),
    );
    await searches.start(order, ada);
    await expect(others.start(order, bo)).rejects.toThrow('Try again in a minute');
    // Whoever asks again only takes the place of their own.
    await searches.start(order, ada);
  });

  it('one that breaks off says so, and so does one whose process has ended', async () => {
    const broken = { ...problem, jobs: [{ ...problem.jobs[0]!, place: 999 }] };
    const id = await searches.start({ ...order, problem: broken }, ada);
    await expect(until(id, ada, () => false)).rejects.toThrow('broke off');
    const left = { id: randomUUID(), process: randomUUID(), userId: bo.id };
    const long = new Date(Date.now() - 60_000);
    await server.db.models.Search.create({ ...left, beatAt: long });
    await expect(searches.view(left.id, bo.id)).rejects.toThrow('The server that searched has ended');
    // It holds nobody else up.
    await searches.start(order, ada);
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
