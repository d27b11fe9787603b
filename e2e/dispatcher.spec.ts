import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { base, expectAccessible, searchList, signIn, watchErrors } from './help.ts';

test.describe('as dispatcher', () => {
  test('keeps a half-taken call over a reload, clears it, undoes that, and saves it', async ({ page }) => {
    await signIn(page, 'desmond');
    await page.goto(`${base()}/calls/new`);
    await page.getByLabel('Site', { exact: true }).first().fill('press hall');
    await page.getByRole('option', { name: /Press Hall/ }).click();
    await page.getByLabel(/Complaint/).fill('Bindery too dry, paper curls');
    await page.getByLabel('What is at stake').selectOption('stock or equipment');
    await page.reload();
    await expect(page.getByLabel(/Complaint/)).toHaveValue('Bindery too dry, paper curls');
    await expect(page.getByText('A call is already open here.')).toBeVisible();
    await page.getByRole('button', { name: 'Clear' }).click();
    await expect(page.getByLabel(/Complaint/)).toHaveValue('');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByLabel(/Complaint/)).toHaveValue('Bindery too dry, paper curls');
    await expect(page.getByText('Suggested: today.')).toBeVisible();
    await page.getByRole('button', { name: 'Save the call' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Bindery too dry');

    // Planned from its own page, and the change undone.
    await page.getByLabel('Crew').selectOption({ label: 'Harbour' });
    await page.getByRole('button', { name: 'Plan', exact: true }).click();
    const state = page.getByRole('heading', { level: 2 }).first();
    await expect(state).toContainText(/planned\s*Harbour/);
    await page.getByRole('button', { name: 'Cancel the call' }).click();
    const asked = page.getByRole('dialog');
    await asked.getByRole('button', { name: 'Cancel the call' }).click();
    await expect(asked.getByText('Why is it cancelled?')).toBeVisible();
    await asked.getByLabel('Why').selectOption('solved by phone');
    await asked.getByRole('button', { name: 'Cancel the call' }).click();
    await expect(state).toContainText(/cancelled.*solved by phone/);
    await page.getByRole('button', { name: 'Bring back' }).click();
    await expect(state).toContainText(/planned\s*Harbour/);
  });

  test('a save whose answer was lost is sent again under the same identity: one call, not two', async ({
    page,
  }) => {
    await signIn(page, 'desmond');
    await page.goto(`${base()}/calls/new`);
    await page.getByLabel('Site', { exact: true }).first().fill('press hall');
    await page.getByRole('option', { name: /Press Hall/ }).click();
    await page.getByLabel(/Complaint/).fill('Plate room hums since the storm');
    // It arrives, and its answer does not.
    await page.route(
      '**/api/calls',
      async (route) => {
        if (route.request().method() !== 'POST') return route.continue();
        await route.fetch();
        await route.abort();
      },
      { times: 1 },
    );
    await page.getByRole('button', { name: 'Save the call' }).click();
    await expect(page.getByText('No connection to the server')).toBeVisible();
    await page.reload();
    await page.getByRole('button', { name: 'Save the call' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Plate room hums');
    const taken = await page.evaluate(async () => {
      const answer = await fetch('/api/calls?status=open&q=plate+room+hums');
      return ((await answer.json()) as { total: number }).total;
    });
    expect(taken).toBe(1);
  });

  test('is told what is missing where it is missing, and loses nothing', async ({ page }) => {
    await signIn(page, 'desmond');
    await page.goto(`${base()}/calls/new`);
    await page.getByLabel('Room, °F').fill('warm');
    await page.getByRole('button', { name: 'Save the call' }).click();
    await expect(page.getByText('which site is it about?')).toBeVisible();
    await expect(page.getByText('what does the caller say?')).toBeVisible();
    await expect(page.getByText('"warm" is no number: write digits, such as 12.5')).toBeVisible();
    await expect(page.getByLabel('Room, °F')).toHaveValue('warm');
    await expectAccessible(page);
  });

  test('maps a word, and sees what it means from then on', async ({ page }) => {
    await signIn(page, 'desmond');
    await page.goto(`${base()}/settings`);
    await expect(page.getByText('“paddle”').first()).toBeVisible();
    await page.getByLabel('What “paddle” means').selectOption('fan proof');
    await expect(page.getByText('The company’s own mappings')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Save the rules' })).toHaveCount(0);
    await expectAccessible(page);
  });

  test('writes opening hours down, and is told when they are none', async ({ page }) => {
    await signIn(page, 'desmond');
    await page.goto(`${base()}/sites`);
    await searchList(page, 'gullhaven clinic');
    await page.getByRole('link', { name: 'Gullhaven Clinic' }).click();
    await expect(page.getByText('Open: not known')).toBeVisible();
    await page.getByRole('button', { name: 'Hours', exact: true }).click();
    await page.getByLabel('Nobody has told us').uncheck();
    await page.getByLabel('Wed').fill('nine to five');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('alert')).toHaveText('write it like 08:00-12:00, 13:00-17:00');
    await expect(page.getByLabel('Wed')).toBeFocused();
    await expect(page.getByLabel('Wed')).toBeFocused();
    await page.getByLabel('Wed').fill('09:00-17:00');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Open: Wed 09:00–17:00')).toBeVisible();
  });

  test('plans a call: passing over the crews assigns nobody, a button does, and undo takes it back', async ({
    page,
  }) => {
    await signIn(page, 'desmond');
    const sites = await page.request.get(`${base()}/api/sites?q=gullhaven`);
    const site = (await sites.json()).rows[0] as { id: string };
    const call = {
      id: randomUUID(),
      siteId: site.id,
      complaint: 'front desk is cold',
      priority: 'this week',
    };
    const made = await page.request.post(`${base()}/api/calls`, {
      data: { ...call, receivedAt: new Date('2026-06-03T13:30:00Z').toISOString() },
    });
    expect(made.status()).toBe(201);
    await page.goto(`${base()}/calls/${call.id}`);
    // A connection that was kept may be closed just as it is used: then it is asked again.
    const kept = async () =>
      (await (await page.request.get(`${base()}/api/calls/${call.id}`, { maxRetries: 2 })).json()).crew;
    await page.getByLabel('Crew').focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    expect(await kept()).toBeNull();
    await page.getByLabel('Crew').selectOption({ label: 'Harbour' });
    const day = page.getByLabel('Day', { exact: true });
    const plan = page.getByRole('button', { name: 'Plan', exact: true });
    await day.fill('31 June');
    await plan.click();
    await expect(page.getByText('must be a day, such as 26 Nov 2026')).toBeVisible();
    await expect(day).toHaveValue('31 June');
    await day.fill('6/5');
    await day.blur();
    await expect(day).toHaveValue('5 Jun 2026');
    // The month is walked by arrow keys; escaping from it changes nothing.
    await page.getByRole('button', { name: 'Choose a day' }).click();
    await expect(page.getByRole('grid', { name: 'June 2026' })).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('Escape');
    await expect(day).toHaveValue('5 Jun 2026');
    await page.getByRole('button', { name: 'Choose a day' }).click();
    await expect(page.getByRole('grid', { name: 'June 2026' })).toBeVisible();
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('Enter');
    await expect(day).toHaveValue('4 Jun 2026');
    await expect(day).toBeFocused();
    expect(await kept()).toBeNull();
    await expectAccessible(page);
    await plan.click();
    await expect(page.getByText('Planned: Harbour, Thu 4 Jun 2026', { exact: true })).toBeVisible();
    expect(await kept()).toBe('Harbour');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByLabel('Crew')).toHaveValue('');
    await expect.poll(kept).toBeNull();
  });

  test('adds a customer, a site and a unit by hand, edits and retires with undo', async ({ page }) => {
    const errors = watchErrors(page);
    await signIn(page, 'desmond');
    await page.goto(`${base()}/sites?show=customers`);
    await page.getByRole('button', { name: 'New customer' }).click();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('alert')).toContainText('is missing');
    await page.getByLabel('Name').fill('Thistle Garden Centre');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Thistle Garden Centre: 0 sites');
    await page.getByRole('button', { name: 'New site' }).click();
    await page.getByLabel('Name').fill('Glasshouse');
    await page.getByLabel('Latitude').fill('north');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('alert')).toContainText('"north" is no number: write digits, such as 12.5');
    await page.getByLabel('Latitude').fill('41.21');
    await page.getByLabel('Longitude').fill('-66.51');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(
      'Glasshouse, Thistle Garden Centre: 0 units',
    );
    await page.getByRole('button', { name: 'New unit' }).click();
    await page.getByLabel('Tag').fill('UH-1');
    await page.getByLabel('Kind').selectOption('unit heater');
    await page.getByLabel('Built on').fill('2001-04-05');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('25 years old.');
    await page.getByRole('link', { name: 'Glasshouse' }).click();
    await page.goto(`${base()}/sites?show=customers`);
    await page.getByRole('link', { name: 'Thistle Garden Centre' }).click();
    await page.getByRole('button', { name: 'Retire' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('searchbox').fill('thistle');
    await expect(page.getByRole('link', { name: 'Thistle Garden Centre' })).toBeVisible();
    expect(errors).toEqual([]);
  });

  test('sees what somebody else does without asking', async ({ page, browser }) => {
    await signIn(page, 'desmond');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('calls are open');
    const other = await (await browser.newContext()).newPage();
    await signIn(other, 'maren');
    await other.goto(`${base()}/calls/new`);
    await other.getByLabel('Site', { exact: true }).first().fill('paper store');
    await other.getByRole('option', { name: /Paper Store/ }).click();
    await other.getByLabel(/Complaint/).fill('Heater in the loading bay will not stop');
    await other.getByRole('button', { name: 'Save the call' }).click();
    await expect(other.getByRole('heading', { level: 1 })).toContainText('will not stop');
    await expect(page.getByText('Heater in the loading bay will not stop')).toBeVisible();
  });

  test('works at night and in sunlight, and signs out for good', async ({ page }) => {
    await signIn(page, 'desmond');
    for (const [name, theme] of [
      ['Sunlight', 'sun'],
      ['Night', 'night'],
    ] as const) {
      await page.getByRole('button', { name: /menu/ }).click();
      await page.getByRole('menuitemradio', { name }).click();
      await expect(page.locator('html')).toHaveAttribute('data-theme', theme);
      await expectAccessible(page);
    }
    await page.reload();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
    await page.getByRole('button', { name: /menu/ }).click();
    await page.getByRole('menuitem', { name: 'Sign out' }).click();
    await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
    await page.goto(`${base()}/watch`);
    await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
    await expectAccessible(page);
    await page.getByLabel('Name').fill('desmond');
    await page.getByLabel('Password').fill('guess');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('alert')).toContainText('do not belong together');
  });
});
