import { randomUUID } from 'node:crypto';
import type http from 'node:http';
import type { AddressInfo } from 'node:net';
import pg from 'pg';
import request from 'supertest';
import { DEFAULT_RIGHTS, type Rights } from '#contracts/roles';
import {
  everyDay,
  member,
  oneUnit,
  openVisit,
  PASSWORD,
  testServer,
  YARD,
  type TestServer,
} from '../testing/server.ts';
import { delayAfter, forgetOldCounts } from './gate.ts';
import { hashPassword } from './passwords.ts';

let server: TestServer;
let place: Awaited<ReturnType<typeof oneUnit>>;
beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
  place = await oneUnit(server);
});
afterAll(() => server.stop());

/** A person of the test's own, so that nobody else's counters are touched. */
async function newPerson(role: 'manager' | 'technician', crewId: string | null = null): Promise<string> {
  const login = `p-${randomUUID().slice(0, 8)}`;
  const passwordHash = await hashPassword(PASSWORD, 2 ** 10);
  const user = await server.db.models.User.create({ login, displayName: login, role, passwordHash });
  if (crewId) await member(server.db, crewId, user.id);
  return login;
}
const tryFrom = (address: string, login: string, password: string) =>
  request(server.app).post('/api/session').set('x-forwarded-for', address).send({ login, password });
async function signedIn(login: string) {
  const agent = request.agent(server.app);
  await agent.post('/api/session').send({ login, password: PASSWORD }).expect(200);
  return agent;
}
/** What a screen that deactivates or changes somebody leaves behind. */
const change = (login: string, values: string) =>
  server.db.transaction(async (transaction) => {
    const [user] = await server.db.run<{ id: string }>(
      `update users set ${values} where login = $1 returning id`,
      [login],
      transaction,
    );
    await server.db.run(
      "insert into log (actor_kind, action, entity, entity_id) values ('system', 'change', 'user', $1)",
      [user?.id],
      transaction,
    );
  });
const soon = () => new Promise((go) => setTimeout(go, 1100));

describe('guessing passwords', () => {
  it('twenty-five addresses against one name: a few tries are looked at, the rest has to wait', async () => {
    const login = await newPerson('technician');
    const answers = await Promise.all(
      Array.from({ length: 25 }, (_, i) => tryFrom(`10.1.0.${i + 1}`, login, 'wrong')),
    );
    const looked = answers.filter(({ status }) => status === 401).length;
    expect(looked).toBeLessThanOrEqual(11);
    expect(answers.filter(({ status }) => status === 429)).toHaveLength(25 - looked);
    // Nor does the right password get through from there meanwhile: it would tell that it is right.
    await tryFrom('10.1.0.77', login, PASSWORD).expect(429);
  });

  it('one address against thirty names is stopped, other addresses are not', async () => {
    const names = await Promise.all(Array.from({ length: 30 }, () => newPerson('technician')));
    const statuses = [];
    for (const name of names) statuses.push((await tryFrom('10.2.0.1', name, 'wrong')).status);
    expect(statuses.filter((status) => status === 401)).toHaveLength(20);
    const login = await newPerson('technician');
    await tryFrom('10.2.0.1', login, PASSWORD).expect(429);
    await tryFrom('10.2.0.2', login, PASSWORD).expect(200);
  });

  it('ten wrong tries by somebody else: the colleague is in at once on an own device, soon on another', async () => {
    const login = await newPerson('technician');
    const own = await signedIn(login);
    for (let i = 0; i < 12; i++) await tryFrom(`10.3.0.${i + 1}`, login, 'wrong');
    await own.delete('/api/session').expect(200);
    await own.post('/api/session').send({ login, password: PASSWORD }).expect(200);
    expect([9, 10, 11, 12, 40].map(delayAfter)).toEqual([0, 5, 10, 20, 300]);
    const other = await newPerson('technician');
    for (let i = 0; i < 10; i++) await tryFrom(`10.4.0.${i + 1}`, other, 'wrong');
    const refused = await tryFrom('10.4.0.50', other, PASSWORD).expect(429);
    const { detail } = JSON.parse(refused.text);
    expect(Number(/in (\d+) s/.exec(detail)?.[1])).toBeLessThanOrEqual(5);
  });

  it('a device of somebody else, or a forged one, is no known device', async () => {
    const [victim, other] = [await newPerson('technician'), await newPerson('technician')];
    const { headers } = await tryFrom('10.5.0.1', other, PASSWORD).expect(200);
    const cookies = headers['set-cookie'] as unknown as string[];
    const cookie = cookies.map((line) => line.split(';')[0]).find((c) => c?.startsWith('gradum-device='));
    expect(cookie).toMatch(/gradum-device=[\w-]{43}$/);
    for (let i = 0; i < 12; i++) await tryFrom(`10.5.1.${i + 1}`, victim, 'wrong');
    for (const forged of [cookie as string, `gradum-device=${'A'.repeat(43)}`])
      await tryFrom('10.5.2.1', victim, PASSWORD).set('cookie', forged).expect(429);
  });
});

