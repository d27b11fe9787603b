import { chromium } from '@playwright/test';
import { CHROMIUM, CHROMIUM_ARGS } from '../scripts/lib/install.mjs';
import { BENCH_PASSWORD } from './fleet.ts';
import { signIn, timed } from './load.ts';
import { percentile, type Row } from './table.ts';

const CLUES = [
  'archive upstairs is muggy',
  'lobby too cold this morning',
  'workshop smells at site 44',
  'classroom 4 hot again customer 12',
  'water dripping in the store, site 731',
  'panel LP-2 8/10/12',
  'rtu-3 site 512',
  's1a2b3c4',
];

/** Find-the-unit over 5,000 units, one request after the other. */
export async function benchFind(address: string): Promise<Row> {
  const cookie = await signIn(address);
  const times: number[] = [];
  for (let i = 0; i < 240; i++)
    times.push(
      await timed(address, `/api/search?q=${encodeURIComponent(CLUES[i % CLUES.length] as string)}`, cookie),
    );
  const ones: number[] = [];
  for (let i = 0; i < 60; i++) ones.push(await timed(address, '/api/ping', cookie));
  const [p95, one] = [percentile(times, 0.95), percentile(ones, 0.95)];
  return {
    what: `find the unit over 5,000 units, ${times.length} requests`,
    figure: `p95 ${p95.toFixed(1)} ms, p50 ${percentile(times, 0.5).toFixed(1)} ms`,
    yardstick: `signed-in select 1 p95 ${one.toFixed(1)} ms, ratio ${(p95 / one).toFixed(1)}`,
    wanted: 'p95 < 100 ms',
    met: p95 < 100,
  };
}

/**
 * Runs in the page: when a button that can be pressed first stood there, ms since the page was asked for,
 * checked at every frame. As text, because what compiles this file puts helpers into functions that the page
 * does not have.
 */
const NOTE_FIRST = `{
  const look = () => {
    if ([...document.querySelectorAll('button')].some((b) => b.textContent === 'Start a visit now' && !b.disabled)) window.shownAt = performance.now();
    else requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}`;

/** From asking for a site's page to its units standing there, in a browser with an empty cache. */
export async function benchSitePage(address: string): Promise<Row> {
  const cookie = await signIn(address);
  const answer = await fetch(`${address}/api/search?q=site+44`, { headers: { cookie } });
  const site = ((await answer.json()) as { kind: string; id: string }[]).find(
    (found) => found.kind === 'site',
  );
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS });
  const times: number[] = [];
  for (let i = 0; i < 5; i++) {
    const page = await (await browser.newContext({ serviceWorkers: 'block' })).newPage();
    await page.addInitScript(NOTE_FIRST);
    await page.goto(address);
    await page.getByLabel('Name').fill('bench');
    await page.getByLabel('Password').fill(BENCH_PASSWORD);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('button', { name: /menu/ }).waitFor();
    await page.goto(`${address}/sites/${site?.id}`);
    await page.getByRole('button', { name: 'Start a visit now' }).click({ trial: true });
    times.push(await page.evaluate(() => (window as unknown as { shownAt: number }).shownAt));
    await page.close();
  }
  await browser.close();
  const middle = percentile(times, 0.5);
  return {
    what: 'site page, until its buttons can be pressed',
    figure: `${middle.toFixed(0)} ms (middle of five)`,
    yardstick: `slowest ${Math.max(...times).toFixed(0)} ms`,
    wanted: '< 1,000 ms',
    met: middle < 1000,
  };
}
