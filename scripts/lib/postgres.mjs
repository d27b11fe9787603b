// The project's own PostgreSQL: its data folder, its port on the loopback address, started and stopped by the
// launchers.
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { needPackages } from './install.mjs';
import { freePort, isRoot, ROOT, run, say, Stop } from './run.mjs';

const VERSIONS = '/usr/lib/postgresql';

/** The folder with initdb and pg_ctl of the newest version installed. */
function binaries() {
  const versions = existsSync(VERSIONS)
    ? readdirSync(VERSIONS).filter((v) => existsSync(path.join(VERSIONS, v, 'bin/initdb')))
    : [];
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0];
  if (newest) return path.join(VERSIONS, newest, 'bin');
  const onPath = (process.env.PATH ?? '').split(':').find((dir) => existsSync(path.join(dir, 'initdb')));
  return onPath;
}

export function needPostgres() {
  if (!binaries()) needPackages(['postgresql'], 'PostgreSQL');
  if (!binaries()) throw new Stop('PostgreSQL was installed but initdb is nowhere to be found.');
}

/** PostgreSQL refuses root: as root everything runs as Debian's postgres user. */
function asPostgres(program, args, options) {
  const full = path.join(binaries(), program);
  if (!isRoot) return run(full, args, options);
  return run('runuser', ['-u', 'postgres', '--', full, ...args], { cwd: '/', ...options });
}

/**
 * The folder that holds the data: GRADUM_DATA, else .data here, else (as root) one under /var/lib that
 * postgres may enter.
 */
export function dataFolder() {
  if (process.env.GRADUM_DATA) return path.resolve(process.env.GRADUM_DATA);
  return isRoot ? '/var/lib/gradum' : path.join(ROOT, '.data');
}

function makeFolder(folder) {
  mkdirSync(folder, { recursive: true });
  if (isRoot) {
    const postgres = readFileSync('/etc/passwd', 'utf8')
      .split('\n')
      .find((line) => line.startsWith('postgres:'));
    if (!postgres)
      throw new Stop('there is no "postgres" user on this machine; reinstall the postgresql package.');
    const [, , uid, gid] = postgres.split(':');
    chownSync(folder, Number(uid), Number(gid));
  }
  chmodSync(folder, 0o700);
}

/** The port a running server of this folder listens on, or undefined. */
function runningPort(cluster) {
  try {
    asPostgres('pg_ctl', ['status', '-D', cluster]);
  } catch {
    return undefined;
  }
  const port = Number(readFileSync(path.join(cluster, 'postmaster.pid'), 'utf8').split('\n')[3]);
  return Number.isInteger(port) ? port : undefined;
}

async function startCluster(folder, { quick }) {
  const cluster = path.join(folder, 'cluster');
  if (!existsSync(path.join(cluster, 'PG_VERSION'))) {
    makeFolder(folder);
    asPostgres(
      'initdb',
      [
        '-D',
        cluster,
        '-U',
        'gradum',
        '--auth=trust',
        '--encoding=UTF8',
        '--locale=C.UTF-8',
        ...(quick ? ['--no-sync'] : []),
      ],
      { advice: `Remove ${cluster} and start again.` },
    );
  }
  const adopted = runningPort(cluster);
  if (adopted) return { cluster, port: adopted };
  const port = await freePort();
  const settings = [
    `-p ${port}`,
    '-c listen_addresses=127.0.0.1',
    `-c unix_socket_directories=`,
    '-c max_connections=120',
    '-c shared_buffers=256MB',
    '-c jit=off',
  ];
  if (quick) settings.push('-c fsync=off', '-c synchronous_commit=off', '-c full_page_writes=off');
  asPostgres(
    'pg_ctl',
    ['start', '-w', '-D', cluster, '-l', path.join(folder, 'postgresql.log'), '-o', settings.join(' ')],
    {
      advice: `See ${path.join(folder, 'postgresql.log')}.`,
      // pg_ctl leaves the server behind with our pipes; ignoring them lets the call return.
      stdio: 'ignore',
    },
  );
  return { cluster, port };
}

/** Starts (or adopts) the project's server. Returns its URL and how to stop it. */
export async function startPostgres({ fresh = false } = {}) {
  const folder = dataFolder();
  if (fresh && existsSync(folder)) {
    const cluster = path.join(folder, 'cluster');
    if (existsSync(cluster) && runningPort(cluster))
      asPostgres('pg_ctl', ['stop', '-D', cluster, '-m', 'fast']);
    rmSync(cluster, { recursive: true, force: true });
  }
  const { cluster, port } = await startCluster(folder, { quick: false });
  say(`PostgreSQL on 127.0.0.1:${port}, data in ${folder}`);
  return {
    url: `postgres://gradum@127.0.0.1:${port}/gradum`,
    stop: () => asPostgres('pg_ctl', ['stop', '-D', cluster, '-m', 'fast']),
  };
}

/** A throw-away server for tests and the bench, gone with its folder when stopped. */
export async function startThrowawayPostgres({ durable = false } = {}) {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'gradum-pg-'));
  makeFolder(folder);
  const { cluster, port } = await startCluster(folder, { quick: !durable });
  return {
    url: `postgres://gradum@127.0.0.1:${port}/gradum`,
    stop: () => {
      asPostgres('pg_ctl', ['stop', '-D', cluster, '-m', 'immediate']);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
