import { randomBytes } from 'node:crypto';
import path from 'node:path';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { sessionPoolFor } from './http/sessions.ts';
import { clockFor } from './http/clock.ts';
import { serverFor } from './http/listen.ts';
import { wordFrom } from './setup/service.ts';
import { companyNow } from './settings/service.ts';
import { untilThere } from './db/away.ts';
import { connect } from './db/connect.ts';
import { migrate } from './upgrade/migrate.ts';
import { EventHub } from './events/hub.ts';
import { forgetOldCounts } from './people/gate.ts';
import { Who } from './people/who.ts';
import { Searches } from './routes/solve/searches.ts';
import { Jobs } from './system/jobs.ts';
import { DriveTimes } from './outside/driveTimes.ts';
import { Forecast } from './outside/forecast.ts';

const logger = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
const url = process.env.DATABASE_URL;
if (!url) {
  logger.fatal(
    'DATABASE_URL is not set. "npm start" sets it; to run the server alone, point it at a PostgreSQL ' +
      'database.',
  );
  process.exit(1);
}

const db = connect(url);
const waits = () => logger.warn('the database is not there yet; waiting for it');
try {
  await untilThere(() => migrate(db), waits);
} catch (error) {
  logger.fatal(`the database that DATABASE_URL names cannot be used: ${(error as Error).message}`);
  process.exit(1);
}
const sessionPool = sessionPoolFor(url, logger);
const clock = clockFor(process.env.GRADUM_TODAY, (await companyNow(db)).timeZone);
const who = new Who(db, clock);
const hub = new EventHub(url, db, logger, who);
await untilThere(() => hub.start(), waits);

// Without a fixed secret a restart signs everybody out; "npm start" keeps one beside the data.
const sessionSecret = process.env.SESSION_SECRET ?? randomBytes(32).toString('hex');

// "npm start" mints the word and prints it; a server that is run alone says it itself.
const given = process.env.GRADUM_SETUP_WORD;
const setupWord = given ?? wordFrom(sessionSecret);
if (!given && (await db.models.User.count()) === 0)
  logger.warn({ word: setupWord }, 'nobody is on record: set the company up in the browser, with this word');

const jobs = new Jobs();
const app = createApp({
  db,
  sessionPool,
  hub,
  who,
  jobs,
  searches: new Searches(new URL('./search.js', import.meta.url), { jobs, logger }),
  logger,
  clock,
  driveTimes: new DriveTimes(process.env.GRADUM_ROUTING_URL, process.env.GRADUM_ROUTING_PATH_URL),
  forecast: new Forecast(process.env.GRADUM_FORECAST_URL),
  sessionSecret,
  setupWord,
  webRoot: path.resolve(process.env.GRADUM_WEB ?? 'dist/web'),
});

const host = process.env.HOST ?? '127.0.0.1';
const server = serverFor(app);
server.on('error', (error) => {
  logger.fatal(
    `cannot listen on ${host}:${process.env.PORT ?? 4180}: ${error.message}. Set PORT to a free one.`,
  );
  process.exit(1);
});
server.listen(Number(process.env.PORT ?? 4180), host);

// What fails now is done an hour later.
const tidy = () => void forgetOldCounts(sessionPool).catch(() => {});
setInterval(tidy, 3600_000).unref();

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
