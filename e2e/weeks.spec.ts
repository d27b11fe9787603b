import { randomUUID } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { base, post, expectAccessible, signIn, watchErrors } from './help.ts';

const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const crew = (page: Page, name: string) =>
  page.getByRole('group', { name: new RegExp(`^${name}, \\d+ stop`) });
const stopsOf = (page: Page, name: string) => crew(page, name).getByRole('button');

/** What was done on a page before is said below this page's sentence, and not over it. */
const expectSaidBelow = (page: Page) =>
  expect(async () => {
    const [sentence, said] = await Promise.all(
      [heading(page), page.locator('li[data-said]')].map((one) => one.boundingBox()),
    );
    expect(said?.y).toBeGreaterThanOrEqual((sentence?.y ?? Infinity) + (sentence?.height ?? 0));
  }).toPass();

interface CrewDay {
  readonly crew: string;
  readonly crewId: string;
  readonly sites: readonly string[];
}

/** What the server says stands on each crew's day, in the order of the board. */
async function daysOf(page: Page, day: string): Promise<CrewDay[]> {
  const board = (await (await page.request.get(`${base()}/api/board?from=${day}&days=1`)).json()) as {
    days: { crew: string; crewId: string; stops: { site: string }[] }[];
  };
  return board.days.map(({ crew, crewId, stops }) => ({
    crew,
    crewId,
    sites: stops.map(({ site }) => site),
  }));
}
const dayOf = async (page: Page, name: string, day: string): Promise<CrewDay> =>
  (await daysOf(page, day)).find(({ crew }) => crew === name) ?? { crew: name, crewId: '', sites: [] };
/** A search goes by the clock: which crew got the most to do is seen in the plan, not known before. */
const fullest = (days: readonly CrewDay[]): CrewDay =>
  days.reduce((a, b) => (b.sites.length > a.sites.length ? b : a));

