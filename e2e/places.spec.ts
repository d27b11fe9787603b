import { randomUUID } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { base, expectAccessible, loseSignal, signIn, watchErrors } from './help.ts';

test.use({ serviceWorkers: 'allow' });

interface Created {
  readonly id: string;
}

/** Asks the API as the signed-in person, from the page itself. */
const api = <T>(page: Page, path: string, body?: unknown, method = 'POST'): Promise<T> =>
  page.evaluate(
    async ([where, what, how]) => {
      const answer = await fetch(
        where as string,
        what
          ? {
              method: how as string,
              headers: { 'content-type': 'application/json' },
              body: JSON.stringify(what),
            }
          : {},
      );
      if (!answer.ok) throw new Error(`${where}: ${answer.status} ${await answer.text()}`);
      return answer.json();
    },
    [path, body, method] as const,
  ) as Promise<T>;

const siteId = async (page: Page, name: string): Promise<string> =>
  (
    (
      await api<{ kind: string; title: string; id: string }[]>(
        page,
        `/api/search?q=${encodeURIComponent(name)}`,
      )
    ).find((f) => f.kind === 'site' && f.title === name) as Created
  ).id;

/** Sheets of paper that the page would print on. */
async function printedPages(page: Page): Promise<number> {
  await page.emulateMedia({ media: 'print' });
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  return pdf.match(/\/Type\s*\/Page[^s]/g)?.length ?? 0;
}

async function dragBy(page: Page, name: RegExp, dx: number, dy: number): Promise<void> {
  const box = await page.getByRole('button', { name }).boundingBox();
  if (!box) throw new Error('nothing to drag');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 4 });
  await page.mouse.move(x + dx, y + dy, { steps: 4 });
  await page.mouse.up();
}

