import { expect, test, type Page } from '@playwright/test';
import { base, expectAccessible, signIn, watchErrors } from './help.ts';

test.use({ hasTouch: true });

/** A phone as it is held, with letters as large as somebody set them. */
const HELD = [
  { as: 'upright', width: 390, height: 844, text: 100 },
  { as: 'across', width: 844, height: 390, text: 100 },
  { as: 'upright, letters at 200 %', width: 390, height: 844, text: 200 },
  { as: 'across, letters at 200 %', width: 844, height: 390, text: 200 },
] as const;

/** Opens a sheet at the site with most units, of no crew so that anybody may write on it. */
async function sheetOfTheBusiest(page: Page): Promise<string> {
  return page.evaluate(async () => {
    const read = async (path: string) => (await fetch(path)).json();
    const { rows } = await read('/api/sites?limit=200');
    // Another file of tests makes a site of 150, which may be here or not.
    const [busiest] = (rows as { id: string; units: number }[])
      .filter(({ units }) => units < 100)
      .sort((a, b) => b.units - a.units);
    const { today } = await read('/api/session');
    const id = '0199a000-0000-7000-8000-00000000b001';
    await fetch('/api/visits', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ id, siteId: busiest?.id, callIds: [], crewId: null, plannedFor: today }),
    });
    return id;
  });
}

/**
 * What lies beyond the edge, and which buttons cannot hold their words. The tags of units scroll in a strip
 * of their own.
 */
const beyond = (page: Page) =>
  page.evaluate(() => {
    const seen = (e: Element) => e.getClientRects().length > 0;
    const strip = document.querySelector('input[name="unit"]')?.closest('fieldset');
    const all = [...document.querySelectorAll('main button, main a, main input, main select, nav a')].filter(
      (e) => seen(e) && !strip?.contains(e),
    );
    const name = (e: Element) => (e.textContent ?? '').trim().slice(0, 30) || e.tagName;
    return {
      wide: document.documentElement.scrollWidth > document.documentElement.clientWidth,
      out: all
        .filter(
          (e) => e.getBoundingClientRect().right > innerWidth + 1 || e.getBoundingClientRect().left < -1,
        )
        .map(name),
      spilt: [...document.querySelectorAll('main button, nav a')]
        .filter((e) => seen(e) && e.scrollWidth > e.clientWidth + 1)
        .map(name),
    };
  });
const NOTHING = { wide: false, out: [], spilt: [] };

/** Once the sheet has taken the size it is held at: a fresh arrival is still being drawn on a slow machine. */
async function inReach(page: Page, name: string): Promise<void> {
  const { height, width } = page.viewportSize()!;
  const button = page.getByRole('button', { name, exact: true });
  await expect
    .poll(
      async () => {
        const box = await button.boundingBox();
        if (box === null) return 'not on the screen';
        const upright = box.y >= 0 && box.y + box.height <= height + 1;
        const across = box.x >= 0 && box.x + box.width <= width + 1;
        return upright && across ? 'in reach' : JSON.stringify(box);
      },
      { message: name },
    )
    .toBe('in reach');
}

test('the sheet of the site with most units: nothing leaves the screen, what comes next is within reach', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await signIn(page, 'ada');
  const id = await sheetOfTheBusiest(page);
  await page.goto(`${base()}/visits/${id}`);
  await expect(page.getByRole('radio', { name: /EF-1/ })).toBeAttached();
  expect(await page.locator('input[name="unit"]').count()).toBeGreaterThan(10);
  const hold = async ({ width, height, text }: (typeof HELD)[number]) => {
    await page.setViewportSize({ width, height });
    await page.evaluate((share) => {
      document.documentElement.style.fontSize = share === 100 ? '' : `${share}%`;
    }, text);
  };
  for (const held of HELD)
    await test.step(`before arriving, ${held.as}`, async () => {
      await hold(held);
      await inReach(page, 'I have arrived');
      await expect.poll(() => beyond(page)).toEqual(NOTHING);
    });
  await page.getByRole('button', { name: 'I have arrived' }).tap();
  const strip = page.getByRole('group', { name: 'Most used' });
  for (const held of HELD)
    await test.step(`at work, ${held.as}`, async () => {
      await hold(held);
      await expect(strip).toBeVisible();
      for (const name of ['Readings', 'Finding', 'Work', 'Leave']) await inReach(page, name);
      await expect.poll(() => beyond(page)).toEqual(NOTHING);
      for (const [name, save] of [
        ['Readings', 'Put the readings on the sheet'],
        ['Finding', 'Put the finding on the sheet'],
        ['Leave', 'Leave the site'],
      ] as const) {
        await strip.getByRole('button', { name }).tap();
        await page.evaluate(() => window.scrollTo(0, 0));
        await inReach(page, save);
        await expect.poll(() => beyond(page), { message: name }).toEqual(NOTHING);
        await page.getByRole('button', { name: 'Not now' }).tap();
      }
    });
  await hold(HELD[1]);
  await expectAccessible(page);
  expect(errors).toEqual([]);
});

