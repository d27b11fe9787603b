import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import type { Express } from 'express';
import { ROLES, type Role } from '#contracts/roles';
import { createApp } from '../app.ts';
import { connect, type Database } from '../db/connect.ts';
import { migrate } from '../upgrade/migrate.ts';
import { EventHub } from '../events/hub.ts';
import { wordFrom } from '../setup/service.ts';
import { hashPassword } from '../people/passwords.ts';
import { Who } from '../people/who.ts';
import { Searches } from '../routes/solve/searches.ts';
import { Jobs } from '../system/jobs.ts';
import { sessionPoolFor } from '../http/sessions.ts';
import { DriveTimes } from '../outside/driveTimes.ts';
import { waysFor } from '../telling/outgoing.ts';
import { Forecast } from '../outside/forecast.ts';
import { Geocoder } from '../outside/geocoder.ts';
import { Tiles } from '../outside/tiles.ts';
import type { Dependencies } from '../dependencies.ts';

export const PASSWORD = 'open-the-hatch';
/** One quick hash for all test users: tests sign in hundreds of times. */
const QUICK = 2 ** 10;
const passwordHash = hashPassword(PASSWORD, QUICK);

export interface TestServer {
  readonly app: Express;
  readonly db: Database;
  readonly crewId: string;
  readonly url: string;
  /** Moves the server's clock. */
  setNow(at: string): void;
  /** An agent that keeps its session cookie. */
  as(role: Role): Promise<ReturnType<typeof request.agent>>;
  stop(): Promise<void>;
}

function adminUrl(): string {
  const url = process.env.GRADUM_TEST_DATABASE;
  if (!url) throw new Error('GRADUM_TEST_DATABASE is not set; run the tests with "npm test"');
  return url;
}

/**
 * Runs statements on the server's own database, one at a time across all Jest workers where they touch the
 * template.
 */
async function admin(statements: (client: pg.Client) => Promise<void>): Promise<void> {
  const client = new pg.Client({ connectionString: adminUrl() });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock(4180)');
    await statements(client);
  } finally {
    await client.end();
  }
}

/** A database without anything in it. */
export async function emptyDatabase(): Promise<string> {
  const name = `t_${randomUUID().replaceAll('-', '')}`;
  await admin(async (client) => void (await client.query(`create database ${name}`)));
  const url = new URL(adminUrl());
  url.pathname = `/${name}`;
  return url.href;
}

async function freshDatabase(): Promise<string> {
  const name = `t_${randomUUID().replaceAll('-', '')}`;
  const template = new URL(adminUrl());
  template.pathname = '/gradum_template';
  await admin(async (client) => {
    const known = await client.query("select 1 from pg_database where datname = 'gradum_template'");
    if (known.rowCount === 0) {
      await client.query('create database gradum_template');
      const db = connect(template.href, { poolSize: 1 });
      await migrate(db);
      await db.close();
    }
    await client.query(`create database ${name} template gradum_template`);
  });
  const url = new URL(adminUrl());
  url.pathname = `/${name}`;
  return url.href;
}

/** Where the crews of tests start. */
export const YARD = { startName: 'Yard', startLat: 41, startLon: -70 } as const;
/** A week with the same shift on every day. */
export const everyDay = (start: number, end: number) => Array.from({ length: 7 }, () => ({ start, end }));
/** Puts somebody into a crew for good. */
export const member = (db: Database, crewId: string, userId: string) =>
  db.models.CrewMember.create({ crewId, userId, fromDay: '2000-01-01' });

/** One user of each role, and a crew with the technician in it. @returns the crew's id */
async function oneOfEach(db: Database): Promise<string> {
  const crew = await db.models.Crew.create({ name: 'Test crew', ...YARD, week: everyDay(420, 960) });
  for (const role of ROLES) {
    const user = await db.models.User.create({
      login: role,
      displayName: `Test ${role}`,
      role,
      passwordHash: await passwordHash,
    });
    if (role === 'technician') await member(db, crew.id, user.id);
  }
  return crew.id;
}

/**
 * A whole server on a fresh database, with one user of each role and one crew.
 *
 * @param nobody leaves it as a new company finds it
 */
export async function testServer({
  nobody = false,
  ...given
}: Partial<Dependencies> & { nobody?: boolean } = {}): Promise<TestServer> {
  const url = await freshDatabase();
  const db = connect(url, { poolSize: 6 });
  const logger = pino({ level: process.env.LOG_LEVEL ?? 'silent' });
  const sessionPool = sessionPoolFor(url, logger, 2);
  let now: Date | undefined;
  const clock = { now: () => now ?? new Date(), shiftMs: 0 };
  const who = new Who(db, clock);
  const hub = new EventHub(url, db, logger, who);
  await hub.start();
  const jobs = new Jobs(db);
  const app = createApp({
    db,
    sessionPool,
    hub,
    who,
    jobs,
    searches: new Searches(new URL('./search.js', import.meta.url), { db, jobs, logger }),
    logger,
    clock,
    driveTimes: new DriveTimes(undefined),
    forecast: new Forecast(undefined),
    geocoder: new Geocoder(undefined),
    tiles: new Tiles(undefined, undefined),
    ways: waysFor({}),
    sessionSecret: 'test',
    setupWord: wordFrom('test'),
    passwordCost: QUICK,
    ...given,
  });
  const crewId = nobody ? '' : await oneOfEach(db);
  return {
    app,
    db,
    url,
    crewId,
    setNow: (at) => {
      now = new Date(at);
    },
    as: async (role) => {
      const agent = request.agent(app);
      await agent.post('/api/session').send({ login: role, password: PASSWORD }).expect(200);
      return agent;
    },
    stop: async () => {
      await hub.stop();
      await sessionPool.end();
      await db.close();
    },
  };
}

/** Has everything of the customer maintained as the trade usually does, from long ago. */
export const agreeAsUsual = (agent: request.Agent, customerId: string) =>
  agent
    .post('/api/agreements/usual')
    .send({
      id: randomUUID(),
      from: '2010-01-01',
      maintained: true,
      agreements: [{ id: randomUUID(), customerId }],
    })
    .expect(201);

/** A customer with one site and one unit, made through the API. */
export async function oneUnit(
  server: TestServer,
  unit: Record<string, unknown> = {},
): Promise<{ customerId: string; siteId: string; unitId: string }> {
  const agent = await server.as('manager');
  const [customerId, siteId, unitId] = [randomUUID(), randomUUID(), randomUUID()];
  await agent.post('/api/customers').send({ id: customerId, name: 'Lantern Roller Rink' }).expect(201);
  await agent
    .post('/api/sites')
    .send({ id: siteId, customerId, name: 'Rink hall', lat: 41, lon: -70 })
    .expect(201);
  await agent
    .post('/api/units')
    .send({ id: unitId, siteId, tag: 'RTU-1', kind: 'package gas/electric', ...unit })
    .expect(201);
  return { customerId, siteId, unitId };
}

/** A visit planned for a day on a site, open to be written on; the id of it. */
export async function openVisit(
  server: TestServer,
  siteId: string,
  plannedFor = '2026-06-20',
): Promise<string> {
  const id = randomUUID();
  const desk = await server.as('dispatcher');
  await desk
    .post('/api/visits')
    .send({ id, siteId, callIds: [], crewId: server.crewId, plannedFor })
    .expect(201);
  return id;
}
