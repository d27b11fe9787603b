import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { may, ROLES } from '#contracts/roles';
import { ENDPOINTS } from './app.ts';
import { hashPassword } from './people/passwords.ts';
import { oneUnit, PASSWORD, testServer, type TestServer } from './testing/server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.stop());

const send = (agent: ReturnType<typeof request.agent>, route: (typeof ENDPOINTS)[number]) =>
  agent[route.method](route.path.replace(/:\w+/g, () => randomUUID())).send(
    route.method === 'get' ? undefined : {},
  );

describe('every route × every role', () => {
  const guarded = ENDPOINTS.filter((route) => route.action !== 'public' && route.path !== '/api/events');

  it('asks for sign-in', async () => {
    const nobody = request.agent(server.app);
    for (const route of guarded)
      expect([route.path, (await send(nobody, route)).status]).toEqual([route.path, 401]);
  });

  it.each(ROLES)('lets a %s do what the table says and nothing else', async (role) => {
    const agent = await server.as(role);
    for (const route of guarded) {
      const { status } = await send(agent, route);
      const allowed = route.action !== 'public' && may(role, route.action);
      // An allowed route gets past the guard and then complains about the empty request, or answers.
      expect([route.method, route.path, status === 403]).toEqual([route.method, route.path, !allowed]);
      expect([route.path, status >= 500]).toEqual([route.path, false]);
    }
  });

  it('has no route outside the table but signing in, the first set-up, and calendars by their key', () => {
    expect(ENDPOINTS.filter((r) => r.action === 'public').map((r) => r.path)).toEqual([
      '/api/session',
      '/api/session',
      '/api/session',
      '/api/setup',
      '/api/feeds/:id/:key.ics',
    ]);
  });
});

describe('signing in', () => {
  it('refuses a wrong password without telling which half was wrong', async () => {
    const wrong = await request(server.app).post('/api/session').send({ login: 'manager', password: 'nope' });
    const unknown = await request(server.app)
      .post('/api/session')
      .send({ login: 'nobody', password: 'nope' });
    expect(wrong.status).toBe(401);
    expect(unknown.body).toEqual(wrong.body);
  });

  it('stops guessing after ten tries, for other processes and after a restart too', async () => {
    for (let i = 0; i < 10; i++)
      await request(server.app)
        .post('/api/session')
        .send({ login: 'dispatcher', password: `guess ${i}` });
    const refused = await request(server.app)
      .post('/api/session')
      .send({ login: 'dispatcher', password: PASSWORD });
    expect(refused.status).toBe(429);
    expect(refused.body.detail).toMatch(/Try again in \d+ s/);
    const [row] = await server.db.rows<{ points: number }>(
      "select points from throttle where key = 'name:dispatcher'",
    );
    expect(row?.points).toBe(10);
    await server.db.run('delete from throttle');
  });

  it('signs out for good', async () => {
    const agent = await server.as('manager');
    await agent.delete('/api/session').expect(200);
    await agent.get('/api/crews').expect(401);
  });

  it('keeps only a slow hash of the password', async () => {
    expect(await hashPassword(PASSWORD)).toMatch(/^scrypt\$131072\$8\$1\$/);
    const [user] = await server.db.rows<{ password_hash: string }>(
      "select password_hash from users where login = 'manager'",
    );
    expect(user?.password_hash).not.toContain(PASSWORD);
  });
});

describe('errors', () => {
  it('are problem details with the path of each wrong field', async () => {
    const agent = await server.as('manager');
    const answer = await agent
      .post('/api/units')
      .send({ id: 'x', tag: '', siteId: randomUUID(), kind: 'toaster', tons: -2 })
      .expect(422);
    expect(answer.type).toBe('application/problem+json');
    expect(answer.body.errors.map((e: { path: string }) => e.path).sort()).toEqual([
      'id',
      'kind',
      'tag',
      'tons',
    ]);
  });

  it('refuses writes from another site, and what is not JSON', async () => {
    const agent = await server.as('manager');
    await agent
      .post('/api/customers')
      .set('origin', 'http://elsewhere.example')
      .send({ id: randomUUID(), name: 'X' })
      .expect(403);
    await agent.post('/api/customers').set('content-type', 'application/json').send('{ broken').expect(400);
  });
});

