import cluster, { type Worker } from 'node:cluster';
import { randomUUID } from 'node:crypto';
import os from 'node:os';
import type { Logger } from 'pino';
import { connect } from './db/connect.ts';

/*
 * One process answers one request at a time with one core. The first process leads: it holds the port, starts
 * one for each core, and starts another where one has died. What they share is in the database.
 */

/** More than these would want more connections than a PostgreSQL as installed gives. */
const MOST = 8;
/** A process that dies again and again is not started without a pause. */
const PAUSE_MS = 1000;

/**
 * How many processes serve: one for each core, or `GRADUM_WORKERS`.
 *
 * @throws RangeError where that is no number of processes
 */
export function processesWanted(given = process.env.GRADUM_WORKERS): number {
  if (!given) return Math.min(MOST, os.availableParallelism());
  const count = Number(given);
  if (!Number.isInteger(count) || count < 1 || count > 64)
    throw new RangeError(`GRADUM_WORKERS must be a number from 1 to 64, not "${given}"`);
  return count;
}

/** Starts that many processes and keeps them going until it is told to stop. */
export async function lead(url: string, logger: Logger, count: number): Promise<void> {
  const db = connect(url, { poolSize: 1 });
  let stopping = false;
  let served = false;

  const begin = (): void => {
    const id = randomUUID();
    const worker = cluster.fork({ GRADUM_PROCESS: id, GRADUM_WORKERS: String(count) });
    worker.once('listening', () => (served = true));
    worker.once('exit', (code, signal) => {
      if (stopping) return;
      // What none has been able to do at its start none will: it has said why. Later it may be the database
      // that is away for a while, and the others go on.
      if (!served) return void stop(1);
      logger.error({ code, signal }, 'a server process has died; another is started');
      void tellOfWorkOf(id).catch(() => {});
      setTimeout(() => stopping || begin(), PAUSE_MS);
    });
  };

  /** Whoever waits for what the process was at is told so at once. */
  const tellOfWorkOf = async (id: string): Promise<void> => {
    await db.models.Search.update({ state: 'broke off' }, { where: { process: id, state: 'runs' } });
    await db.models.Job.destroy({ where: { process: id } });
  };

  const stop = async (code: number): Promise<void> => {
    if (stopping) return;
    stopping = true;
    await Promise.all(Object.values(cluster.workers ?? {}).map((worker) => worker && ended(worker)));
    await db.close();
    process.exit(code);
  };
  process.on('SIGINT', () => void stop(0));
  process.on('SIGTERM', () => void stop(0));
  for (let i = 0; i < count; i++) begin();
}

/** A process that cannot close what it has open within this is ended all the same. */
const PATIENCE_MS = 20_000;

const ended = (worker: Worker): Promise<void> =>
  new Promise((resolve) => {
    if (worker.isDead()) return resolve();
    const late = setTimeout(() => worker.process.kill('SIGKILL'), PATIENCE_MS);
    worker.once('exit', () => {
      clearTimeout(late);
      resolve();
    });
    worker.process.kill('SIGTERM');
  });
