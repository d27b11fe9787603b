// Building and running the application, shared by start, test, screenshots and bench.
import { randomBytes } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { answers, digestOf, freePort, onceFor, ROOT, run, start, until } from './run.mjs';

const SOURCES = [
  'core',
  'contracts',
  'server',
  'web',
  'standins',
  'demo',
  'scripts/lib/app.mjs',
  'vite.config.ts',
  'vite.server.config.ts',
  'package-lock.json',
  'tsconfig.json',
];
export const MAP = 'demo/network/port-wrenfall.geojson';
const ADDRESSES = 'demo/network/addresses.geojson';

/** Builds web and server when their sources have changed since the last build. */
export async function build(say) {
  return onceFor('dist/.built', digestOf(SOURCES), () => {
    say('building …');
    const advice = 'The sources do not build; "npm run types" says where.';
    // Whoever asks (a test runner sets NODE_ENV=test), what is built is what a company runs: a build for
    // development has no service worker and is slower.
    const env = { ...process.env, NODE_ENV: 'production' };
    keepLastFiles(path.join(ROOT, 'dist/web'), () => {
      for (const config of ['vite.config.ts', 'vite.server.config.ts'])
        run('node_modules/.bin/vite', ['build', '--config', config, '--logLevel', 'warn'], { advice, env });
    });
  });
}

/**
 * Builds anew and keeps the files of the build before beside the new ones, for one version: a page that was
 * open over the upgrade still asks for them.
 *
 * @param web folder of the built application; its list of own files lies beside it
 */
export function keepLastFiles(web, make) {
  const assets = path.join(web, 'assets');
  const list = `${web}.files.json`;
  const own = existsSync(list) ? JSON.parse(readFileSync(list, 'utf8')) : namesIn(assets);
  const kept = mkdtempSync(path.join(os.tmpdir(), 'gradum-build-'));
  try {
    for (const name of own)
      if (existsSync(path.join(assets, name))) copyFileSync(path.join(assets, name), path.join(kept, name));
    const made = make();
    writeFileSync(list, JSON.stringify(namesIn(assets)));
    for (const name of namesIn(kept))
      if (!existsSync(path.join(assets, name))) copyFileSync(path.join(kept, name), path.join(assets, name));
    return made;
  } finally {
    rmSync(kept, { recursive: true, force: true });
  }
}
const namesIn = (folder) => (existsSync(folder) ? readdirSync(folder) : []);

/** Asks the server itself, beside all databases that are in use. */
async function asAdmin(url, work, pathname = '/postgres') {
  const { default: pg } = await import('pg');
  const admin = new URL(url);
  admin.pathname = pathname;
  const client = new pg.Client({ connectionString: admin.href });
  await client.connect();
  try {
    await work(client);
  } finally {
    await client.end();
  }
}

const quoted = (name) => `"${name.replaceAll('"', '""')}"`;

/** Gives everything in a database to one role; what belongs to an extension stays with it. */
const HAND_OVER = (role) => `
do $$ declare thing record; begin
  for thing in
    select format('table %s', c.oid::regclass) as named from pg_class c
    where c.relnamespace = 'public'::regnamespace and c.relkind in ('r', 'p', 'v', 'm')
      and not exists (select 1 from pg_depend d where d.objid = c.oid and d.deptype = 'e')
    union all
    select format('sequence %s', c.oid::regclass) from pg_class c
    where c.relnamespace = 'public'::regnamespace and c.relkind = 'S'
      and not exists (select 1 from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'i', 'e'))
    union all
    select format('function %s', p.oid::regprocedure) from pg_proc p
    where p.pronamespace = 'public'::regnamespace
      and not exists (select 1 from pg_depend d where d.objid = p.oid and d.deptype = 'e')
    union all
    select format('type %s', t.oid::regtype) from pg_type t
    where t.typnamespace = 'public'::regnamespace and t.typtype in ('d', 'e')
      and not exists (select 1 from pg_depend d where d.objid = t.oid and d.deptype = 'e')
  loop execute format('alter %s owner to %I', thing.named, '${role}'); end loop;
end $$`;

/**
 * Makes the database when the server does not have it yet, and has it belong to the role that works in it.
 *
 * @param adminUrl who may make databases; the same one where nobody parts the two
 */
export async function ensureDatabase(url, adminUrl = url) {
  const { pathname, username } = new URL(url);
  const [name, role] = [pathname.slice(1), decodeURIComponent(username)];
  const parted = adminUrl !== url;
  let older = false;
  await asAdmin(adminUrl, async (client) => {
    const known = await client.query(
      'select pg_get_userbyid(datdba) as owner from pg_database where datname = $1',
      [name],
    );
    if (known.rowCount === 0)
      await client.query(`create database ${quoted(name)} ${parted ? `owner ${quoted(role)}` : ''}`);
    else if (parted && known.rows[0].owner !== role) {
      older = true;
      await client.query(`alter database ${quoted(name)} owner to ${quoted(role)}`);
    }
  });
  if (!older) return;
  const inside = new URL(adminUrl);
  inside.pathname = pathname;
  await asAdmin(inside.href, (client) => client.query(HAND_OVER(role)), inside.pathname);
}

