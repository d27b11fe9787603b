import { randomUUID } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { base, expectAccessible, post, signIn, watchErrors } from './help.ts';

/* A day that goes wrong, each time up to the mail that arrives at the customer's. */

const TODAY = '2026-06-03';

interface Stop {
  readonly visitId: string;
  readonly site: string;
  readonly startAt: number | null;
}
interface CrewDay {
  readonly crew: string;
  readonly crewId: string;
  readonly version: number | null;
  readonly driveMinutes: number | null;
  readonly stops: readonly Stop[];
}
const board = async (page: Page): Promise<readonly CrewDay[]> =>
  (await (await page.request.get(`${base()}/api/board?from=${TODAY}&days=1`)).json()).days;
const dayOf = async (page: Page, crew: string): Promise<CrewDay> =>
  (await board(page)).find((day) => day.crew === crew) as CrewDay;
const stopAt = async (page: Page, site: string): Promise<(Stop & { crew: string }) | undefined> =>
  (await board(page))
    .flatMap(({ crew, stops }) => stops.map((s) => ({ ...s, crew })))
    .find((s) => s.site === site);

/** A site with somebody who is told by e-mail, and a call there. */
async function callAt(page: Page, name: string, more: object): Promise<{ site: string; mail: string }> {
  const { rows } = (await (
    await page.request.get(`${base()}/api/sites?q=${encodeURIComponent(name)}`)
  ).json()) as { rows: { id: string; name: string }[] };
  const [site] = rows as [{ id: string; name: string }];
  const mail = `${name.toLowerCase().replace(/\W+/g, '-')}@day.example`;
  const send = async (path: string, data: object) => {
    const answer = await page.request.post(`${base()}/api/${path}`, { data });
    expect(answer.status(), await answer.text()).toBe(201);
  };
  // Nobody else is told there.
  const others = await (await page.request.get(`${base()}/api/sites/${site.id}/contacts`)).json();
  for (const { id, version } of others as { id: string; version: number }[])
    await page.request.patch(`${base()}/api/contacts/${id}`, { data: { version, retired: true } });
  const who = { name: 'Orla Tunn', role: 'at the site', phone: null, email: mail, toldBy: 'e-mail' };
  await send('contacts', { id: randomUUID(), siteId: site.id, ...who });
  const call = { complaint: 'too warm', priority: 'today', receivedAt: '2026-06-03T13:45:00Z' };
  await send('calls', { id: randomUUID(), siteId: site.id, ...call, ...more });
  return { site: site.name, mail };
}

/** Puts what a crew has on its day into an order, with times. */
async function order(page: Page, crew: string) {
  const { crewId, version, stops } = await dayOf(page, crew);
  const jobs = stops.map(({ visitId }) => ({ visit: visitId }));
  const orders = [{ crewId, day: TODAY, version, jobs }];
  const data = { id: randomUUID(), from: TODAY, days: 1, takeOff: [], anyway: true, orders };
  expect((await page.request.post(`${base()}/api/board/orders`, { data })).status()).toBe(201);
}

/** Publishes the day, and reads what has arrived at an address: the window that was told, minutes. */
async function told(page: Page, mail: string): Promise<{ from: number; until: number }> {
  await page.getByRole('button', { name: /^Publish (the day|what changed)$/ }).click();
  let text = '';
  await expect(async () => {
    const all = (await (await page.request.get(`${post()}/arrived`)).json()) as {
      to: string;
      text: string;
    }[];
    text = all.find(({ to }) => to === mail)?.text ?? '';
    expect(text).toContain('3 Jun 2026 between');
  }).toPass();
  const times = [...text.matchAll(/(\d+):(\d\d)/g)].map(([, h, m]) => Number(h) * 60 + Number(m));
  // Nobody is told of hours that have gone by: the clock of these tests stands at ten.
  expect(times[0]).toBeGreaterThanOrEqual(600);
  return { from: times[0] as number, until: times[1] as number };
}

