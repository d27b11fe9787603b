#!/usr/bin/env node
// npm start: everything a fresh machine needs, then the application. `-- --fresh` starts over with an empty
// database.
import { existsSync } from 'node:fs';
import net from 'node:net';
import { build, ensureDatabase, loadDemo, serve, sessionSecret } from './lib/app.mjs';
import { needNode, needNpmPackages } from './lib/install.mjs';
import { dataFolder, needPostgres, startPostgres } from './lib/postgres.mjs';
import { freePort, ROOT, say, Stop } from './lib/run.mjs';

const PREFERRED_PORT = 4180;
const fresh = process.argv.includes('--fresh');

const canListen = (port) =>
  new Promise((resolve) => {
    const probe = net.createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

async function main() {
  const began = Date.now();
  needNode();
  await needNpmPackages();
  await build(say);
  let database;
  if (process.env.DATABASE_URL) {
    if (fresh)
      throw new Stop(
        '--fresh empties only the database that npm start keeps itself; empty the one DATABASE_URL names by hand.',
      );
    database = { url: process.env.DATABASE_URL, stop: () => {} };
    say('using the database that DATABASE_URL names');
  } else {
    needPostgres();
    database = await startPostgres({ fresh });
  }
  const running = { stop: async () => {} };
  let stopping = false;
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    await running.stop();
    try {
      database.stop();
    } catch (error) {
      say(`PostgreSQL did not stop by itself: ${error.message}`);
    }
    process.exit(code);
  };
  process.on('SIGINT', () => void stop(0));
  process.on('SIGTERM', () => void stop(0));
  try {
    await ensureDatabase(database.url);
    say('migrating, and loading the demo if the database is empty …');
    const demo = loadDemo(database.url);
    const wanted = process.env.PORT ? Number(process.env.PORT) : PREFERRED_PORT;
    const port = process.env.PORT || (await canListen(wanted)) ? wanted : await freePort();
    const host = process.env.HOST ?? '127.0.0.1';
    const secret = process.env.DATABASE_URL ? undefined : sessionSecret(dataFolder());
    Object.assign(running, await serve({ url: database.url, port, host, secret }));
    if (running.failed())
      throw new Stop(`The server ended at once. Is port ${port} free? Set PORT to another.`);
    for (const child of running.children) child.once('exit', () => void stop(1));
    console.log(`
  Gradum is at http://${host}:${port}   (${Math.round((Date.now() - began) / 1000)} s${demo ? ', demo loaded' : ''})

  Sign in as    maren     manager
                desmond   dispatcher
                ada       technician
  password      ironleaf-roofs   (demo only)

  Ctrl-C stops everything. "npm start -- --fresh" starts over.
`);
  } catch (error) {
    report(error);
    await stop(1);
  }
}

function report(error) {
  console.error(`\n${error instanceof Stop ? error.message : (error.stack ?? error)}`);
  if (!existsSync(`${ROOT}/node_modules`)) console.error('Nothing was installed yet.');
}

main().catch((error) => {
  report(error);
  process.exit(1);
});