test('carbon monoxide typed as 1,200 is read as it is written, at the key and on the sheet', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'ada');
  const id = await sheetOfTheBusiest(page);
  await page.goto(`${base()}/visits/${id}`);
  await page.getByRole('radio', { name: /UH-1/ }).check({ force: true });
  await page
    .getByRole('group', { name: 'Most used' })
    .getByRole('button', { name: 'Readings', exact: true })
    .tap();
  await page.getByText('heating', { exact: true }).tap();
  const flue = page.getByLabel('flue CO, ppm');
  await flue.fill('1.200');
  await expect(
    page.getByText('1.200 can be read as 1200 or as 1.2: write it as one of the two'),
  ).toBeVisible();
  await expect(page.getByText(/CO air-free/)).toBeHidden();
  await flue.fill('1,200');
  await expect(page.getByText('read as 1,200 ppm')).toBeVisible();
  // What has to be acted on stands beside the button, whatever lies below the edge.
  await expect(page.locator('.roof-foot').getByText(/Heat off until the cause is found/)).toBeInViewport();
  await page.setViewportSize({ width: 844, height: 390 });
  await expect(page.locator('.roof-foot').getByText(/Heat off until the cause is found/)).toBeInViewport();
  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(page.locator('.roof-foot').getByText(/Heat off until the cause is found/)).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(page.getByText(/Heat off until the cause is found/).last()).toBeVisible();
  await page.getByRole('button', { name: 'Put the readings on the sheet' }).tap();
  await expect(page.getByText(/flue CO 1,?200 ppm/)).toBeVisible();
});

test('a dialog gives the keyboard back to what opened it, however it was opened', async ({ page }) => {
  await signIn(page, 'maren');
  const focused = () => page.evaluate(() => document.activeElement?.textContent?.trim() ?? '');
  const through = async (path: string, button: string) => {
    await page.goto(`${base()}${path}`);
    const opener = page.getByRole('button', { name: button }).first();
    await opener.focus();
    const named = await focused();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
    await expect.poll(focused).toBe(named);
  };
  const site = await page.evaluate(async () => (await (await fetch('/api/sites?limit=1')).json()).rows[0].id);
  await through(`/sites/${site}`, 'Edit');
  await through(`/sites/${site}`, 'New unit');
  await through('/people', 'Add somebody');
  await through('/people', 'Edit Ada');
  const unit = await page.evaluate(async () => (await (await fetch('/api/units?limit=1')).json()).rows[0].id);
  await through(`/units/${unit}`, 'Edit');
  // What opened it is gone by then: an item of the menu, which gives it to the menu's own button.
  await page.goto(`${base()}/`);
  await page.getByRole('button', { name: /menu/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: 'Change my password' }).press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /menu/ })).toBeFocused();
});

test('a tag is dotted and says so until its state has come', async ({ page }) => {
  await signIn(page, 'desmond');
  let go: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (go = resolve));
  await page.route('**/api/units/stories**', async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(`${base()}/`);
  const waiting = page.getByRole('link', { name: /^Unit .*not known yet/ });
  await expect(waiting.first()).toBeVisible();
  expect(await page.getByRole('link', { name: /^Unit .*, nothing open$/ }).count()).toBe(0);
  go();
  await expect(waiting).toHaveCount(0);
});
