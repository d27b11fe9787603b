#!/usr/bin/env node
// npm run expectations: what a sound machine of each build would read, and with each cause, made anew.
import { spawnSync } from 'node:child_process';
import { needNode, needNpmPackages } from './lib/install.mjs';
import { ROOT } from './lib/run.mjs';

needNode();
await needNpmPackages({ tools: true });
const done = spawnSync(
  process.execPath,
  ['--import', 'tsx', 'scripts/expectations.ts', ...process.argv.slice(2)],
  { cwd: ROOT, stdio: 'inherit' },
);
process.exitCode = done.status ?? 1;
