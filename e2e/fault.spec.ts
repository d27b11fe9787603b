import { expect, test, type Page } from '@playwright/test';
import { callsOf, ladderOf, USUAL, type Call, type LadderPlate } from '#core/circuitry/ladder';
import { answersTo, diagnose, dictionaryOf, predicted, questionOf, type Observed } from '#core/diagnosis';
import { base, enter, expectAccessible, loseSignal, watchErrors } from './help.ts';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, serviceWorkers: 'allow' });

/** The heat pump of the technician's visit as its record has it; a unit of the same make-up but for its heat. */
const PUMP: LadderPlate = { ...USUAL, heat: 'heat pump', drive: 'direct' };

/** Opens the search for the fault of the unit that is complained of. */
async function findTheFault(page: Page): Promise<void> {
  await enter(page, 'ada');
  await page.goto(`${base()}/`);
  await page.getByRole('link', { name: /Throwing Rooms/ }).click();
  await page.getByRole('link', { name: 'Find the fault' }).click();
  await expect(page.getByText('What to test next')).toBeVisible();
}

/** What was answered by an earlier test is withdrawn by a change of the machine: it speaks of the one before. */
async function anotherMachine(page: Page): Promise<void> {
  await page.getByLabel('What was changed').selectOption('wiring');
  await page.getByRole('group', { name: 'The wiring was' }).getByRole('button', { name: 'reset' }).click();
  await expect(page.getByText('Nothing seen yet')).toBeVisible();
  // The call of whatever was answered last is on.
  const calls = page.getByRole('group', { name: 'With which call on' });
  await calls.getByRole('button', { name: 'Cooling' }).click();
}

const steps = (page: Page) => page.getByRole('list', { name: 'Steps of the call' }).getByRole('listitem');
const causes = (page: Page) => page.getByRole('list', { name: 'Most likely' });
const next = (page: Page) => page.getByRole('list', { name: 'Next tests' });

test('no heat: nine steps are nine taps, without a signal too, and the cause is on the sheet in one', async ({
  page,
  context,
}) => {
  const errors = watchErrors(page);
  await findTheFault(page);
  await anotherMachine(page);
  await page.getByText(/^Taken as 208 V/).click();
  await page.getByLabel('Heat', { exact: true }).selectOption('direct spark');
  await page.getByRole('group', { name: 'With which call on' }).getByRole('button', { name: 'Heat' }).click();
  await expect(steps(page)).toHaveCount(9);
  await loseSignal(page, context);
  // Called, all limits closed, the inducer runs; no draft is proved, and nothing after it comes.
  for (const answer of ['26 V', '26 V', 'yes', '0 V', 'no', '0 V', 'no', 'no flame', 'no']) {
    const open = steps(page).filter({ has: page.getByRole('group') });
    const before = await open.count();
    await open.first().getByRole('button', { name: answer, exact: true }).click();
    await expect(open).toHaveCount(before - 1);
  }
  await expect(steps(page).nth(3)).toContainText('should be: 26 V');
  // What it most likely is stands below nine steps: it is said at the lower edge, and one tap leads there.
  const way = page.getByRole('button', { name: /Why, and what now/ });
  await expect(way).toBeInViewport();
  await way.tap();
  await expect(page.getByText('What it most likely is')).toBeInViewport();
  // All of it is there again after a reload with no network at all, the machine as it was set here too.
  await page.reload();
  await expect(steps(page).nth(3)).toContainText('should be: 26 V');
  await expect(causes(page)).toContainText('Draft switch');
  await expect(causes(page)).toContainText('Flue or vent blocked');
  await expect(page.getByText('Not the combustion-air proof yet. First:')).toBeVisible();
  await expectAccessible(page);

  // The gauge is put beside the switch; what is left out is left out by name, with why.
  await page.getByRole('button', { name: 'Leave out: gauge beside the switch' }).click();
  await page.getByLabel(/^Why “gauge/).fill('gauge is in the other van');
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.getByText('Not the combustion-air proof yet')).toHaveCount(0);
  await page.getByRole('button', { name: /^Write it down as found: draft switch/ }).click();
  await page.getByRole('link', { name: 'Back to the sheet' }).click();
  const sheet = page.getByRole('listitem');
  await expect(sheet.filter({ hasText: 'finding' })).toContainText('combustion-air proof open, presumed');
  await expect(sheet.filter({ hasText: 'waived: gauge is in the other van' })).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText('on this phone', { exact: false })).toHaveCount(0);
  // What the next tests find on this sheet is their own.
  await sheet.filter({ hasText: 'finding' }).getByRole('button', { name: 'Withdraw' }).click();
  await page.getByLabel('Why').fill('tried');
  await page.getByRole('dialog').getByRole('button', { name: 'Withdraw' }).click();
  await expect(sheet.filter({ hasText: 'finding' })).toHaveCount(0);
  expect(errors).toEqual([]);
});

