import { expect, test, type Page } from '@playwright/test';
import { base, expectAccessible, signIn, watchErrors } from './help.ts';

/** Taking a call with the caller on the telephone: by keys, and what can hurt somebody first. */
const open = async (page: Page) => {
  await signIn(page, 'desmond');
  await page.goto(`${base()}/calls/new`);
  const clear = page.getByRole('button', { name: 'Another site' });
  if (await clear.isVisible()) await clear.click();
};
const complaint = (page: Page) => page.getByLabel(/Complaint/);

test('a gas smell is heard as it is typed, says what to tell, and is never "nothing at stake"', async ({
  page,
}) => {
  await open(page);
  await page.getByLabel('Site', { exact: true }).first().fill('press hall');
  await page.getByRole('option', { name: /Press Hall/ }).click();
  await complaint(page).pressSequentially('no smell of gas, just warm');
  await expect(page.getByText('Tell the caller now')).toHaveCount(0);
  await complaint(page).fill('warm, and we smell gas by the hatch');
  await expect(page.getByText(/Everybody out now\. Touch no switch/)).toBeVisible();
  await page.getByLabel('What is at stake').selectOption('none');
  await expect(page.getByText('Suggested: at once.')).toBeVisible();
  // Set lower by hand it is said, and stays the dispatcher's decision.
  await page.getByLabel('Priority').selectOption('this week');
  await expect(page.getByText(/set to “this week” by hand/)).toBeVisible();
  await page.getByLabel('Priority').selectOption('at once');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Save the call' }).click();
  await expect(page.getByRole('heading', { level: 2 }).first()).toContainText(/at once/i);
});

test('a call about a known unit takes five keys beside its words', async ({ page }) => {
  await open(page);
  let keys = 0;
  const press = async (key: string) => {
    keys += key.split('+').length;
    await page.keyboard.press(key);
  };
  await expect(page.getByLabel('Site', { exact: true }).first()).toBeFocused();
  await page.keyboard.type('dome house');
  await expect(page.getByRole('option').first()).toContainText('Dome House');
  // Whoever types sees that the rows are those of the words typed; Enter waits for nobody.
  await expect(page.getByRole('listbox')).toHaveAttribute('aria-busy', 'false');
  await expect(page.getByRole('option').first()).toHaveAttribute('aria-selected', 'true');
  await press('Enter');
  await expect(complaint(page)).toBeFocused();
  await page.keyboard.type('projection room is warm');
  const first = page.getByRole('button', { name: /^1 / });
  await expect(first).toBeVisible();
  const tag = await first.locator('.plate').innerText();
  await press('Alt+1');
  await expect(first).toHaveAttribute('aria-pressed', 'true');
  await press('Control+Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('projection room is warm');
  await expect(page.getByRole('link', { name: new RegExp(tag) }).first()).toBeVisible();
  expect(keys).toBeLessThanOrEqual(12);
});

test('Enter takes no row that was not there when it was pressed', async ({ page }) => {
  await open(page);
  let release = () => {};
  const held = new Promise<void>((go) => (release = go));
  await page.route(/\/api\/sites\?.*q=press/, async (route) => {
    await held;
    await route.continue();
  });
  await page.getByLabel('Site', { exact: true }).first().fill('press hall');
  await page.keyboard.press('Enter');
  release();
  await expect(page.getByRole('option', { name: /Press Hall/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Another site' })).toHaveCount(0);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Another site' })).toBeVisible();
});

test('nothing typed for one site is carried to another, and a new site is made without losing the call', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await open(page);
  await page.getByLabel('Site', { exact: true }).first().fill('press hall');
  await page.getByRole('option', { name: /Press Hall/ }).click();
  await complaint(page).fill('bindery is dry');
  await page.getByRole('button', { name: 'Another site' }).click();
  await expect(complaint(page)).toHaveValue('');
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(complaint(page)).toHaveValue('bindery is dry');
  await page.getByRole('button', { name: 'Another site' }).click();

  await complaint(page).fill('two units are not cooling since we reset the breaker');
  await expect(page.getByLabel('How many are down')).toBeVisible();
  await page.getByLabel('What was reset, and by whom').fill('the janitor, twice');
  await page.getByLabel('Site', { exact: true }).first().fill('Kelp Row Pottery');
  await page.getByRole('button', { name: 'Not on record yet: a new site' }).click();
  await page.getByRole('dialog').getByLabel('Address').fill('9 Kelp Row');
  await expectAccessible(page);
  // Until it is known what stands there, what stands at the site before is not shown in its place.
  let release = () => {};
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route('**/api/calls/known/**', async (route) => {
    await held;
    await route.continue();
  });
  await page.getByRole('button', { name: 'Add it, and go on with the call' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Kelp Row Pottery');
  await expect(page.getByText('Fetching what is known')).toBeVisible();
  await expect(page.getByRole('button', { name: 'New unit' })).toHaveCount(0);
  release();
  await expect(complaint(page)).toHaveValue(/two units are not cooling/);
  await page.getByRole('button', { name: 'New unit' }).click();
  await page.getByRole('dialog').getByLabel('Tag').fill('RTU-7');
  await page.getByRole('dialog').getByLabel('Kind').selectOption('package cooling only');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('radio', { checked: true })).toBeVisible();
  await expect(page).toHaveURL(/calls\/new/);
  await page.getByRole('button', { name: 'Save the call' }).click();
  await expect(page.getByText('the janitor, twice')).toBeVisible();
  const title = await page.getByRole('heading', { level: 1 }).innerText();
  const ref = /C-\d+/.exec(title)?.[0] ?? '';

  // Somebody else calls about the same: one call, two callers.
  await page.goto(`${base()}/calls/new`);
  await page.getByLabel('Site', { exact: true }).first().fill('Kelp Row');
  await page.getByRole('option', { name: /Kelp Row Pottery/ }).click();
  await page.getByRole('button', { name: `The same trouble as ${ref}` }).click();
  await expect(page.getByText('who is calling?')).toBeVisible();
  await page.getByLabel('Caller', { exact: true }).fill('Night porter');
  await page.getByRole('button', { name: `The same trouble as ${ref}` }).click();
  await expect(page.getByText(/called again/)).toBeVisible();
  await expect(page.getByText(/Night porter/).first()).toBeVisible();

  // What it is about is put right afterwards.
  await page.getByRole('button', { name: 'Site, unit, promise' }).click();
  await page.getByLabel('Promised on').fill('2026-06-04');
  await page.getByRole('dialog').getByLabel('By', { exact: true }).fill('09:30');
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('4 Jun 2026, 09:30')).toBeVisible();
  expect(errors).toEqual([]);
});

