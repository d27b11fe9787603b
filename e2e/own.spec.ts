import { expect, test } from '@playwright/test';
import { base, expectAccessible, signIn } from './help.ts';

/** What we gave out comes back: also after a spreadsheet has written its dates its own way. */
test('our own export, saved by a spreadsheet with other dates, is asked about and taken whole', async ({
  page,
}) => {
  await signIn(page, 'maren');
  const csv = await (await page.request.get(`${base()}/api/exports/units.csv`)).text();
  const dates = csv.match(/\b\d{4}-\d{2}-\d{2}\b/g) ?? [];
  expect(dates.length).toBeGreaterThan(100);
  const saved = csv.replace(
    /\b(\d{4})-(\d{2})-(\d{2})\b/g,
    (_, y: string, m: string, d: string) => `${Number(m)}/${Number(d)}/${y}`,
  );
  await page.goto(`${base()}/imports`);
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'units.csv', mimeType: 'text/csv', buffer: Buffer.from(saved) });
  // It is read, not refused: what the dates mean is asked where it is not plain from the file.
  await expect(page.getByText(/rows understood/)).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel(/^month first/).check();
  const rows = csv.trim().split('\n').length - 1;
  await expect(page.getByText(new RegExp(`${rows} rows understood`))).toBeVisible();
  await page.getByRole('button', { name: 'Compare with what is on record' }).click();
  await expect(page.getByText(/[1-9]\d* as they are/).first()).toBeVisible();
  await expect(page.getByText(/refused|cannot be read/i)).toHaveCount(0);
});

test('a list of sites with contacts and hours in the words of others is asked about, and comes in', async ({
  page,
}) => {
  await signIn(page, 'maren');
  await page.goto(`${base()}/imports`);
  const list = [
    'Client,Building,Contact Name,Title,Phone,Email,Hours,Notify by,Bill to address',
    'Kelp Row Pottery,Glaze Room,Nan Bright,Owner,555-0171,,M-F 8-5,call,"PO Box 4, Wrenfall"',
    'Kelp Row Pottery,Glaze Room,Sol Marsh,Night porter,555-0172,sol@kelp.example,,email,',
    'Kelp Row Pottery,Kiln Yard,Nan Bright,Owner,555-0171,,by appointment,call,',
  ].join('\n');
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'our sites.csv', mimeType: 'text/csv', buffer: Buffer.from(list) });
  await expect(page.getByRole('radio', { name: 'sites and contacts' })).toBeChecked();
  await page.getByLabel('owner stands for').selectOption('approves');
  await page.getByLabel('night porter stands for').selectOption('has the key');
  await expect(page.getByText(/taken as Mon–Fri 08:00–17:00/)).toBeVisible();
  await page.getByRole('radio', { name: /leave these cells empty/ }).check();
  await expect(page.getByText('3 rows understood')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Compare with what is on record' }).click();
  await expect(page.getByText('3 new contacts')).toBeVisible();
  await page.getByRole('button', { name: 'Import 3 rows' }).click();
  await expect(page.getByText(/Imported our sites.csv/)).toBeVisible();
  await page.getByRole('button', { name: 'Take back our sites.csv' }).click();
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByText(/is taken back/).first()).toBeVisible();
});

test('an address is looked up, and nothing is placed before one of the places is chosen', async ({
  page,
}) => {
  await signIn(page, 'maren');
  await page.goto(`${base()}/people`);
  const where = page.getByLabel('Where it is').first();
  await where.fill('17 ashlar row');
  await page.getByRole('button', { name: 'Look up 17 ashlar row' }).click();
  const found = page.getByRole('list', { name: 'Where 17 ashlar row may be' });
  await expect(found.getByRole('button').first()).toHaveText('19 Ashlar Row, Port Wrenfall');
  await expect(where).toHaveValue('17 ashlar row');
  await expectAccessible(page);
  await found.getByRole('button').first().press('Enter');
  await expect(where).toHaveValue(/^41\.\d+, -66\.\d+$/);
  await where.fill('nowhere lane 5');
  await page.getByRole('button', { name: 'Look up nowhere lane 5' }).click();
  await expect(page.getByText('Nobody knows nowhere lane 5.')).toBeVisible();
});
