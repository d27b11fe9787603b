import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { PASSWORD, testServer, type TestServer } from '../testing/server.ts';

type Agent = ReturnType<typeof request.agent>;

const OWN = 'gull bridge lantern tar';
let server: TestServer;
let manager: Agent;
beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-10T15:00:00Z');
  manager = await server.as('manager');
});
afterAll(() => server.stop());

const people = async () => (await manager.get('/api/people').expect(200)).body;
const person = async (login: string) => (await people()).find((p: { login: string }) => p.login === login);
async function add(login: string, more: object = {}) {
  const body = { id: randomUUID(), login, displayName: `Somebody ${login}`, role: 'technician', ...more };
  const { body: made } = await manager.post('/api/people').send(body).expect(201);
  return { id: body.id, word: made.word as string };
}
const change = async (login: string, patch: object) => {
  const { id, version } = await person(login);
  return manager.patch(`/api/people/${id}`).send({ version, ...patch });
};
async function enter(login: string, password: string, status = 200): Promise<Agent> {
  const agent = request.agent(server.app);
  await agent.post('/api/session').send({ login, password }).expect(status);
  return agent;
}

describe('somebody new', () => {
  it('comes in once with a word, can do nothing before choosing a password, and then everything', async () => {
    const { word } = await add('nils', { crewId: server.crewId });
    expect(word).toMatch(/^([a-z2-9]{4}-){3}[a-z2-9]{4}$/);
    const agent = await enter('nils', word);
    const session = (await agent.get('/api/session').expect(200)).body;
    expect(session.user).toMatchObject({ mustChoose: true, crewId: server.crewId });
    await agent.get('/api/units').expect(403);
    await agent.post('/api/password').send({ now: word, password: OWN }).expect(200);
    await agent.get('/api/units').expect(200);
    await enter('nils', word, 401);
    await enter('nils', OWN);
  });

  it('a word that nobody used is no longer good after a week', async () => {
    const { word } = await add('late');
    server.setNow('2026-06-18T15:00:00Z');
    await enter('late', word, 401);
    server.setNow('2026-06-10T15:00:00Z');
  });

  it('is on record once, however often the phone sends it, and under a name of its own', async () => {
    const body = { id: randomUUID(), login: 'twice', displayName: 'Twice', role: 'technician' };
    const words = [];
    for (let i = 0; i < 2; i++)
      words.push((await manager.post('/api/people').send(body).expect(201)).body.word);
    expect((await people()).filter((p: { login: string }) => p.login === 'twice')).toHaveLength(1);
    // The word is kept nowhere: the second try gets another, and only that one is good.
    await enter('twice', words[0], 401);
    await enter('twice', words[1]);
    const same = { ...body, id: randomUUID(), login: 'Twice' };
    const refused = await manager.post('/api/people').send(same).expect(422);
    expect(JSON.parse(refused.text).errors).toEqual([
      { path: 'login', message: 'Twice signs in with this name; take another' },
    ]);
  });
});

describe('passwords', () => {
  it.each([
    ['too short', 'short'],
    ['a known one, repeated', 'passwordpassword'],
    ['a saying that everybody knows', 'correct horse battery staple'],
    ['the same in other clothes', 'Correct-Horse-Battery-Staple-2026!'],
    ['the same in digits for letters', 'C0rrect h0rse b4ttery stapl3'],
    ['another, with the year', 'the quick brown fox jumps over the lazy dog 2026'],
    ['a row of keys', 'qwertyuiopasdfgh'],
    ['the own name', 'test technician'],
  ])('%s is refused, with what to do', async (_what, password) => {
    const technician = await server.as('technician');
    const answer = await technician.post('/api/password').send({ now: PASSWORD, password }).expect(422);
    expect(JSON.parse(answer.text).errors[0]).toMatchObject({ path: 'password' });
    expect(JSON.parse(answer.text).errors[0].message).toMatch(/three or four words/);
  });

  it('words without capitals and digits will do; the old one has to be right, and no guessing at it', async () => {
    const { word } = await add('tries');
    const agent = await enter('tries', word);
    const choose = (now: string) => agent.post('/api/password').send({ now, password: OWN });
    const statuses = [];
    for (let i = 0; i < 12; i++) statuses.push((await choose('wrong')).status);
    expect(statuses.slice(0, 9).every((status) => status === 422)).toBe(true);
    expect(statuses.at(-1)).toBe(429);
    await choose(word).expect(429);
  });

  it('a new word ends the open sessions; a password of one’s own ends the others and not this one', async () => {
    const { id, word } = await add('phones');
    const first = await enter('phones', word);
    await first.post('/api/password').send({ now: word, password: OWN }).expect(200);
    const second = await enter('phones', OWN);
    const next = 'quay harbour pilot fog';
    await second.post('/api/password').send({ now: OWN, password: next }).expect(200);
    await first.get('/api/units').expect(401);
    await second.get('/api/units').expect(200);
    const { body: again } = await manager.post(`/api/people/${id}/word`).expect(201);
    await second.get('/api/units').expect(401);
    await enter('phones', next, 401);
    await enter('phones', again.word);
  });
});

