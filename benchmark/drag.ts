import { chromium } from '@playwright/test';
import { CHROMIUM, CHROMIUM_ARGS } from '../scripts/lib/install.mjs';
import { BENCH_PASSWORD } from './fleet.ts';
import { percentile, type Row } from './table.ts';

const MOVES = 240;
/** A screen that draws 60 times a second misses no frame where the next comes within so much. */
const FRAME_MS = 1000 / 60;

/** Run in the page, as text: what turns the benchmark into script leaves marks that a page does not know. */
const COUNT_FRAMES = `
  window.frames_ = [];
  let last = performance.now();
  (function tick(now) { window.frames_.push(now - last); last = now; requestAnimationFrame(tick); })(last);`;

/** Frames while a stop is dragged over the board of the large company that {@link benchBoard} has filled. */
export async function benchDrag(address: string): Promise<Row> {
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS });
  const page = await (
    await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1920, height: 1080 } })
  ).newPage();
  await page.goto(`${address}/routes`);
  await page.getByLabel('Name').fill('bench');
  await page.getByLabel('Password').fill(BENCH_PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  const strips = page.locator('[data-strip]');
  await strips.nth(5).waitFor();
  const stops = await page.locator('[data-strip] button').count();
  const block = strips.nth(2).getByRole('button').nth(6);
  const from = await block.boundingBox();
  const to = await strips.nth(12).boundingBox();
  if (!from || !to) throw new Error('the board shows no stop to drag');
  await page.mouse.move(from.x + 5, from.y + 10);
  await page.mouse.down();
  // What is in the hand is asked for first; frames count once it has come.
  await page.mouse.move(from.x + 25, from.y + 12, { steps: 4 });
  await page.waitForTimeout(4000);
  await page.evaluate(COUNT_FRAMES);
  for (let i = 0; i < MOVES; i++) {
    const share = i / MOVES;
    await page.mouse.move(to.x + to.width * (0.2 + 0.5 * share), to.y - (share - 0.5) * 400);
  }
  const frames = ((await page.evaluate('window.frames_')) as number[]).slice(2);
  await page.keyboard.press('Escape');
  await browser.close();
  const [middle, p95] = [percentile(frames, 0.5), percentile(frames, 0.95)];
  return {
    what: `dragging over the board, ${stops} stops`,
    figure: `a frame p50 ${middle.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms`,
    yardstick: `60 a second: ${FRAME_MS.toFixed(1)} ms; ${frames.length} frames`,
    wanted: 'p95 within two frames, p50 within one',
    met: middle <= FRAME_MS + 1 && p95 <= 2 * FRAME_MS + 1,
  };
}
