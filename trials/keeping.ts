import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { copyDatabase } from '../scripts/lib/app.mjs';
import { connect } from '../server/db/connect.ts';
import { migrate } from '../server/upgrade/migrate.ts';
import { ask, cookieOf, PEOPLE, type Company, type Tried } from './company.ts';

/* What keeps a company's data: a backup and its way back, one that is damaged, an upgrade, a full disk. */

/** Everything that is derived or written, summed by table; sessions are not kept. */
const TABLES = [
  'customers',
  'units',
  'calls',
  'visits',
  'entries',
  'findings',
  'unit_summaries',
  'photos',
] as const;
async function sums(url: string): Promise<string> {
  const db = connect(url, { poolSize: 1 });
  const found: string[] = [];
  for (const table of TABLES) {
    const [row] = await db.rows<{ n: number; sum: string }>(
      `select count(*)::int as n, md5(coalesce(string_agg(t::text, '|' order by t::text), '')) as sum from ${table} t`,
    );
    found.push(`${table} ${row?.n} ${row?.sum}`);
  }
  await db.close();
  return found.join('\n');
}

const tool = (script: 'backup' | 'restore', url: string, file: string) => {
  const done = spawnSync(process.execPath, [`scripts/${script}.mjs`, file], {
    env: { ...process.env, DATABASE_URL: url },
    encoding: 'utf8',
  });
  return { code: done.status, said: `${done.stdout}${done.stderr}` };
};

/** @param url of a loaded database that nobody is connected to, as an administrator reaches it */
export async function keeping(url: string): Promise<Tried[]> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'gradum-keeping-'));
  try {
    const file = path.join(folder, 'whole.dump');
    const wanted = await sums(url);
    const kept = tool('backup', url, file);
    const other = await copyDatabase(url, `keeping_${Date.now()}`);
    const emptied = connect(other, { poolSize: 1 });
    await emptied.run('delete from photos');
    await emptied.close();
    const back = tool('restore', other, file);
    const whole = kept.code === 0 && back.code === 0 && (await sums(other)) === wanted;
    const mode = (statSync(file).mode & 0o777).toString(8);
    // Its list of contents is whole, its middle is not.
    const bytes = readFileSync(file);
    for (let i = 0; i < 4000; i++) {
      const at = Math.floor(bytes.length / 2) + i;
      bytes[at] = (bytes[at] as number) ^ 0xff;
    }
    const bad = path.join(folder, 'damaged.dump');
    writeFileSync(bad, bytes);
    const damaged = tool('restore', other, bad);
    const untouched = (await sums(other)) === wanted;
    return [
      {
        what: 'backup and restore of the demo',
        count: '1',
        found: `${whole ? 'every row came back' : 'rows differ'}, file ${mode}`,
        wanted: 'every row, file 600',
        held: whole && mode === '600',
      },
      {
        what: 'restore of a damaged backup',
        count: '1',
        found: `${damaged.code === 0 ? 'taken' : 'refused'}, ${untouched ? 'nothing changed' : 'changed'}`,
        wanted: 'refused, nothing changed',
        held: damaged.code !== 0 && /Nothing was changed/.test(damaged.said) && untouched,
      },
      await upgrade(other, wanted),
    ];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A migration that only has everything folded anew, once more: the same comes of it. */
async function upgrade(url: string, wanted: string): Promise<Tried> {
  const db = connect(url, { poolSize: 2 });
  await db.run("delete from migrations where name = '0012 judged anew'");
  const ran = await migrate(db, { clock: { now: () => new Date('2026-06-03T14:00:00Z'), shiftMs: 0 } });
  await db.close();
  const same = (await sums(url)) === wanted;
  return {
    what: 'upgrade of the demo, everything folded anew',
    count: '1',
    found: `${ran.length} migration, ${same ? 'the same derived' : 'derived otherwise'}`,
    wanted: 'the same derived',
    held: ran.length === 1 && same,
  };
}

/**
 * Writes fail as PostgreSQL has them fail when its disk is full; reading goes on, nobody sends new work
 * there.
 */
export async function fullDisk(company: Company, adminUrl: string): Promise<Tried> {
  const db = connect(adminUrl, { poolSize: 1 });
  const body = "'begin raise exception ''could not extend file'' using errcode = ''53100''; end'";
  for (const sql of [
    `create function full_row() returns trigger language plpgsql as ${body}`,
    `create function full_ddl() returns event_trigger language plpgsql as ${body}`,
    'create trigger full_now before insert on customers for each row execute function full_row()',
    'create event trigger full_everywhere on ddl_command_start execute function full_ddl()',
  ])
    await db.run(sql);
  const cookie = await cookieOf(company.address(), PEOPLE.manager);
  const results: string[] = [];
  const note = (what: string, status: number, right: number) =>
    void (status === right || results.push(`${what} ${status}`));
  const customer = () => JSON.stringify({ id: randomUUID(), name: `Full ${randomUUID()}` });
  for (const { address } of company.processes) {
    note('write', (await ask(address, 'POST', '/api/customers', { cookie, body: customer() })).status, 503);
    note('read', (await ask(address, 'GET', '/api/sites', { cookie })).status, 200);
    note('ready', (await ask(address, 'GET', '/api/health/ready')).status, 503);
  }
  for (const sql of [
    'alter event trigger full_everywhere disable',
    'drop event trigger full_everywhere',
    'drop trigger full_now on customers',
  ])
    await db.run(sql);
  for (const { address } of company.processes) {
    note('ready again', (await ask(address, 'GET', '/api/health/ready')).status, 200);
    note(
      'write again',
      (await ask(address, 'POST', '/api/customers', { cookie, body: customer() })).status,
      201,
    );
  }
  await db.close();
  return {
    what: 'a full disk, as PostgreSQL tells it, at each process',
    count: String(company.processes.length),
    found: results.length === 0 ? 'said so, read on, went on' : results.join(', '),
    wanted: 'said so, read on, went on',
    held: results.length === 0,
  };
}