describe('roles and leaving', () => {
  it('hold at once in open sessions, and leave a line in the log', async () => {
    const { id, word } = await add('mover', { role: 'dispatcher' });
    const agent = await enter('mover', word);
    await agent.post('/api/password').send({ now: word, password: OWN }).expect(200);
    await agent.get('/api/calendar').expect(200);
    expect((await change('mover', { role: 'technician' })).status).toBe(200);
    await agent.get('/api/calendar').expect(403);
    expect((await change('mover', { active: false })).status).toBe(200);
    await agent.get('/api/units').expect(401);
    await enter('mover', OWN, 401);
    expect((await change('mover', { active: true })).status).toBe(200);
    await enter('mover', OWN);
    const log = await server.db.rows<{ detail: object }>(
      "select detail from log where entity = 'user' and entity_id = $1 and action = 'change' order by seq",
      [id],
    );
    expect(log.map((line) => line.detail)).toEqual([
      { role: 'technician' },
      { active: false },
      { active: true },
    ]);
  });

  it('the last manager cannot lock the company out', async () => {
    for (const patch of [{ active: false }, { role: 'technician' }]) {
      const answer = await change('manager', patch);
      expect(answer.status).toBe(422);
      expect(JSON.parse(answer.text).errors[0].message).toMatch(/the last manager stays one/);
    }
    await manager.get('/api/people').expect(200);
  });

  it('two managers who take each other out at the same moment: one of them stays', async () => {
    const agents = [];
    for (const login of ['one', 'two']) {
      const { word } = await add(login, { role: 'manager' });
      const agent = await enter(login, word);
      await agent.post('/api/password').send({ now: word, password: OWN }).expect(200);
      agents.push(agent);
    }
    const [one, two] = [await person('one'), await person('two')];
    const answers = await Promise.all([
      agents[0]?.patch(`/api/people/${two.id}`).send({ version: two.version, active: false }),
      agents[1]?.patch(`/api/people/${one.id}`).send({ version: one.version, active: false }),
    ]);
    expect(answers.map((answer) => answer?.status).sort()[0]).toBe(200);
    // The other is no manager by then, or not even signed in.
    expect([401, 403]).toContain(answers.map((answer) => answer?.status).sort()[1]);
    const left = (await people()).filter(
      (p: { active: boolean; login: string }) => p.active && /^(one|two)$/.test(p.login),
    );
    expect(left).toHaveLength(1);
  });

  it('two who edit one person: the second sees what the first wrote', async () => {
    await add('edited');
    const { id, version } = await person('edited');
    await manager.patch(`/api/people/${id}`).send({ version, phone: '555-0101' }).expect(200);
    const stale = await manager.patch(`/api/people/${id}`).send({ version, phone: '555-0202' }).expect(409);
    expect(JSON.parse(stale.text).current).toMatchObject({ phone: '555-0101' });
  });
});

it('somebody changes crews from a day on; before it nothing changes', async () => {
  const crew = {
    id: randomUUID(),
    name: 'Boat crew',
    start: null,
    week: [...Array(5).fill({ start: 420, end: 900 }), null, null],
  };
  await manager.post('/api/crews').send(crew).expect(201);
  const { id } = await add('wanders', { crewId: server.crewId });
  expect((await change('wanders', { crew: { crewId: crew.id, from: '2026-06-15' } })).status).toBe(200);
  expect(await person('wanders')).toMatchObject({
    crewId: server.crewId,
    crews: [
      { crew: 'Test crew', from: '2026-06-10', until: '2026-06-14' },
      { crew: 'Boat crew', from: '2026-06-15', until: null },
    ],
  });
  server.setNow('2026-06-15T15:00:00Z');
  expect(await person('wanders')).toMatchObject({ crewId: crew.id });
  expect((await change('wanders', { crew: { crewId: null, from: '2026-06-15' } })).status).toBe(200);
  expect(await person('wanders')).toMatchObject({ id, crewId: null });
  server.setNow('2026-06-10T15:00:00Z');
});
