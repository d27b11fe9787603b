#!/usr/bin/env node
// npm run restore -- FILE: brings a backup back. What is in the database now is set aside under another name,
// never deleted; the restored one takes its place only once it is whole.
import { existsSync } from 'node:fs';
import path from 'node:path';
import { whoRuns } from './lib/lock.mjs';
import { databaseFor, isBackup, runTool } from './lib/postgres.mjs';
import { plainly, say, Stop } from './lib/run.mjs';

const named = (url, name) => {
  const made = new URL(url);
  made.pathname = `/${name}`;
  return made.href;
};
const quoted = (name) => `"${name.replaceAll('"', '""')}"`;

/** What waits in the backup may have gone out since: nothing is sent before somebody has looked and pressed. */
async function holdMessages(restored) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: restored });
  await client.connect();
  try {
    const { rows } = await client.query("select to_regclass('public.sending') is not null as known");
    if (rows[0].known) await client.query('update sending set held_at = now()');
  } finally {
    await client.end();
  }
}

/**
 * Who may sign in, and with which password, is as it is now and not as it was on the day of the backup:
 * whoever has left since then does not come back with it, and a password that was changed stays changed.
 */
async function keepWhoLeft(now, restored) {
  const { default: pg } = await import('pg');
  const [from, to] = [now, restored].map((url) => new pg.Client({ connectionString: url }));
  await Promise.all([from.connect(), to.connect()]);
  try {
    const there = await from.query("select to_regclass('public.users') is not null as known");
    if (!there.rows[0].known) return;
    const { rows } = await from.query('select id, active, password_hash from users');
    const { rows: left } = await to.query(
      `update users u
       set active = u.active and n.active, password_hash = n.password_hash
       from jsonb_to_recordset($1::jsonb) as n(id uuid, active boolean, password_hash text)
       where u.id = n.id and (u.active and not n.active or u.password_hash is distinct from n.password_hash)
       returning u.display_name as name, n.active`,
      [JSON.stringify(rows)],
    );
    const gone = left.filter((one) => !one.active).map((one) => one.name);
    if (gone.length > 0) say(`left since the backup, and still gone: ${gone.join(', ')}`);
  } finally {
    await Promise.all([from.end(), to.end()]);
  }
}

async function main() {
  const [given] = process.argv.slice(2);
  if (!given) throw new Stop('Which file? npm run restore -- FILE');
  const file = path.resolve(given);
  if (!existsSync(file)) throw new Stop(`There is no file ${file}.`);
  if (!isBackup(file))
    throw new Stop(
      `${file} is no backup made by "npm run backup", or only part of one. Nothing was changed.`,
    );
  const { url, adminUrl, folder, stop } = await databaseFor();
  try {
    const running = whoRuns(folder);
    if (running)
      throw new Stop(
        `Gradum runs at ${running.address ?? 'this folder'}. Stop it first; nothing was changed.`,
      );
    const { default: pg } = await import('pg');
    const client = new pg.Client({ connectionString: named(adminUrl, 'postgres') });
    await client.connect();
    try {
      const name = decodeURIComponent(new URL(url).pathname.slice(1));
      const stamp = new Date().toISOString().slice(0, 19).replace(/\D/g, '');
      const [restored, before] = [`${name}_restored_${stamp}`, `${name}_before_${stamp}`];
      const owner = url === adminUrl ? undefined : decodeURIComponent(new URL(url).username);
      await client.query(`create database ${quoted(restored)} ${owner ? `owner ${quoted(owner)}` : ''}`);
      try {
        runTool('pg_restore', named(adminUrl, restored), (database) => [
          '--exit-on-error',
          '--no-owner',
          '--no-privileges',
          ...(owner ? [`--role=${owner}`] : []),
          `--dbname=${database}`,
          file,
        ]);
      } catch (error) {
        await client.query(`drop database ${quoted(restored)} with (force)`);
        throw new Stop(
          `${file} is damaged, or comes from a newer PostgreSQL: it could not be read to its end. Nothing was changed.\n${error.message}`,
        );
      }
      await holdMessages(named(adminUrl, restored));
      const known = await client.query('select 1 from pg_database where datname = $1', [name]);
      if (known.rowCount > 0) {
        const open = await client.query('select 1 from pg_stat_activity where datname = $1', [name]);
        if (open.rowCount > 0) {
          await client.query(`drop database ${quoted(restored)} with (force)`);
          throw new Stop(
            'Somebody still uses the database. Stop every Gradum on it first; nothing was changed.',
          );
        }
        await keepWhoLeft(named(adminUrl, name), named(adminUrl, restored));
        await client.query(`alter database ${quoted(name)} rename to ${quoted(before)}`);
        say(`what was there is kept as database ${before}`);
      }
      await client.query(`alter database ${quoted(restored)} rename to ${quoted(name)}`);
      say(`${path.basename(file)} is back, everybody signs in again. "npm start" goes on with it.`);
      if (known.rowCount === 0)
        say('Nobody knows who has left since the backup: look through the people before others sign in.');
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
