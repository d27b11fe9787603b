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
