import { chromium } from '@playwright/test';
import { CHROMIUM, CHROMIUM_ARGS } from '../scripts/lib/install.mjs';
import { BENCH_PASSWORD } from './fleet.ts';
import { percentile, type Row } from './table.ts';

const ASKED = 40;
const SLOWED = 4;
const ANSWER_MS = 15;
const DRAW_MS = 20;
/** One cell of the list takes another colour: the least that any change of this page costs a frame. */
const CHANGE_ONE = `document.querySelector('tbody tr:nth-child(5) td').style.color = 'red'`;

/** Run in the page, as text: how long each frame took, and what was busy for long. */
const COUNT_FRAMES = `
  window.frames_ = [];
  let last = performance.now();
  (function tick(now) { window.frames_.push(now - last); last = now; requestAnimationFrame(tick); })(last);`;

/**
 * Two years of 50 units in the list of units: what their answer takes beside one that reads only who asks,
 * and what their drawing takes with the processor slowed four times: those in sight, the others when
 * somebody scrolls to them. The answer is held back until the list stands; what the longest frame after it
 * takes beyond one in which a single cell changes its colour is what stories add.
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
  // In turns with a request that reads nothing but who asks, so that both meet the same machine.
  const [answers, empty] = await page.evaluate(
    async ([url, times]) => {
      const took: [number[], number[]] = [[], []];
      for (let i = 0; i < Number(times) * 2; i++) {
        const from = performance.now();
        await (await fetch(i % 2 ? '/api/session' : String(url))).text();
        took[i % 2]?.push(performance.now() - from);
      }
      return took;
    },
    [asked, ASKED] as const,
  );
  const draws: number[] = [];
  const trivial: number[] = [];
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
    const longest = async (change: () => unknown, pauseMs: number) => {
      const before = (await page.evaluate('window.frames_.length')) as number;
      await change();
      await page.waitForTimeout(pauseMs);
      return Math.max(...((await page.evaluate('window.frames_')) as number[]).slice(before));
    };
    const least = await longest(() => page.evaluate(CHANGE_ONE), 400);
    const frame = await longest(release, 3000);
    if ((await page.locator('tbody svg[role=img]').count()) < 40) throw new Error('the stories did not come');
    trivial.push(least);
    draws.push(Math.max(0, frame - least));
    await devtools.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    await page.unroute('**/api/units/stories*');
  }
  await browser.close();
  const answer = percentile(answers, 0.95);
  const added = answer - percentile(empty, 0.95);
  const draw = percentile(draws, 0.5);
  return {
    what: 'two years of 50 units beside a list',
    figure: `answer p95 ${answer.toFixed(1)} ms, ${added.toFixed(1)} more than an empty one; a frame longer by ${draw.toFixed(0)} ms`,
    yardstick:
      `the list's own answer waits for nothing; processor slowed ${SLOWED} times; ${draws.map((ms) => ms.toFixed(0)).join(', ')} ms beyond a frame with one cell changed, ` +
      `${percentile(trivial, 0.5).toFixed(0)} ms`,
    wanted: `≤ ${ANSWER_MS} ms more than an empty answer, drawing ≤ ${DRAW_MS} ms`,
    met: added <= ANSWER_MS && draw <= DRAW_MS,
  };
}
