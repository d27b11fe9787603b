import { randomBytes } from 'node:crypto';
import path from 'node:path';
import type { Logger } from 'pino';
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
import { Geocoder } from './outside/geocoder.ts';
import { Tiles } from './outside/tiles.ts';
import { waysFor } from './telling/outgoing.ts';
import { sendWhatWaits } from './telling/service.ts';
import { sharedRoads } from './outside/roads.ts';

/** How often it is looked whether a message waits that could not be sent before. */
const SEND_EVERY_MS = 60_000;

/** Connections to the database that all processes may have together, for requests and for sessions. */
const CONNECTIONS = { requests: 64, sessions: 16 } as const;
const share = (all: number, processes: number, least: number, most: number): number =>
  Math.min(most, Math.max(least, Math.floor(all / processes)));

/**
 * What is done once before any process serves: the database is waited for and brought up to date, and what
 * all processes have to agree on is put into the environment they inherit.
 */
export async function prepare(url: string, logger: Logger): Promise<void> {
  const db = connect(url, { poolSize: 2 });
  try {
    await untilThere(
      () => migrate(db),
      () => logger.warn('the database is not there yet; waiting for it'),
    );
  } catch (error) {
    logger.fatal(`the database that DATABASE_URL names cannot be used: ${(error as Error).message}`);
    process.exit(1);
  }
  const clock = clockFor(process.env.GRADUM_TODAY, (await companyNow(db)).timeZone);
  process.env.GRADUM_SHIFT_MS = String(clock.shiftMs);
  // Without a fixed secret a restart signs everybody out; "npm start" keeps one beside the data.
  process.env.SESSION_SECRET ??= randomBytes(32).toString('hex');
  // "npm start" mints the word and prints it; a server that is run alone says it itself.
  if (!process.env.GRADUM_SETUP_WORD) {
    const word = wordFrom(process.env.SESSION_SECRET);
    process.env.GRADUM_SETUP_WORD = word;
    if ((await db.models.User.count()) === 0)
      logger.warn({ word }, 'nobody is on record: set the company up in the browser, with this word');
  }
  await db.close();
}

/** What `prepare` has put there. */
const inherited = (name: string): string => {
  const value = process.env[name];
  if (value === undefined) throw new Error(`${name} is not set: this process was not started by the first`);
  return value;
};

/** Serves in this process, one of so many, until it is told to stop. */
export async function serve(url: string, logger: Logger, processes: number): Promise<void> {
  const { requests, sessions } = CONNECTIONS;
  const db = connect(url, { poolSize: share(requests, processes, 4, 12) });
  const sessionPool = sessionPoolFor(url, logger, share(sessions, processes, 2, 4));
  const shiftMs = Number(inherited('GRADUM_SHIFT_MS'));
  const clock = { now: () => new Date(Date.now() + shiftMs), shiftMs };
  const who = new Who(db, clock);
  const hub = new EventHub(url, db, logger, who);
  await untilThere(
    () => hub.start(),
    () => logger.warn('the database is not there yet; waiting for it'),
  );
  const jobs = new Jobs(db);
  const searches = new Searches(new URL('./search.js', import.meta.url), { db, jobs, logger });
  const { GRADUM_ROUTING_URL, GRADUM_ROUTING_PATH_URL, GRADUM_FORECAST_URL, GRADUM_WEB } = process.env;
  const { GRADUM_GEOCODER_URL, GRADUM_TILES_URL, GRADUM_TILES_ATTRIBUTION } = process.env;
  const { GRADUM_SMTP_URL, GRADUM_MAIL_FROM, GRADUM_TEXT_URL, GRADUM_TEXT_TOKEN } = process.env;
  const ways = waysFor({
    smtp: GRADUM_SMTP_URL,
    from: GRADUM_MAIL_FROM,
    gateway: GRADUM_TEXT_URL,
    token: GRADUM_TEXT_TOKEN,
  });
  const app = createApp({
    ...{ db, sessionPool, hub, who, jobs, searches, logger, clock },
    driveTimes: new DriveTimes(GRADUM_ROUTING_URL, GRADUM_ROUTING_PATH_URL, sharedRoads(db)),
    forecast: new Forecast(GRADUM_FORECAST_URL),
    geocoder: new Geocoder(GRADUM_GEOCODER_URL),
    tiles: new Tiles(GRADUM_TILES_URL, GRADUM_TILES_ATTRIBUTION),
    ways,
    sessionSecret: inherited('SESSION_SECRET'),
    setupWord: inherited('GRADUM_SETUP_WORD'),
    webRoot: path.resolve(GRADUM_WEB ?? 'dist/web'),
  });

  const host = process.env.HOST ?? '127.0.0.1';
  const port = Number(process.env.PORT ?? 4180);
  const server = serverFor(app);
  server.on('error', (error) => {
    logger.fatal(`cannot listen on ${host}:${port}: ${error.message}. Set PORT to a free one.`);
    process.exit(1);
  });
  server.listen(port, host);

  // What fails now is done an hour later.
  const tidy = () => void forgetOldCounts(sessionPool).catch(() => {});
  setInterval(tidy, 3600_000).unref();
  // What could not be reached is tried again; of several processes one claims each message.
  const send = () =>
    void sendWhatWaits({ db, clock, ways }).catch((error) =>
      logger.error({ error }, 'a message could not be handed over'),
    );
  if (ways.have.length > 0) setInterval(send, SEND_EVERY_MS).unref();

  let stopping = false;
  /** Ends open streams and connections, so that Ctrl-C leaves nothing behind. */
  const stop = async (): Promise<void> => {
    if (stopping) return;
    stopping = true;
    await searches.end().catch(() => {});
    await hub.stop();
    server.closeAllConnections();
    server.close();
    await sessionPool.end();
    await db.close();
    process.exit(0);
  };
  process.on('SIGINT', () => void stop());
  process.on('SIGTERM', () => void stop());
}
