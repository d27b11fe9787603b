import { expect, test, type Page } from '@playwright/test';
import { base, expectAccessible, signIn, watchErrors } from './help.ts';

const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const line = (page: Page, site: string) =>
  page.getByRole('listitem').filter({ has: page.getByText(site, { exact: true }) });

async function openAgreement(page: Page, customer: string): Promise<void> {
  await page.goto(`${base()}/agreements`);
  await page.getByRole('link', { name: customer }).click();
  await expect(heading(page)).toContainText(customer);
}

test('what is due follows from what is agreed, and changing it can be undone', async ({ page }) => {
  const errors = watchErrors(page);
  await signIn(page, 'maren');

  await test.step('calls only: nothing comes round; maintained: it does', async () => {
    await page.goto(`${base()}/routes/plan`);
    await expect(line(page, 'Quayside Store')).toHaveCount(0);
    await openAgreement(page, 'Keyholt Self-Storage');
    await expect(heading(page)).toContainText('calls only');
    await page.getByLabel('Covers').selectOption('maintenance and calls');
    await expect(page.getByText(/28 visits a year/)).toBeVisible();
    await page.getByLabel('How often: Filters and belts').selectOption('twice a year');
    await page.getByLabel('Whose job: Cooling start-up').selectOption('nobody’s');
    // What is typed outlives a reload.
    await page.reload();
    await expect(page.getByLabel('How often: Filters and belts')).toHaveValue('182');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Save the changes' }).click();
    await expect(heading(page)).toContainText('maintained since');
    await page.goto(`${base()}/routes/plan`);
    const due = line(page, 'Quayside Store').filter({ has: page.getByRole('checkbox') });
    await expect(due).toBeVisible();
    await expect(due).not.toContainText('Cooling');
  });

  await test.step('and is taken back', async () => {
    await openAgreement(page, 'Keyholt Self-Storage');
    await page.getByLabel('Covers').selectOption('calls only');
    await page.getByRole('button', { name: 'Save the changes' }).click();
    await expect(heading(page)).toContainText('calls only');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(heading(page)).toContainText('maintained since');
    await page.getByLabel('Covers').selectOption('calls only');
    await page.getByRole('button', { name: 'Save the changes' }).click();
    await expect(heading(page)).toContainText('calls only');
  });

  await test.step('one unit is different, and its page says so', async () => {
    await openAgreement(page, 'Tidewatch Planetarium');
    const dome = line(page, 'Dome House');
    await dome.getByText('Terms for one unit').click();
    await dome.getByRole('button', { name: 'RTU-1', exact: true }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('How often: Filters and belts').selectOption('every so many days');
    await dialog.getByRole('button', { name: 'Use these terms' }).click();
    await expect(dialog.getByRole('alert').first()).toBeVisible();
    await dialog.getByLabel('Days: Filters and belts').fill('45');
    await expectAccessible(page);
    await dialog.getByRole('button', { name: 'Use these terms' }).click();
    await expect(dome).toContainText('filters and belts every 45 days');
    await page.getByRole('button', { name: 'Save the changes' }).click();
    await expect(page.getByText('The agreement is changed', { exact: true })).toBeVisible();
    await page
      .getByRole('searchbox')
      .or(page.getByRole('button', { name: /Find/ }))
      .first()
      .click();
    await page.getByPlaceholder(/Tag, serial/).fill('RTU-1 Dome House');
    await page.getByRole('option', { name: /RTU-1/ }).first().click();
    await expect(page.getByRole('row', { name: /Filters and belts/ })).toContainText(
      'every 45 days (agreed for this unit)',
    );
  });

  await test.step('two agreements do not overlap', async () => {
    await openAgreement(page, 'Wrenfall Transit');
    await page.getByRole('button', { name: 'New agreement' }).click();
    await page.getByRole('button', { name: 'Agree', exact: true }).click();
    await expect(page.getByText(/another agreement runs from 1 Jan 2020 with no last day/)).toBeVisible();
    await page.getByLabel('Up to, dollars').fill('about 500');
    await page.getByRole('button', { name: 'Agree', exact: true }).click();
    await expect(page.getByText('must be an amount')).toBeVisible();
    await page.getByRole('button', { name: 'Start over' }).click();
  });
  expect(errors).toEqual([]);
});

test('a season that went by waits on the plan until somebody decides', async ({ page }) => {
  await signIn(page, 'desmond');
  await page.goto(`${base()}/routes/plan`);
  const missed = page.getByRole('list', { name: 'Missed seasons' });
  await expect(missed.getByRole('listitem')).toHaveCount(2);
  await missed.getByRole('button', { name: /Let heating start-up of RTU-1/ }).click();
  await expect(missed.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(missed.getByRole('listitem')).toHaveCount(2);
  await expectAccessible(page);
});

test('a call is promised as it is agreed, and says who may approve', async ({ page }) => {
  await signIn(page, 'desmond');
  await page.goto(`${base()}/calls/new`);
  await page.getByRole('combobox', { name: 'Site' }).fill('Millrace Clinic');
  await page.getByRole('option', { name: /^Millrace Clinic/ }).click();
  await expect(page.getByText(/May approve:/)).toContainText('Practice manager, 555-0150, up to $700');
  await page.getByLabel('Priority').selectOption('today');
  // The company's clock stood at ten when the tests began, and goes on: on a slow machine by minutes.
  await page.getByRole('button', { name: /Agreed within 4 h: promise 3 Jun 2026, 14:\d\d/ }).click();
  await expect(page.getByLabel('Promised by')).toHaveValue(/^14:\d\d$/);
  await page.getByRole('button', { name: 'Clear' }).click();
});

test('on a phone agreements are read without sideways scrolling', async ({ browser }) => {
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await phone.newPage();
  await signIn(page, 'maren');
  await page.goto(`${base()}/agreements`);
  await expectAccessible(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByRole('link', { name: 'Wrenfall Schools Trust' }).click();
  await expect(page.getByText('Site by site')).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await phone.close();
});
