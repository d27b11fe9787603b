#!/usr/bin/env node
// npm run trials: tries to break a running Gradum and prints what came of it. `-- --quick` tries less of
// each.
import { spawnSync } from 'node:child_process';
import { needNode, needNpmPackages } from './lib/install.mjs';
import { needPostgres } from './lib/postgres.mjs';
import { ROOT } from './lib/run.mjs';

needNode();
await needNpmPackages({ tools: true });
needPostgres();
const done = spawnSync(process.execPath, ['--import', 'tsx', 'trials/main.ts', ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit',
});
process.exitCode = done.status ?? 1;