test('a bridge is closed: the way round is in the times that are kept, and in the mail', async ({ page }) => {
  const errors = watchErrors(page);
  await signIn(page, 'maren');
  await page.goto(`${base()}/routes`);
  const { crewId } = await dayOf(page, 'East Shore');
  const { site, mail } = await callAt(page, 'Southbank Branch', { crewId, scheduledOn: TODAY });
  await order(page, 'East Shore');
  const before = await dayOf(page, 'East Shore');
  await page.reload();
  const open = page.getByRole('button', { name: 'A road is closed or slow' });
  await open.focus();
  await page.keyboard.press('Enter');
  const asked = page.getByRole('dialog');
  // Nothing is typed yet: what is missing is said where it is.
  await asked.getByRole('button', { name: 'It is closed' }).click();
  await expect(asked.getByText('where does the line begin?')).toBeVisible();
  await expectAccessible(page);
  await asked.getByLabel('What you call it').fill('Market Bridge');
  await asked.getByLabel('The line from').fill('41.206, -66.497');
  await asked.getByLabel('to', { exact: true }).fill('41.206, -66.484');
  await asked.getByRole('button', { name: 'It is closed' }).click();
  await expect(page.getByRole('list', { name: 'Roads closed or slow' })).toContainText(
    'Market Bridge is closed',
  );
  await page.getByRole('button', { name: 'Change it so' }).click();
  await expect(page.getByRole('button', { name: 'Change it so' })).toHaveCount(0);
  const after = await dayOf(page, 'East Shore');
  // Over the next bridge, and back.
  expect(after.driveMinutes).toBeGreaterThan((before.driveMinutes as number) + 5);
  const window = await told(page, mail);
  const at = (await stopAt(page, site))?.startAt as number;
  expect(at).toBeGreaterThanOrEqual(window.from);
  expect(at).toBeLessThanOrEqual(window.until);
  await page.getByRole('button', { name: 'Market Bridge is open again' }).click();
  await expect(page.getByRole('list', { name: 'Roads closed or slow' })).toHaveCount(0);
  expect(errors).toEqual([]);
});

test('a crew is out: what goes to others is told by the mail, with the time of whoever comes', async ({
  page,
}) => {
  await signIn(page, 'maren');
  await page.goto(`${base()}/routes`);
  const { crewId } = await dayOf(page, 'Heavy Plant');
  const { site, mail } = await callAt(page, 'Customs Shed', { crewId, scheduledOn: TODAY });
  const begun = await callAt(page, 'Dredging Depot', { crewId, scheduledOn: TODAY });
  await order(page, 'Heavy Plant');
  const half = await stopAt(page, begun.site);
  const arrive = { id: randomUUID(), visitId: half?.visitId, unitId: null, kind: 'arrive', body: {} };
  const at = { ...arrive, occurredAt: '2026-06-03T13:50:00Z' };
  const arrived = await page.request.post(`${base()}/api/visits/${half?.visitId}/entries`, { data: at });
  expect(arrived.status(), await arrived.text()).toBe(201);
  await page.reload();
  await page
    .locator('div')
    .filter({ has: page.getByRole('button', { name: 'Heavy Plant', exact: true }) })
    .last()
    .getByRole('button', { name: /is out$/ })
    .click();
  const asked = page.getByRole('dialog');
  await expect(asked.getByRole('checkbox').first()).toBeVisible();
  for (const box of await asked.getByRole('checkbox').all()) await box.check();
  await asked.getByRole('button', { name: 'Record it, and share out the stops' }).click();
  await page.getByRole('button', { name: 'Change it so' }).click();
  await expect(page.getByRole('button', { name: 'Change it so' })).toHaveCount(0);
  const stop = await stopAt(page, site);
  expect(stop?.crew).toBeDefined();
  expect(stop?.crew).not.toBe('Heavy Plant');
  // What was begun stays where it was written, and somebody else goes on with it.
  const there = (await board(page)).flatMap(({ crew, stops }) =>
    stops.filter((one) => one.site === begun.site).map((one) => [one.visitId === half?.visitId, crew]),
  );
  expect(there).toContainEqual([true, 'Heavy Plant']);
  expect(there.filter(([same, crew]) => !same && crew !== 'Heavy Plant')).toHaveLength(1);
  const window = await told(page, mail);
  expect(stop?.startAt).toBeGreaterThanOrEqual(window.from);
  expect(stop?.startAt).toBeLessThanOrEqual(window.until);
});

