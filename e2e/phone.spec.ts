import { expect, test, type Page } from '@playwright/test';
import { base, expectAccessible, loseSignal, signIn, watchErrors } from './help.ts';

/** A phone on the roof, all day: no signal, two people, an ended session, a wrong clock. */
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, serviceWorkers: 'allow' });

/** Once the day is whole: while what can hurt there still comes in, the button moves under the finger. */
const openFirstVisit = async (page: Page) => {
  await expect(page.getByText('The whole day is on this phone')).toBeVisible();
  await page.locator('main a[href^="/visits/"]').first().click();
  await expect(page.getByRole('button', { name: 'Leave' })).toBeVisible();
};
const writeNote = async (page: Page, text: string) => {
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await page.getByRole('textbox', { name: 'Note' }).fill(text);
  await page.locator('form button[type=submit]').click();
  await expect(page.getByRole('listitem').filter({ hasText: text })).toBeVisible();
};
const waits = (page: Page) => page.getByRole('button', { name: /on this phone/ });

test(
  'a day without a signal: what was opened is there, what is not says so, and an ended session ' +
    'goes on in place',
  async ({ page, context }) => {
    const errors = watchErrors(page);
    await signIn(page, 'ada');
    await openFirstVisit(page);
    const sheet = page.url();
    await loseSignal(page, context);
    await writeNote(page, 'hatch is stiff');

    // Left open and closed again, both without a signal.
    await page.getByRole('button', { name: 'Left open' }).click();
    await page.getByLabel('What is left open').selectOption('filters out');
    await page.getByLabel('What and where').fill('none on the van');
    await page.getByRole('button', { name: 'Leave it so' }).click();
    await expect(page.getByText('Left: filters out. none on the van')).toBeVisible();
    await page.getByRole('button', { name: 'Closed again' }).click();
    await page.getByLabel('How it is normal again').fill('found some');
    await page.getByRole('button', { name: 'Close it' }).click();
    await expect(page.getByText(/Closed again: .*found some/)).toBeVisible();

    // The unit and the roof of the day open; a page that was never fetched says so in words.
    await page.goto(`${base()}/watch`);
    await expect(page.getByText(/not on this phone|No connection to the server/).first()).toBeVisible();
    await expect(page.getByText('This screen broke')).toHaveCount(0);
    await page.goto(sheet);
    await expect(page.getByText('hatch is stiff')).toBeVisible();
    await expect(waits(page)).toHaveText('No signal. 3 on this phone');

    // Signing out says what waits; it can be kept in a file.
    await page.getByRole('button', { name: /menu/ }).click();
    await page.getByRole('menuitem', { name: 'Sign out' }).click();
    await expect(page.getByText('Sign out with this still on the phone?')).toBeVisible();
    await expect(page.getByText('note: hatch is stiff')).toBeVisible();
    await expectAccessible(page);
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save to a file' }).click(),
    ]);
    expect(download.suggestedFilename()).toBe('waiting-on-this-phone.json');
    await page.getByRole('button', { name: 'Stay signed in' }).click();

    // The session ended meanwhile: with the signal the password is asked for in place, and all goes out.
    await context.clearCookies({ name: 'gradum' });
    await context.setOffline(false);
    await expect(page.getByText(/Your session has ended, Ada/)).toBeVisible();
    await expect(page.getByText('hatch is stiff')).toBeAttached();
    await expectAccessible(page);
    await page.getByLabel('Password').fill('wrong');
    await page.getByRole('button', { name: 'Go on' }).click();
    await expect(page.getByText('do not belong together')).toBeVisible();
    await page.getByLabel('Password').fill('ironleaf-roofs');
    await page.getByRole('button', { name: 'Go on' }).click();
    await expect(waits(page)).toHaveCount(0);
    expect(page.url()).toBe(sheet);
    expect(errors).toEqual([]);
  },
);

test('two people on one phone: neither sends nor reads the other’s words', async ({ page, context }) => {
  await signIn(page, 'ada');
  await openFirstVisit(page);
  await loseSignal(page, context);
  await writeNote(page, 'Ada was here');
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await page.getByRole('textbox', { name: 'Note' }).fill('half a sentence of Ada');
  const visit = new URL(page.url()).pathname;
  await page.waitForTimeout(300);

  // Ada's session is gone; the manager signs in on her phone.
  await context.clearCookies({ name: 'gradum' });
  await context.setOffline(false);
  await expect(page.getByText(/Your session has ended, Ada/)).toBeVisible();
  await page.getByRole('button', { name: 'Somebody else' }).click();
  await page.getByLabel('Name').fill('maren');
  await page.getByLabel('Password').fill('ironleaf-roofs');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('button', { name: '1 by Ada' })).toBeVisible();
  await page.goto(`${base()}${visit}`);
  await expect(page.getByRole('button', { name: 'Leave' })).toBeVisible();
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue('');
  await page.waitForTimeout(5000);
  await expect(page.getByRole('button', { name: '1 by Ada' })).toBeVisible();
  await page.getByRole('button', { name: /menu/ }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();

  // Hers again: the line goes out under her name, and the half sentence is offered back.
  await page.getByLabel('Name').fill('ada');
  await page.getByLabel('Password').fill('ironleaf-roofs');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('button', { name: /menu/ })).toBeVisible();
  await page.goto(`${base()}${visit}`);
  await expect(waits(page)).toHaveCount(0);
  const line = page.getByRole('listitem').filter({ hasText: 'Ada was here' });
  await expect(line).toContainText('Ada Quillfeather');
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue('half a sentence of Ada');
});

test('a clock four hours fast is noticed, said, and put right in what is written', async ({ page }) => {
  await page.addInitScript(() => {
    const RealDate = Date;
    const fast = 4 * 3600_000;
    class FastDate extends RealDate {
      constructor(...given: []) {
        if (given.length === 0) super(RealDate.now() + fast);
        else super(...given);
      }
      static override now() {
        return RealDate.now() + fast;
      }
    }
    globalThis.Date = FastDate as DateConstructor;
  });
  await signIn(page, 'ada');
  await expect(page.getByText('This device’s clock is 4 h fast.')).toBeVisible();
  await openFirstVisit(page);
  await writeNote(page, 'what time is it');
  const visitId = new URL(page.url()).pathname.split('/').at(-1);
  await expect(waits(page)).toHaveCount(0);
  const { entry, now } = await page.evaluate(async (id) => {
    const visit = await (await fetch(`/api/visits/${id}`)).json();
    const session = await (await fetch('/api/session')).json();
    return {
      entry: visit.entries.find((e: { body: { text?: string } }) => e.body.text === 'what time is it'),
      now: session.serverMs as number,
    };
  }, visitId);
  expect(Math.abs(Date.parse(entry.occurredAt) - now)).toBeLessThan(120_000);
});

test('a network that answers in our place refuses nothing', async ({ page }) => {
  await signIn(page, 'ada');
  await openFirstVisit(page);
  await page.route('**/api/**', (route) =>
    route.fulfill({ status: 200, contentType: 'text/html', body: '<html>Welcome, dear guest</html>' }),
  );
  await writeNote(page, 'written in the lobby');
  await page.waitForTimeout(2000);
  await expect(page.getByText('on this phone, goes out')).toBeVisible();
  await expect(page.getByText('not taken')).toHaveCount(0);
  await page.unroute('**/api/**');
  await expect(waits(page)).toHaveCount(0);
});
