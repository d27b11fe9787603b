import { expect, test, type Page } from '@playwright/test';
import { base, expectAccessible, signIn } from './help.ts';
import { broken } from './measures.ts';

const THEMES = ['light', 'night', 'sun'] as const;

const found = (page: Page, words: string, kind: string) =>
  page.evaluate(
    async ([q, wanted]) => {
      const all = (await (await fetch(`/api/search?q=${encodeURIComponent(q as string)}`)).json()) as {
        kind: string;
        id: string;
      }[];
      return all.find((one) => one.kind === wanted)?.id as string;
    },
    [words, kind],
  );

interface View {
  readonly name: string;
  readonly at: (page: Page) => Promise<string> | string;
  readonly then?: (page: Page) => Promise<unknown>;
}

const site = (words: string) => async (page: Page) => `/sites/${await found(page, words, 'site')}`;
const roof = async (page: Page) => {
  const id = await found(page, 'six-screen', 'site');
  return page.evaluate(async (of) => {
    const record = (await (await fetch(`/api/sites/${of}`)).json()) as { roofs: { id: string }[] };
    return `/roofs/${record.roofs[0]?.id}`;
  }, id);
};

const VIEWS: readonly View[] = [
  { name: 'today', at: () => '/' },
  {
    name: 'take a call',
    at: () => '/calls/new',
    then: async (page) => {
      await page.getByLabel('Site', { exact: true }).first().fill('main depot');
      await page.getByRole('option').first().waitFor();
      await page.waitForTimeout(300);
      await page.keyboard.press('Enter');
      await page.getByText('Units here, worst first').waitFor();
    },
  },
  { name: 'a call', at: async (page) => `/calls/${await found(page, 'archive upstairs', 'call')}` },
  { name: 'sites', at: () => '/sites' },
  { name: 'units', at: () => '/sites?show=units' },
  { name: 'a site', at: site('lantern hill school') },
  {
    name: 'a customer',
    at: async (page) => `/customers/${await found(page, 'wrenfall schools', 'customer')}`,
  },
  { name: 'a unit', at: async (page) => `/units/${await found(page, 'hp-2 throwing', 'unit')}` },
  { name: 'a roof', at: roof },
  { name: 'drawing a roof', at: async (page) => `${await roof(page)}?draw=1` },
  { name: 'feeds', at: async (page) => `${await site('six-screen')(page)}/feeds` },
  { name: 'labels', at: async (page) => `${await site('six-screen')(page)}/labels` },
  { name: 'agreements', at: () => '/agreements' },
  { name: 'watch list', at: () => '/watch' },
  { name: 'left open', at: () => '/watch/left-open' },
  { name: 'the board', at: () => '/routes' },
  { name: 'plan ahead', at: () => '/routes/plan' },
  { name: 'load ahead', at: () => '/routes/load' },
  { name: 'bench', at: () => '/bench/charge' },
  { name: 'play', at: () => '/bench/play' },
  { name: 'import', at: () => '/imports' },
  { name: 'people', at: () => '/people' },
  { name: 'settings', at: () => '/settings' },
  { name: 'system', at: () => '/system' },
];

/** The page as somebody sees it after its answers have come. */
async function open(page: Page, view: View) {
  await page.goto(`${base()}${await view.at(page)}`);
  await page.getByRole('heading', { level: 1 }).waitFor();
  // News keep a connection open for good, so that the network is never still; what is on its way says so.
  await expect(page.getByText(/^Fetching /)).toHaveCount(0);
  await page.waitForTimeout(250);
  await view.then?.(page);
}

for (const view of VIEWS)
  test(`${view.name} keeps the measures in every theme, at a desk, wide and on a phone`, async ({ page }) => {
    await signIn(page, 'maren');
    await open(page, view);
    const wrong: string[] = [];
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
    await look(1280, 800, THEMES);
    await look(1920, 1000, ['light']);
    await look(390, 844, THEMES);
    expect(wrong).toEqual([]);
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
  await page.getByRole('button', { name: 'Readings' }).click();
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