describe('records', () => {
  it('are made once however often they are sent, and an id is never reused for something else', async () => {
    const agent = await server.as('manager');
    const body = { id: randomUUID(), name: 'Copperfield Planetarium' };
    await agent.post('/api/customers').send(body).expect(201);
    await agent.post('/api/customers').send(body).expect(201);
    await agent
      .post('/api/customers')
      .send({ ...body, name: 'Other' })
      .expect(409);
    const { body: list } = await agent.get('/api/customers?q=copperfield').expect(200);
    expect(list.total).toBe(1);
  });

  it('answer a stale write with both versions and change nothing', async () => {
    const { unitId } = await oneUnit(server);
    const agent = await server.as('manager');
    const { body: first } = await agent.get(`/api/units/${unitId}`).expect(200);
    await agent
      .patch(`/api/units/${unitId}`)
      .send({ version: first.version, areaServed: 'hall' })
      .expect(200);
    const late = await agent
      .patch(`/api/units/${unitId}`)
      .send({ version: first.version, areaServed: 'foyer' })
      .expect(409);
    expect(late.body.current).toMatchObject({ areaServed: 'hall', version: first.version + 1 });
    await agent.patch(`/api/units/${randomUUID()}`).send({ version: 1, areaServed: 'x' }).expect(404);
  });

  it('are found while typing, under a new name at once', async () => {
    const agent = await server.as('manager');
    const { body: found } = await agent.get('/api/search?q=rtu-1 roll').expect(200);
    expect(found).toMatchObject([{ kind: 'unit', title: 'RTU-1' }]);
    const { body: list } = await agent.get('/api/customers?q=lantern').expect(200);
    await agent
      .patch(`/api/customers/${list.rows[0].id}`)
      .send({ version: list.rows[0].version, name: 'Beacon Roller Rink' })
      .expect(200);
    expect((await agent.get('/api/search?q=beacon')).body.map((f: { kind: string }) => f.kind)).toEqual([
      'customer',
      'site',
      'unit',
    ]);
    expect((await agent.get('/api/search?q=%27%3A%2A%26%21')).body).toEqual([]);
  });

  it('refuse to be lost: the log and the visit sheets are append-only in the database itself', async () => {
    await expect(server.db.run('delete from log')).rejects.toThrow(/append-only/);
    await expect(server.db.run("update entries set kind = 'note'")).rejects.toThrow(/append-only/);
  });
});

describe('what every answer carries', () => {
  it('scripts come from here only, nobody frames it, and types are not guessed', async () => {
    const { headers } = await request(server.app).get('/api/session').expect(200);
    const policy = String(headers['content-security-policy']);
    for (const part of [
      "default-src 'self'",
      "script-src 'self'",
      "object-src 'none'",
      "frame-ancestors 'none'",
    ])
      expect(policy).toContain(part);
    expect(policy).not.toMatch(/script-src[^;]*unsafe-inline/);
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['x-powered-by']).toBeUndefined();
    expect(headers['x-gradum']).toBe('1');
  });

  it('cookies that no script reads and no other site sends', async () => {
    const { headers } = await request(server.app)
      .post('/api/session')
      .send({ login: 'manager', password: PASSWORD })
      .expect(200);
    const cookies = headers['set-cookie'] as unknown as string[];
    expect(cookies).toHaveLength(2);
    for (const cookie of cookies)
      expect(cookie).toMatch(/HttpOnly.*SameSite=Strict|SameSite=Strict.*HttpOnly/);
  });
});

describe('health and unknown addresses', () => {
  it('answers plainly', async () => {
    await request(server.app).get('/api/health').expect(200, { live: true });
    await request(server.app).get('/api/health/ready').expect(200, { ready: true });
    await request(server.app).get('/api/nothing-here').expect(404);
  });
});
