#!/usr/bin/env node
// npm run screenshots: refreshes docs/screenshots from the demo of a fixed day.
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { build, ensureDatabase, loadDemo, serve } from './lib/app.mjs';
import { CHROMIUM, CHROMIUM_ARGS, needChromium, needNode, needNpmPackages } from './lib/install.mjs';
import { needPostgres, startThrowawayPostgres } from './lib/postgres.mjs';
import { freePort, ROOT, say } from './lib/run.mjs';

const TODAY = '2026-06-03T10:00';
const OUT = path.join(ROOT, 'docs/screenshots');

needNode();
await needNpmPackages({ tools: true });
needPostgres();
needChromium();
await build(say);
const { chromium } = await import('@playwright/test');
const postgres = await startThrowawayPostgres();
const url = postgres.applicationUrl;
await ensureDatabase(url, postgres.url);
loadDemo(url, { GRADUM_TODAY: TODAY });
const running = await serve({ url, port: await freePort(), env: { GRADUM_TODAY: TODAY } });
const browser = await chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS });

async function signedIn(login, viewport) {
  const page = await (await browser.newContext({ viewport, reducedMotion: 'reduce' })).newPage();
  await page.goto(running.address);
  await page.getByLabel('Name').fill(login);
  await page.getByLabel('Password').fill('ironleaf-roofs');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('button', { name: /menu/ }).waitFor();
  return page;
}

async function shoot(page, name) {
  await page.waitForLoadState('networkidle', { timeout: 3000 }).catch(() => {});
  // A slow machine may still be fetching: a picture of that shows nothing.
  for (const waits of await page.getByText(/^Fetching .* …$/).all()) await waits.waitFor({ state: 'hidden' });
  // A message that goes again must not stand in the picture.
  await page.mouse.move(0, 0);
  for (const away of await page.getByRole('button', { name: 'Put it away' }).all()) await away.click();
  await page.waitForTimeout(500);
  await page.screenshot({ path: path.join(OUT, `${name}.png`) });
  say(`docs/screenshots/${name}.png`);
}

/** Opens a unit through the find box, as a person would. */
async function openUnit(page, words) {
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder(/Tag, serial/).fill(words);
  await page.getByRole('option').first().waitFor();
  await page.waitForTimeout(600);
  await page.keyboard.press('Enter');
  await page.getByText('Verdict as of').waitFor();
}

/** The record of the first site that a search finds. */
const openSite = (page, words) =>
  page.evaluate(async (q) => {
    const found = await (await fetch(`/api/search?q=${encodeURIComponent(q)}`)).json();
    return (await fetch(`/api/sites/${found.find((f) => f.kind === 'site').id}`)).json();
  }, words);

