import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { testServer, type TestServer, agreeAsUsual } from '../testing/server.ts';
import { wordFrom } from './service.ts';

const WORD = wordFrom('test');
const week = [...Array(5).fill({ start: 420, end: 960 }), null, null];
let server: TestServer;
beforeEach(async () => {
  server = await testServer({ nobody: true });
  server.setNow('2026-06-10T15:00:00Z');
});
afterEach(() => server.stop());

function company(more: object = {}) {
  const crew = { id: randomUUID(), name: 'First', week, start: null };
  return {
    id: randomUUID(),
    word: WORD,
    company: { name: 'Cordwain Cooling', timeZone: 'Europe/Lisbon', units: 'metric' },
    yard: { name: 'Yard', lat: 38.72, lon: -9.14 },
    manager: {
      id: randomUUID(),
      displayName: 'Ilse Brandt',
      login: 'ilse',
      password: 'kettle drum orange mast',
    },
    crews: [crew],
    people: [
      { id: randomUUID(), displayName: 'Pavo Lindt', login: 'pavo', role: 'technician', crewId: crew.id },
    ],
    ...more,
  };
}
const post = (body: object) => request.agent(server.app).post('/api/setup').send(body);

it('ten people are let in by one request, and a lost answer is given again to whoever knows the password', async () => {
  const crew = { id: randomUUID(), name: 'First', week, start: null };
  const people = Array.from({ length: 10 }, (_, i) => ({
    ...{ id: randomUUID(), displayName: `Person ${i}`, login: `person${i}` },
    ...{ role: 'technician', crewId: crew.id },
  }));
  const body = company({ crews: [crew], people });
  const first = (await post(body).expect(201)).body as { words: { login: string; word: string }[] };
  expect(new Set(first.words.map(({ word }) => word)).size).toBe(10);
  for (const { word } of first.words)
    expect(word).toMatch(/^[a-hj-km-np-z2-9]{4}(-[a-hj-km-np-z2-9]{4}){3}$/);
  expect((await post(body).expect(201)).body).toEqual(first);
  await request
    .agent(server.app)
    .post('/api/session')
    .send({ login: 'person7', password: first.words[7]?.word })
    .expect(200);
  const other = { ...body, manager: { ...body.manager, password: 'another four word mast' } };
  await post(other).expect(409);
});

describe('an empty database', () => {
  it('says so, becomes a company at once, and lets its manager and people in', async () => {
    const agent = request.agent(server.app);
    expect((await agent.get('/api/session').expect(200)).body).toMatchObject({ empty: true, user: null });
    const made = (await agent.post('/api/setup').send(company()).expect(201)).body;
    expect(made.words).toMatchObject([{ login: 'pavo', displayName: 'Pavo Lindt' }]);
    const session = (await agent.get('/api/session').expect(200)).body;
    expect(session).toMatchObject({
      empty: false,
      company: 'Cordwain Cooling',
      timeZone: 'Europe/Lisbon',
      units: 'metric',
      user: { displayName: 'Ilse Brandt', role: 'manager', mustChoose: false },
    });
    await request
      .agent(server.app)
      .post('/api/session')
      .send({ login: 'pavo', password: made.words[0].word })
      .expect(200);
    const [crew] = (await agent.get('/api/crews').expect(200)).body;
    expect(crew).toMatchObject({
      name: 'First',
      start: { name: 'Yard' },
      members: [{ displayName: 'Pavo Lindt' }],
    });
  });

  it('needs the word that stands where the server was started', async () => {
    const refused = await post(company({ word: 'guess' })).expect(422);
    expect(JSON.parse(refused.text).errors[0].path).toBe('word');
    expect(await server.db.models.User.count()).toBe(0);
  });

  it('is set up once: of two at the same moment, and of any later, one', async () => {
    const answers = await Promise.all([post(company()), post(company())]);
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409]);
    await post(company()).expect(409);
    expect(await server.db.models.User.count({ where: { role: 'manager' } })).toBe(1);
    expect(await server.db.models.Setting.count({ where: { name: 'company' } })).toBe(1);
  });

  it.each([
    [
      'a password that is easy to guess',
      { manager: { ...company().manager, password: 'cordwain cooling' } },
      'password',
    ],
    ['no zone', { company: { name: 'X', timeZone: 'Nowhere/Land', units: 'US' } }, 'company.timeZone'],
    [
      'two people of one name',
      { people: [{ ...company().people[0], crewId: null, login: 'ilse' }] },
      'people.0.login',
    ],
    ['a crew nobody made', { people: [{ ...company().people[0], crewId: randomUUID() }] }, 'crewId'],
  ])('with %s nothing is made', async (_what, more, path) => {
    const refused = await post(company(more)).expect(422);
    expect(JSON.parse(refused.text).errors[0].path).toBe(path);
    expect(await server.db.models.User.count()).toBe(0);
    expect(await server.db.models.Crew.count()).toBe(0);
  });
});

it('what is still missing is counted, and shrinks', async () => {
  const agent = request.agent(server.app);
  await agent
    .post('/api/setup')
    .send(company({ yard: null, people: [] }))
    .expect(201);
  const kinds = async () =>
    (await agent.get('/api/missing').expect(200)).body.map(
      ({ kind, count }: { kind: string; count: number }) => `${kind} ${count}`,
    );
  expect(await kinds()).toEqual(['yard 1', 'members 1', 'units 1']);
  const ids = [randomUUID(), randomUUID(), randomUUID()];
  await agent.post('/api/customers').send({ id: ids[0], name: 'Baths' }).expect(201);
  await agent.post('/api/sites').send({ id: ids[1], customerId: ids[0], name: 'Hall' }).expect(201);
  await agent.post('/api/units').send({ id: ids[2], siteId: ids[1], tag: 'A', kind: 'boiler' }).expect(201);
  const yard = { id: randomUUID(), validFrom: '2026-06-01', value: { name: 'Yard', lat: 38.7, lon: -9.1 } };
  await agent.post('/api/settings/yard').send(yard).expect(201);
  expect(await kinds()).toEqual([
    ...['members 1', 'agreements 1', 'positions 1', 'hours 1', 'contacts 1', 'plates 1'],
  ]);
  await agreeAsUsual(agent, ids[0] as string);
  expect(await kinds()).toEqual(['members 1', 'positions 1', 'hours 1', 'contacts 1', 'plates 1']);
  const without = async () => (await agent.get('/api/sites?contact=not%20known').expect(200)).body.total;
  expect(await without()).toBe(1);
  const contact = { name: 'Odd Fenn', role: 'at the site', phone: null, email: null, toldBy: 'nobody' };
  await agent
    .post('/api/contacts')
    .send({ id: randomUUID(), siteId: ids[1], ...contact })
    .expect(201);
  expect(await kinds()).toEqual(['members 1', 'positions 1', 'hours 1', 'plates 1']);
  expect(await without()).toBe(0);
});
