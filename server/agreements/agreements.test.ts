import { randomUUID } from 'node:crypto';
import { agreeAsUsual, oneUnit, openVisit, testServer, type TestServer } from '../testing/server.ts';
import { onlyTasks } from '../testing/tasks.ts';
import { planFor, problemFor } from '../testing/planning.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
const TODAY = '2026-06-03';
let server: TestServer;
let manager: Agent;

beforeEach(async () => {
  server = await testServer();
  server.setNow(`${TODAY}T15:00:00Z`);
  await onlyTasks(server.db, 'filters and belts', 'cooling start-up', 'heating start-up');
  manager = await server.as('manager');
});
afterEach(() => server.stop());

const agreement = (customerId: string, more: object = {}) => ({
  id: randomUUID(),
  customerId,
  from: '2026-01-01',
  until: null,
  terms: {},
  refinements: [],
  notes: null,
  ...more,
});
const agree = (body: object, status = 201) => manager.post('/api/agreements').send(body).expect(status);
/** Keys of what is due on the unit in the next two weeks. */
async function dueKeys(): Promise<string[]> {
  const { body } = await manager.get('/api/routes/due?days=14').expect(200);
  return body.flatMap((site: { units: { tasks: { key: string }[] }[] }) =>
    site.units.flatMap((unit) => unit.tasks.map((task) => task.key)),
  );
}

describe('what is due', () => {
  it('follows from the agreement: nothing without one, the usual with it, nothing with calls only', async () => {
    const { customerId } = await oneUnit(server);
    expect(await dueKeys()).toEqual([]);
    const { body: made } = await agree(agreement(customerId));
    expect(await dueKeys()).toEqual(['filters and belts', 'cooling start-up']);
    await manager
      .patch(`/api/agreements/${made.id}`)
      .send({ version: made.version, terms: { maintained: false } })
      .expect(200);
    expect(await dueKeys()).toEqual([]);
  });

  it('is refined for a site and for a unit, and what the customer does is not ours', async () => {
    const { customerId, siteId, unitId } = await oneUnit(server);
    const { body: made } = await agree(
      agreement(customerId, {
        terms: { tasks: { 'filters and belts': { whose: 'the customer’s' } } },
        refinements: [{ unitId, terms: { tasks: { 'cooling start-up': { whose: 'nobody’s' } } } }],
      }),
    );
    expect(await dueKeys()).toEqual([]);
    await manager
      .patch(`/api/agreements/${made.id}`)
      .send({
        version: made.version,
        refinements: [{ siteId, terms: { tasks: { 'filters and belts': { whose: 'ours', minutes: 55 } } } }],
      })
      .expect(200);
    expect(await dueKeys()).toEqual(['filters and belts', 'cooling start-up']);
    const { body: due } = await manager.get('/api/routes/due').expect(200);
    expect(due[0].minutes).toBe(15 + 55 + 30);
  });

  it('follows the company’s usual for the kind, from the day it holds', async () => {
    const { customerId } = await oneUnit(server);
    await agreeAsUsual(manager, customerId);
    const value = { 'package gas/electric': { 'filters and belts': { whose: 'nobody’s' } } };
    await manager
      .post('/api/settings/maintenance')
      .send({ id: randomUUID(), validFrom: TODAY, value })
      .expect(201);
    expect(await dueKeys()).toEqual(['cooling start-up']);
  });

  it('stands on the sheet of a visit with what is the customer’s, who approves and up to how much', async () => {
    const { customerId, siteId } = await oneUnit(server);
    await agree(
      agreement(customerId, {
        terms: {
          tasks: { 'filters and belts': { whose: 'the customer’s' } },
          approval: { name: 'Estates office', phone: '555-0100', upToCents: 50_000 },
          price: { cents: 480_000, per: 'year' },
        },
      }),
    );
    const visit = await openVisit(server, siteId, TODAY);
    const roof = await server.as('technician');
    const { body } = await roof.get(`/api/visits/${visit}`).expect(200);
    expect(body.units[0].due.map((due: { key: string }) => due.key)).toEqual(['cooling start-up']);
    expect(body.units[0].theirs).toEqual(['Filters and belts']);
    expect(body.agreed).toMatchObject({ state: 'running', approval: { upToCents: 50_000 } });
    // What it costs is the desk’s business.
    expect(JSON.stringify(body)).not.toContain('480000');
    await roof.get('/api/agreements').expect(403);
    await roof.get(`/api/customers/${customerId}/agreements`).expect(403);
  });

  it('a visit longer than is allowed is planned, and said', async () => {
    const { customerId, siteId } = await oneUnit(server);
    await agree(agreement(customerId, { terms: { minutesAllowed: 60 } }));
    const asked = planFor({ from: '2026-06-04', crewIds: [server.crewId], siteIds: [siteId] });
    const { problem, notes } = await problemFor(manager, asked);
    expect(problem.jobs).toHaveLength(1);
    expect(notes.join()).toContain('1 h 5 min of work is due; the agreement allows 1 h a visit');
  });
});