test('the words are judged as they are typed, and Enter in a field of one line files nothing', async ({
  page,
}) => {
  await open(page);
  const site = page.getByLabel('Site', { exact: true }).first();
  const field = await site.boundingBox();
  // The pointer lies where the rows come up: that chooses none.
  await page.mouse.move((field?.x ?? 0) + 40, (field?.y ?? 0) + 100);
  await site.fill('wrenfall schools');
  await page.mouse.move((field?.x ?? 0) + 42, (field?.y ?? 0) + 104);
  // Several fit as well: Enter takes none of them.
  await expect(page.getByRole('option').nth(1)).toBeVisible();
  await expect(page.getByText('Which of these?')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Another site' })).toHaveCount(0);
  await page.getByRole('option').first().click();
  await complaint(page).fill('no heat, it is 52 °F in here, RTU-87 is dead');
  await expect(page.getByText('Suggested: today.')).toBeVisible();
  await expect(page.getByText('heating, as heard')).toBeAttached();
  await expect(page.getByText('52 as heard')).toBeVisible();
  await expect(page.getByText('No RTU-87 is on record here.')).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('Caller', { exact: true }).fill('Janitor');
  await page.keyboard.press('Enter');
  await page.getByLabel('Room, °F').fill('53');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/calls\/new/);
  await expect(page.getByLabel('Caller', { exact: true })).toHaveValue('Janitor');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('no heat, it is 52');
});

test('“a new site” answers to Enter', async ({ page }) => {
  await open(page);
  await page.getByLabel('Site', { exact: true }).first().fill('Weir Yard Kilns');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
});

test('what was repaired there days ago is said with the complaint, and who goes there anyway', async ({
  page,
}) => {
  await open(page);
  const get = async (path: string) => (await page.request.get(`${base()}/api${path}`)).json();
  const sites = (await get('/sites?limit=200')).rows as { id: string; name: string }[];
  const known = await Promise.all(sites.map((site) => get(`/calls/known/${site.id}`)));
  const [mended, visited] = [
    known.find((one) => one.lately.units.length > 0),
    known.find((one) => one.due.length > 0),
  ];
  await page.goto(`${base()}/calls/new?site=${mended.siteId}`);
  await complaint(page).fill('your guy was here, same again');
  await expect(page.getByText(/^Called back/).first()).toBeVisible();
  await expect(page.getByText('Suggested: today.')).toBeVisible();
  await page
    .getByRole('button', { name: /^It is about/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: /^It is about/ })).toHaveCount(0);
  await page.goto(`${base()}/calls/new?site=${visited.siteId}`);
  await page
    .getByRole('button', { name: /^Have it seen to by/ })
    .first()
    .click();
  await expect(page.getByLabel('Crew')).not.toHaveValue('');
  await expectAccessible(page);
});
