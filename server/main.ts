import { randomBytes } from 'node:crypto';
import path from 'node:path';
import pg from 'pg';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { clockFor } from './http/clock.ts';
import { companyNow } from './settings/service.ts';
import { connect } from './db/connect.ts';
import { migrate } from './db/migrate.ts';
import { EventHub } from './events/hub.ts';
import { DriveTimes } from './routes/driveTimes.ts';

const logger = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
const url = process.env.DATABASE_URL;
if (!url) {
  logger.fatal(
    'DATABASE_URL is not set. "npm start" sets it; to run the server alone, point it at a PostgreSQL database.',
  );
  process.exit(1);
}

const db = connect(url);
await migrate(db);
const sessionPool = new pg.Pool({ connectionString: url, max: 4 });
const hub = new EventHub(url, db, logger);
await hub.start();

const app = createApp({
  db,
  sessionPool,
  hub,
  logger,
  clock: clockFor(process.env.GRADUM_TODAY, (await companyNow(db)).timeZone),
  driveTimes: new DriveTimes(process.env.GRADUM_ROUTING_URL, process.env.GRADUM_ROUTING_PATH_URL),
  // Without a fixed secret a restart signs everybody out; "npm start" keeps one beside the data.
  sessionSecret: process.env.SESSION_SECRET ?? randomBytes(32).toString('hex'),
  webRoot: path.resolve(process.env.GRADUM_WEB ?? 'dist/web'),
});

const host = process.env.HOST ?? '127.0.0.1';
const server = app.listen(Number(process.env.PORT ?? 4180), host, (error?: Error) => {
  if (error) {
    logger.fatal(
      `cannot listen on ${host}:${process.env.PORT ?? 4180}: ${error.message}. Set PORT to a free one.`,
    );
    process.exit(1);
  }
});

let stopping = false;
/** Ends open streams and connections, so that Ctrl-C leaves nothing behind. */
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  await hub.stop();
  server.closeAllConnections();
  server.close();
  await sessionPool.end();
  await db.close();
  process.exit(0);
}
process.on('SIGINT', () => void stop());
process.on('SIGTERM', () => void stop());