/** Follows the advice of the screen on a machine with one thing wrong, by what its meter and its sounds would say. */
async function follow(page: Page, plate: LadderPlate, call: Call, key: string): Promise<number> {
  const ladder = ladderOf(plate);
  const dictionary = dictionaryOf(ladder);
  const truth = dictionary.suspects.find((suspect) => suspect.key === key);
  if (!truth) throw new RangeError(`${key} is no fault of this machine`);
  expect(callsOf(ladder)).toContain(call);
  const seen: Observed[] = [{ kind: 'changed', part: 'wiring', how: 'reset' }];
  for (let taps = 0; taps < 25; taps++) {
    const { causes: ranked, next: advised } = diagnose(ladder, seen, { on: call });
    if ((ranked[0]?.share ?? 0) > 0.9) return taps;
    const advice = advised[0];
    if (!advice) return taps;
    const answer = predicted(truth, advice.asks);
    const row = next(page).getByRole('listitem').first();
    await expect(row).toContainText(advice.words.slice(1));
    const { taps: buttons, number } = answersTo(advice.asks, advice.sound);
    const tap = buttons.find(({ seen: one }) => JSON.stringify(one) === JSON.stringify(answer));
    if (tap) await row.getByRole('button', { name: tap.words, exact: true }).click();
    else {
      await row.getByRole('button', { name: /^other/ }).click();
      await row
        .getByRole('textbox')
        .first()
        .fill(String('reads' in answer ? answer.reads : ''));
      await row.getByRole('button', { name: 'Put it down' }).click();
    }
    expect(tap ?? number).toBeDefined();
    seen.push(answer);
    expect(questionOf(answer)).toBe(questionOf(advice.asks));
  }
  return Infinity;
}

for (const [name, call, made, key, words] of [
  ['no power', 'cool', {}, 'transformer: open', 'Transformer: fed, nothing out'],
  ['a full drain pan', 'cool', { float: true }, 'drain plugged', 'Drain plugged: the pan is full'],
  [
    'a timer that gives nothing out',
    'cool',
    {},
    'anti-short-cycle timer: no output',
    'Anti-short-cycle timer: fed, its time over, nothing out',
  ],
] as const)
  test(`${name} is found by following what to test next`, async ({ page }) => {
    await findTheFault(page);
    await anotherMachine(page);
    if ('float' in made) {
      await page.getByText(/^Taken as 208 V/).click();
      await page.getByLabel('Float in the drain pan').check();
    }
    const taps = await follow(page, { ...PUMP, ...made }, call, key);
    expect(taps).toBeLessThanOrEqual(12);
    await expect(causes(page).getByRole('listitem').first()).toContainText(words);
  });

