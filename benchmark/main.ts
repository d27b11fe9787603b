import { build, ensureDatabase, serve } from '../scripts/lib/app.mjs';
import { startThrowawayPostgres } from '../scripts/lib/postgres.mjs';
import { freePort } from '../scripts/lib/run.mjs';
import { benchNumbers, benchSaturation, benchSteadyState } from './core.ts';
import { benchBoard, benchByHand, benchPlanning, benchTwoCrews } from './board.ts';
import { benchPhoneFold } from './phone.ts';
import { benchReading } from './reading.ts';
import { benchRebuild, fillFleet } from './fleet.ts';
import { benchDrag } from './drag.ts';
import { benchGrowth, benchInstance, benchLong, benchWeeks } from './fleets.ts';
import { benchCallImport, benchImport } from './imports.ts';
import { benchGuards, benchLoad } from './load.ts';
import { benchEntryPage } from './page.ts';
import { benchFind, benchSitePage } from './places.ts';
import { benchExact, benchHighs, benchLarge } from './routes.ts';
import { benchEntry } from './sheet.ts';
import { benchStories } from './stories.ts';
import { printTable, type Row } from './table.ts';

const option = (name: string): string | undefined => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? undefined : process.argv[at + 1];
};
const instance = option('instance');
if (instance !== undefined) {
  const capacity = Number(option('capacity'));
  if (!(capacity > 0)) throw new RangeError('--capacity needs a number above zero');
  benchInstance(instance, capacity, Number(option('seconds') ?? 15));
  process.exit(0);
}
const quick = process.argv.includes('--quick');
const say = (text: string) => console.log(`bench   ${text}`);

await build(say);
const rows: Row[] = [];
/** Said as it comes, so that what was measured is not lost with what fails after it. */
const note = (...more: Row[]) => {
  rows.push(...more);
  for (const { what, figure, met } of more) say(`${met ? 'met' : 'MISSED'}  ${what}: ${figure}`);
};
note(
  benchNumbers(),
  benchSaturation(),
  benchSteadyState(),
  benchReading(10_000),
  benchReading(100_000),
  benchPhoneFold(),
);
say('routes against the proof …');
note(benchExact(), await benchHighs());
say(`25 stops against ten ${quick ? 'short' : '60-second'} runs …`);
note(await benchLarge(quick));
say('several crews over ten days …');
note(benchTwoCrews(), benchWeeks(quick), ...benchGrowth(), ...benchByHand());
if (process.argv.includes('--long')) {
  say('half a minute against ten minutes …');
  note(benchLong());
}

const postgres = await startThrowawayPostgres({ durable: true });
try {
  const url = (name: string) => {
    const made = new URL(postgres.url);
    made.pathname = `/${name}`;
    return made.href;
  };
  say('import against COPY …');
  await ensureDatabase(url('imports'));
  note(await benchImport(url('imports')), await benchCallImport(url('imports')));
  say('filling 5,000 units and 100,000 visits …');
  await ensureDatabase(url('fleet'));
  const fleet = await fillFleet(url('fleet'));
  say('folding and judging them …');
  note(await benchRebuild(fleet, say));
  await fleet.close();
  const running = await serve({ url: url('fleet'), port: await freePort() });
  say('20 and 50 people …');
  try {
    note(...(await benchLoad(running.address)), await benchGuards(running.address));
    note(await benchFind(running.address), await benchSitePage(running.address));
    note(await benchStories(running.address));
    note(await benchEntryPage(running.address), ...(await benchEntry(running.address, url('fleet'))));
    note(await benchBoard(running.address, url('fleet')), await benchDrag(running.address));
    note(await benchPlanning(running.address, url('fleet')));
  } finally {
    await running.stop();
  }
} finally {
  postgres.stop();
}
console.log();
printTable(rows);
process.exitCode = rows.every((row) => row.met) ? 0 : 1;
