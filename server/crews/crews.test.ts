import { randomUUID } from 'node:crypto';
import type request from 'supertest';
import { agreeAsUsual, oneUnit, testServer, type TestServer } from '../testing/server.ts';
import { planFor, problemFor } from '../testing/planning.ts';

type Agent = ReturnType<typeof request.agent>;
const WORKDAYS = [...Array(5).fill({ start: 420, end: 960 }), null, null];

let server: TestServer;
let manager: Agent;
let desk: Agent;
let technician: string;
beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-10T15:00:00Z');
  manager = await server.as('manager');
  desk = await server.as('dispatcher');
  technician = (await server.db.models.User.findOne({ where: { login: 'technician' } }))?.id as string;
});
afterAll(() => server.stop());

const wrong = (answer: { text: string }) => JSON.parse(answer.text).errors;
const absence = (more: object = {}) => ({
  id: randomUUID(),
  userId: technician,
  kind: 'ill',
  from: '2026-06-11',
  until: '2026-06-12',
  ...more,
});
const crewOn = async (day: string, agent = desk) =>
  (await agent.get('/api/crews').query({ day }).expect(200)).body.find(
    (crew: { id: string }) => crew.id === server.crewId,
  );

describe('a crew', () => {
  it('has a week of its own, starts at home or at the yard, and is changed by whoever saw it last', async () => {
    const crew = { id: randomUUID(), name: 'Night tide', week: WORKDAYS, start: null };
    const made = (await manager.post('/api/crews').send(crew).expect(201)).body;
    expect(made).toMatchObject({ name: 'Night tide', start: null, ownStart: false, version: 1 });
    const home = { name: 'Home of Bo', lat: 41.3, lon: -70.2 };
    const change = (patch: object) => manager.patch(`/api/crews/${crew.id}`).send(patch);
    const moved = (await change({ version: 1, start: home }).expect(200)).body;
    expect(moved).toMatchObject({ start: home, ownStart: true, version: 2 });
    expect(JSON.parse((await change({ version: 1, name: 'Else' }).expect(409)).text).current.version).toBe(2);
    const yard = { name: 'Yard', lat: 41.6, lon: -70.4 };
    await manager
      .post('/api/settings/yard')
      .send({ id: randomUUID(), validFrom: '2026-01-01', value: yard })
      .expect(201);
    expect((await change({ version: 2, start: null }).expect(200)).body).toMatchObject({ start: yard });
  });

  it.each([
    ['ends before it begins', { week: [{ start: 900, end: 420 }, ...WORKDAYS.slice(1)] }, 'week.0.end'],
    ['has no day of work', { week: Array(7).fill(null) }, 'week'],
    ['has the name of another', { name: 'Test crew' }, 'name'],
    ['starts nowhere on earth', { start: { name: 'Yard', lat: 141, lon: -70 } }, 'start.lat'],
  ])('one that %s is refused where it was typed', async (_what, more, path) => {
    const body = { id: randomUUID(), name: 'Wrong', week: WORKDAYS, start: null, ...more };
    expect(wrong(await manager.post('/api/crews').send(body).expect(422))[0].path).toBe(path);
  });

  it('is retired only once nobody is in it', async () => {
    const { version } = await crewOn('2026-06-10');
    const refused = await manager
      .patch(`/api/crews/${server.crewId}`)
      .send({ version, retired: true })
      .expect(422);
    expect(wrong(refused)[0].message).toMatch(/somebody is still in this crew/);
  });
});

