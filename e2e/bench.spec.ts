import { expect, test, type Page } from '@playwright/test';
import { base, expectAccessible, loseSignal, signIn, watchErrors } from './help.ts';

test.use({ serviceWorkers: 'allow' });

const box = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });

/** The answers of the card, beside or below its fields. */
const said = (page: Page) => page.locator('section [aria-live=polite]');

async function unitId(page: Page, q: string): Promise<string> {
  const found = await page.evaluate(
    async (words) => (await fetch(`/api/search?q=${encodeURIComponent(words)}`)).json(),
    q,
  );
  return (found as { kind: string; id: string }[]).find((f) => f.kind === 'unit')?.id as string;
}

test(
  'a card is found by typing, answers at every key, keeps what was typed, and shows both unit ' + 'systems',
  async ({ page }) => {
    const errors = watchErrors(page);
    await signIn(page, 'maren');
    await page.getByRole('link', { name: 'Bench' }).first().click();
    await page.getByRole('searchbox', { name: 'Find a card' }).fill('micron');
    await page.getByRole('searchbox', { name: 'Find a card' }).press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Vacuum decay');

    await page.goto(`${base()}/bench/flux`);
    await expect(page.getByText('No card is called “flux”. This is Charge, by every school.')).toBeVisible();

    await page.goto(`${base()}/bench/charge`);
    await page.getByLabel('Refrigerant').selectOption('R-410A');
    await page.getByLabel('Metering device').selectOption('expansion valve');
    await box(page, 'Suction pressure').fill('118.4');
    await box(page, 'Suction line').pressSequentially('5');
    // 5 °F on the line: nobody means it, and it says so while the second digit is on its way.
    await box(page, 'Suction line').pressSequentially('2');
    await expect(said(page).getByText('superheat 12 °F')).toBeVisible();
    await expect(said(page).getByText('✓ within')).toBeVisible();
    await expectAccessible(page);

    await page.reload();
    await expect(said(page).getByText('superheat 12 °F')).toBeVisible();
    await page.getByRole('button', { name: 'metric' }).click();
    await expect(said(page).getByText(/superheat 6\.7 °C/)).toBeVisible();
    await expect(box(page, 'Suction line')).toHaveValue('52');
    await page.getByRole('button', { name: 'US units' }).click();

    // What cannot be is refused at its field; what is doubtful is kept, and the likelier unit is asked about.
    await box(page, 'Suction line').fill('-500');
    await expect(page.getByText(/absolute zero/)).toBeVisible();
    await box(page, 'Suction line').fill('52');
    await box(page, 'Liquid pressure').fill('60');
    await expect(
      said(page)
        .getByText('Suction reads above liquid: are the hoses swapped, or does it stand still?')
        .first(),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Clear' }).click();
    await expect(box(page, 'Suction line')).toHaveValue('');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(box(page, 'Suction line')).toHaveValue('52');
    await page.getByText('Formula and source').click();
    await expect(page.getByText(/superheat = suction line − dew/).first()).toBeVisible();
    expect(errors).toEqual([]);
  },
);

test('a key is answered before anything is drawn that does not have the answer yet', async ({ page }) => {
  await signIn(page, 'maren');
  await page.goto(`${base()}/bench/charge`);
  await page.getByLabel('Refrigerant').selectOption('R-410A');
  await box(page, 'Suction line').fill('52');
  await box(page, 'Suction pressure').fill('118');
  await expect(said(page).getByText(/superheat 12/)).toBeVisible();
  await page.evaluate(() => {
    const w = window as unknown as { drawn: number[] };
    w.drawn = [];
    let frames = -1;
    const tick = () => {
      if (frames >= 0) frames++;
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
    document.addEventListener('input', () => (frames = 0), true);
    new MutationObserver(() => {
      if (frames >= 0) w.drawn.push(frames);
      frames = -1;
    }).observe(document.body, { subtree: true, childList: true, characterData: true });
  });
  for (let i = 0; i < 12; i++) {
    await box(page, 'Suction line').pressSequentially('5');
    await box(page, 'Suction line').pressSequentially(String(i % 10));
    await box(page, 'Suction line').fill('');
  }
  const drawn = await page.evaluate(() => (window as unknown as { drawn: number[] }).drawn);
  expect(drawn.length).toBeGreaterThan(20);
  // Counted in frames and not in milliseconds, it is the same on a slow machine.
  expect(Math.max(...drawn)).toBeLessThanOrEqual(1);
});

test('knows the plate and the sister of an open unit', async ({ page }) => {
  await signIn(page, 'maren');
  await page.goto(`${base()}/units/${await unitId(page, 'RTU-1 Press Hall')}`);
  await page.locator('a[href^="/bench/charge?unit"]').click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('with what the plate of RTU-1 says');
  await expect(page.getByText(/R-\d+\w*, plate of RTU-1/)).toBeVisible();
  await box(page, 'Suction pressure').fill('100');
  await box(page, 'Suction line').fill('60');
  await expect(page.getByText(/Sister RTU-\d, \d+ \w+ 20\d\d: \d+/).first()).toBeVisible();
});

test('the company’s own limits judge from the day they hold, and say that they are the company’s', async ({
  page,
}) => {
  await signIn(page, 'maren');
  await page.goto(`${base()}/settings`);
  await page.getByLabel('Cooling split up to, °F').fill('10');
  await page.getByRole('button', { name: 'Save the limits' }).click();
  await expect(page.getByText('must lie above the lower end')).toBeVisible();
  await page.getByLabel('Cooling split up to, °F').fill('19');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Save the limits' }).click();
  await expect(page.getByText(/set by Maren Oldcastle: Cooling split up to 19 °F/)).toBeVisible();
  await page.goto(`${base()}/bench/split`);
  await box(page, 'Return air').fill('76');
  await box(page, 'Supply air').fill('55');
  await expect(said(page).getByText(/split 21 °F/)).toBeVisible();
  await expect(said(page).getByText('↑ high')).toBeVisible();
  await expect(said(page).getByText(/Band: company setting, 16 to 19 °F/)).toBeVisible();
  // And back, so that the day goes on as it was.
  await page.goto(`${base()}/settings`);
  await page.getByLabel('Cooling split up to, °F').fill('22');
  await page.getByRole('button', { name: 'Save the limits' }).click();
  await expect(page.getByText(/set by Maren Oldcastle: the usual practice/)).toBeVisible();
});

test('the simulated machine moves with its weather and its faults', async ({ page }) => {
  const errors = watchErrors(page);
  await signIn(page, 'maren');
  await page.goto(`${base()}/bench/play`);
  const cell = (name: string) =>
    page.getByRole('row').filter({ has: page.getByRole('rowheader', { name, exact: true }) });
  await expect(cell('capacity')).toContainText('tons');
  await expectAccessible(page);
  const before = await cell('condensing').textContent();
  await page.getByLabel(/^Outdoor air:/).fill('105');
  await expect(cell('condensing')).not.toHaveText(before as string);
  await page.getByLabel('Fault', { exact: true }).selectOption('low charge');
  await page.getByLabel(/^low charge:/).fill('0.6');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('With low charge (60 %)');
  const capacity = async () => (await cell('capacity').getByRole('cell').allTextContents()).map(parseFloat);
  await expect(async () => {
    const [now, sound] = await capacity();
    expect(now as number).toBeLessThan((sound as number) - 0.3);
  }).toPass();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('With low charge (60 %)');
  await page.getByLabel('Fault', { exact: true }).selectOption('open overload');
  await page.getByLabel(/^open overload:/).fill('1');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('it stands still');
  await page.getByRole('button', { name: 'Healthy machine, start again' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('A sound machine');
  expect(errors).toEqual([]);
});

test('the machine says on what it trips, heats with frost, and hides a fault until somebody has said what it is', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await signIn(page, 'ada');
  await page.goto(`${base()}/bench/play`);
  const heading = page.getByRole('heading', { level: 1 });
  await page.getByLabel('Fault', { exact: true }).selectOption('condenser fan dead');
  await page.getByLabel(/^condenser fan dead:/).fill('1');
  await expect(heading).toContainText('the high-pressure switch opens');
  await expect(page.getByRole('alert')).toContainText(/high-pressure switch opens at \d{3} psig/);
  await page.getByRole('button', { name: 'metric' }).click();
  await expect(page.getByRole('alert')).toContainText(/opens at [\d,]+ kPa\(g\)/);
  await page.getByRole('button', { name: 'US units' }).click();

  await page.getByLabel('Machine').selectOption('package heat pump');
  await page.getByLabel('The call is for').selectOption('heating');
  await page.getByLabel(/^Frost on the outdoor coil:/).fill('0.6');
  await expect(page.getByText(/an hour like this closes \d+ % of it with frost/)).toBeVisible();
  await expect(page.getByText(/A defrost melts what is on it in [\d.]+ min/)).toBeVisible();

  await page.getByRole('button', { name: 'Blind: hide a fault from me' }).click();
  await expect(heading).toHaveText('Something is wrong with it. What?');
  // Readings of now alone: no sound machine, no picture, no slider that tells.
  await expect(page.getByRole('columnheader', { name: 'sound' })).toHaveCount(0);
  await expect(page.getByRole('img', { name: /Pressure over heat content/ })).toHaveCount(0);
  await expect(page.getByLabel('Fault', { exact: true })).toHaveCount(0);
  await expectAccessible(page);
  await page.reload();
  await expect(heading).toHaveText('Something is wrong with it. What?');
  await page.getByLabel('I take it for').selectOption('low charge');
  await page.getByRole('button', { name: 'Say it and show me' }).click();
  await expect(page.getByText(/^It is .+, \d+ %\.$/)).toBeVisible();
  await expect(page.getByText(/You said so|You took it for low charge/)).toBeVisible();
  await expect(page.getByRole('img', { name: /Pressure over heat content/ })).toBeVisible();
  await page.getByRole('button', { name: 'Turn it by hand' }).click();
  await expect(heading).toContainText(/^With /);
  expect(errors).toEqual([]);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('a card opened from the sheet goes onto the sheet, also without a signal, with a number pad', async ({
    page,
    context,
  }) => {
    await signIn(page, 'ada');
    await page.getByRole('link', { name: /Throwing Rooms/ }).click();
    await page.getByText('HP-2', { exact: true }).first().click();
    await page.locator('a[href^="/bench?visit"]').tap();
    await expect(page.getByText('For the sheet of Throwing Rooms')).toBeVisible();
    await page.getByLabel('Card', { exact: true }).selectOption('capacitor');
    await expect(box(page, 'Marking, µF')).toHaveAttribute('inputmode', 'decimal');
    await loseSignal(page, context);
    await box(page, 'Marking, µF').fill('45');
    await box(page, 'Measured, leads off, µF').fill('31');
    await expect(said(page).getByText('↓ low')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: /Put it on the sheet of Throwing Rooms, HP-2/ }).tap();
    await page.getByRole('link', { name: 'sheet of Throwing Rooms' }).click();
    await expect(page.getByText(/on this phone, goes out with the next signal/)).toBeVisible();
    await context.setOffline(false);
    await expect(page.getByText(/on this phone, goes out with the next signal/)).toBeHidden();
    await expect(page.getByText(/Run capacitor.*31/)).toBeVisible();
  });
});
