#!/usr/bin/env node
// npm test: all set-up, then types, lint with the layer rules, unit tests, server tests on a real PostgreSQL,
// reduced trials of what has broken it before, and the built application in headless Chromium. The last line
// counts everything; a file that could not run counts as failed.
//   npm test -- unit              one step alone
//   npm test -- --changed         what the changes since the last commit can touch; --changed=COMMIT since that
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { changedSince, touchedBy } from './lib/changed.mjs';
import { needChromium, needNode, needNpmPackages } from './lib/install.mjs';
import { needPostgres, startThrowawayPostgres } from './lib/postgres.mjs';
import { ROOT, say } from './lib/run.mjs';

const asked = process.argv.slice(2);
const only = asked.find((word) => !word.startsWith('--'));
const flag = asked.find((word) => /^--changed(=|$)/.test(word));
const commit = flag && (flag.split('=')[1] ?? 'HEAD');
const touched = commit && touchedBy(changedSince(commit));
const total = { passed: 0, failed: 0 };
const began = Date.now();

/** Runs a program with its output on ours; resolves to its exit code. */
const go = (command, args, env = {}) =>
  new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
    child.once('error', () => resolve(1));
    child.once('exit', (code) => resolve(code ?? 1));
  });

const runs = (name) => (!only || name.startsWith(only)) && (!touched || touched[name]);

async function step(name, work) {
  if (!runs(name)) return;
  const at = Date.now();
  say(`— ${name} —`);
  const { passed, failed } = await work();
  total.passed += passed;
  total.failed += failed;
  say(`${name}: ${passed} passed, ${failed} failed, ${Math.round((Date.now() - at) / 1000)} s\n`);
}

/** A check that passes or fails as one. */
const check = (command, args) => async () =>
  (await go(command, args)) === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 };

/** One for each core. */
const CORES = Math.min(4, os.availableParallelism());
/** What asks a database waits for it a quarter of its time: one more than there are cores keeps them all busy. */
const WORKERS = { unit: CORES, server: CORES + 1 };

const bin = (name) => path.join('node_modules/.bin', name);

async function jest(project, env = {}) {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'gradum-jest-'));
  const file = path.join(folder, 'result.json');
  const options = `${process.env.NODE_OPTIONS ?? ''} --experimental-vm-modules --no-warnings`;
  const code = await go(
    process.execPath,
    [
      'node_modules/jest/bin/jest.js',
      '--selectProjects',
      project,
      '--maxWorkers',
      String(WORKERS[project]),
      // Unit tests are quick and read files that nothing imports: they are run whole.
      ...(commit && project === 'server' ? ['--changedSince', commit, '--passWithNoTests'] : []),
      '--json',
      '--outputFile',
      file,
      '--forceExit',
    ],
    { ...env, NODE_OPTIONS: options },
  );
  const result = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined;
  rmSync(folder, { recursive: true, force: true });
  if (!result) return { passed: 0, failed: 1 };
  const failed = result.numFailedTests + result.numRuntimeErrorTestSuites;
  return { passed: result.numPassedTests, failed: failed === 0 && code !== 0 ? 1 : failed };
}

async function browser(env) {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'gradum-e2e-'));
  const file = path.join(folder, 'result.json');
  const specs = touched ? touched.specs : [];
  await go(bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts', ...specs], {
    ...env,
    PLAYWRIGHT_JSON_OUTPUT_NAME: file,
    NODE_OPTIONS: '',
  });
  const stats = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined;
  rmSync(folder, { recursive: true, force: true });
  if (!stats) return { passed: 0, failed: 1 };
  return {
    passed: stats.stats.expected,
    // What was not run has not passed.
    failed: stats.stats.unexpected + stats.stats.flaky + stats.stats.skipped + stats.errors.length,
  };
}

async function main() {
  needNode();
  await needNpmPackages({ tools: true });
  needPostgres();
  if (runs('browser')) needChromium();
  // Types and lint keep one core busy each. The trials wait for a disk more than they work: beside what only works
  // they cost next to nothing.
  await Promise.all([
    step('types', check('npm', ['run', '--silent', 'types'])).then(() =>
      step('trials', check(process.execPath, ['scripts/trials.mjs', '--quick'])),
    ),
    step('lint', check('npm', ['run', '--silent', 'lint'])).then(() => step('unit', () => jest('unit'))),
  ]);
  if (!['server', 'browser'].some(runs)) return;
  const postgres = await startThrowawayPostgres();
  try {
    const admin = new URL(postgres.url);
    admin.pathname = '/postgres';
    await step('server', () => jest('server', { GRADUM_TEST_DATABASE: admin.href }));
    await step('browser', () => browser({ GRADUM_TEST_DATABASE: admin.href }));
  } finally {
    postgres.stop();
  }
}

main()
  .catch((error) => {
    console.error(error.message ?? error);
    total.failed++;
  })
  .finally(() => {
    say(`took ${Math.round((Date.now() - began) / 1000)} s`);
    process.exitCode = total.failed === 0 && (touched || total.passed > 0) ? 0 : 1;
    console.log(`${total.passed} passed, ${total.failed} failed`);
  });
