import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import request from 'supertest';
import { ENDPOINTS } from '../app.ts';
import { costOf, threadMs } from '../../core/base/time/testing/cost.ts';
import { oneUnit, openVisit, PASSWORD, testServer, type TestServer } from '../testing/server.ts';
import { BODY, MOST_VALUES, Shape } from './bodies.ts';

const logged: string[] = [];
let server: TestServer;
let manager: Awaited<ReturnType<TestServer['as']>>;
let place: Awaited<ReturnType<typeof oneUnit>>;
beforeAll(async () => {
  const logger = pino({ level: 'info' }, { write: (line: string) => void logged.push(line) });
  server = await testServer({ logger });
  place = await oneUnit(server);
  manager = await server.as('manager');
});
afterAll(() => server.stop());

const problem = (answer: { text: string }) => JSON.parse(answer.text);
/** Sends text as it is. */
const sent = (method: 'post' | 'patch' | 'delete', path: string, body: string, signedIn = true) =>
  (signedIn ? manager : request(server.app))[method](path).set('content-type', 'application/json').send(body);

describe('bodies', () => {
  it('before sign-in two KB are read, and nothing of what somebody sends who may not', async () => {
    const answer = await sent('post', '/api/session', JSON.stringify({ login: 'x'.repeat(3000) }), false);
    expect([answer.status, problem(answer).title]).toEqual([413, 'That is too large: at most 2 KB here']);
    const stranger = await sent('post', '/api/imports', '['.repeat(1_000_000), false);
    expect(stranger.status).toBe(401);
    const technician = await server.as('technician');
    await technician
      .post('/api/imports')
      .set('content-type', 'application/json')
      .send('['.repeat(1_000_000))
      .expect(403);
  });

  it('every route takes in as little as it needs; only files get more than a drawing', () => {
    const files = ENDPOINTS.filter((route) => route.body === 'file').map((route) => route.path);
    expect(files.sort()).toEqual(['/api/imports', '/api/imports/sites', '/api/photos']);
    expect(BODY.usual).toBeLessThanOrEqual(32 * 1024);
  });

  it('JSON that nests deep is refused by one walk over it, wherever it is sent', async () => {
    for (const deep of ['['.repeat(15_000), `${'{"a":'.repeat(5000)}1${'}'.repeat(5000)}`]) {
      const answer = await sent('post', '/api/customers', deep);
      expect([answer.status, problem(answer).title]).toEqual([400, 'The request nests too deep']);
    }
    expect((await sent('post', '/api/imports', '['.repeat(8_000_000))).status).toBe(400);
    // Four times as much to look through costs four times as much; the walk itself, without the network.
    const walk = (size: number) => {
      const body = Buffer.from(`{"a":"${'x'.repeat(size)}"}`);
      return costOf(() => new Shape().walk(body));
    };
    expect(walk(8_000_000) / walk(2_000_000)).toBeLessThan(8);
    // Brackets in text are text.
    const quiet = Buffer.from(`{"a":"${'['.repeat(99)}\\"${'{'.repeat(99)}"}`);
    expect(() => new Shape().walk(quiet)).not.toThrow();
    // Walked in pieces it is the same, wherever the pieces part.
    for (let at = 0; at <= quiet.length; at++) {
      const shape = new Shape();
      expect(() =>
        [quiet.subarray(0, at), quiet.subarray(at)].forEach((part) => shape.walk(part)),
      ).not.toThrow();
    }
  });

  it('two million keys, or thirty megabytes of zeros, are refused while everybody else is answered', async () => {
    const keys = `{${Array.from({ length: 2_000_000 }, (_, i) => `"k${i}":1`).join(',')}}`;
    const escaped = JSON.stringify({ id: randomUUID(), kind: 'units', fileName: 'a', content: 7, more: 'x' });
    const long = escaped.replace('"x"', `"${'\\u0041'.repeat(4_000_000)}"`);
    // What it would hold everybody up for, made into values here: told by this machine as it is now.
    const whole = costOf(() => JSON.parse(keys), 1);
    const bodies: [string, number, RegExp][] = [
      [keys, 400, /more than 100,000 values/],
      ['0'.repeat(31_000_000), 400, /not JSON/],
      [`[${'0,'.repeat(15_000_000)}0]`, 400, /more than 100,000 values/],
      [`{"a":"${'x'.repeat(30_000_000)}`, 400, /not JSON/],
      [long, 422, /content/],
    ];
    for (const [body, status, says] of bodies) {
      const work = (await manager.get('/api/units')).status;
      expect(work).toBe(200);
      const answering = Promise.resolve(sent('post', '/api/imports', body));
      let slowest = 0;
      let over = false;
      void answering.then(() => (over = true));
      // The most that this thread worked without letting anybody else have a turn.
      while (!over) {
        const began = threadMs();
        await new Promise((go) => setTimeout(go, 5));
        slowest = Math.max(slowest, threadMs() - began);
      }
      const answer = await answering;
      expect([answer.status, answer.text.slice(0, 300)]).toEqual([status, expect.stringMatching(says)]);
      expect([body.slice(0, 20), slowest < whole / 3]).toEqual([body.slice(0, 20), true]);
    }
  });

  it('a body at its limit of values is taken', () => {
    const list = (values: number) => Buffer.from(`[${'1,'.repeat(values - 2)}1]`);
    expect(() => new Shape().walk(list(MOST_VALUES))).not.toThrow();
    expect(() => new Shape().walk(list(MOST_VALUES + 2))).toThrow(/more than/);
    expect(() => new Shape().walk(Buffer.from('  "text"'))).toThrow(/not JSON/);
  });

  it('a heading of 60,000 columns is refused as one thing', async () => {
    const content = `${Array.from({ length: 60_000 }, (_, i) => `c${i}`).join(',')}\nx\n`;
    const id = randomUUID();
    const body = JSON.stringify({ id, kind: 'units', fileName: 'wide.csv', content });
    expect((await sent('post', '/api/imports', body)).status).toBe(201);
    const answer = await sent('post', `/api/imports/${id}/preview`, '{}');
    expect(answer.text).toContain('has 60,000 columns; at most 200 are read');
    expect(answer.text.length).toBeLessThan(5000);
  });

  it('a file of words that nobody knows is refused by the line at which that is clear, with what to do', async () => {
    const id = randomUUID();
    const rows = Array.from({ length: 30_000 }, (_, i) => `Cust,Site,U${i},word${i}`).join('\n');
    const body = JSON.stringify({
      id,
      kind: 'units',
      fileName: 'w.csv',
      content: `customer,site,unit,kind\n${rows}\n`,
    });
    expect((await sent('post', '/api/imports', body)).status).toBe(201);
    const answer = await sent('post', `/api/imports/${id}/preview`, '{}');
    expect(answer.text).toMatch(
      /By line 20,\d\d\d more than 20,000 cells cannot be read: look at which column/,
    );
  });

  it('names that every object has are no units, cards or words', async () => {
    const visitId = await openVisit(server, place.siteId);
    const entry = (kind: string, body: object) =>
      manager
        .post(`/api/visits/${visitId}/entries`)
        .send({
          id: randomUUID(),
          visitId,
          unitId: place.unitId,
          kind,
          occurredAt: new Date().toISOString(),
          body,
        });
    for (const name of ['constructor', '__proto__', 'toString', 'hasOwnProperty']) {
      const readings = [{ point: 'return air', value: 75, unit: name }];
      await entry('reading set', { mode: 'cooling', readings }).expect(422);
      await entry('measurement', { card: name, inputs: { a: { value: 1 } } }).expect(422);
      await entry('measurement', {
        card: 'capacitor',
        inputs: { marking: { value: 45, unit: name } },
      }).expect(422);
      const answer = await manager.get(`/api/search/likely?q=${name}`);
      expect([name, answer.status < 500]).toEqual([name, true]);
      await entry('finding', { component: name, failure: 'worn', grade: 'proven' }).expect(201);
    }
  });

  it('a thousand tasks, and ten thousand wrong things, get a short answer', async () => {
    const visitId = await openVisit(server, place.siteId);
    const body = JSON.stringify({
      id: randomUUID(),
      visitId,
      unitId: place.unitId,
      kind: 'work',
      occurredAt: new Date().toISOString(),
      body: { text: 'x', tasks: Array.from({ length: 3000 }, () => 1) },
    });
    const answer = await sent('post', `/api/visits/${visitId}/entries`, body);
    expect(answer.status).toBe(422);
    expect(problem(answer).errors.length).toBeLessThanOrEqual(100);
  });
});