test('draws a roof: places units, drags, turns, undoes, and two people lose nothing', async ({
  page,
  browser,
}) => {
  const errors = watchErrors(page);
  await signIn(page, 'ada');
  await page.goto(`${base()}/sites/${await siteId(page, 'Firing Works')}`);
  await page.getByRole('button', { name: 'Draw a roof' }).click();
  await page.getByLabel('Wide, ft').fill('0');
  await page.getByRole('button', { name: 'Start drawing' }).click();
  await expect(page.getByText('5 to 3,000 ft')).toBeVisible();
  await page.getByLabel('Wide, ft').fill('90');
  await page.getByLabel('Deep, ft').fill('60');
  await page.getByRole('button', { name: 'Start drawing' }).click();
  for (const tag of ['HP-1', 'HP-2']) await page.getByRole('button', { name: tag, exact: true }).click();
  await page.getByRole('button', { name: 'Skylight' }).click();
  await expectAccessible(page);

  const at = async (name: RegExp) =>
    (await page.getByRole('button', { name }).locator('g').first().boundingBox()) as { x: number; y: number };
  const before = await at(/^Unit HP-1/);
  await dragBy(page, /^Unit HP-1/, 120, 90);
  const after = await at(/^Unit HP-1/);
  expect(after.x - before.x).toBeGreaterThan(60);
  await page.getByRole('button', { name: 'Undo' }).click();
  // The board may shift by a scroll bar's width; the unit moved by far more.
  expect(Math.abs((await at(/^Unit HP-1/)).x - before.x)).toBeLessThan(25);
  await page.getByRole('button', { name: 'Redo' }).click();
  expect(Math.abs((await at(/^Unit HP-1/)).x - after.x)).toBeLessThan(25);

  // The keyboard does all of it too.
  const unit = page.getByRole('button', { name: /^Unit HP-2/ });
  await unit.focus();
  const start = await at(/^Unit HP-2/);
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowRight');
  expect((await at(/^Unit HP-2/)).x).toBeGreaterThan(start.x + 40);
  await page.keyboard.press(']');
  await expect(page.getByLabel('Turned, °')).toHaveValue('15');

  // Off the roof is said, and cannot be saved; a reload brings the drawing back.
  for (let i = 0; i < 20; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText('HP-2 does not stand on the roof')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save the roof' })).toBeDisabled();
  await page.reload();
  await expect(page.getByText('HP-2 does not stand on the roof')).toBeVisible();
  await page.getByRole('button', { name: /^Unit HP-2/ }).focus();
  // Just after a reload a key may come before the board listens: it is pressed until the unit is back.
  const off = page.getByText('HP-2 does not stand on the roof');
  for (let i = 0; i < 60 && (await off.count()) > 0; i++) await page.keyboard.press('Shift+ArrowLeft');
  await expect(off).toHaveCount(0);

  // A corner is added and moved by keyboard.
  await page.getByRole('button', { name: 'Move its corners' }).click();
  await page.getByRole('button', { name: 'Add a corner on the side from corner 1' }).press('Enter');
  await page.getByRole('button', { name: 'Corner 2', exact: true }).press('Shift+ArrowUp');
  await page.getByLabel('Side from corner 2', { exact: true }).selectOption('open edge');
  await page.getByRole('button', { name: 'Corners done' }).click();
  await page.getByRole('button', { name: 'Save the roof' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('2 units stand here');
  await expectAccessible(page);

  // Both draw from the same roof: one moves a unit, the other adds a hatch and saves first.
  const roofUrl = page.url().split('?')[0] as string;
  const other = await (await browser.newContext()).newPage();
  await signIn(other, 'maren');
  await other.goto(`${roofUrl}?draw=1`);
  await page.goto(`${roofUrl}?draw=1`);
  await page.getByRole('button', { name: /^Unit HP-1/ }).focus();
  await page.keyboard.press('ArrowDown');
  await other.getByRole('button', { name: 'Hatch', exact: true }).click();
  await other.getByRole('button', { name: 'Save the roof' }).click();
  await expect(other.getByRole('heading', { level: 1 })).toContainText('2 units stand here');
  await page.getByRole('button', { name: 'Save the roof' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('2 units stand here');
  await expect(page.getByRole('button', { name: /^Hatch/ })).toBeVisible();
  await other.close();
  expect(errors).toEqual([]);
});

test('a roof prints on one page, with its units, their feeds and what else is up there', async ({ page }) => {
  await signIn(page, 'maren');
  const site = await api<{ roofs: Created[] }>(
    page,
    `/api/sites/${await siteId(page, 'Lantern Hill School')}`,
  );
  await page.goto(`${base()}/roofs/${site.roofs[0]?.id}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('9 units stand here');
  expect(await printedPages(page)).toBe(1);
  await expect(page.locator('.roof-units li')).toHaveCount(9);
  await expect(page.locator('.roof-units li').first()).toContainText('Poles');
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
});

test('traces a breaker both ways, says what contradicts, refuses a loop', async ({ page }) => {
  const errors = watchErrors(page);
  await signIn(page, 'desmond');
  await page.goto(`${base()}/sites/${await siteId(page, 'Six-Screen House')}/feeds`);
  await expect(page.getByText('This cannot all be so')).toBeVisible();
  await expect(page.getByText(/are both said to be on poles/)).toBeVisible();
  await expectAccessible(page);
  // From the breaker to the unit.
  await page.getByLabel('or panel').selectOption({ label: 'MZ-2' });
  await page.getByLabel('poles').fill('8/10/12');
  const feeds = page.getByText(/^poles 8\/10\/12 feed/);
  await expect(feeds).toContainText('RTU-');
  const tag = /unit (RTU-\d)/.exec((await feeds.textContent()) as string)?.[1] as string;
  // From the unit to the breaker.
  await page.getByLabel('poles').fill('');
  await page.getByLabel('Unit or point').selectOption({ label: `${tag}, Screen ${tag.at(-1)}` });
  await expect(page.getByText(/Poles 8\/10\/12 in panel MZ-2/)).toBeVisible();
  await expect(page.getByText(/itself fed through MZ-1/)).toBeVisible();
  // A loop is refused with the way round, and what was typed is still there.
  await page.getByRole('button', { name: 'Add a fact' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('This').selectOption({ label: 'panel LP-1, beside the transformer' });
  await form.getByLabel('that').selectOption({ label: 'panel MZ-1, mezzanine store' });
  await form.getByLabel('How is it known').selectOption('told');
  await form.getByRole('button', { name: 'Write it down' }).click();
  await expect(form.getByText('closes a loop: panel LP-1 → panel MZ-1 → panel LP-1')).toBeVisible();
  await expect(form.getByLabel('This')).not.toHaveValue('');
  await form.getByRole('button', { name: 'Not now' }).click();
  // A trick, tried, becomes a fact that looks as sure as it is.
  await page.getByRole('button', { name: /RTU-7.*how to find out/ }).click();
  await page.getByLabel('Outdoors now, °F').fill('40');
  const trick = page.getByRole('listitem').filter({ hasText: 'Call for cooling on a cold day' }).last();
  await trick.getByRole('button', { name: 'Write down what it showed' }).click();
  await form.getByLabel('This').selectOption({ index: 1 });
  await form.getByRole('button', { name: 'Write it down' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByRole('button', { name: /RTU-7.*how to find out/ })).toBeHidden();
  expect(errors).toEqual([]);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('reads the roof and the feed, also without a signal, and finds the unit by a complaint', async ({
    page,
    context,
  }) => {
    const errors = watchErrors(page);
    await signIn(page, 'ines');
    const site = await api<{ roofs: Created[] }>(
      page,
      `/api/sites/${await siteId(page, 'Six-Screen House')}`,
    );
    await page.goto(`${base()}/roofs/${site.roofs[0]?.id}`);
    await page.getByRole('button', { name: /^Unit RTU-4/ }).tap();
    await expect(page.getByText('Serves Screen 4;')).toBeVisible();
    await expect(page.getByText(/^Poles .* in panel .*, itself fed through MZ-1/).first()).toBeVisible();
    await expect(page.getByText('Left: circuit isolated.')).toBeVisible();
    await expectAccessible(page);
    await loseSignal(page, context);
    await page.reload();
    await expect(page.getByText('No signal: the roof as last seen on this phone')).toBeVisible();
    await page.getByLabel('Find a unit on this roof').fill('foyer');
    await page.getByRole('button', { name: 'RTU-7 Foyer' }).tap();
    await expect(page.getByText('Serves Foyer;')).toBeVisible();
    await context.setOffline(false);
    await page.getByRole('button', { name: /^Find/ }).tap();
    await page.getByPlaceholder(/Tag, serial/).fill('archive upstairs is muggy');
    const likely = page.getByRole('option').first();
    await expect(likely).toContainText('AH-3');
    await expect(likely).toContainText('Serves Archive, upper floor');
    await likely.tap();
    await expect(page.getByRole('region', { name: 'Cut through the unit' })).toBeVisible();
    await expectAccessible(page);
    expect(errors).toEqual([]);
  });

  test('takes a picture of the plate, refuses what is none, and writes what the plate says', async ({
    page,
  }) => {
    await signIn(page, 'ines');
    const found = await api<Created[]>(page, '/api/search?q=rtu-2%20harbour');
    await page.goto(`${base()}/units/${found[0]?.id}`);
    const png = await page.screenshot({ clip: { x: 0, y: 0, width: 200, height: 120 } });
    await page
      .getByLabel('Take a picture')
      .first()
      .setInputFiles({ name: 'plate.png', mimeType: 'image/png', buffer: png });
    await expect(page.getByRole('button', { name: 'nameplate', exact: true })).toBeVisible();
    await page
      .getByLabel('Take a picture')
      .first()
      .setInputFiles({ name: 'plate.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture at all') });
    await expect(
      page.getByText('Photograph, nameplate was not taken: this file is not a picture'),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Discard' }).click();
    await page.getByRole('button', { name: 'nameplate', exact: true }).click();
    await page.getByRole('button', { name: 'Marks', exact: true }).click();
    await page
      .getByRole('dialog')
      .locator('img')
      .click({ position: { x: 40, y: 40 } });
    await page.getByLabel('What is there').fill('serial, under the paint');
    await page.getByRole('button', { name: 'Mark it' }).click();
    await expect(page.getByText('serial, under the paint')).toBeVisible();
    await page.keyboard.press('Escape');

    await page.getByRole('button', { name: 'Write what the plate says' }).click();
    await page.getByLabel('Minimum circuit ampacity, A').fill('about 30');
    await page.getByRole('textbox', { name: 'Filters' }).fill('4 × 20x20x2, 2 × 16x25x2');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('is no number')).toBeVisible();
    await page.getByLabel('Minimum circuit ampacity, A').fill('33.7');
    await page.getByLabel('Maximum overcurrent protection, A').fill('50');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('33.7 A', { exact: true })).toBeVisible();
    await expect(page.getByText('4 × 20x20x2, 2 × 16x25x2')).toBeVisible();
  });

  test('does not leave a bypassed safety behind', async ({ page, browser }) => {
    await signIn(page, 'ines');
    const store = await siteId(page, 'Paper Store');
    const { user } = await api<{ user: { crewId: string } }>(page, '/api/session');
    const desk = await browser.newPage();
    await signIn(desk, 'maren');
    const { days } = await api<{ days: { crewId: string }[] }>(desk, '/api/board?from=2026-06-03');
    await api(desk, '/api/calls', {
      id: randomUUID(),
      siteId: store,
      complaint: 'the other crew was asked to look at the fan',
      priority: 'today',
      receivedAt: '2026-06-03T13:50:00Z',
      crewId: days.find(({ crewId }) => crewId !== user.crewId)?.crewId,
      scheduledOn: '2026-06-03',
    });
    await desk.close();
    await page.goto(`${base()}/sites/${store}`);
    // What another crew was sent for stays theirs, and the sheet opens without it.
    await expect(page.getByText(/with (another crew|other crews); a visit you start/)).toBeVisible();
    await page.getByRole('button', { name: 'Start a visit now' }).click();
    await expect(page.getByText(/^dust or solvents\./).first()).toBeVisible();
    await page.getByRole('button', { name: 'I have arrived' }).click();
    await page.getByText('RTU-1', { exact: true }).first().click();
    await page.getByRole('button', { name: 'Left open' }).click();
    await page.getByLabel('What is left open').selectOption('safety bypassed');
    await page.getByLabel('It was').fill('limit in the circuit');
    await page.getByLabel('Now it is').fill('jumpered for a test');
    await page.getByLabel('Who was told, in writing').fill('shift foreman');
    await page.getByRole('button', { name: 'Leave it so' }).click();
    await expect(page.getByText('limit in the circuit → jumpered for a test')).toBeVisible();
    await page.getByRole('button', { name: 'Leave', exact: true }).click();
    await expect(
      page.getByText('Never to be left past the visit: safety bypassed on RTU-1. Close it first.'),
    ).toBeVisible();
    await page.getByText('done', { exact: true }).first().click();
    await page.getByRole('button', { name: 'Leave the site' }).click();
    await expect(page.getByText('close it, or say why it has to stay')).toBeVisible();
    await page.goto(`${base()}/watch/left-open`);
    await expect(page.getByRole('heading', { level: 1 })).toContainText('2 of them hazards');
    await expectAccessible(page);
  });
});

test('a roof with 150 units draws only the one that is dragged, and prints drawing and list', async ({
  page,
}) => {
  await signIn(page, 'maren');
  const [customer, site, roof] = [randomUUID(), randomUUID(), randomUUID()];
  await api(page, '/api/customers', { id: customer, name: 'Hundred and Fifty Self-Storage' });
  await api(page, '/api/sites', { id: site, customerId: customer, name: 'Block A' });
  const items = Array.from({ length: 150 }, (_, i) => ({
    ...{ id: randomUUID(), kind: 'unit', unitId: randomUUID(), label: `RTU-${i + 1}` },
    ...{ x: 12 + (i % 15) * 14, y: 10 + Math.floor(i / 15) * 12, w: 8, h: 5, turn: 0 },
  }));
  const put = (i: number) =>
    api(page, '/api/units', {
      ...{ id: items[i]?.unitId, siteId: site, tag: `RTU-${i + 1}`, kind: 'package cooling only' },
      areaServed: `Aisle ${i + 1}, upper floor beside the north stairs`,
    });
  for (let i = 0; i < 150; i += 10) await Promise.all(Array.from({ length: 10 }, (_, k) => put(i + k)));
  const corner = (x: number, y: number) => ({ x, y, edge: 'parapet' });
  const plan = {
    outline: [corner(0, 0), corner(230, 0), corner(230, 130), corner(0, 130)],
    northDeg: 0,
    items,
  };
  const { version } = await api<{ version: number }>(page, '/api/roofs', {
    id: roof,
    siteId: site,
    name: 'Main roof',
    plan: { ...plan, items: items.slice(0, 60) },
  });
  await page.goto(`${base()}/roofs/${roof}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('60 units stand here');
  expect(await printedPages(page)).toBe(1);
  await api(page, `/api/roofs/${roof}`, { version, plan }, 'PATCH');
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('150 units stand here');
  // The drawing fills its page; the list follows on pages of its own.
  expect(await printedPages(page)).toBe(3);
  await page.emulateMedia({ media: 'screen' });

  await page.goto(`${base()}/roofs/${roof}?draw=1`);
  const box = (await page.getByRole('button', { name: /^Unit RTU-70/ }).boundingBox()) as {
    x: number;
    y: number;
    width: number;
    height: number;
  };
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.evaluate(() => {
    const touched = new Set<string>();
    Object.assign(window, { touched });
    new MutationObserver((changes) => {
      for (const { target } of changes) {
        const group = (target as Element).closest?.('[data-item]');
        touched.add(group?.getAttribute('data-item') ?? '');
      }
    }).observe(document.querySelector('[data-testid="board"] svg') as Element, {
      subtree: true,
      attributes: true,
    });
  });
  for (let i = 0; i < 30; i++) await page.mouse.move(x + 90 * Math.sin(i / 9), y + 60 * Math.cos(i / 9));
  // Whatever the machine: a move draws the unit in the hand and none of the other 149.
  const touched = await page.evaluate(() => [...(window as unknown as { touched: Set<string> }).touched]);
  await page.mouse.up();
  expect(touched.filter(Boolean)).toHaveLength(1);
});