test('the desk sees on the open call what the technician is at', async ({ page, browser }) => {
  await findTheFault(page);
  await anotherMachine(page);
  await steps(page).nth(1).getByRole('button', { name: 'no', exact: true }).click();
  await expect(causes(page)).toBeVisible();
  // The keyboard goes on where the next answer is asked for.
  await expect(steps(page).first().getByRole('button', { name: '26 V', exact: true })).toBeFocused();
  const visit = new URL(page.url()).pathname.split('/')[2];
  const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await enter(desk, 'desmond');
  const { rows } = (await (await desk.request.get(`${base()}/api/calls?limit=200`)).json()) as {
    rows: { id: string; visitId: string | null }[];
  };
  await desk.goto(`${base()}/calls/${rows.find(({ visitId }) => visitId === visit)?.id}`);
  const at = desk
    .getByRole('region')
    .or(desk.locator('section'))
    .filter({ hasText: 'What the technician is at' });
  await expect(at).toContainText('Does the blower run on a call for cooling? the blower does not run');
  await expect(at).toContainText('Most likely:');
  await expectAccessible(desk);
  await desk.context().close();
});

test('a meter on the ladder shows what is where, live and dead, by the keyboard alone', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await enter(page, 'ada');
  await page.goto(`${base()}/bench/circuit`);
  const meter = page.getByRole('status').filter({ hasText: /V$|Ω$|open/ });
  await expect(meter).toHaveText('25.6 V');
  await page.getByLabel('What is wrong').selectOption('high-pressure switch: open');
  for (const terminal of ['behind the blower proof', 'behind the high-pressure switch']) {
    await page
      .getByRole('button', { name: `Terminal ${terminal}`, exact: true })
      .first()
      .focus();
    await page.keyboard.press('Enter');
  }
  // The only open switch shows all of it.
  await expect(meter).toHaveText(/^2[56]\.\d V$/);
  await page.getByRole('button', { name: 'Ohms, power off' }).click();
  await expect(meter).toHaveText(/k?Ω$|open/);
  await expectAccessible(page);
});

test('what is otherwise than on record is written on the unit, and answers that do not go together are named', async ({
  page,
}) => {
  await findTheFault(page);
  await anotherMachine(page);
  await page.getByText(/^Taken as 208 V/).click();
  await page.getByLabel('Phase monitor').check();
  await page.getByLabel('Heat', { exact: true }).selectOption('direct spark');
  await expect(page.getByText('Not as on record: heat and phase monitor.')).toBeVisible();
  await expect(page.getByText('Heat is changed on the unit’s page.')).toBeVisible();
  await page.context().setOffline(true);
  await page.getByRole('button', { name: 'Write it on the unit' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Nothing is written on the unit' })).toBeVisible();
  await expect(page.getByLabel('Phase monitor')).toBeChecked();
  await page.context().setOffline(false);
  // The answer is lost on its way: nobody can say whether it was written.
  await page.route('**/api/units/*/machine', (route) => route.abort());
  await page.getByRole('button', { name: 'Write it on the unit' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Whether it is written' })).toBeVisible();
  await page.unroute('**/api/units/*/machine');
  await page.getByRole('button', { name: 'Write it on the unit' }).click();
  await expect(page.getByText('Not as on record: heat.')).toBeVisible();
  await page.getByRole('button', { name: 'As on record again' }).click();
  await expect(page.getByText(/^Taken as 208 V, 3-phase, heat pump, .*phase monitor/)).toBeVisible();
  await expect(page.getByText('Not as on record')).toHaveCount(0);
  const unit = new URL(page.url()).searchParams.get('unit');
  const { details } = await (await page.request.get(`${base()}/api/units/${unit}`)).json();
  expect(details.controls.phaseMonitor).toBe(true);

  await page
    .getByRole('group', { name: 'With which call on' })
    .getByRole('button', { name: 'Cooling' })
    .click();
  // No call comes, and everything runs all the same.
  const tap = (step: string | RegExp, name: string) =>
    steps(page).filter({ hasText: step }).getByRole('button', { name, exact: true }).click();
  await tap('Volts from Y to C', '0 V');
  await tap('Does the blower run?', 'yes');
  await tap('Does the compressor run?', 'yes');
  await tap('Does the condenser fan run?', 'yes');
  await expect(page.getByText('No one fault shows both of these:')).toBeVisible();
  await expectAccessible(page);
});
