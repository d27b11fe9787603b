import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { ensureDatabase, serve } from '../scripts/lib/app.mjs';
import { freePort } from '../scripts/lib/run.mjs';
import { expectAccessible, watchErrors } from './help.ts';
import { TODAY } from './setup.ts';

/*
 * A company that begins with nothing but two spreadsheets. The files in data/ are written by hand, as offices
 * keep such lists, and not by anything of ours; where people are bad at it, so are they.
 */

test.describe.configure({ mode: 'serial' });

const WORD = 'quay-lamp';
const MANAGER = 'kettle drum orange mast';
const OWN = 'gull bridge lantern tar';
let running: Awaited<ReturnType<typeof serve>>;
test.beforeAll(async () => {
  const url = new URL(process.env.GRADUM_E2E_DATABASE as string);
  url.pathname = `/company_${Date.now()}`;
  await ensureDatabase(url.href);
  const env = { GRADUM_TODAY: TODAY, GRADUM_SETUP_WORD: WORD, GRADUM_COOKIE: 'gradum-own' };
  running = await serve({ url: url.href, port: await freePort(), env, standIn: false });
});
test.afterAll(async () => void (await running.stop()));

const heading = (page: Page) => page.getByRole('heading', { level: 1 });
async function chooseFile(page: Page, name: string): Promise<void> {
  await page.goto(`${running.address}/imports`);
  await page.getByLabel('File', { exact: true }).setInputFiles(`e2e/data/${name}`);
  await expect(page.getByText('It holds')).toBeVisible();
}
async function importIt(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Compare with what is on record' }).click();
  await page.getByRole('button', { name: /^Import \d+ row/ }).click();
  await expect(heading(page)).toContainText('Imported');
}

