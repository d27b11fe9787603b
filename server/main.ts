import cluster from 'node:cluster';
import { pino } from 'pino';
import { lead, processesWanted } from './processes.ts';
import { prepare, serve } from './serve.ts';

const logger = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
const url = process.env.DATABASE_URL;
if (!url) {
  logger.fatal(
    'DATABASE_URL is not set. "npm start" sets it; to run the server alone, point it at a PostgreSQL ' +
      'database.',
  );
  process.exit(1);
}
const count = processesWanted();
if (!cluster.isPrimary) await serve(url, logger, count);
else {
  await prepare(url, logger);
  await (count === 1 ? serve(url, logger, count) : lead(url, logger, count));
}
