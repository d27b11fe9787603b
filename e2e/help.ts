import AxeBuilder from '@axe-core/playwright';
import { expect, type BrowserContext, type Cookie, type Page } from '@playwright/test';

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** Where the application is that belongs to the worker this test runs in. */
export const base = (): string => process.env[`GRADUM_E2E_${process.env.TEST_PARALLEL_INDEX}`] as string;
/** Where what customers are told arrives. */
export const post = (): string => process.env[`GRADUM_E2E_POST_${process.env.TEST_PARALLEL_INDEX}`] as string;

/** Sessions of people who have signed in before, so that most tests begin where their story does. */
const sessions = new Map<string, Cookie[]>();

/** Signs in at the door the first time, and where a test has ended the session since. */
export async function signIn(page: Page, login: string): Promise<void> {
  await page.context().addCookies(sessions.get(login) ?? []);
  await page.goto(`${base()}/`);
  const menu = page.getByRole('button', { name: /menu/ });
  await menu.or(page.getByLabel('Name')).first().waitFor();
  if (await menu.isVisible()) return;
  await page.getByLabel('Name').fill(login);
  await page.getByLabel('Password').fill('ironleaf-roofs');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(menu).toBeVisible();
  sessions.set(login, await page.context().cookies());
}

/** As somebody who is signed in already, with no page open yet; signs in where nobody is. */
export async function enter(page: Page, login: string): Promise<void> {
  await page.context().addCookies(sessions.get(login) ?? []);
  if (!(await page.request.get(`${base()}/api/units?limit=1`)).ok()) await signIn(page, login);
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
  await expect(
    page.getByRole('status').filter({ hasText: /^\d+ (open )?(site|customer|unit|call)s?/ }),
  ).not.toContainText('…');
}

/**
 * No accessibility violation (WCAG 2.2 A and AA) on what is on screen now. The map's own pictures are listed
 * in text beside it.
 */
export async function expectAccessible(page: Page): Promise<void> {
  await page.waitForFunction(() =>
    document.getAnimations().every((animation) => animation.playState !== 'running'),
  );
  // What sticks to an edge lies over whatever is half scrolled under it, and a message over what it passes:
  // what is under them is judged as it is without them.
  const unstick = await page.addStyleTag({
    content:
      'header, .save-foot, .roof-foot, .thumb-strip { position: static !important; } ' +
      '[data-said] { display: none !important; }',
  });
  // One document without frames, and nothing but what is wrong: a third of the time of the whole report.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ runOnly: WCAG, resultTypes: ['violations'], preload: false })
    .exclude('.leaflet-container')
    .analyze();
  await unstick.evaluate((tag) => (tag as HTMLElement).remove());
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