try {
  rmSync(OUT, { recursive: true, force: true });
  mkdirSync(OUT, { recursive: true });
  const desk = await signedIn('maren', { width: 1280, height: 800 });
  await shoot(desk, 'today');
  await desk.goto(`${running.address}/calls/new`);
  await desk.getByLabel('Site', { exact: true }).first().fill('main depot');
  await desk.waitForTimeout(700);
  await desk.keyboard.press('Enter');
  await desk.getByText('Units here, worst first').waitFor();
  await desk.getByLabel(/Complaint/).fill('Bay 3 is cold, and they smell gas by the door');
  await desk.getByLabel('System').selectOption('heating');
  await desk.getByLabel('What is at stake').selectOption('danger');
  await shoot(desk, 'take-a-call');
  await desk.getByRole('button', { name: 'Clear' }).click();
  await openUnit(desk, 'hp-2 throwing');
  await shoot(desk, 'unit-story');
  await desk.goto(`${running.address}/watch`);
  await shoot(desk, 'watch-list');
  const cinema = await openSite(desk, 'six-screen');
  await desk.goto(`${running.address}/sites/${cinema.id}/feeds`);
  await desk.getByText('This cannot all be so').waitFor();
  await shoot(desk, 'feeds');
  await desk.goto(`${running.address}/roofs/${cinema.roofs[0].id}?draw=1`);
  await desk.getByRole('button', { name: /^Unit RTU-3/ }).focus();
  await shoot(desk, 'roof-drawing');
  const depot = await openSite(desk, 'main depot');
  await desk.goto(`${running.address}/sites/${depot.id}`);
  await desk.getByText('Units, worst first').waitFor();
  await shoot(desk, 'site');
  await desk.goto(`${running.address}/routes/plan`);
  await desk.getByText('Due by site').waitFor();
  await desk.getByRole('button', { name: 'Plan two weeks' }).click();
  await desk.getByRole('button', { name: 'Save the plan' }).waitFor({ timeout: 40000 });
  await shoot(desk, 'route-planning');
  await desk.getByRole('button', { name: 'Save the plan' }).click();
  await desk.getByText(/stops for \d crews at work/).waitFor();
  await desk.getByRole('button', { name: /^1\. / }).first().focus();
  await desk.keyboard.press('m');
  await desk.getByText('Put it here').waitFor();
  await desk.keyboard.press('ArrowDown');
  await shoot(desk, 'board');
  await desk.keyboard.press('Escape');
  await desk.getByRole('link', { name: 'sheet' }).first().click();
  await desk.getByText('To load').waitFor();
  await shoot(desk, 'route-day');
  await desk.goto(`${running.address}/agreements`);
  await desk.getByRole('link', { name: 'Wrenfall Schools Trust' }).click();
  await desk.getByText('Lantern Hill School').waitFor();
  await shoot(desk, 'agreement');
  await openUnit(desk, 'hp-2 throwing');
  await desk.locator('a[href^="/bench/charge?unit"]').click();
  for (const [label, value] of [
    ['Suction pressure', '96'],
    ['Suction line', '58'],
    ['Liquid pressure', '290'],
    ['Liquid line', '92'],
    ['Outdoor air', '86'],
    ['Indoor wet bulb', '64'],
  ])
    await desk.getByRole('textbox', { name: label, exact: true }).fill(value);
  await desk.getByText('Sister').first().waitFor();
  await desk.evaluate(() => window.scrollTo(0, 0));
  await shoot(desk, 'bench');
  await desk.goto(`${running.address}/bench/play`);
  await desk.getByLabel('Fault', { exact: true }).selectOption('low charge');
  await desk.getByLabel(/^low charge:/).fill('0.5');
  await desk.getByText('With low charge (50 %)').waitFor();
  await shoot(desk, 'play');
  await desk.goto(`${running.address}/bench/circuit`);
  await desk.getByLabel('What is wrong').selectOption('high-pressure switch: open');
  for (const terminal of ['behind the blower proof', 'behind the high-pressure switch'])
    await desk
      .getByRole('button', { name: `Terminal ${terminal}`, exact: true })
      .first()
      .click();
  await desk.evaluate(() => window.scrollTo(0, 0));
  await shoot(desk, 'circuit');

  const roof = await signedIn('ada', { width: 390, height: 844 });
  await shoot(roof, 'phone-today');
  await roof.getByRole('link', { name: /Throwing Rooms/ }).click();
  await roof.getByRole('button', { name: 'I have arrived' }).click();
  await shoot(roof, 'phone-visit');
  await roof.getByRole('button', { name: 'Readings', exact: true }).click();
  for (const [label, value] of [
    ['suction pressure', '162'],
    ['suction line', '66'],
    ['liquid pressure', '520'],
    ['liquid line', '122'],
    ['return air', '76'],
    ['supply air', '60'],
    ['outdoor air', '92'],
  ])
    await roof.getByLabel(`${label},`).fill(value);
  const said = roof.getByRole('region', { name: 'What these readings say' });
  await said.getByText('Explain').waitFor();
  await said.evaluate((box) => window.scrollTo(0, box.getBoundingClientRect().top + window.scrollY - 120));
  await shoot(roof, 'phone-readings');
  await roof.getByRole('button', { name: 'Not now' }).click();
  await roof.getByRole('link', { name: 'Find the fault' }).click();
  await roof.getByText('What to test next').waitFor();
  const steps = roof.getByRole('list', { name: 'Steps of the call' }).getByRole('listitem');
  for (const [step, answer] of [
    [0, '26 V'],
    [1, 'yes'],
    [3, '26 V'],
    [4, '0 V'],
  ])
    await steps.nth(step).getByRole('button', { name: answer, exact: true }).click();
  await roof.getByText('Not the high-pressure switch yet').waitFor();
  await roof
    .getByRole('heading', { name: 'What it most likely is' })
    .evaluate((heading) => window.scrollTo(0, heading.getBoundingClientRect().top + window.scrollY - 120));
  await shoot(roof, 'phone-fault');
  const { roofs } = await openSite(roof, 'six-screen');
  await roof.goto(`${running.address}/roofs/${roofs[0].id}`);
  await roof.getByRole('button', { name: /^Unit RTU-4/ }).click();
  await shoot(roof, 'phone-roof');
} finally {
  await browser.close();
  await running.stop();
  postgres.stop();
}