describe('a missed season', () => {
  const seasons = async () => (await manager.get('/api/routes/missed').expect(200)).body;

  it('waits for somebody to decide, is let go or done all the same, and can be taken back', async () => {
    server.setNow('2026-08-20T15:00:00Z');
    const { customerId, unitId } = await oneUnit(server);
    await agree(agreement(customerId));
    expect(await dueKeys()).toEqual(['filters and belts', 'heating start-up']);
    expect(await seasons()).toMatchObject([
      { tag: 'RTU-1', key: 'cooling start-up', windowTo: '2026-05-31', reason: { rule: 'season missed' } },
    ]);
    const decision = { id: randomUUID(), unitId, task: 'cooling start-up', windowTo: '2026-05-31' };
    const first = { ...decision, what: 'let go' };
    await manager.post('/api/seasons').send(first).expect(201);
    await manager.post('/api/seasons').send(first).expect(201);
    expect(await seasons()).toEqual([]);
    await manager
      .post('/api/seasons')
      .send({ ...first, id: randomUUID() })
      .expect(409);
    await manager.delete(`/api/seasons/${decision.id}`).expect(200);
    await manager.delete(`/api/seasons/${decision.id}`).expect(404);
    expect(await seasons()).toHaveLength(1);
    await manager
      .post('/api/seasons')
      .send({ ...decision, id: randomUUID(), what: 'do it all the same' })
      .expect(201);
    expect(await seasons()).toEqual([]);
    expect(await dueKeys()).toContain('cooling start-up');
  });
});

