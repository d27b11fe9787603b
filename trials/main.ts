import { writeFileSync } from 'node:fs';
import { build, ensureDatabase, loadDemo } from '../scripts/lib/app.mjs';
import { startThrowawayPostgres } from '../scripts/lib/postgres.mjs';
import { openCompany, TODAY, type Tried } from './company.ts';
import { flood, writers } from './crowd.ts';
import { days } from './days.ts';
import { kills, restarts } from './faults.ts';
import { folds } from './folds.ts';
import { fuzz } from './fuzz.ts';
import { fullDisk, keeping } from './keeping.ts';
import { rights } from './rights.ts';
import { deaths, shared } from './shared.ts';

const quick = process.argv.includes('--quick');
const SEED = 20_260_603;
const say = (text: string) => console.log(`trials  ${text}`);

/** The table as text for the screen and for docs. */
const table = (rows: readonly Tried[]): string => {
  const cells = [
    ['what was tried', 'how often', 'what came of it', 'wanted', ''],
    ...rows.map((r) => [r.what, r.count, r.found, r.wanted, r.held ? 'held' : 'BROKE']),
  ];
  const line = (row: readonly string[]) => `| ${row.join(' | ')} |`;
  return [
    line(cells[0] as string[]),
    line(['---', '---', '---', '---', '---']),
    ...cells.slice(1).map(line),
  ].join('\n');
};

await build(say);
const postgres = await startThrowawayPostgres({ durable: true });
const began = Date.now();
say('the demo on many days …');
const tried: Tried[] = [days(quick ? 0 : 12, SEED)];
say('phones and the server …');
tried.push(folds(quick ? 1000 : 10_000, SEED));
try {
  // As a company runs: the application's role is no administrator of the database.
  const url = postgres.applicationUrl;
  await ensureDatabase(url, postgres.url);
  say('loading the demo …');
  loadDemo(url, { GRADUM_TODAY: TODAY });
  say('keeping …');
  tried.push(...(await keeping(postgres.url)));
  const company = await openCompany(url, 2);
  const step = async (what: string, work: () => Promise<Tried | Tried[]>) => {
    say(`${what} …`);
    tried.push(...[await work()].flat());
  };
  await step('a full disk', () => fullDisk(company, postgres.url));
  await step('rights', () => rights(company));
  await step('writers', () => writers(company, quick ? 2 : 10));
  await step('fuzz', () => fuzz(company, quick ? 600 : 10_000, SEED));
  await step('shared', () => shared(company));
  await step('deaths', () => deaths(company, quick ? 1 : 5));
  await step('kills', () => kills(company, quick ? 2 : 20, SEED));
  await step('restarts', () => restarts(company, quick ? 1 : 5, postgres.restart));
  // Last: it uses up the tries of this address.
  await step('flood', () => flood(company, quick ? 80 : 400));
  await company.stop();
} finally {
  postgres.stop();
}
const held = tried.filter((one) => one.held).length;
console.log(`\n${table(tried)}\n`);
say(`${held} held, ${tried.length - held} broke, ${Math.round((Date.now() - began) / 1000)} s`);
if (!quick)
  writeFileSync(
    'docs/trials.md',
    `# Trials\n\n\`npm run trials\` tries to break a running Gradum: the demo company, served by two servers of two processes each\non one PostgreSQL, on the loopback address, seed ${SEED}. The same trials run reduced in \`npm test\`. The last whole run,\n${new Date().toISOString().slice(0, 10)}:\n\n${table(tried)}\n\nA phone offline for a day, with two people, a wrong clock and an ended session, is tried in a real browser:\n\`e2e/phone.spec.ts\`.\n`,
  );
process.exitCode = held === tried.length ? 0 : 1;
