import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { base, expectAccessible, searchList, signIn, watchErrors } from './help.ts';

test.describe('as manager', () => {
  test('walks the thread: a call, the unit it is about, the watch list, a route saved and taken out', async ({
    page,
  }) => {
    const errors = watchErrors(page);
    await signIn(page, 'maren');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('calls are open');
    await expectAccessible(page);

    // Take a call by keyboard alone once the page is open.
    await page.getByRole('link', { name: 'Take a call' }).click();
    await page.getByLabel('Site', { exact: true }).first().fill('ropewalk laun');
    await expect(page.getByRole('option', { name: /Ropewalk Laundry/ })).toHaveAttribute(
      'data-selected',
      'true',
    );
    await page.keyboard.press('Enter');
    await expect(page.getByText('Units here, worst first')).toBeVisible();
    await page.keyboard.type('Folding room hot again, same as last week');
    await page.getByLabel('System').selectOption('cooling');
    await page.getByLabel('Room, °F').fill('88');
    await page.getByLabel('Set point, °F').fill('74');
    await expect(page.getByText('Suggested: today.')).toBeVisible();
    await page.getByRole('radio', { name: /RTU-1/ }).first().check();
    await page.getByLabel('Crew').selectOption({ label: 'North Bank' });
    await expectAccessible(page);
    await page.getByLabel(/Complaint/).press('Control+Enter');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Folding room hot again');
    await expect(page.getByRole('link', { name: 'Open the visit sheet' })).toBeVisible();
    await expectAccessible(page);

    // The unit's story shows the repeat with its reasons.
    await page.getByRole('link', { name: /Unit RTU-1/ }).click();
    await expect(page.getByText('Verdict as of')).toBeVisible();
    await expect(page.getByText(/condenser fan motor again/).first()).toBeAttached();
    await page.getByText('why').first().click();
    await expect(page.getByText('Rule: same part again').first()).toBeVisible();
    await expectAccessible(page);

    // The watch list: worst first, set aside and undone.
    await page.getByRole('link', { name: 'Watch' }).first().click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Worst: UH-3 at Main Depot');
    await expectAccessible(page);
    await page.getByRole('combobox', { name: /^Cause/ }).selectOption('repeat');
    await expect(page.getByRole('heading', { level: 1 })).toContainText(
      /\d+ units? of \d+ to decide about\. Worst: (?!UH-3)[A-Z]+-\d at \w+/,
    );
    const before = await page.getByRole('heading', { level: 1 }).textContent();
    await page.getByRole('button', { name: 'Decide', exact: true }).first().click();
    const deciding = page.getByRole('dialog');
    await deciding.getByRole('button', { name: 'Decide', exact: true }).click();
    await expect(deciding.getByText('What is decided?')).toBeVisible();
    await deciding.getByLabel('Set it aside').check();
    await deciding.getByLabel('Why').fill('the customer knows');
    await expectAccessible(page);
    await deciding.getByRole('button', { name: 'Decide', exact: true }).click();
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(before ?? '');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(before ?? '');

    // Tomorrow.
    await page.getByRole('link', { name: 'Routes' }).first().click();
    await page.getByRole('link', { name: 'Plan ahead' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('sites are due');
    // Searching and sorting what is due leaves nothing out of the plan, and says so.
    const dueList = page.getByRole('list', { name: 'Due by site' }).getByRole('checkbox');
    await expect(dueList.first()).toBeVisible();
    const allDue = await dueList.count();
    await page.getByLabel('Search what is due').fill('ropewalk laund');
    await expect(dueList).toHaveCount(1);
    await expect(page.getByText(`1 of ${allDue} sites; ${allDue - 1} chosen sites not shown`)).toBeVisible();
    await page.getByLabel('Search what is due').fill('');
    await page.getByLabel('Order of what is due').selectOption('most work first');
    await expect(dueList).toHaveCount(allDue);
    await page.getByLabel('For', { exact: true }).selectOption('one day');
    for (const crew of ['East Shore', 'Harbour', 'Heavy Plant', 'Lantern Hill', 'North Bank', 'Outer Towns'])
      await page.getByLabel(crew, { exact: true }).uncheck();
    await page.getByRole('button', { name: 'Plan the day' }).click();
    await page.getByRole('button', { name: 'Save the plan' }).click();
    await page.getByRole('link', { name: 'sheet' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(
      /South Bank, Thu 4 Jun 2026: \d+ stops, out \d+:\d\d, back \d+:\d\d/,
    );
    await expect(page.locator('.map-stop').first()).toBeVisible();
    await expectAccessible(page);
    const [calendar] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Calendar (.ics)' }).click(),
    ]);
    expect(readFileSync((await calendar.path()) as string, 'utf8')).toContain('BEGIN:VEVENT');
    const [track] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'GPX' }).click(),
    ]);
    expect(readFileSync((await track.path()) as string, 'utf8')).toContain('<rtept');
    // Taken back from the board where it was saved.
    await page.getByRole('link', { name: 'On the board' }).click();
    const strip = page.getByRole('group', { name: /^South Bank, \d+ stops/ });
    await strip.getByRole('button').first().click();
    await page.getByRole('button', { name: 'Take it off' }).click();
    const told = page.getByRole('listitem').filter({ hasText: 'is off the plan' });
    await told.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('Undone', { exact: true })).toBeVisible();
    expect(errors).toEqual([]);
  });

  test('the map stands while the sites that are due are still on their way', async ({ page }) => {
    const errors = watchErrors(page);
    await signIn(page, 'maren');
    let release = (): void => undefined;
    const held = new Promise<void>((resolve) => (release = resolve));
    await page.route('**/api/routes/due?**', async (route) => {
      await held;
      await route.continue();
    });
    await page.goto(`${base()}/routes/plan`);
    // The yard alone: one place is a view without a width, and the pointer asks the map where it is.
    await expect(page.locator('.map-yard')).toBeInViewport();
    await page.waitForTimeout(300);
    const map = await page.locator('.leaflet-container').boundingBox();
    for (const step of [0.2, 0.5, 0.8])
      await page.mouse.move(
        (map?.x ?? 0) + (map?.width ?? 0) * step,
        (map?.y ?? 0) + (map?.height ?? 0) * step,
      );
    expect(errors).toEqual([]);
    // Planned now, calls alone would go on the plan and what is due would not.
    await expect(page.getByRole('button', { name: /^Plan (one|five|a|two)/ })).toBeDisabled();
    release();
    await expect(page.getByRole('button', { name: /^Plan (one|five|a|two)/ })).toBeEnabled();
    await expect(page.locator('.map-due').first()).toBeInViewport();
    expect(errors).toEqual([]);
  });

  test('imports a CSV with bad rows, sees every one, imports the good ones, and plans a route of them', async ({
    page,
  }) => {
    await signIn(page, 'maren');
    await page.goto(`${base()}/imports`);
    const head = 'customer,site,address,lat,lon,unit,kind,tons,refrigerant,charge_lb,area_served';
    const rows = [
      ...[0, 1, 2].map(
        (i) =>
          `Tidepool Self-Storage,Block ${i},${i} Kelp Row,41.2${i + 1},-66.5${i},RTU-1,package cooling only,5,R-410A,9,row ${i}`,
      ),
      'Tidepool Self-Storage,Block 9,9 Kelp Row,41.2,-66.5,RTU-2,toaster,5,R-410A,9,row 9',
    ];
    await page
      .getByLabel('File', { exact: true })
      .setInputFiles({
        name: 'storage.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from([head, ...rows].join('\n')),
      });
    // Also a file with our own headings is asked about where not all of it can be read.
    await expect(page.getByText('3 rows understood')).toBeVisible();
    await expect(page.getByText(/toaster/).first()).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Compare with what is on record' }).click();
    await page.getByRole('button', { name: /^Import 3 rows/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('3 new, 0 changed');
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'units.csv' }).click(),
    ]);
    expect(readFileSync((await file.path()) as string, 'utf8')).toContain('Tidepool Self-Storage,Block 0');

    // Nothing is due there until it is agreed.
    await page.goto(`${base()}/agreements?state=none`);
    await page.getByRole('link', { name: 'Tidepool Self-Storage' }).click();
    await page.getByRole('button', { name: 'Agree', exact: true }).click();
    await expect(page.getByText('Agreed', { exact: true })).toBeVisible();

    await page.goto(`${base()}/routes/plan`);
    await expect(page.getByText('Block 0')).toBeVisible();
    await page.getByLabel('For', { exact: true }).selectOption('one day');
    await page.getByRole('button', { name: 'Plan the day' }).click();
    await expect(page.getByRole('button', { name: 'Save the plan' })).toBeVisible();
  });

  test('finds anything from anywhere, by keyboard', async ({ page }) => {
    await signIn(page, 'maren');
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder(/Tag, serial/).fill('uh 3 main dep');
    await expect(page.getByRole('option').first()).toContainText('UH-3');
    await expectAccessible(page);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toContainText(
      'Hazard left open: exchanger holed or cracked',
    );
  });

  test('two people edit one unit: nobody’s work is lost, and the second chooses', async ({
    page,
    browser,
  }) => {
    await signIn(page, 'maren');
    const other = await (await browser.newContext()).newPage();
    await signIn(other, 'desmond');
    await page.goto(`${base()}/sites?show=units`);
    await searchList(page, 'rtu-6 six-screen');
    await page.getByRole('link', { name: /Unit RTU-6/ }).click();
    await page.getByRole('button', { name: 'Edit' }).click();
    await other.goto(page.url());
    await other.getByRole('button', { name: 'Edit' }).click();
    await other.getByLabel('Serves').fill('Screen six, back rows');
    await other.getByRole('button', { name: 'Save' }).click();
    await expect(other.getByText('Serves Screen six, back rows')).toBeVisible();
    await page.getByLabel('Serves').fill('Screen 6 upstairs');
    await page.getByLabel(/Handling notes/).fill('CHANGED-1');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Which do you keep?')).toBeVisible();
    await page.getByRole('radio', { name: 'Screen six, back rows' }).check();
    await page.getByRole('button', { name: 'Take these' }).click();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Serves Screen six, back rows')).toBeVisible();
    await expect(page.getByText('CHANGED-1')).toBeVisible();
  });

  test('every other main screen is accessible and prints', async ({ page }) => {
    await signIn(page, 'maren');
    for (const path of [
      '/sites',
      '/sites?show=customers',
      '/sites?show=units',
      '/settings',
      '/imports',
      '/routes',
      '/nowhere',
    ]) {
      await page.goto(`${base()}${path}`);
      await page.waitForLoadState('networkidle').catch(() => {});
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await expectAccessible(page);
    }
    await page.goto(`${base()}/watch`);
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Worst');
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  });
});
