// What a fresh Debian machine lacks: system packages and npm packages.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { digestOf, isRoot, ROOT, run, say, Stop } from './run.mjs';

const OLDEST = [20, 19];

export function needNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < OLDEST[0] || (major === OLDEST[0] && minor < OLDEST[1])) {
    throw new Stop(`Node ${process.versions.node} is too old; install Node ${OLDEST.join('.')} or newer.`);
  }
}

let listsFresh = false;

/** Installs Debian packages when root; otherwise stops with the exact command. */
export function needPackages(packages, what) {
  const command = `apt-get install -y --no-install-recommends ${packages.join(' ')}`;
  if (!existsSync('/usr/bin/apt-get'))
    throw new Stop(
      `${what} is missing and this is no Debian machine; install ${packages.join(' ')} with its own package manager.`,
    );
  if (!isRoot) throw new Stop(`${what} is missing. Install it with:\n  sudo ${command}`);
  say(`installing ${what} (${packages.join(' ')}) …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  if (!listsFresh) run('apt-get', ['update'], { env, advice: 'Is the package mirror reachable?' });
  listsFresh = true;
  run('apt-get', command.split(' ').slice(1), { env, advice: `Run "${command}" by hand to see why.` });
}

/** What was installed last: the digest of its lockfile, and whether with the tools. */
const INSTALLED = 'node_modules/.gradum-lock';
const WITH_TOOLS = ' with tools';

/**
 * Installs the npm packages of this lockfile, unless they are there. What is there already is added to and
 * never wiped, since an application may be running on it.
 *
 * @param tools also what tests and measuring need, which is more than half; a start does without
 */
export async function needNpmPackages({ tools = false } = {}) {
  const note = path.join(ROOT, INSTALLED);
  const noted = existsSync(note) ? readFileSync(note, 'utf8') : '';
  const all = tools || noted.endsWith(WITH_TOOLS);
  const wanted = digestOf(['package-lock.json']) + (all ? WITH_TOOLS : '');
  if (noted !== wanted) {
    say('installing npm packages …');
    const how = existsSync(path.join(ROOT, 'node_modules')) ? ['install', '--no-save'] : ['ci'];
    run('npm', [...how, all ? '--include=dev' : '--omit=dev', '--no-audit', '--no-fund'], {
      advice: 'Is the npm registry reachable? Run "npm ci" by hand to see why.',
    });
    writeFileSync(note, wanted);
  }
  if (!existsSync(path.join(ROOT, 'node_modules/.bin/vite')))
    throw new Stop('node_modules is incomplete; run "npm ci".');
}

export const CHROMIUM = '/usr/bin/chromium-headless-shell';
/** As root Chromium has no sandbox; the rest keeps it from calling home. */
export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export function needChromium() {
  if (!existsSync(CHROMIUM)) needPackages(['chromium-headless-shell'], 'Chromium');
}