test('a call that cannot wait comes in: it is put where somebody is soonest, and its mail goes out', async ({
  page,
}) => {
  await signIn(page, 'maren');
  const { site, mail } = await callAt(page, 'Mole Street Counter', {
    ...{ complaint: 'server closet is at 95', priority: 'at once' },
  });
  await page.goto(`${base()}/routes`);
  const waiting = page.getByRole('list', { name: 'Calls that wait for a place' });
  const call = waiting.getByRole('listitem').filter({ hasText: site }).first();
  await call.getByRole('button', { name: /^Best places/ }).click();
  await call
    .getByRole('button', { name: /^Take it/ })
    .first()
    .click();
  await expect(waiting.getByRole('listitem').filter({ hasText: site })).toHaveCount(0);
  const window = await told(page, mail);
  const at = (await stopAt(page, site))?.startAt as number;
  expect(at).toBeLessThan(13 * 60);
  expect(at).toBeGreaterThanOrEqual(window.from);
  expect(at).toBeLessThanOrEqual(window.until);
});

test('a customer who was told agrees to another day on the telephone: it is on record, and no mail goes', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await signIn(page, 'maren');
  const [DAY, NEXT] = ['2026-06-11', '2026-06-12'];
  await page.goto(`${base()}/routes?day=${DAY}`);
  const { crewId } = await dayOf(page, 'East Shore');
  const { site, mail } = await callAt(page, 'Southbank Branch', { crewId, scheduledOn: DAY });
  const put = async (jobsOf: Record<string, string[]>) => {
    const view = (await (await page.request.get(`${base()}/api/board?from=${DAY}&days=2`)).json()) as {
      days: (CrewDay & { day: string })[];
    };
    const orders = Object.entries(jobsOf).map(([day, visits]) => {
      const own = view.days.find((one) => one.day === day && one.crewId === crewId);
      return { crewId, day, version: own?.version ?? null, jobs: visits.map((visit) => ({ visit })) };
    });
    const data = { id: randomUUID(), from: DAY, days: 2, takeOff: [], anyway: true, orders };
    const answer = await page.request.post(`${base()}/api/board/orders`, { data });
    expect(answer.status(), await answer.text()).toBe(201);
  };
  const on = async (day: string) => {
    const view = (await (await page.request.get(`${base()}/api/board?from=${day}&days=1`)).json()) as {
      days: CrewDay[];
    };
    return view.days.find((one) => one.crewId === crewId)?.stops ?? [];
  };
  const ids = (stops: readonly Stop[], but?: string) =>
    stops.map(({ visitId }) => visitId).filter((id) => id !== but);
  await put({ [DAY]: ids(await on(DAY)) });
  await page.reload();
  const arrived = async () =>
    ((await (await page.request.get(`${post()}/arrived`)).json()) as { to: string }[]).filter(
      ({ to }) => to === mail,
    ).length;
  const before = await arrived();
  await page.getByRole('button', { name: 'Publish the day' }).click();
  await expect.poll(arrived).toBe(before + 1);
  const visit = (await on(DAY)).find((stop) => stop.site === site)?.visitId as string;
  await put({ [DAY]: ids(await on(DAY), visit), [NEXT]: [...ids(await on(NEXT)), visit] });

  const list = page.getByRole('list', { name: 'Visits that are not where the customer was told' });
  const row = list.getByRole('listitem').filter({ hasText: site });
  await expect(row).toContainText(/told Thu 11 Jun 2026, .*; now Fri 12 Jun 2026, .* East Shore/);
  await expectAccessible(page);
  await row.getByRole('button', { name: `${site} agreed` }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toContainText('Orla Tunn');
  await expect(page.getByLabel('Who agreed')).toHaveAttribute('aria-invalid', 'true');
  await page.keyboard.type('Orla Tunn');
  await page.keyboard.press('Enter');
  await expect(list).toHaveCount(0);
  // The keyboard is not lost with the row.
  await expect.poll(() => page.evaluate(() => document.activeElement?.tagName)).toBe('MAIN');
  await page.goto(`${base()}/routes?day=${NEXT}`);
  await page.getByRole('button', { name: 'Publish the day' }).click();
  await page.getByRole('button', { name: /messages? for this day/ }).click();
  await expect(
    page.getByRole('list', { name: 'Messages for 12 Jun 2026' }).getByText('with Orla Tunn', { exact: true }),
  ).toBeVisible();
  expect(await arrived()).toBe(before + 1);
  expect(errors).toEqual([]);
});
