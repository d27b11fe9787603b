import { expect, test } from '@playwright/test';
import { base, enter, expectAccessible, signIn, watchErrors } from './help.ts';

test('what fails when is the company’s own table: a row that cannot be is refused by its number', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await signIn(page, 'maren');
  await page.goto(`${base()}/settings`);
  const file = page.getByLabel('Rows of the company, from a CSV file');
  const choose = (rows: string) =>
    file.setInputFiles({
      ...{ name: 'ours.csv', mimeType: 'text/csv' },
      buffer: Buffer.from(`fault,circumstance,factor,source,whose\n${rows}`),
    });
  await choose('belt broken,hot day,3,calls of 2025,ours\ngremlins,hot day,2,calls of 2025,ours\n');
  await expect(page.getByText('Line 3: no machine has a fault called “gremlins”')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save the rows' })).toHaveCount(0);
  await choose('belt broken,hot day,3,calls of 2025,ours\nno gas,hard frost,2,common practice,Gradum\n');
  await expect(page.getByText('1 row of the company, in place of 0 now.')).toBeVisible();
  await page.getByRole('button', { name: 'Save the rows' }).click();
  await expect(page.getByText('1 row of the company beside')).toBeVisible();
  await expectAccessible(page);
  expect(errors).toEqual([]);
});

test('a wire between two terminals is put on the drawing, and is not left on', async ({ page }) => {
  const errors = watchErrors(page);
  await enter(page, 'ada');
  await page.goto(`${base()}/bench/circuit`);
  await page.getByLabel('What is wrong').selectOption('stat Y: open');
  await expect(page.getByText('Blower on.')).toBeVisible();
  for (const terminal of ['R', 'Y']) {
    await page
      .getByRole('button', { name: new RegExp(`^Terminal ${terminal}(,|$)`) })
      .first()
      .focus();
    await page.keyboard.press('Enter');
  }
  await page.getByRole('button', { name: 'Join these two with a wire' }).click();
  await expect(page.getByText(/compressor and condenser fan on\./)).toBeVisible();
  await expect(page.getByText('it is never left on')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take it off' }).click();
  await expect(page.getByText('Blower on.')).toBeVisible();
  // A boiler stands on the bench as well.
  await page.getByLabel('Heat', { exact: true }).selectOption('boiler');
  await page.getByLabel('Call', { exact: true }).selectOption('heat');
  await expect(page.getByText('Pump, inducer and gas valve on.')).toBeVisible();
  expect(errors).toEqual([]);
});

test('a path to ground is hunted by halves from what is traced, and is there after a reload', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await enter(page, 'ada');
  await page.goto(`${base()}/sites`);
  const site = await page.evaluate(async () => {
    const { rows } = (await (await fetch('/api/sites?limit=100')).json()) as {
      rows: { id: string; name: string }[];
    };
    return rows.find(({ name }) => name === 'Dome House')?.id;
  });
  await page.goto(`${base()}/sites/${site}/feeds`);
  await page.getByRole('link', { name: 'Hunt a short behind RP-1' }).click();
  const next = page.locator('section').filter({ hasText: 'What to read next' });
  await expect(next).toContainText('Close every breaker');
  const read = async (ohms: string) => {
    await page.getByLabel('Ohms to ground').fill(ohms);
    await page.keyboard.press('Enter');
  };
  await read('two');
  await expect(next).toContainText('a number without a sign');
  await read('2');
  await expect(next).toContainText('Close alone:');
  await page.getByRole('button', { name: 'open', exact: true }).click();
  await expect(
    page
      .getByRole('list', { name: 'Breakers' })
      .getByText(/^sound, by readings 1 and 2$/)
      .first(),
  ).toBeVisible();
  // Five are left: three, then two, then one.
  for (let i = 0; i < 3; i++) await read('2');
  await expect(next).toContainText('carries it. Go on at its disconnect');
  await page.reload();
  await expect(next).toContainText('carries it. Go on at its disconnect');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Begin anew' }).click();
  await expect(next).toContainText('Close every breaker');
  expect(errors).toEqual([]);
});
