import AxeBuilder from '@axe-core/playwright';
import { expect, type BrowserContext, type Page } from '@playwright/test';

export const base = (): string => process.env.GRADUM_E2E as string;

export async function signIn(page: Page, login: string): Promise<void> {
  await page.goto(`${base()}/`);
  await page.getByLabel('Name').fill(login);
  await page.getByLabel('Password').fill('ironleaf-roofs');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('button', { name: /menu/ })).toBeVisible();
}

/**
 * Searches the list on the page and waits for what was found: until then rows may still change under the
 * pointer.
 */
export async function searchList(page: Page, text: string): Promise<void> {
  await Promise.all([
    page.waitForResponse((response) => new URL(response.url()).searchParams.get('q') === text),
    page.getByRole('searchbox').fill(text),
  ]);
  await expect(page.getByRole('status').filter({ hasText: /^\d+ rows?/ })).not.toContainText('…');
}

/**
 * No accessibility violation (WCAG 2.2 A and AA) on what is on screen now. The map's own pictures are listed
 * in text beside it.
 */
export async function expectAccessible(page: Page): Promise<void> {
  await page.waitForFunction(() =>
    document.getAnimations().every((animation) => animation.playState !== 'running'),
  );
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .exclude('.leaflet-container')
    .analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`)).toEqual(
    [],
  );
}

/** Fails the test when the page logged an error it should not have. */
export function watchErrors(page: Page): string[] {
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  return errors;
}

/**
 * Takes the signal away once the application is on the device, as it is on any phone after its first minute.
 */
export async function loseSignal(page: Page, context: BrowserContext): Promise<void> {
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await context.setOffline(true);
}