/** Copies a database that nobody is connected to; returns the address of the copy. */
export async function copyDatabase(url, name) {
  const copy = new URL(url);
  copy.pathname = `/${name}`;
  const from = quoted(new URL(url).pathname.slice(1));
  await asAdmin(url, (client) => client.query(`create database ${quoted(name)} template ${from}`));
  return copy.href;
}

/** Migrates, and loads the demo into a database that nobody has used yet. */
export function loadDemo(url, env = {}) {
  return run(process.execPath, ['dist/server/demo.js'], {
    env: { ...process.env, ...env, DATABASE_URL: url, GRADUM_LOAD_DEMO: '1' },
    advice: 'See the message above; is the database reachable?',
  }).includes('loaded');
}

/** A secret kept beside the data, so that a restart signs nobody out. */
export function sessionSecret(folder) {
  if (process.env.SESSION_SECRET) return process.env.SESSION_SECRET;
  const file = path.join(folder, 'session-secret');
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}

/**
 * Starts the routing stand-in unless a real engine is configured, then the server; returns its address and
 * its processes. A stand-in that dies is started again.
 *
 * @param started told the numbers of all processes whenever there is a new one
 * @param standIn whether the stand-in serves drive times; it knows the roads of the demo and no others
 */
export async function serve({
  url,
  port,
  host = '127.0.0.1',
  env = {},
  secret,
  started = () => {},
  standIn = true,
}) {
  const children = [];
  let stopping = false;
  const stop = () => {
    stopping = true;
    return Promise.all(
      children.map(
        (child) =>
          new Promise((resolve) => {
            if (child.exitCode !== null || child.signalCode !== null) return resolve();
            child.once('exit', resolve);
            child.kill('SIGTERM');
          }),
      ),
    );
  };
  const routing = { ...env };
  if (standIn && !process.env.GRADUM_ROUTING_URL) {
    const standin = await freePort();
    const startRouting = () => {
      const child = start(process.execPath, ['dist/server/routing.js', MAP, String(standin), ADDRESSES], {
        detached: true,
      });
      children[0] = child;
      started(children.map(({ pid }) => pid));
      // One that dies takes nothing with it: until it is back, drive times are said to be missing.
      child.once('exit', () => {
        if (!stopping) setTimeout(() => stopping || startRouting(), 1000).unref();
      });
    };
    startRouting();
    await until(() => answers(`http://127.0.0.1:${standin}/health`), 'The routing stand-in');
    routing.GRADUM_ROUTING_URL = `http://127.0.0.1:${standin}/table/v1/driving/{coordinates}?annotations=duration&depart={depart}&day={day}`;
    routing.GRADUM_FORECAST_URL ??= `http://127.0.0.1:${standin}/forecast?lat={lat}&lon={lon}&from={from}`;
    routing.GRADUM_GEOCODER_URL ??= `http://127.0.0.1:${standin}/places?q={address}`;
    routing.GRADUM_ROUTING_PATH_URL = `http://127.0.0.1:${standin}/route/v1/driving/{coordinates}?overview=full&geometries=geojson`;
  }
  let post;
  // What the demo tells its customers ends here: it never uses a real mail server.
  if (standIn && !process.env.GRADUM_SMTP_URL && !process.env.GRADUM_TEXT_URL) {
    const [mail, page] = [await freePort(), await freePort()];
    children.push(
      start(process.execPath, ['dist/server/post.js', String(mail), String(page)], { detached: true }),
    );
    post = `http://127.0.0.1:${page}`;
    await until(() => answers(`${post}/arrived`), 'The mail stand-in');
    routing.GRADUM_SMTP_URL = `smtp://127.0.0.1:${mail}`;
    routing.GRADUM_MAIL_FROM = 'crews@ironleaf.example';
    routing.GRADUM_TEXT_URL = `${post}/messages`;
  }
  const server = start(process.execPath, ['dist/server/main.js'], {
    detached: true,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      ...routing,
      DATABASE_URL: url,
      PORT: String(port),
      HOST: host,
      GRADUM_WEB: path.join(ROOT, 'dist/web'),
      ...(secret ? { SESSION_SECRET: secret } : {}),
    },
  });
  children.push(server);
  started(children.map(({ pid }) => pid));
  let ended = false;
  server.once('exit', () => (ended = true));
  try {
    await until(
      async () => ended || (await answers(`http://127.0.0.1:${port}/api/health/ready`)),
      'The server',
    );
  } catch (error) {
    await stop();
    throw error;
  }
  return { address: `http://127.0.0.1:${port}`, post, server, children, stop, failed: () => ended };
}