describe('where a write comes from', () => {
  it.each(['null', 'http://evil.example', 'not an address', 'file://', 'http://127.0.0.1:1'])(
    'Origin %s is refused, and is no failure',
    async (origin) => {
      const answer = await manager
        .post('/api/customers')
        .set('origin', origin)
        .send({ id: randomUUID(), name: 'Foreign' })
        .expect(403);
      expect(problem(answer).detail).toMatch(/Host header/);
    },
  );
});

describe('a flood of sign-ins', () => {
  it('does not hold up those at work, and takes at most two hashes at once', async () => {
    const busy = await testServer({ passwordCost: 2 ** 15 });
    const atWork = await busy.as('manager');
    const statuses: number[] = [];
    const flood = Array.from({ length: 60 }, async (_, i) => {
      const answer = await request(busy.app)
        .post('/api/session')
        .set('x-forwarded-for', `10.9.${i}.1`)
        .send({ login: `nobody-${i}`, password: 'guess' });
      statuses.push(answer.status);
    });
    for (let i = 0; i < 10; i++) await atWork.get('/api/units').expect(200);
    const hashedMeanwhile = statuses.filter((status) => status === 401).length;
    await Promise.all(flood);
    await busy.stop();
    const hashed = statuses.filter((status) => status === 401).length;
    // Whoever reads is answered between the hashes, not after them.
    expect(hashedMeanwhile).toBeLessThan(hashed / 2);
    expect(statuses.filter((status) => status !== 401 && status !== 429)).toEqual([]);
    // The queue has an end: whoever comes after it is told to wait.
    expect(statuses.filter((status) => status === 429).length).toBeGreaterThan(10);
  });
});

