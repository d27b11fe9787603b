#!/usr/bin/env node
// npm run backup [-- FILE]: everything in the database into one file, with PostgreSQL's own pg_dump, while it
// runs. Only this user may read it. Open sessions are not in it: what has ended stays ended.
import { mkdirSync, renameSync, statSync } from 'node:fs';
import path from 'node:path';
import { databaseFor, runTool } from './lib/postgres.mjs';
import { plainly, say, Stop } from './lib/run.mjs';

/** A name that sorts by time. */
const stamp = () => new Date().toISOString().slice(0, 16).replaceAll(':', '');

async function main() {
  process.umask(0o077);
  const { url, folder, stop } = await databaseFor();
  try {
    const file = path.resolve(process.argv[2] ?? path.join(folder, 'backups', `gradum-${stamp()}.dump`));
    mkdirSync(path.dirname(file), { recursive: true });
    // Whole or not there: a dump that was cut short never bears the name of one.
    const unfinished = `${file}.unfinished`;
    runTool('pg_dump', url, (database) => [
      '--format=custom',
      '--no-owner',
      '--no-privileges',
      '--exclude-table-data=sessions',
      `--file=${unfinished}`,
      database,
    ]);
    renameSync(unfinished, file);
    const { size } = statSync(file);
    const { default: pg } = await import('pg');
    const client = new pg.Client({ connectionString: url });
    await client.connect();
    await client.query(
      "insert into log (actor_kind, action, entity, detail) values ('system', 'backup', 'company', $1)",
      [JSON.stringify({ file: path.basename(file), bytes: size })],
    );
    await client.end();
    say(`${(size / 1e6).toFixed(1)} MB in ${file}`);
    say('Keep a copy on another machine. "npm run restore -- FILE" brings it back.');
  } finally {
    stop();
  }
}

main().catch((error) => {
  console.error(`\n${error instanceof Stop ? error.message : (plainly(error) ?? error.message)}`);
  process.exit(1);
});