test('from an empty database to a saved route of one’s own spreadsheets', async ({ page, browser }) => {
  const errors = watchErrors(page);
  let word = '';

  await test.step('sets the company up in one walk', async () => {
    await page.goto(`${running.address}/#${WORD}`);
    await expect(heading(page)).toContainText('Nobody is on record yet');
    await page.getByRole('button', { name: 'Set the company up' }).click();
    await expect(page.getByLabel('Name of the company')).toBeFocused();
    await page.getByLabel('Name of the company').fill('Cordwain Cooling');
    await page.getByLabel('Time zone').fill('EST5EDT');
    await page.getByLabel('Your name').fill('Ilse Brandt');
    await page.getByLabel('Password', { exact: true }).fill('cordwain cooling');
    await page.getByLabel('Password again').fill('cordwain cooling');
    await page.getByLabel('Where it is').fill('41.0, -70.0');
    await page.getByRole('button', { name: 'Add somebody' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Pavo Lindt');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Set the company up' }).click();
    await expect(page.getByText('is easy to guess')).toBeVisible();
    // What was typed is still there after a reload, but for the password.
    await page.reload();
    await expect(page.getByLabel('Name of the company')).toHaveValue('Cordwain Cooling');
    await page.getByLabel('Password', { exact: true }).fill(MANAGER);
    await page.getByLabel('Password again').fill(MANAGER);
    await page.getByRole('button', { name: 'Set the company up' }).click();
    await expect(heading(page)).toContainText('Cordwain Cooling is set up');
    word = await page
      .getByRole('row', { name: /Pavo Lindt/ })
      .locator('code')
      .innerText();
    await page.getByRole('button', { name: 'Begin' }).click();
    await expect(page.getByRole('link', { name: /No unit is on record/ })).toBeVisible();
  });

  await test.step('a list with titles, two spellings of a customer, odd units and a word nobody knows', async () => {
    await chooseFile(page, 'rooftops.csv');
    await expect(page.getByText('headings on line 4')).toBeVisible();
    await expect(page.getByText('4/5/2019, 4/5/2019, 6/7/2016 can be read both ways')).toBeVisible();
    await page.getByLabel('month first').check();
    await page.getByRole('button', { name: 'Take what they usually stand for' }).click();
    await page.getByLabel('chiller stands for').selectOption('water-source heat pump');
    await page.getByLabel('take the rows, leave these cells empty').check();
    await expect(page.getByText('9 rows understood, 1 not.')).toBeVisible();
    await expectAccessible(page);
    // Joining customers brings two tags of one site together, which are asked about in turn.
    await page.getByRole('button', { name: 'All are the same' }).click();
    const tags = page.getByRole('button', { name: 'rtu 2 is RTU-2' });
    await expect(async () => {
      if (await tags.isVisible()) await tags.click({ timeout: 2000 });
      await expect(page.getByText('Are these the same?')).toHaveCount(0, { timeout: 2000 });
    }).toPass();
    const [left] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the 1 row not taken' }).click(),
    ]);
    expect(readFileSync((await left.path()) as string, 'utf8')).toMatch(
      /why not taken\r\n.*UH-1.*site: is missing/,
    );
    await importIt(page);
    await expect(heading(page)).toContainText('8 new');
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'units.csv' }).click(),
    ]);
    const units = readFileSync((await file.path()) as string, 'utf8');
    expect(units).toContain(
      'Tidewater Storage,Bldg A,,"14 Salt Lane, east gate",41.021,-70.031,RTU-2,package gas/electric,' +
        'Norvane,NV-120,0013A,2014-03-01,,10,R-22,14.5,208/230,3,,in service',
    );
    expect(units).toContain('HP-2,package heat pump,Fenwhist,XF60,,2019-04-05,,5,R-410A,6.5,230,1');
    expect(units).toContain('AHU 1,split with air handler,Calder,C-240,77812,2006-01-01,,20,R-407C,22,460,3');
  });

  await test.step('a list in another encoding and with decimal commas, then a workbook', async () => {
    await chooseFile(page, 'liste-1252.csv');
    await page.getByLabel('Customer').selectOption('Kunde');
    await page.getByRole('combobox', { name: /^Site/ }).selectOption('Standort');
    await page.getByLabel('Unit tag').selectOption('Kürzel');
    await page.getByLabel('Kind').selectOption('Art');
    await page.getByLabel('Tons').selectOption('Leistung');
    await page.getByLabel('Charge, lb').selectOption('Kältemittel kg');
    await page.getByLabel('Built').selectOption('Baujahr');
    await page.getByLabel('Installed').selectOption('Eingebaut am');
    await page.getByLabel('heat pump stands for').selectOption('package heat pump');
    await page.getByLabel('day first').check();
    await page.getByRole('button', { name: /WP-1 is WP 1|WP 1 is WP-1/ }).click();
    await importIt(page);
    await expect(heading(page)).toContainText('2 new');

    await chooseFile(page, 'garden.xlsx');
    await page.getByLabel('rooftop unit stands for').selectOption('package gas/electric');
    await importIt(page);
    await expect(heading(page)).toContainText('3 new');
  });

  await test.step('past calls: names are matched to what is on record, and repeats show at once', async () => {
    await chooseFile(page, 'calls-utf16.txt');
    await expect(page.getByLabel('past calls')).toBeChecked();
    await page.getByLabel('month first').check();
    await page.getByRole('button', { name: 'rtu 1 is RTU-1' }).click();
    await page.getByRole('button', { name: 'Compare with what is on record' }).click();
    await expect(page.getByText('1 row not taken.')).toBeVisible();
    await page.getByRole('button', { name: 'Import 4 rows, leave 1 out' }).click();
    await expect(heading(page)).toContainText('4 new');
    await page.goto(`${running.address}/sites?show=units`);
    await page.getByRole('link', { name: 'RTU-1' }).first().click();
    await expect(page.getByText('no cooling, front office hot')).toBeVisible();
  });

  await test.step('what is not on the map is put there, one after the other, by keyboard', async () => {
    await page.goto(`${running.address}/`);
    await page.getByRole('link', { name: /3 of 7 sites are not on the map/ }).click();
    await expect(heading(page)).toContainText('3 sites are not on the map');
    await expectAccessible(page);
    for (const place of ['41.04, -70.01', '41°02′00″N 70°03′00″W']) {
      const field = page.getByLabel('Where it is');
      await expect(field).toBeFocused();
      await expect(field).toHaveValue('');
      await field.fill(place);
      await page.keyboard.press('Enter');
    }
    await expect(heading(page)).toContainText('1 site is not on the map');
    await page.getByLabel('Where it is').fill('41.04, -40.01');
    await expect(page.getByText('That lies in the open sea')).toBeVisible();
    await page.getByLabel('Where it is').fill('behind the mill');
    await page.keyboard.press('Enter');
    await expect(page.getByText('write latitude, then longitude')).toBeVisible();
  });

  await test.step('nothing is due without an agreement; the usual is agreed with most customers at once', async () => {
    await page.goto(`${running.address}/routes/plan`);
    await expect(heading(page)).toContainText('Nothing is due');
    await page.goto(`${running.address}/`);
    await page.getByRole('link', { name: /customers have no agreement: nothing is due there/ }).click();
    await page.getByRole('button', { name: 'Agree the usual with several' }).click();
    await expectAccessible(page);
    await page
      .getByRole('dialog')
      .getByLabel(/Töpferei Grün/)
      .uncheck();
    await page.getByRole('button', { name: /^Agree with \d customers$/ }).click();
    await expect(page.getByText(/^Agreed with \d customers$/)).toBeVisible();
    await page.goto(`${running.address}/`);
    await expect(page.getByRole('link', { name: /^1 of \d customers has no agreement/ })).toBeVisible();
  });

  await test.step('the first route, on a map without roads, by estimated drive times', async () => {
    await page.goto(`${running.address}/routes/plan`);
    await expect(page.getByText('Bldg A')).toBeVisible();
    await page.getByLabel('For', { exact: true }).selectOption('one day');
    await page.getByRole('button', { name: 'Plan the day' }).click();
    await expect(page.getByText(/Drive times are estimates/)).toBeVisible();
    await page.getByRole('button', { name: 'Save the plan' }).click();
    await page.getByRole('link', { name: 'sheet' }).click();
    await expect(page).toHaveURL(/\/routes\/[0-9a-f-]{36}/);
    await expect(page.locator('.map-stop').first()).toBeVisible();
    await expect(heading(page)).toContainText('(estimated from straight lines)');
    await expect(page.getByText('N', { exact: true })).toBeVisible();
  });

  await test.step('the technician comes in with the word, chooses a password, and has the day', async () => {
    const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
    const roof = await phone.newPage();
    await roof.goto(running.address);
    await roof.getByLabel('Name').fill('pavo');
    await roof.getByLabel('Password').fill(word);
    await roof.getByRole('button', { name: 'Sign in' }).click();
    await expect(roof.getByText('Welcome, Pavo Lindt.')).toBeVisible();
    await expectAccessible(roof);
    await roof.getByLabel('The word you came in with').fill(word);
    await roof.getByLabel('Your new password').fill(OWN);
    await roof.getByLabel('The new one again').fill(OWN);
    await roof.getByRole('button', { name: 'Use this password' }).click();
    await expect(roof.getByRole('button', { name: /menu/ })).toBeVisible();
    await phone.close();
  });

  await test.step('an import nothing is built on is taken back; one with calls is not, and says why', async () => {
    await page.goto(`${running.address}/imports`);
    await page.getByRole('button', { name: 'Take back liste-1252.csv' }).click();
    await page.getByRole('button', { name: 'Take it back' }).click();
    await expect(page.getByText(/taken back 3 Jun 2026/)).toBeVisible();
    await page.getByRole('button', { name: 'Take back rooftops.csv' }).click();
    await page.getByRole('button', { name: 'Take it back' }).click();
    await expect(page.getByRole('alert')).toContainText('rooftops.csv can no longer be taken back');
    await expect(page.getByRole('alert')).toContainText('with calls');
  });
  expect(errors).toEqual([]);
});