describe('the calendar', () => {
  it('an absence takes the crew off the plan for its days; taken back, it works again', async () => {
    expect((await crewOn('2026-06-11')).day.works).toBe(true);
    const ill = absence();
    const after = (await desk.post('/api/calendar/absences').send(ill).expect(201)).body;
    expect(after.absences).toMatchObject([{ kind: 'ill', displayName: 'Test technician' }]);
    expect((await crewOn('2026-06-12')).day).toMatchObject({ works: false, why: { rule: 'all away' } });
    expect((await crewOn('2026-06-13')).day.works).toBe(true);
    // The colleagues read that somebody is away, not why.
    const roof = await server.as('technician');
    expect((await crewOn('2026-06-12', roof)).day.why.away[0].kind).toBe('away');
    await roof.get('/api/calendar').expect(403);

    const place = await oneUnit(server);
    const body = planFor({ from: '2026-06-12', crewIds: [server.crewId], siteIds: [place.siteId] });
    const refused = await desk.post('/api/board/problem').send(body).expect(422);
    expect(wrong(refused)[0].message).toBe(
      'Test crew does not work then: Test technician is ill until 12 Jun 2026',
    );
    await desk.delete(`/api/calendar/absences/${ill.id}`).expect(200);
    expect((await crewOn('2026-06-12')).day.works).toBe(true);
  });

  it.each([
    ['ends before it begins', { from: '2026-06-12', until: '2026-06-11' }, 'until'],
    ['lasts for years', { until: '2031-01-01' }, 'until'],
    ['is of nobody', { userId: randomUUID() }, 'userId'],
    ['overlaps another', { from: '2026-08-03', until: null }, 'from'],
  ])('an absence that %s is refused', async (_what, more, path) => {
    const first = absence({ from: '2026-08-01', until: '2026-08-05' });
    await desk.post('/api/calendar/absences').send(first).expect(201);
    const answer = await desk.post('/api/calendar/absences').send(absence(more)).expect(422);
    expect(wrong(answer)[0].path).toBe(path);
    await desk.delete(`/api/calendar/absences/${first.id}`).expect(200);
  });

  it('nobody is on call while ill; a holiday is one day, once', async () => {
    const ill = absence({ from: '2026-09-01', until: '2026-09-03' });
    await desk.post('/api/calendar/absences').send(ill).expect(201);
    const rota = { id: randomUUID(), userId: technician, from: '2026-08-31', until: '2026-09-06' };
    expect(wrong(await desk.post('/api/calendar/on-call').send(rota).expect(422))[0].message).toMatch(
      /is ill on some of these days/,
    );
    const later = { ...rota, id: randomUUID(), from: '2026-09-07', until: '2026-09-13' };
    await desk.post('/api/calendar/on-call').send(later).expect(201);
    const day = () => ({ id: randomUUID(), on: '2026-09-07', name: 'Harbour Day' });
    await desk.post('/api/calendar/holidays').send(day()).expect(201);
    expect((await crewOn('2026-09-07')).day.why).toEqual({ rule: 'holiday', name: 'Harbour Day' });
    await desk.post('/api/calendar/holidays').send(day()).expect(422);
  });
});

it('without a routing engine a day is planned by estimates, in any town, and says so', async () => {
  const agent = await server.as('manager');
  const [customerId, siteId, unitId] = [randomUUID(), randomUUID(), randomUUID()];
  await agent.post('/api/customers').send({ id: customerId, name: 'Salt Lane Storage' }).expect(201);
  await agreeAsUsual(agent, customerId);
  const site = { id: siteId, customerId, name: 'Salt Lane', lat: 41.02, lon: -70.03 };
  await agent.post('/api/sites').send(site).expect(201);
  await agent
    .post('/api/units')
    .send({ id: unitId, siteId, tag: 'RTU-1', kind: 'package gas/electric' })
    .expect(201);
  const body = planFor({ from: '2026-06-15', crewIds: [server.crewId], siteIds: [siteId] });
  const { problem, notes, left, estimated } = await problemFor(desk, body);
  expect(left).toEqual([]);
  expect(estimated).toBe(true);
  expect(problem.travel.minutes[7]?.[1]).toBeGreaterThan(5);
  expect(notes.join()).toMatch(/estimates from straight lines/);
});
