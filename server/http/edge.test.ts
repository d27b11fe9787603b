import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import net, { type AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import express from 'express';
import { pino } from 'pino';
import request from 'supertest';
import { Room } from '../db/room.ts';
import { testServer, type TestServer } from '../testing/server.ts';
import { serverFor } from './listen.ts';
import { failureOf, problemHandler } from './problem.ts';

const webRoot = mkdtempSync(path.join(os.tmpdir(), 'gradum-web-'));
mkdirSync(path.join(webRoot, 'assets'));
writeFileSync(path.join(webRoot, 'assets', 'a-1.js'), 'export {};');
writeFileSync(path.join(webRoot, 'index.html'), '<!doctype html>');
let server: TestServer;
let manager: Awaited<ReturnType<TestServer['as']>>;
beforeAll(async () => {
  server = await testServer({ webRoot });
  manager = await server.as('manager');
});
afterAll(async () => {
  await server.stop();
  rmSync(webRoot, { recursive: true, force: true });
});
const titled = (answer: { text: string }) => JSON.parse(answer.text) as { title: string; detail?: string };

describe('files of the application', () => {
  it('one that is missing is not found: nothing is said of the database, nor of this machine', async () => {
    const answer = await request(server.app).get('/assets/gone-2.js').expect(404);
    expect(titled(answer)).toEqual({ type: 'about:blank', title: 'That file not found', status: 404 });
    expect(answer.text).not.toContain(webRoot);
    await request(server.app)
      .get('/assets/a-1.js')
      .expect(200)
      .expect('cache-control', /immutable/);
    await request(server.app).get('/sites').expect(200).expect('content-type', /html/);
  });

  it('answers of the API stay in no cache', async () => {
    for (const path of ['/api/session', '/api/sites', '/api/nothing-here'])
      expect([path, (await manager.get(path)).headers['cache-control']]).toEqual([path, 'no-store']);
  });
});

describe('a full disk', () => {
  it('is called so, and the process is not ready until there is room again', async () => {
    const customer = () =>
      manager.post('/api/customers').send({ id: randomUUID(), name: `Full ${randomUUID()}` });
    const body = "'begin raise exception ''could not extend file'' using errcode = ''53100''; end'";
    for (const sql of [
      `create function full_row() returns trigger language plpgsql as ${body}`,
      `create function full_ddl() returns event_trigger language plpgsql as ${body}`,
      'create trigger full_now before insert on customers for each row execute function full_row()',
    ])
      await server.db.run(sql);
    await manager.get('/api/health/ready').expect(200);
    await server.db.run(
      'create event trigger full_everywhere on ddl_command_start execute function full_ddl()',
    );
    const refused = await customer().expect(503);
    expect([titled(refused).title, refused.headers['retry-after']]).toEqual([
      'The disk of the database is full: nothing can be written',
      '60',
    ]);
    // Reading goes on, and says nothing of writing.
    await manager.get('/api/sites').expect(200);
    const notReady = await manager.get('/api/health/ready').expect(503);
    expect(titled(notReady).title).toMatch(/disk of the database is full/);
    await server.db.run('alter event trigger full_everywhere disable');
    await server.db.run('drop event trigger full_everywhere');
    await server.db.run('drop trigger full_now on customers');
    await manager.get('/api/health/ready').expect(200);
    await customer().expect(201);
  });
});

describe('what leaves the server of a failure', () => {
  const logged: string[] = [];
  const answerTo = (error: Error) => {
    const app = express();
    app.get('/', (_request, _response, next) => next(error));
    const logger = pino({}, { write: (line: string) => void logged.push(line) });
    app.use(problemHandler(logger, new Room(server.db)));
    return request(app).get('/');
  };
  const secret = 'quiet-words';
  const driver = (code: string) =>
    Object.assign(new Error(`invalid input "${secret}"`), {
      code,
      severity: 'ERROR',
      detail: `Key (login)=(${secret}) already exists.`,
      table: 'users',
    });
  const model = (code: string) =>
    Object.assign(new Error(`column "login" of "${secret}"`), {
      name: 'SequelizeDatabaseError',
      sql: `insert into users values ('${secret}')`,
      parameters: [secret],
      original: { code, detail: `Key (login)=(${secret}) already exists.`, table: 'users' },
    });

  it.each(['23505', '23503', '23514', '23P01'])('%s names no column and no value', async (code) => {
    const answer = await answerTo(model(code));
    expect([409, 422]).toContain(answer.status);
    expect(answer.text).not.toMatch(/login|users|quiet|column/);
  });

  it('a log line of the database keeps the code, whether models or the driver threw it', async () => {
    logged.length = 0;
    await answerTo(model('42703')).expect(500);
    await answerTo(driver('22P02')).expect(500);
    expect(logged.map((line) => JSON.parse(line).code)).toEqual(['42703', '22P02']);
    expect(logged.join('')).not.toContain(secret);
    expect(JSON.stringify([failureOf(model('42703')), failureOf(driver('22P02'))])).not.toContain(secret);
    // What is our own is told in its own words.
    expect(failureOf(new TypeError('x is not a function'))).toMatchObject({ message: 'x is not a function' });
  });
});

describe('a slow sender', () => {
  const slow = (send: (socket: net.Socket) => void): Promise<'closed'> =>
    new Promise((resolve, reject) => {
      const listening = serverFor(server.app, { headMs: 300, wholeMs: 600, everyMs: 50 });
      listening.listen(0, '127.0.0.1', () => {
        const socket = net.connect((listening.address() as AddressInfo).port, '127.0.0.1');
        socket.on('close', () => {
          listening.close();
          resolve('closed');
        });
        socket.on('error', reject);
        socket.resume();
        send(socket);
      });
    });

  it('of a head, of a body that may be read, and of one that may not, is closed on', async () => {
    expect(await slow((socket) => socket.write('GET /api/session HTTP/1.1\r\nHost: x\r\nX-A: '))).toBe(
      'closed',
    );
    const post = (path: string) =>
      `POST ${path} HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 1000\r\n\r\n{`;
    expect(await slow((socket) => socket.write(post('/api/session')))).toBe('closed');
    expect(await slow((socket) => socket.write(post('/api/imports')))).toBe('closed');
  });
});