test('people and crews: somebody is added, falls ill, and is signed out everywhere when leaving', async ({
  page,
  browser,
}) => {
  await page.goto(running.address);
  await page.getByLabel('Name').fill('ilse');
  await page.getByLabel('Password').fill(MANAGER);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('button', { name: /menu/ }).click();
  await page.getByRole('menuitem', { name: 'People and crews' }).click();
  await expect(heading(page)).toContainText('1 of 1 crew at work today');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Add somebody' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Name', { exact: true }).fill('Dora Vane');
  await form.getByLabel('Crew').selectOption({ label: 'Crew 1' });
  await page.getByRole('button', { name: 'Add, and make a word' }).click();
  const word = await page.getByRole('dialog').locator('code').innerText();
  await page.getByRole('button', { name: 'Told' }).click();
  await expect(
    page.getByText('Pavo Lindt, Dora Vane').or(page.getByText('Dora Vane, Pavo Lindt')),
  ).toBeVisible();
  const names = page.getByRole('table').first().getByRole('rowheader');
  await expect(names.first()).toContainText('Dora Vane');
  await page.getByRole('columnheader', { name: 'Name' }).getByRole('button').click();
  await expect(names.last()).toContainText('Dora Vane');
  await page.getByLabel('Search people').fill('pavo crew 1');
  await expect(names).toHaveCount(1);
  await page.getByLabel('Search people').fill('');

  await page.getByRole('button', { name: 'Somebody is away' }).click();
  await page.getByLabel('Who').selectOption({ label: 'Pavo Lindt, Crew 1' });
  await page.getByLabel('Last day').fill('2026-06-01');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText('the last day lies before the first')).toBeVisible();
  await page.getByLabel('Last day').fill('2026-06-05');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText('Pavo Lindt is ill until 5 Jun 2026')).toBeVisible();
  await page.getByRole('button', { name: 'Take off: Pavo Lindt, ill' }).click();
  await expect(page.getByText('Pavo Lindt is ill until 5 Jun 2026')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Pavo Lindt is ill until 5 Jun 2026')).toBeVisible();

  const other = await browser.newContext();
  const theirs = await other.newPage();
  await theirs.goto(running.address);
  await theirs.getByLabel('Name').fill('dora');
  await theirs.getByLabel('Password').fill(word);
  await theirs.getByRole('button', { name: 'Sign in' }).click();
  await expect(theirs.getByText('Welcome, Dora Vane.')).toBeVisible();
  await page.getByRole('button', { name: 'Edit Dora Vane' }).click();
  await page.getByRole('button', { name: 'Has left the company' }).click();
  await expect(page.getByText('Dora Vane (has left)')).toBeVisible();
  await theirs.reload();
  await expect(theirs.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await other.close();

  // The only manager stays one.
  await page.getByRole('button', { name: 'Edit Ilse Brandt' }).click();
  await page.getByRole('button', { name: 'Has left the company' }).click();
  await expect(page.getByText(/the last manager stays one/)).toBeVisible();
});