describe('agreements', () => {
  it('run one at a time: the overlapping one is refused where it begins, also of two at once', async () => {
    const { customerId } = await oneUnit(server);
    const bodies = [agreement(customerId), agreement(customerId, { from: '2026-03-01' })];
    const answers = await Promise.all(bodies.map((body) => manager.post('/api/agreements').send(body)));
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 422]);
    const refused = answers.find(({ status }) => status === 422);
    expect(refused?.body.errors[0]).toMatchObject({ path: 'from' });
    expect(refused?.body.errors[0].message).toMatch(
      /another agreement runs from 1 (Jan|Mar) 2026 with no last day/,
    );
    const kept = answers.find(({ status }) => status === 201)?.body;
    await manager
      .patch(`/api/agreements/${kept.id}`)
      .send({ version: kept.version, until: '2026-12-31' })
      .expect(200);
    await agree(agreement(customerId, { from: '2027-01-01' }));
  });

  it('a stale change is a conflict with what is stored now; one taken back makes room', async () => {
    const { customerId } = await oneUnit(server);
    const { body: made } = await agree(agreement(customerId));
    const change = (patch: object) =>
      manager.patch(`/api/agreements/${made.id}`).send({ version: 1, ...patch });
    await change({ notes: 'renewed by telephone' }).expect(200);
    const stale = await change({ notes: 'another' }).expect(409);
    expect(stale.body.current).toMatchObject({ version: 2, notes: 'renewed by telephone' });
    await manager.patch(`/api/agreements/${made.id}`).send({ version: 2, withdrawn: true }).expect(200);
    await agree(agreement(customerId));
    await manager.patch(`/api/agreements/${made.id}`).send({ version: 3, withdrawn: false }).expect(422);
  });

  it.each([
    ['a last day before the first', { until: '2025-12-31' }, 'until'],
    [
      'a day that not every year has',
      { terms: { tasks: { 'cooling start-up': { cadence: { by: 'season', from: '02-29', to: '05-31' } } } } },
      'terms.tasks.cooling start-up.cadence.from',
    ],
    [
      'a task nobody knows',
      { terms: { tasks: { 'gutter sweep': { whose: 'ours' } } } },
      'terms.tasks.gutter sweep',
    ],
    [
      'a month that is none',
      { terms: { tasks: { 'filters and belts': { cadence: { by: 'months', months: [13] } } } } },
      'terms.tasks.filters and belts.cadence.months.0',
    ],
    ['half a cent', { terms: { price: { cents: 10.5, per: 'year' } } }, 'terms.price.cents'],
    ['a place of somebody else', { refinements: [{ siteId: randomUUID(), terms: {} }] }, 'refinements.0'],
    ['a line for nothing', { refinements: [{ terms: {} }] }, 'refinements.0'],
  ])('refuses %s at its field', async (_what, more, path) => {
    const { customerId } = await oneUnit(server);
    const { body } = await agree(agreement(customerId, more), 422);
    expect(body.errors[0].path).toBe(path);
    expect(await server.db.models.Agreement.count()).toBe(0);
  });

  it('as usual for many at once, each only where none runs, and taken back together', async () => {
    const { customerId } = await oneUnit(server);
    const other = randomUUID();
    await manager.post('/api/customers').send({ id: other, name: 'Salt Lane Baths' }).expect(201);
    const body = {
      id: randomUUID(),
      from: TODAY,
      maintained: true,
      agreements: [customerId, other].map((id) => ({ id: randomUUID(), customerId: id })),
    };
    await manager.post('/api/agreements/usual').send(body).expect(201);
    await manager.post('/api/agreements/usual').send(body).expect(201);
    expect(await server.db.models.Agreement.count()).toBe(2);
    const again = { ...body, id: randomUUID(), agreements: [{ id: randomUUID(), customerId: other }] };
    const refused = await manager.post('/api/agreements/usual').send(again).expect(422);
    expect(refused.body.errors[0].message).toBe('Salt Lane Baths has an agreement on that day already');
    const ids = body.agreements.map(({ id }) => id);
    const withdraw = { id: randomUUID(), ids, withdrawn: true };
    await manager.post('/api/agreements/withdrawals').send(withdraw).expect(201);
    expect(await dueKeys()).toEqual([]);
    await manager.post('/api/agreements/usual').send(again).expect(201);
  });

  it('are listed by customer with the one that counts, found by state and words', async () => {
    const { customerId, siteId } = await oneUnit(server);
    await agree(agreement(customerId, { from: '2024-01-01', until: '2025-12-31' }));
    const rows = async (query = '') => (await manager.get(`/api/agreements${query}`).expect(200)).body.rows;
    expect(await rows()).toMatchObject([{ id: customerId, state: 'ended', units: 1, sites: 1 }]);
    await agree(
      agreement(customerId, { from: '2026-07-01', terms: { price: { cents: 100, per: 'visit' } } }),
    );
    expect(await rows('?state=begins%20later&q=lantern')).toMatchObject([
      { state: 'begins later', visits: 4, agreement: { from: '2026-07-01' } },
    ]);
    expect(await rows('?state=none')).toEqual([]);
    expect(await rows('?q=nobody')).toEqual([]);
    const { body } = await manager.get(`/api/customers/${customerId}/agreements`).expect(200);
    expect(body.agreements.map((one: { from: string }) => one.from)).toEqual(['2026-07-01', '2024-01-01']);
    expect(body.sites).toMatchObject([{ id: siteId, units: [{ tag: 'RTU-1' }] }]);
  });

  it('only a manager keeps them', async () => {
    const { customerId } = await oneUnit(server);
    for (const role of ['dispatcher', 'technician'] as const) {
      const agent = await server.as(role);
      await agent.post('/api/agreements').send(agreement(customerId)).expect(403);
    }
  });
});
