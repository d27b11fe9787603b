import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { connect } from '../server/db/connect.ts';
import { emptyDatabase, oneUnit, openVisit, testServer } from '../server/testing/server.ts';

const folder = mkdtempSync(path.join(os.tmpdir(), 'gradum-backup-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const npm = (script: 'backup' | 'restore', url: string, file: string) =>
  execFileSync(process.execPath, [`scripts/${script}.mjs`, file], {
    env: { ...process.env, NODE_OPTIONS: '', DATABASE_URL: url },
    encoding: 'utf8',
    stdio: 'pipe',
  });

/** Rows and a checksum over all of them, table by table. */
async function sums(url: string): Promise<Record<string, string>> {
  const db = connect(url, { poolSize: 1 });
  const tables = await db.rows<{ name: string }>(
    "select tablename as name from pg_tables where schemaname = 'public' order by 1",
  );
  const found: Record<string, string> = {};
  for (const { name } of tables) {
    const [row] = await db.rows<{ n: number; sum: string | null }>(
      `select count(*)::int as n, md5(string_agg(t::text, '|' order by t::text)) as sum from ${name} t
       ${name === 'log' ? "where action <> 'backup'" : ''}`,
    );
    found[name] = `${row?.n} ${row?.sum}`;
  }
  await db.close();
  return found;
}

it('a backup restored into an empty database holds every row of every table; what was there is kept', async () => {
  const server = await testServer();
  const { siteId } = await oneUnit(server);
  await openVisit(server, siteId);
  const file = path.join(folder, 'a.dump');
  npm('backup', server.url, file);
  const wanted = await sums(server.url);
  expect(wanted.units).toMatch(/^1 /);
  const [last] = await server.db.rows<{ detail: { bytes: number } }>(
    "select detail from log where action = 'backup'",
  );
  expect(last?.detail.bytes).toBeGreaterThan(1000);
  await server.stop();
  const empty = await emptyDatabase();
  const said = npm('restore', empty, file);
  expect(said).toMatch(/what was there is kept as database t_\w+_before_\d+/);
  expect(await sums(empty)).toEqual(wanted);
  // What was kept is still there under its other name.
  const kept = new URL(empty);
  kept.pathname = `/${/database (t_\w+)/.exec(said)?.[1]}`;
  expect(await sums(kept.href)).toEqual({});
}, 60_000);

it('half a backup, or another file, is refused before anything is touched', async () => {
  const empty = await emptyDatabase();
  const file = path.join(folder, 'no.dump');
  writeFileSync(file, 'this is no backup');
  expect(() => npm('restore', empty, file)).toThrow(/is no backup made by/);
  expect(() => npm('restore', empty, path.join(folder, 'missing'))).toThrow(/There is no file/);
});