test('two weeks for seven crews: planned, moved by hand, a call taken in, a crew lost, published', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await signIn(page, 'maren');

  await test.step('two weeks in one search, and what is saved stands on the board', async () => {
    await page.goto(`${base()}/routes/plan`);
    await expect(heading(page)).toContainText('sites are due');
    await page.getByRole('button', { name: 'Plan two weeks' }).click();
    await expect(page.getByRole('button', { name: 'Stop and keep the best' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Save the plan' })).toBeVisible();
    // What others left standing that does not hold is theirs; nothing the search puts down is among it.
    await expect(
      page.getByRole('row', { name: /Promises, told times or opening hours broken (\d+) \1$/ }),
    ).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Save the plan' }).click();
    await expect(heading(page)).toContainText(/Thu 4 Jun 2026: \d+ stops/);
    await expectSaidBelow(page);
    await page.getByRole('link', { name: 'sheet' }).first().click();
    await expect(heading(page)).toContainText(/not published/);
    await expectSaidBelow(page);
    await page.goBack();
    await expect(heading(page)).toContainText(/Thu 4 Jun 2026: \d+ stops/);
    await expectAccessible(page);
    // Planned is not done: what was late is late until somebody has been there.
    await page.goto(`${base()}/routes/plan`);
    await expect(heading(page)).toContainText(/late sites are on a plan and not done yet/);
  });

  const day = '2026-06-04';
  let locked = '';
  await page.goto(`${base()}/routes?day=${day}`);
  await test.step('a stop is carried by keys to another crew; Escape leaves it, Enter puts it, undo takes it back', async () => {
    const days = await daysOf(page, day);
    const before = fullest(days.slice(0, -1));
    const next = days[days.indexOf(before) + 1]?.crew as string;
    const first = stopsOf(page, before.crew).first();
    await first.focus();
    await page.keyboard.press('m');
    const bar = page.getByRole('region', { name: 'What the move does' });
    await expect(bar).toContainText(before.sites[0] as string);
    await page.keyboard.press('ArrowDown');
    await expect(bar).toContainText(new RegExp(`to ${next}, Thu 4 Jun 2026, \\d+:\\d\\d to \\d+:\\d\\d`));
    await expect(bar).toContainText(/on the road/);
    await expectAccessible(page);
    await bar.getByRole('button', { name: 'Leave it' }).focus();
    await page.keyboard.press('Escape');
    await expect(bar).toHaveCount(0);
    await expect(first).toBeFocused();
    expect(await dayOf(page, before.crew, day)).toEqual(before);
    await first.focus();
    await page.keyboard.press('m');
    await expect(bar).toBeVisible();
    await page.keyboard.press('ArrowDown');
    await expect(bar).toContainText(`to ${next}`);
    // Which stop stands first is the search's choice: where it does not hold there, the first Enter only asks.
    const anyway = bar.getByRole('button', { name: 'Put it here all the same' });
    const asks = (await anyway.count()) > 0;
    await page.keyboard.press('Enter');
    if (asks) {
      await expect(anyway).toBeFocused();
      expect(await dayOf(page, before.crew, day)).toEqual(before);
      await page.keyboard.press('Enter');
    }
    await expect(bar).toHaveCount(0);
    expect((await dayOf(page, next, day)).sites).toContain(before.sites[0]);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('Undone', { exact: true })).toBeVisible();
    expect(await dayOf(page, before.crew, day)).toEqual(before);
  });

  await test.step('another is dragged, with what it does shown before it is dropped', async () => {
    const days = await daysOf(page, day);
    const target = days[1]?.crew as string;
    const giving = fullest(days.filter(({ crew }) => crew !== target));
    const site = giving.sites[0] as string;
    // The board may just be drawn anew: what is taken away meanwhile has no place.
    const boxes = () =>
      Promise.all(
        [stopsOf(page, giving.crew).first(), page.locator('[data-strip]').nth(1)].map((one) =>
          one.boundingBox(),
        ),
      );
    await expect.poll(async () => (await boxes()).every(Boolean)).toBe(true);
    const [from, strip] = await boxes();
    if (!from || !strip) throw new Error('nothing to drag');
    await page.mouse.move(from.x + 10, from.y + 10);
    await page.mouse.down();
    await page.mouse.move(from.x + 30, from.y + 14, { steps: 4 });
    const bar = page.getByRole('region', { name: 'What the move does' });
    await expect(bar).toBeVisible();
    await page.mouse.move(strip.x + strip.width * 0.6, strip.y + 20, { steps: 10 });
    await expect(bar).toContainText(`to ${target}`);
    await page.mouse.up();
    // A long stop may not hold there; then it waits for whoever means it.
    const anyway = bar.getByRole('button', { name: 'Put it here all the same' });
    if (await anyway.isVisible()) await anyway.click();
    await expect(crew(page, target).getByRole('button', { name: site }).first()).toBeVisible();
    expect((await dayOf(page, target, day)).sites).toContain(site);
  });

  await test.step('a stop that is locked stays where it is, whoever plans', async () => {
    locked = fullest(await daysOf(page, day)).crew;
    const block = stopsOf(page, locked).first();
    await block.click();
    await page.getByRole('button', { name: 'Lock to this day' }).click();
    await expect(page.getByRole('button', { name: 'Unlock' })).toBeVisible();
    await expect(block).toHaveAccessibleName(/locked/);
  });

  await test.step('an emergency is offered the best places of today and tomorrow, and takes one', async () => {
    const found = (await (await page.request.get(`${base()}/api/sites?q=gullhaven`)).json()) as {
      rows: { id: string }[];
    };
    const made = await page.request.post(`${base()}/api/calls`, {
      data: {
        id: randomUUID(),
        siteId: found.rows[0]?.id,
        complaint: 'server closet is at 95',
        priority: 'at once',
        receivedAt: '2026-06-03T13:45:00Z',
      },
    });
    expect(made.status()).toBe(201);
    await page.goto(`${base()}/routes`);
    const waiting = page.getByRole('list', { name: 'Calls that wait for a place' });
    const call = waiting.getByRole('listitem').filter({ hasText: 'server closet' }).first();
    await expect(call).toBeVisible();
    await call.getByRole('button', { name: /^Best places/ }).click();
    const take = call.getByRole('button', { name: /^Take it/ });
    await expect(take.first()).toBeVisible();
    await expect(call).toContainText(/more on the road/);
    await expectAccessible(page);
    await take.first().click();
    await expect(waiting.getByRole('listitem').filter({ hasText: 'server closet' })).toHaveCount(0);
  });

  await test.step('a crew falls out: its stops go to others, the rest stays, and nothing is lost', async () => {
    await page.goto(`${base()}/routes?day=${day}`);
    const { crew: out, sites } = fullest((await daysOf(page, day)).filter(({ crew }) => crew !== locked));
    expect(sites.length).toBeGreaterThan(0);
    await page
      .locator('div')
      .filter({ has: page.getByRole('button', { name: out, exact: true }) })
      .last()
      .getByRole('button', { name: /is out$/ })
      .click();
    const asked = page.getByRole('dialog');
    await expect(asked.getByRole('checkbox').first()).toBeVisible();
    await expectAccessible(page);
    for (const box of await asked.getByRole('checkbox').all()) await box.check();
    await asked.getByLabel('Last day').fill('5 Jun 2026');
    await asked.getByRole('button', { name: 'Record it, and share out the stops' }).click();
    await page.getByRole('button', { name: 'Change it so' }).click();
    await expect(page.getByRole('button', { name: 'Change it so' })).toHaveCount(0);
    expect((await dayOf(page, out, day)).sites).toEqual([]);
    const board = (await (await page.request.get(`${base()}/api/board?from=2026-06-03&days=14`)).json()) as {
      days: { stops: { site: string }[] }[];
    };
    const everywhere = board.days.flatMap((one) => one.stops.map((stop) => stop.site));
    for (const site of sites) expect(everywhere).toContain(site);
    // It is on the calendar, and nothing went to the same crew on the day after.
    expect((await dayOf(page, out, '2026-06-05')).sites).toEqual([]);
    await page.goto(`${base()}/routes?day=2026-06-05`);
    await expect(page.getByText(/^out: /).first()).toBeVisible();
    await page.goto(`${base()}/routes?day=${day}`);
  });

  await test.step('published: customers have a window, and nothing is told twice', async () => {
    await page.getByRole('button', { name: 'Publish the day' }).click();
    await expect(page.getByText(/Crews have their day; nothing has changed since/)).toBeVisible();
    // The sentence says how many heard of it, and not that everybody did.
    await expect(page.getByText(/\d+ of \d+ customers told;/)).toBeVisible();
    await page.getByRole('button', { name: /messages? for this day/ }).click();
    await expect(page.getByText(/we come to .* on 4 Jun 2026 between/).first()).toBeVisible();
    await expect
      .poll(async () => await (await page.request.get(`${post()}/arrived`)).text())
      .toMatch(/ on 4 Jun 2026 between /);
    await expectAccessible(page);
  });
  expect(errors).toEqual([]);
});

test('the crew reads its day on a phone, in the order that was published', async ({ browser }) => {
  const desk = await browser.newPage();
  await signIn(desk, 'maren');
  const today = '2026-06-03';
  await desk.goto(`${base()}/routes`);
  const { crewId } = await dayOf(desk, 'North Bank', today);
  const found = (await (await desk.request.get(`${base()}/api/sites?q=harbour+house`)).json()) as {
    rows: { id: string }[];
  };
  const made = await desk.request.post(`${base()}/api/calls`, {
    data: {
      id: randomUUID(),
      siteId: found.rows[0]?.id,
      complaint: 'lobby is warm',
      priority: 'today',
      receivedAt: '2026-06-03T13:50:00Z',
      crewId,
      scheduledOn: today,
    },
  });
  expect(made.status()).toBe(201);
  await desk.reload();
  const loose = page(desk, 'North Bank').getByRole('button', { name: /^order \d/ });
  await loose.click();
  await desk.getByRole('button', { name: 'Change it so' }).click();
  await expect(desk.getByRole('button', { name: 'Change it so' })).toHaveCount(0);
  await desk.request.post(`${base()}/api/board/publish`, {
    data: { id: randomUUID(), from: today, days: 1, crewIds: [crewId] },
  });
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const roof = await phone.newPage();
  await signIn(roof, 'ada');
  await expect(roof.getByText(/planned \d+:\d\d to \d+:\d\d/).first()).toBeVisible();
  await roof.goto(`${base()}/routes`);
  await expect(roof.getByRole('heading', { name: /North Bank/ })).toBeVisible();
  expect(await roof.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await expectAccessible(roof);
  await roof.getByRole('link', { name: 'the day' }).first().click();
  await expect(roof.getByText('To load')).toBeVisible();
  expect(await roof.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await expectAccessible(roof);
  await phone.close();
});

/** The part of the board that belongs to a crew. */
const page = (desk: Page, name: string) =>
  desk
    .locator('div')
    .filter({ has: desk.getByRole('button', { name, exact: true }) })
    .last();
