#!/usr/bin/env node
// npm run benchmark: the benchmark table. `-- --quick` shortens the long route runs; `-- --instance FILE
// --capacity Q` runs one published routing instance instead.
import { spawnSync } from 'node:child_process';
import { needChromium, needNode, needNpmPackages } from './lib/install.mjs';
import { needPostgres } from './lib/postgres.mjs';
import { ROOT } from './lib/run.mjs';

needNode();
await needNpmPackages({ tools: true });
// An instance of the literature needs neither database nor browser.
if (!process.argv.includes('--instance')) {
  needPostgres();
  needChromium();
}
const done = spawnSync(process.execPath, ['--import', 'tsx', 'benchmark/main.ts', ...process.argv.slice(2)], {
  cwd: ROOT,
  stdio: 'inherit',
});
process.exitCode = done.status ?? 1;
