import { chromium } from '@playwright/test';
import { CHROMIUM, CHROMIUM_ARGS } from '../scripts/lib/install.mjs';
import { BENCH_PASSWORD } from './fleet.ts';
import { percentile, type Row } from './table.ts';

const ASKED = 40;
const SLOWED = 4;
const ANSWER_MS = 15;
const DRAW_MS = 20;
/** A frame on a screen that draws 60 times a second. */
const FRAME_MS = 1000 / 60;

/** Run in the page, as text: how long each frame took, and what was busy for long. */
const COUNT_FRAMES = `
  window.frames_ = [];
  let last = performance.now();
  (function tick(now) { window.frames_.push(now - last); last = now; requestAnimationFrame(tick); })(last);`;

/**
 * Two years of 50 units in the list of units: what their answer takes, and what their drawing takes with the processor slowed
 * four times. The answer is held back until the list stands, so that the longest frame after it is the drawing of stories.
 */
export async function benchStories(address: string): Promise<Row> {
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS });
  const page = await (
    await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
  ).newPage();
  await page.goto(`${address}/sites?show=units`);
  await page.getByLabel('Name').fill('bench');
  await page.getByLabel('Password').fill(BENCH_PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.locator('tbody tr').nth(40).waitFor();
  const asked = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .map((entry) => entry.name)
      .find((name) => name.includes('/units/stories')),
  );
  if (!asked) throw new Error('the list asked for no stories');
  const answers = await page.evaluate(
    async ([url, times]) => {
      const took: number[] = [];
      for (let i = 0; i < Number(times); i++) {
        const from = performance.now();
        await (await fetch(String(url))).json();
        took.push(performance.now() - from);
      }
      return took;
    },
    [asked, ASKED] as const,
  );
  const draws: number[] = [];
  const devtools = await page.context().newCDPSession(page);
  for (let run = 0; run < 5; run++) {
    let release: () => void = () => undefined;
    const held = new Promise<void>((done) => (release = done));
    await page.route('**/api/units/stories*', async (route) => {
      const response = await route.fetch();
      await held;
      await route.fulfill({ response });
    });
    await page.reload();
    await page.locator('tbody tr').nth(40).waitFor();
    await page.waitForTimeout(600);
    await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
    await page.evaluate(COUNT_FRAMES);
    await page.waitForTimeout(300);
    const before = (await page.evaluate('window.frames_.length')) as number;
    release();
    await page.locator('tbody svg[role=img]').nth(40).waitFor();
    await page.waitForTimeout(300);
    const frames = ((await page.evaluate('window.frames_')) as number[]).slice(before);
    draws.push(Math.max(0, Math.max(...frames) - FRAME_MS));
    await devtools.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    await page.unroute('**/api/units/stories*');
  }
  await browser.close();
  const [answer, draw] = [percentile(answers, 0.95), percentile(draws, 0.5)];
  return {
    what: 'two years of 50 units beside a list',
    figure: `answer p95 ${answer.toFixed(1)} ms, a frame longer by ${draw.toFixed(0)} ms`,
    yardstick: `processor slowed ${SLOWED} times; ${draws.map((ms) => ms.toFixed(0)).join(', ')} ms`,
    wanted: `answer ≤ ${ANSWER_MS} ms, drawing ≤ ${DRAW_MS} ms`,
    met: answer <= ANSWER_MS && draw <= DRAW_MS,
  };
}
