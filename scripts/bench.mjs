#!/usr/bin/env node
// npm run bench: the benchmark table. `-- --quick` shortens the ten long route runs.
import { spawnSync } from 'node:child_process';
import { needChromium, needNode, needNpmPackages } from './lib/install.mjs';
import { needPostgres } from './lib/postgres.mjs';
import { ROOT } from './lib/run.mjs';

needNode();
await needNpmPackages();
needPostgres();
needChromium();
const done = spawnSync(process.execPath, ['--import', 'tsx', 'bench/main.ts', ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit',
});
process.exitCode = done.status ?? 1;