describe('the log', () => {
  it('names route, person, status and request, never what was sent', async () => {
    logged.length = 0;
    const secret = `quiet-${randomUUID()}`;
    const made = await manager.post('/api/customers').send({ id: randomUUID(), name: secret }).expect(201);
    await manager.get(`/api/customers?q=${secret}`).expect(200);
    await manager.post('/api/customers').send({ id: 'x', name: secret }).expect(422);
    await request(server.app).post('/api/session').send({ login: secret, password: PASSWORD });
    const lines = logged.map((line) => JSON.parse(line));
    expect(lines[0]).toMatchObject({
      method: 'POST',
      route: '/api/customers',
      status: 201,
      requestId: made.headers['x-request-id'],
      person: expect.stringMatching(/^[0-9a-f-]{36}$/),
      responseTime: expect.any(Number),
    });
    expect(lines.map((line) => line.status)).toEqual([201, 200, 422, 401]);
    expect(logged.join('')).not.toContain(secret);
    expect(logged.join('')).not.toContain(PASSWORD);
  });

  it('a failure of the database is logged by its code, without the statement and its values', async () => {
    logged.length = 0;
    const secret = `quiet-${randomUUID()}`;
    await server.db.run('alter table customers rename column notes to notes_gone');
    try {
      await manager.post('/api/customers').send({ id: randomUUID(), name: secret, notes: 'x' }).expect(500);
    } finally {
      await server.db.run('alter table customers rename column notes_gone to notes');
    }
    expect(logged.join('')).toContain('42703');
    expect(logged.join('')).not.toContain(secret);
    expect(logged.join('')).not.toMatch(/insert into/i);
  });
});
