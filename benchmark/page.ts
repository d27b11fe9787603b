import { chromium } from '@playwright/test';
import { CHROMIUM, CHROMIUM_ARGS } from '../scripts/lib/install.mjs';
import { BENCH_PASSWORD } from './fleet.ts';
import type { Row } from './table.ts';

const MOST_KB = 220;

/** Compressed script the browser fetches for the entry page, signed in, from an empty cache. */
export async function benchEntryPage(address: string): Promise<Row> {
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS });
  // Without the worker that keeps a copy: through it the browser reports sizes after unpacking.
  const page = await (await browser.newContext({ serviceWorkers: 'block' })).newPage();
  await page.goto(address);
  const scripts = () =>
    page.evaluate(() =>
      performance
        .getEntriesByType('resource')
        .filter((entry) => entry.name.endsWith('.js') && !entry.name.endsWith('/sw.js'))
        .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0),
    );
  await page.getByLabel('Name').waitFor();
  const signedOut = await scripts();
  await page.getByLabel('Name').fill('bench');
  await page.getByLabel('Password').fill(BENCH_PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('button', { name: /menu/ }).waitFor();
  await page.reload();
  await page.getByText('Worst on the watch list').waitFor();
  await page.waitForLoadState('networkidle', { timeout: 3000 }).catch(() => {});
  const today = await scripts();
  await browser.close();
  const kb = Math.max(signedOut, today) / 1000;
  return {
    what: 'entry page, compressed script',
    figure: `${kb.toFixed(0)} kB`,
    yardstick: `sign-in page ${(signedOut / 1000).toFixed(0)} kB, today ${(today / 1000).toFixed(0)} kB`,
    wanted: `< ${MOST_KB} kB`,
    met: kb < MOST_KB,
  };
}
