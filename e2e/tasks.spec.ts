import { expect, test } from '@playwright/test';
import { base, expectAccessible, signIn, watchErrors } from './help.ts';

/* The company's task list, work that waits for parts or was left open, and the load ahead. */

test('a task of our own is added, stopped and brought back', async ({ page }) => {
  const errors = watchErrors(page);
  await signIn(page, 'maren');
  await page.goto(`${base()}/settings`);
  await page.getByRole('button', { name: 'New task' }).click();
  const dialog = page.getByRole('dialog', { name: 'New task' });
  await dialog.getByRole('button', { name: 'Save the task' }).click();
  await expect(dialog.getByRole('alert').first()).toBeVisible();
  await dialog.getByLabel('What it is called').fill('Lint screens');
  await dialog.getByLabel('Minutes on one unit').fill('15');
  await dialog.getByLabel(/^How often/).selectOption('every two weeks');
  await dialog.getByLabel('Works on').selectOption('filter');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Save the task' }).click();
  await expect(page.getByText('our own')).toBeVisible();
  await page.getByRole('button', { name: 'Stop Lint screens' }).click();
  await expect(page.getByText('Lint screens', { exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Stop Coils washed' }).click();
  await expect(page.getByText('Coils washed: we do not do it')).toBeVisible();
  await page.getByRole('button', { name: 'Do it again' }).click();
  await expect(page.getByText('Coils washed: we do not do it')).toHaveCount(0);
  expect(errors).toEqual([]);
});

test('parts that are in, and what was left open too long, wait for a place on the board', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await signIn(page, 'desmond');
  await page.goto(`${base()}/routes`);
  const held = page.getByRole('list', { name: 'Calls on hold' });
  const parts = held.getByRole('listitem').filter({ hasText: 'Harbour Interchange' });
  await parts.getByRole('button', { name: /^Fetch the parts/ }).click();
  await expect(parts).toContainText('The stop to fetch the parts waits for a place');
  await parts.getByRole('button', { name: /^Parts are in/ }).click();
  await expect(parts).toHaveCount(0);
  const waiting = page.getByRole('list', { name: 'Calls that wait for a place' });
  await expect(waiting).toContainText('Heat exchanger to be replaced');
  await expect(waiting).toContainText('Fetch the parts for');
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(held).toContainText('Heat exchanger to be replaced');
  await expectAccessible(page);

  await page.goto(`${base()}/watch/left-open`);
  await page
    .getByRole('button', { name: /^Plan a return to/ })
    .first()
    .click();
  await expect(page.getByText('1 return waits for a place on the board', { exact: true })).toBeVisible();
  await expect(page.getByText(/Return R-\d+/).first()).toBeVisible();
  await page.goto(`${base()}/routes`);
  await expect(waiting).toContainText('Left so on');
  expect(errors).toEqual([]);
});

test('the load ahead stands beside the hours there are, on the desk and on a phone', async ({ page }) => {
  const errors = watchErrors(page);
  await signIn(page, 'maren');
  await page.goto(`${base()}/routes/load`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('come round in 13 weeks');
  await page.getByRole('button', { name: '26 weeks' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('come round in 26 weeks');
  await expect(page.getByText('Bluebell Laundries')).toBeVisible();
  await expectAccessible(page);
  await page.setViewportSize({ width: 390, height: 844 });
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
  expect(errors).toEqual([]);
});
