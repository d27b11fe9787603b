import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { testServer, type TestServer } from '../testing/server.ts';
import { databaseIsAway, diskIsFull, untilThere } from './away.ts';

let server: TestServer;
let manager: Awaited<ReturnType<TestServer['as']>>;
let admin: pg.Client;
let name: string;
beforeAll(async () => {
  server = await testServer();
  manager = await server.as('manager');
  const url = new URL(server.url);
  name = url.pathname.slice(1);
  url.pathname = '/postgres';
  admin = new pg.Client({ connectionString: url.href });
  await admin.connect();
});
afterAll(async () => {
  await admin.end();
  await server.stop();
});

const allow = (yes: boolean) => admin.query(`alter database ${name} allow_connections ${yes}`);
/** What a restart does to every connection that is open. */
const cut = () =>
  admin.query('select pg_terminate_backend(pid) from pg_stat_activity where datname = $1', [name]);
const pause = (ms: number) => new Promise((go) => setTimeout(go, ms));

describe('a database that goes away', () => {
  it(
    'for a moment: every idle connection cut at once ends nothing, and the next requests are ' + 'answered',
    async () => {
      for (let round = 0; round < 3; round++) {
        await manager.get('/api/units').expect(200);
        await cut();
        await pause(100);
        await manager.get('/api/units').expect(200);
      }
    },
  );

  it('for longer: who asks is told to try again, the process lives, and works again when it is back', async () => {
    await allow(false);
    await cut();
    await pause(100);
    const id = randomUUID();
    const call = () => manager.post('/api/customers').send({ id, name: 'Saltings Ceramics' });
    const refused = await call().expect(503);
    expect(refused.headers['retry-after']).toBe('2');
    expect(JSON.parse(refused.text).detail).toMatch(/sent twice counts once/);
    await manager.get('/api/health').expect(200);
    await manager.get('/api/health/ready').expect(503);
    await allow(true);
    await manager.get('/api/health/ready').expect(200);
    await call().expect(201);
    // The news come again too, from a new connection.
    await pause(1500);
    const [listening] = await server.db.rows<{ n: number }>(
      "select count(*)::int as n from pg_stat_activity where datname = $1 and query = 'listen log'",
      [name],
    );
    expect(listening?.n).toBe(1);
  });

  it('while something is written: it stands whole or not at all, and can be sent again', async () => {
    const ids = Array.from({ length: 12 }, () => randomUUID());
    const send = (id: string) => manager.post('/api/customers').send({ id, name: `Depot ${id}` });
    const all = Promise.all(ids.map(send));
    await pause(5);
    await cut();
    const statuses = (await all).map(({ status }) => status);
    expect(statuses.filter((status) => status !== 201 && status !== 503)).toEqual([]);
    for (const id of ids) await send(id).expect(201);
    const [counted] = await server.db.rows<{ n: number }>(
      'select count(*)::int as n from customers where id = any($1::uuid[])',
      [ids],
    );
    expect(counted?.n).toBe(ids.length);
  });
});

describe('what counts as away', () => {
  it('is a broken line or a database that restarts, not a mistake in what was asked', () => {
    const error = (more: object, message = 'x') => Object.assign(new Error(message), more);
    for (const away of [
      error({ code: 'ECONNREFUSED' }),
      error({ code: '57P01' }),
      error({ name: 'SequelizeDatabaseError', original: error({ code: '57P03' }) }),
      error({}, 'Connection terminated unexpectedly'),
    ])
      expect([away.message, databaseIsAway(away)]).toEqual([away.message, true]);
    for (const other of [error({ code: '23505' }), error({ original: error({ code: '42703' }) }), 'x', null])
      expect(databaseIsAway(other)).toBe(false);
  });

  it('is waited for once, and said once; a wrong password is not waited for', async () => {
    let tries = 0;
    let said = 0;
    const there = await untilThere(
      async () => {
        if (++tries < 3) throw Object.assign(new Error('no'), { code: 'ECONNREFUSED' });
        return 'there';
      },
      () => said++,
    );
    expect([there, tries, said]).toEqual(['there', 3, 1]);
    const wrong = Object.assign(new Error('password authentication failed'), { code: '28P01' });
    await expect(
      untilThere(
        () => Promise.reject(wrong),
        () => {},
      ),
    ).rejects.toBe(wrong);
  });
});

it('a missing file says nothing of the database, a missing socket does, and a full disk is not away', () => {
  const failed = (more: object) => Object.assign(new Error('no'), more);
  expect(databaseIsAway(failed({ code: 'ENOENT', syscall: 'stat' }))).toBe(false);
  expect(databaseIsAway(failed({ code: 'ENOENT', syscall: 'connect' }))).toBe(true);
  const full = failed({ original: failed({ code: '53100' }) });
  expect([diskIsFull(full), databaseIsAway(full)]).toEqual([true, false]);
  expect([diskIsFull(failed({ code: '53300' })), databaseIsAway(failed({ code: '53300' }))]).toEqual([
    false,
    true,
  ]);
});
