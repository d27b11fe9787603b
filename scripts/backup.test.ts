import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { connect } from '../server/db/connect.ts';
import { keepLastFiles } from './lib/app.mjs';
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
  // Where the key is, and everybody's name: for this user alone.
  expect((statSync(file).mode & 0o777).toString(8)).toBe('600');
  const wanted: Record<string, string> = { ...(await sums(server.url)), sessions: '0 null' };
  expect(wanted.units).toMatch(/^1 /);
  const [last] = await server.db.rows<{ detail: { bytes: number } }>(
    "select detail from log where action = 'backup'",
  );
  expect(last?.detail.bytes).toBeGreaterThan(1000);
  await server.stop();
  const empty = await emptyDatabase();
  const said = npm('restore', empty, file);
  expect(said).toMatch(/what was there is kept as database t_\w+_before_\d+/);
  // What waits may have gone out since the backup: it is held until somebody presses.
  const { sending, ...rest } = await sums(empty);
  const { sending: before, ...others } = wanted;
  expect(rest).toEqual(others);
  expect(sending).not.toBe(before);
  const back = connect(empty, { poolSize: 1 });
  expect(await back.rows('select held_at is not null as held from sending')).toEqual([{ held: true }]);
  await back.close();
  // What was kept is still there under its other name.
  const kept = new URL(empty);
  kept.pathname = `/${/database (t_\w+)/.exec(said)?.[1]}`;
  expect(await sums(kept.href)).toEqual({});
});

it('what has ended stays ended: no session comes back, nor whoever left since, nor a password that was changed', async () => {
  const server = await testServer();
  const [leaves, changes] = [await server.as('technician'), await server.as('dispatcher')];
  await leaves.get('/api/units').expect(200);
  const file = path.join(folder, 'left.dump');
  npm('backup', server.url, file);
  await server.db.run("update users set active = false where role = 'technician'");
  await server.db.run("update users set password_hash = 'scrypt$changed' where role = 'dispatcher'");
  await changes.get('/api/units').expect(200);
  await server.stop();
  expect(npm('restore', server.url, file)).toMatch(/left since the backup, and still gone: Test technician/);
  const db = connect(server.url, { poolSize: 1 });
  expect(await db.rows('select count(*)::int as n from sessions')).toEqual([{ n: 0 }]);
  expect(await db.rows("select active from users where role = 'technician'")).toEqual([{ active: false }]);
  const [dispatcher] = await db.rows<{ hash: string }>(
    "select password_hash as hash from users where role = 'dispatcher'",
  );
  expect(dispatcher?.hash).toBe('scrypt$changed');
  await db.close();
});

it('no password stands on a command line or in what an error says, and PostgreSQL gets it all the same', async () => {
  const server = await testServer();
  const password = 'se:cret\\word';
  const role = `odd_${Date.now()}`;
  await server.db.run(`create role ${role} login superuser password '${password}'`);
  const url = new URL(server.url);
  url.username = role;
  url.password = encodeURIComponent(password);
  await server.stop();
  expect(npm('backup', url.href, path.join(folder, 'odd.dump'))).toMatch(/MB in/);
  url.pathname = '/no_such_database';
  let said = '';
  try {
    npm('backup', url.href, path.join(folder, 'never.dump'));
  } catch (error) {
    const { stdout, stderr } = error as { stdout: string; stderr: string };
    said = `${stdout}${stderr}`;
  }
  expect(said).toMatch(/pg_dump .* failed/);
  for (const written of ['cret', url.password]) expect(said).not.toContain(written);
});

it('a page left open over an upgrade finds its files for one version more', () => {
  const web = path.join(folder, 'web');
  const names = () => readdirSync(path.join(web, 'assets')).sort();
  const builds = (name: string) =>
    keepLastFiles(web, () => {
      rmSync(web, { recursive: true, force: true });
      mkdirSync(path.join(web, 'assets'), { recursive: true });
      for (const file of [`${name}.js`, `${name}.js.br`, 'same.css'])
        writeFileSync(path.join(web, 'assets', file), name);
    });
  builds('one');
  expect(names()).toEqual(['one.js', 'one.js.br', 'same.css']);
  builds('two');
  expect(names()).toEqual(['one.js', 'one.js.br', 'same.css', 'two.js', 'two.js.br']);
  expect(readFileSync(path.join(web, 'assets', 'same.css'), 'utf8')).toBe('two');
  builds('three');
  expect(names()).toEqual(['same.css', 'three.js', 'three.js.br', 'two.js', 'two.js.br']);
});

it('half a backup, or another file, is refused before anything is touched', async () => {
  const empty = await emptyDatabase();
  const file = path.join(folder, 'no.dump');
  writeFileSync(file, 'this is no backup');
  expect(() => npm('restore', empty, file)).toThrow(/is no backup made by/);
  expect(() => npm('restore', empty, path.join(folder, 'missing'))).toThrow(/There is no file/);
});
