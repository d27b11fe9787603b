import { expect, test } from '@playwright/test';
import { base, enter, expectAccessible, signIn } from './help.ts';
import { broken } from './measures.ts';
import { moved, noteShifts, slowAnswers } from './still.ts';
import { found, roof, VIEWS } from './views.ts';

const THEMES = ['light', 'night', 'sun'] as const;

for (const view of VIEWS)
  test(`${view.name} stands still while its answers come, and keeps the measures in every theme and width`, async ({
    page,
  }) => {
    await enter(page, 'maren');
    const at = `${base()}${await view.at(page)}`;
    await noteShifts(page);
    const answered = await slowAnswers(page);
    const wrong: unknown[] = [];
    const open = async (width: number, height: number) => {
      await page.setViewportSize({ width, height });
      await page.goto(at);
      await page.getByRole('heading', { level: 1 }).waitFor();
      await answered();
      const shifts = await moved(page);
      if (shifts.length > 0) wrong.push({ width, shifts });
      await view.then?.(page);
    };
    const look = async (width: number, height: number, themes: readonly string[]) => {
      await page.setViewportSize({ width, height });
      for (const theme of themes) {
        await page.evaluate((name) => (document.documentElement.dataset.theme = name), theme);
        await page.evaluate(
          () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
        );
        const rules = await broken(page, { phone: width < 768 });
        wrong.push(...rules.map((rule) => `${width} ${theme}: ${rule}`));
      }
    };
    await open(1280, 800);
    await look(1280, 800, THEMES);
    await look(1920, 1000, ['light']);
    await open(390, 844);
    await look(390, 844, THEMES);
    expect(wrong).toEqual([]);
  });

test('the button that plans a call does not move under the finger', async ({ page }) => {
  await signIn(page, 'desmond');
  const id = await found(page, 'archive upstairs', 'call');
  let release = (): void => undefined;
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route('**/api/calls/known/**', async (route) => {
    await held;
    await route.continue();
  });
  const came = page.waitForRequest('**/api/calls/known/**');
  await page.goto(`${base()}/calls/${id}`);
  await came;
  const plan = page.getByRole('button', { name: 'Plan', exact: true });
  await page.waitForTimeout(300);
  const before = (await plan.isVisible()) ? await plan.boundingBox() : undefined;
  release();
  await expect(page.getByRole('heading', { name: 'The unit' })).toBeVisible();
  await page.waitForTimeout(300);
  if (before) expect(await plan.boundingBox()).toEqual(before);
  await expect(plan).toBeVisible();
});

test('a visit and its readings keep the measures on a phone, and file is always in sight', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'ada');
  await page.getByRole('link', { name: /Throwing Rooms/ }).click();
  await expect(page.getByRole('button', { name: 'I have arrived' })).toBeInViewport();
  expect(await broken(page, { phone: true })).toEqual([]);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Readings', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Put the readings on the sheet' })).toBeInViewport();
  await expect(page.getByRole('navigation', { name: 'Places, by thumb' })).toBeHidden();
  // What it was last time stands under each numeral.
  await expect(page.getByText(/^was 111 psig, 11 Sep 2025$/)).toBeVisible();
  expect(await broken(page, { phone: true })).toEqual([]);
  // At its end the form's action lies over no field.
  await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Not now' }).click();
  await expect(page.getByRole('navigation', { name: 'Places, by thumb' })).toBeVisible();
});

test('at the desk what can hurt stands first, and every call on a unit carries its two years', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await signIn(page, 'maren');
  await expect(page.getByRole('heading', { name: /^Left too long/ })).toBeInViewport();
  const beside = page.getByRole('heading', { level: 2 });
  const [first] = await beside.allInnerTexts();
  expect(first).toMatch(/^Left too long/);
  const line = page.getByRole('listitem').filter({ has: page.getByRole('link', { name: 'Throwing Rooms' }) });
  await expect(line.first().getByRole('img', { name: /^Two years: / })).toBeVisible();
});

test('a unit’s tag says all of its state wherever it stands, also where a row is about one thing left open', async ({
  page,
}) => {
  await signIn(page, 'maren');
  await page.goto(`${base()}/watch/left-open`);
  const tags = page.getByRole('link', { name: /^Unit UH-3,/ });
  await expect(tags).toHaveCount(2);
  for (const tag of await tags.all()) {
    await expect(tag).toHaveAccessibleName(/hazard/);
    await expect(tag).toHaveAccessibleName(/left open/);
  }
});

test('a wide roof fills a phone, and by the compass nothing on it has moved', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await signIn(page, 'ada');
  await page.goto(`${base()}${await roof(page)}`);
  const drawing = page.getByRole('group', { name: /^Roof plan, north/ });
  const shape = async () => {
    const [, , w, h] = ((await drawing.getAttribute('viewBox')) ?? '').split(' ').map(Number);
    const north = Number(/north (\d+)/.exec((await drawing.getAttribute('aria-label')) ?? '')?.[1]);
    return { wide: (w ?? 0) > (h ?? 0), north };
  };
  const where = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Also up here' }) });
  const desk = await shape();
  const said = await where.innerText();
  expect(desk.wide).toBe(true);
  await page.setViewportSize({ width: 390, height: 844 });
  await expect.poll(async () => (await shape()).wide).toBe(false);
  expect((await shape()).north).toBe((desk.north + 90) % 360);
  expect(await where.innerText()).toBe(said);
  // The whole of it lies above the places.
  const box = await drawing.boundingBox();
  const places = await page.getByRole('navigation', { name: 'Places, by thumb' }).boundingBox();
  expect((box?.y ?? Infinity) + (box?.height ?? 0)).toBeLessThan(places?.y ?? 0);
});

test('on a phone the gauges are told in a strip once they are out of sight, and not before', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'ada');
  await page.goto(`${base()}/bench/play`);
  await expect(page.getByRole('img', { name: /^suction: / })).toBeVisible();
  const strip = page.locator('p.fixed').filter({ hasText: 'superheat' });
  await expect(strip).toBeHidden();
  await page.getByText('What is wrong with it').scrollIntoViewIfNeeded();
  await page.mouse.wheel(0, 900);
  await expect(strip).toBeVisible();
});
