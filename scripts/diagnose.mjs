#!/usr/bin/env node
// npm run diagnose -- FILE: what a case from a file (docs/formats.md) most likely is, what to test next, and what
// not to conclude yet.
import { spawnSync } from 'node:child_process';
import { needNode, needNpmPackages } from './lib/install.mjs';
import { ROOT } from './lib/run.mjs';

needNode();
await needNpmPackages({ tools: true });
const done = spawnSync(
  process.execPath,
  ['--import', 'tsx', 'scripts/diagnose.ts', ...process.argv.slice(2)],
  { cwd: ROOT, stdio: 'inherit' },
);
process.exitCode = done.status ?? 1;