it('counts that hold nobody back any more are forgotten, the others stay', async () => {
  await server.db.run(
    "insert into throttle (key, points, expire) values ('name:gone', 3, 1), ('name:stays', 3, $1)",
    [Date.now() + 60_000],
  );
  const pool = new pg.Pool({ connectionString: server.url, max: 1 });
  await forgetOldCounts(pool);
  await pool.end();
  const rows = await server.db.rows<{ key: string }>(
    "select key from throttle where key in ('name:gone', 'name:stays')",
  );
  expect(rows.map((row) => row.key)).toEqual(['name:stays']);
});

describe('who somebody is, now', () => {
  it('a new role holds in the open session; so does the end of employment', async () => {
    const login = await newPerson('manager');
    const agent = await signedIn(login);
    await agent.get('/api/exports/units.csv').expect(200);
    await change(login, "role = 'technician'");
    await soon();
    await agent.get('/api/exports/units.csv').expect(403);
    await change(login, 'active = false');
    await soon();
    await agent.get('/api/units').expect(401);
    // The session is gone for good, also when the person comes back.
    await change(login, 'active = true');
    await soon();
    await agent.get('/api/units').expect(401);
  });

  it(
    'somebody else signs in at once on the device of who has left, and signing out there is no ' + 'failure',
    async () => {
      const [leaver, next] = [await newPerson('technician'), await newPerson('technician')];
      const agent = await signedIn(leaver);
      await change(leaver, 'active = false');
      await soon();
      await agent.delete('/api/session').expect(200);
      const again = await signedIn(next);
      await change(next, 'active = false');
      await soon();
      const other = await newPerson('technician');
      await again.post('/api/session').send({ login: other, password: PASSWORD }).expect(200);
      await again.get('/api/units').expect(200);
    },
  );

  it('open news end when somebody signs out or has left, and only theirs', async () => {
    const listening = await new Promise<http.Server>((ready) => {
      const made = server.app.listen(0, '127.0.0.1', () => ready(made));
    });
    const address = `http://127.0.0.1:${(listening.address() as AddressInfo).port}`;
    const open = async (login: string) => {
      const answer = await fetch(`${address}/api/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ login, password: PASSWORD }),
      });
      expect(answer.status).toBe(200);
      const cookie = answer.headers
        .getSetCookie()
        .map((line) => line.split(';')[0])
        .join('; ');
      const stop = new AbortController();
      const stream = await fetch(`${address}/api/events`, { headers: { cookie }, signal: stop.signal });
      expect(stream.status).toBe(200);
      const ended = stream.text().then(
        () => 'ended',
        () => 'cut',
      );
      return { cookie, ended, cut: () => stop.abort() };
    };
    const [leaver, signer, stayer] = await Promise.all([
      newPerson('technician'),
      newPerson('technician'),
      newPerson('technician'),
    ]);
    const [a, b, c] = [await open(leaver), await open(signer), await open(stayer)];
    await change(leaver, 'active = false');
    await fetch(`${address}/api/session`, { method: 'DELETE', headers: { cookie: b.cookie } });
    expect(await Promise.all([a.ended, b.ended])).toEqual(['ended', 'ended']);
    c.cut();
    expect(await c.ended).toBe('cut');
    listening.closeAllConnections();
    listening.close();
  });
});

describe('own crew and others', () => {
  const entry = (visitId: string, unitId: string, more: object) => ({
    id: randomUUID(),
    visitId,
    unitId,
    occurredAt: '2026-06-20T14:00:00Z',
    ...more,
  });
  const hazard = {
    kind: 'condition left',
    body: { condition: 'safety bypassed', text: 'limit bridged', told: 'foreman, in writing' },
  };
  const setRights = async (value: Partial<Rights>) => {
    const manager = await server.as('manager');
    await manager
      .post('/api/settings/rights')
      .send({ id: randomUUID(), validFrom: '2026-06-01', value: { ...DEFAULT_RIGHTS, ...value } })
      .expect(201);
    await soon();
  };
  let otherCrew: string;
  beforeAll(async () => {
    const crew = await server.db.models.Crew.create({
      name: 'Other crew',
      ...YARD,
      week: everyDay(420, 960),
    });
    otherCrew = crew.id;
  });

  it('a technician writes on the sheets of the own crew and of none, not on another crew’s', async () => {
    const visitId = await openVisit(server, place.siteId);
    const own = await server.as('technician');
    const other = await signedIn(await newPerson('technician', otherCrew));
    const note = () => entry(visitId, place.unitId, { kind: 'note', body: { text: 'seen' } });
    await own.post(`/api/visits/${visitId}/entries`).send(note()).expect(201);
    const refused = await other.post(`/api/visits/${visitId}/entries`).send(note()).expect(403);
    expect(JSON.parse(refused.text).detail).toMatch(/what you wrote is kept/);
    await other
      .post('/api/visits')
      .send({
        id: randomUUID(),
        siteId: place.siteId,
        callIds: [],
        crewId: server.crewId,
        plannedFor: '2026-06-21',
      })
      .expect(403);
    await setRights({ 'write for another crew': ['manager', 'dispatcher', 'technician'] });
    await other.post(`/api/visits/${visitId}/entries`).send(note()).expect(201);
    await setRights({});
    await other.post(`/api/visits/${visitId}/entries`).send(note()).expect(403);
  });

  it('a hazard is taken back or amended by who left it, or by the office', async () => {
    const visitId = await openVisit(server, place.siteId);
    const author = await server.as('technician');
    const mate = await signedIn(await newPerson('technician', server.crewId));
    const left = entry(visitId, place.unitId, hazard);
    await author.post(`/api/visits/${visitId}/entries`).send(left).expect(201);
    const withdrawn = () =>
      entry(visitId, place.unitId, { kind: 'withdrawn', body: {}, supersedes: left.id, reason: 'no' });
    const softened = entry(visitId, place.unitId, {
      kind: 'condition left',
      body: { condition: 'filters out', text: 'only filters' },
      supersedes: left.id,
      reason: 'not so bad',
    });
    await mate.post(`/api/visits/${visitId}/entries`).send(withdrawn()).expect(403);
    await mate.post(`/api/visits/${visitId}/entries`).send(softened).expect(403);
    await author.post(`/api/visits/${visitId}/entries`).send(withdrawn()).expect(201);
  });

  it(
    'where the key is, technicians read for the sites they are sent to; elsewhere they are told to ' + 'ask',
    async () => {
      const manager = await server.as('manager');
      const siteId = randomUUID();
      await manager
        .post('/api/sites')
        .send({ id: siteId, customerId: place.customerId, name: 'Key hall', lat: 41, lon: -70 })
        .expect(201);
      const { body: site } = await manager.get(`/api/sites/${siteId}`).expect(200);
      await manager
        .patch(`/api/sites/${siteId}`)
        .send({ version: site.version, keyAt: 'under the third pot' })
        .expect(200);
      await server.db.models.Visit.create({
        id: randomUUID(),
        siteId,
        crewId: server.crewId,
        plannedFor: '2026-06-20',
      });
      const own = await server.as('technician');
      const other = await signedIn(await newPerson('technician', otherCrew));
      const asked = [
        `/api/sites/${siteId}`,
        '/api/sites?q=key',
        `/api/customers/${place.customerId}`,
        `/api/visits?day=2026-06-20`,
      ];
      for (const path of asked) {
        expect([path, (await own.get(path).expect(200)).text]).toEqual([
          path,
          expect.stringContaining('third pot'),
        ]);
        const { text } = await other.get(path).expect(200);
        expect([path, text.includes('third pot'), text.includes('"keyHidden":true')]).toEqual([
          path,
          false,
          true,
        ]);
      }
      expect((await manager.get(`/api/sites/${siteId}`)).body.keyAt).toBe('under the third pot');
      // Nobody is sent anywhere by a sheet they open themselves.
      const opened = { id: randomUUID(), siteId, callIds: [], crewId: otherCrew, plannedFor: '2026-06-20' };
      const { text: own0 } = await other.post('/api/visits').send(opened).expect(201);
      const { text } = await other.get(`/api/sites/${siteId}`).expect(200);
      expect([own0, text].map((answer) => answer.includes('third pot'))).toEqual([false, false]);
      // The desk sends: for a visit it opens, or a call it gives to the crew.
      const call = {
        id: randomUUID(),
        siteId,
        complaint: 'No heat',
        priority: 'today',
        receivedAt: '2026-06-20T12:00:00Z',
        crewId: otherCrew,
      };
      await manager
        .post('/api/calls')
        .send({ ...call, kind: 'call', caller: 'Front desk' })
        .expect(201);
      const sent = { ...opened, id: randomUUID(), callIds: [call.id] };
      expect((await other.post('/api/visits').send(sent).expect(201)).text).toContain('third pot');
    },
  );

  it('a call of another crew is opened by nobody else without the right to', async () => {
    const desk = await server.as('dispatcher');
    const call = {
      id: randomUUID(),
      siteId: place.siteId,
      complaint: 'No heat',
      priority: 'today',
      receivedAt: '2026-06-20T12:00:00Z',
    };
    await desk
      .post('/api/calls')
      .send({ ...call, kind: 'call', caller: 'Front desk', crewId: otherCrew })
      .expect(201);
    const visit = () => ({
      id: randomUUID(),
      siteId: place.siteId,
      callIds: [call.id],
      crewId: server.crewId,
      plannedFor: '2026-06-20',
    });
    const technician = await server.as('technician');
    await technician.post('/api/visits').send(visit()).expect(403);
    await desk.post('/api/visits').send(visit()).expect(201);
  });
});
