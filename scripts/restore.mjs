#!/usr/bin/env node
// npm run restore -- FILE: brings a backup back. What is in the database now is set aside under another name,
// never deleted; the restored one takes its place only once it is whole.
import { existsSync } from 'node:fs';
import path from 'node:path';
import { whoRuns } from './lib/lock.mjs';
import { databaseFor, program } from './lib/postgres.mjs';
import { plainly, run, say, Stop } from './lib/run.mjs';

const named = (url, name) => {
  const made = new URL(url);
  made.pathname = `/${name}`;
  return made.href;
};
const quoted = (name) => `"${name.replaceAll('"', '""')}"`;

async function main() {
  const [given] = process.argv.slice(2);
  if (!given) throw new Stop('Which file? npm run restore -- FILE');
  const file = path.resolve(given);
  if (!existsSync(file)) throw new Stop(`There is no file ${file}.`);
  try {
    run(program('pg_restore'), ['--list', file]);
  } catch {
    throw new Stop(
      `${file} is no backup made by "npm run backup", or only part of one. Nothing was changed.`,
    );
  }
  const { url, folder, stop } = await databaseFor();
  try {
    const running = whoRuns(folder);
    if (running)
      throw new Stop(
        `Gradum runs at ${running.address ?? 'this folder'}. Stop it first; nothing was changed.`,
      );
    const { default: pg } = await import('pg');
    const client = new pg.Client({ connectionString: named(url, 'postgres') });
    await client.connect();
    try {
      const name = decodeURIComponent(new URL(url).pathname.slice(1));
      const stamp = new Date().toISOString().slice(0, 19).replace(/\D/g, '');
      const [restored, before] = [`${name}_restored_${stamp}`, `${name}_before_${stamp}`];
      await client.query(`create database ${quoted(restored)}`);
      try {
        run(program('pg_restore'), [
          '--exit-on-error',
          '--no-owner',
          '--no-privileges',
          `--dbname=${named(url, restored)}`,
          file,
        ]);
      } catch (error) {
        await client.query(`drop database ${quoted(restored)} with (force)`);
        throw error;
      }
      const known = await client.query('select 1 from pg_database where datname = $1', [name]);
      if (known.rowCount > 0) {
        const open = await client.query('select 1 from pg_stat_activity where datname = $1', [name]);
        if (open.rowCount > 0) {
          await client.query(`drop database ${quoted(restored)} with (force)`);
          throw new Stop(
            'Somebody still uses the database. Stop every Gradum on it first; nothing was changed.',
          );
        }
        await client.query(`alter database ${quoted(name)} rename to ${quoted(before)}`);
        say(`what was there is kept as database ${before}`);
      }
      await client.query(`alter database ${quoted(restored)} rename to ${quoted(name)}`);
      say(`${path.basename(file)} is back. "npm start" goes on with it.`);
    } finally {
      await client.end();
    }
  } finally {
    stop();
  }
}

main().catch((error) => {
  console.error(`\n${error instanceof Stop ? error.message : (plainly(error) ?? error.message)}`);
  process.exit(1);
});
