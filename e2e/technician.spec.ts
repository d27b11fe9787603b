import { expect, test, type Page } from '@playwright/test';
import { base, expectAccessible, loseSignal, signIn, watchErrors } from './help.ts';
import { broken } from './measures.ts';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, serviceWorkers: 'allow' });

async function openSheet(page: Page): Promise<void> {
  await signIn(page, 'ada');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('to go. Next:');
  await page.getByRole('link', { name: /Throwing Rooms/ }).click();
  await expect(page.getByText(/Topped up \d times/)).toBeVisible();
}

test.describe('as technician on a phone', () => {
  test('walks the visit with the network cut in the middle, and nothing typed is lost', async ({
    page,
    context,
  }) => {
    const errors = watchErrors(page);
    await openSheet(page);
    await expectAccessible(page);
    // The first step is in sight, whatever there is to read below it.
    const arrived = page.getByRole('button', { name: 'I have arrived' });
    await expect(arrived).toBeInViewport({ ratio: 1 });
    await arrived.click();
    await expect(page.getByText('Arrived', { exact: true })).toBeVisible();

    // Readings answer while they are typed.
    await page.getByRole('button', { name: 'Readings', exact: true }).click();
    for (const [label, value] of [
      ['suction pressure', '96'],
      ['suction line', '58'],
      ['liquid pressure', '290'],
      ['liquid line', '92'],
      ['return air', '76'],
      ['supply air', '64'],
    ] as const) {
      await page.getByLabel(`${label},`).fill(value);
    }
    await expect(page.getByText('superheat 28.5 °F')).toBeVisible();
    await expect(page.getByText('split 12 °F')).toBeVisible();
    await page.getByLabel('suction line,').fill('-999');
    await expect(page.getByRole('alert').filter({ hasText: 'absolute zero' })).toBeVisible();
    await page.getByLabel('suction line,').fill('58');
    await expectAccessible(page);

    // The signal goes: what is written waits on the phone.
    await loseSignal(page, context);
    await page.getByRole('button', { name: 'Put the readings on the sheet' }).click();
    await expect(page.getByText('on this phone, goes out')).toBeVisible();
    await expect(page.getByText('No signal. 1 on this phone')).toBeVisible();
    await page.getByRole('button', { name: 'Finding' }).click();
    await page.getByLabel('Component').fill('evap coil');
    await page.getByLabel('What is wrong with it').selectOption('leak');
    await page.getByText('presumed', { exact: true }).click();
    await page.getByRole('button', { name: 'Put the finding on the sheet' }).click();
    await expect(page.getByText('No signal. 2 on this phone')).toBeVisible();

    // Half a form, then the page is reloaded with no network at all.
    await page.getByRole('button', { name: 'Refrigerant' }).click();
    await page.getByLabel('Added, lb').fill('2.25');
    await page.reload();
    await expect(page.getByText('No signal: the sheet as last seen')).toBeVisible();
    await expect(page.getByText('evap coil leak, presumed')).toBeVisible();
    await page.getByRole('button', { name: 'Refrigerant' }).click();
    await expect(page.getByLabel('Added, lb')).toHaveValue('2.25');
    await page.getByRole('button', { name: 'Put the pounds on the sheet' }).click();
    await expect(page.getByText('No signal. 3 on this phone')).toBeVisible();

    // The signal comes back and everything arrives, once and in order.
    await context.setOffline(false);
    await expect(page.getByText('on this phone')).toHaveCount(0);
    await page.reload();
    const lines = page.getByRole('listitem').filter({ hasText: /reading set|finding|refrigerant/ });
    await expect(lines).toHaveCount(3);
    await expect(page.getByText('2.25 lb added')).toBeVisible();
    expect(errors).toEqual([]);
  });

  test(
    'what was typed in the last moment is there again, even where the page went before its ' +
      'database had it',
    async ({ page }) => {
      await openSheet(page);
      await page.getByRole('button', { name: 'Note', exact: true }).click();
      await page.getByLabel('Note', { exact: true }).fill('key at the till');
      // From here on nothing gets into the database of this page any more.
      await page.evaluate(() => {
        IDBObjectStore.prototype.put = () => {
          throw new DOMException('the page is going', 'AbortError');
        };
      });
      await page.getByLabel('Note', { exact: true }).fill('key at the till, ask for Rosalind');
      await page.reload();
      await page.getByRole('button', { name: 'Note', exact: true }).click();
      await expect(page.getByLabel('Note', { exact: true })).toHaveValue('key at the till, ask for Rosalind');
      await page.getByRole('button', { name: 'Put the note on the sheet' }).click();
      // In the list: for a moment the form that closes says it too.
      await expect(
        page.getByRole('listitem').filter({ hasText: 'key at the till, ask for Rosalind' }),
      ).toBeVisible();
      await page.getByRole('button', { name: 'Note', exact: true }).click();
      await expect(page.getByLabel('Note', { exact: true })).toHaveValue('');
    },
  );

  test('measures in metric units, and every number keeps the unit it was typed in', async ({ page }) => {
    await openSheet(page);
    await page.getByRole('button', { name: 'Readings', exact: true }).click();
    await page.getByRole('button', { name: 'metric' }).click();
    await page.getByLabel('return air, °C').fill('24');
    await page.getByLabel('supply air, °C').fill('12');
    await page.getByLabel('return wet bulb, °C').fill('17');
    await expect(page.getByText('split 12 °C')).toBeVisible();
    await page.getByLabel('outdoor air, °C').fill('30');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'US units' }).click();
    await expect(page.getByText('split 21.6 °F')).toBeVisible();
    await expect(page.getByLabel('return air, °C')).toHaveValue('24');
    await expect(page.getByLabel('suction line, °F')).toHaveValue('');
    await page.getByRole('button', { name: 'Put the readings on the sheet' }).click();
    const line = page.getByRole('listitem').filter({ hasText: 'return air 24 °C' });
    await expect(line).toContainText('split 21.6 °F');
    await line.getByRole('button', { name: 'Amend' }).click();
    await expect(page.getByLabel('return air, °C')).toHaveValue('24');
    await expect(page.getByLabel('outdoor air, °F')).toHaveValue('86');
  });

  test('what asks to act is red on the sheet, asked about on leaving, and left open in a tap', async ({
    page,
  }) => {
    await openSheet(page);
    await page.getByRole('button', { name: 'Readings', exact: true }).click();
    await page.getByText('heating', { exact: true }).click();
    await page.getByText(/^Measured: .*room CO/).click();
    await page.getByLabel('room CO, ppm').fill('80');
    await expect(page.getByText('Leave now and take everybody with you').first()).toBeVisible();
    await page.getByRole('button', { name: 'Put the readings on the sheet' }).click();
    const line = page.getByRole('listitem').filter({ hasText: 'room CO 80 ppm' });
    await expect(line).toContainText('Leave now and take everybody with you');

    await page.getByRole('button', { name: 'Leave', exact: true }).click();
    await expect(page.getByText('To be acted on: CO in the room 80 ppm')).toBeVisible();
    await page.getByText('done', { exact: true }).first().click();
    await page.getByRole('button', { name: 'Leave the site' }).click();
    await expect(page.getByText('close it, or say why it has to stay')).toBeVisible();
    await page.getByRole('button', { name: 'Not now' }).click();

    await line.getByRole('button', { name: 'Leave it open: CO in the room' }).click();
    await expect(page.getByLabel('What is left open')).toHaveValue('carbon monoxide found');
    await expectAccessible(page);
    await page.getByLabel('Who was told').fill('studio manager, in writing');
    await page.getByRole('button', { name: 'Leave it so' }).click();
    await expect(page.getByText('Left: carbon monoxide found')).toBeVisible();
    await expect(line.getByRole('button', { name: /Leave it open/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'Closed again' }).click();
    const which = page.getByLabel('Which', { exact: true });
    const kept = await which.locator('option', { hasText: 'carbon monoxide' }).getAttribute('value');
    await which.selectOption(kept);
    await page.getByLabel('How it is normal again').fill('forklift outside, aired, 2 ppm');
    await page.getByRole('button', { name: 'Close it' }).click();
    await expect(page.getByText(/Closed again: .*forklift outside/)).toBeVisible();
    // Words never settle carbon monoxide: the reading asks again until the same is read in its band.
    await expect(line.getByRole('button', { name: 'Leave it open: CO in the room' })).toBeVisible();
    await expect(line.getByRole('button', { name: /Nothing to do/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'Readings', exact: true }).click();
    await page.getByText('heating', { exact: true }).click();
    await page.getByText(/^Measured: .*room CO/).click();
    await page.getByLabel('room CO, ppm').fill('2');
    await page.getByRole('button', { name: 'Put the readings on the sheet' }).click();
    await expect(line.getByRole('button', { name: /Leave it open/ })).toHaveCount(0);
    // The phone is put away once all of it has gone out: what it still held would be lost with this test.
    await expect(page.locator('li.tied')).toHaveCount(0);
  });

  test('another refrigerant than the plate’s is asked about before it is written', async ({ page }) => {
    await openSheet(page);
    await page.getByRole('button', { name: 'Refrigerant', exact: true }).click();
    const plate = await page.getByLabel('Refrigerant').inputValue();
    await page.getByLabel('Refrigerant').selectOption(plate === 'R-22' ? 'R-410A' : 'R-22');
    await page.getByLabel('Added, lb').fill('1');
    await expect(page.getByText(`The plate says ${plate}`)).toBeVisible();
    await page.getByRole('button', { name: 'Put the pounds on the sheet' }).click();
    await expect(page.getByText('say that it is so, or correct it')).toBeVisible();
    await page.getByLabel('Refrigerant').selectOption(plate);
    await expect(page.getByText(`The plate says ${plate}`)).toHaveCount(0);
    await page.getByLabel('Added, lb').fill('');
    await page.getByRole('button', { name: 'Not now' }).click();
  });

  test('a finding that endangers asks who was told, in sight above the button, and stands open', async ({
    page,
  }) => {
    await openSheet(page);
    await page.getByRole('button', { name: 'Finding', exact: true }).click();
    await page.getByLabel('Component').fill('heat exchanger');
    await page.getByLabel('What is wrong with it').selectOption('cracked');
    const save = page.getByRole('button', { name: 'Put the finding on the sheet' });
    await save.click();
    const told = page.getByLabel('Who was told, in writing');
    await expect(told).toBeFocused();
    await expect(page.getByText('somebody can be hurt: who was told, and in writing?')).toBeVisible();
    const [field, foot] = [await told.boundingBox(), await save.boundingBox()];
    expect((field?.y ?? 0) + (field?.height ?? 0)).toBeLessThan(foot?.y ?? 0);
    await told.fill('studio manager');
    await save.click();
    const line = page.getByRole('listitem').filter({ hasText: 'heat exchanger cracked, proven' });
    await expect(line).toContainText('Told: studio manager');
    await expect(page.getByText('exchanger holed or cracked', { exact: true })).toBeVisible();
    await line.getByRole('button', { name: 'Withdraw' }).click();
    await page.getByLabel('Why').fill('another machine');
    await page.getByRole('button', { name: 'Withdraw', exact: true }).last().click();
    await expect(page.getByText('exchanger holed or cracked', { exact: true })).toHaveCount(0);
    await expect(page.locator('li.tied')).toHaveCount(0);
  });

  test('amends, withdraws, leaves something not normal, and leaves', async ({ page }) => {
    await openSheet(page);
    await page
      .getByRole('listitem')
      .filter({ hasText: '2.25 lb added' })
      .getByRole('button', { name: 'Amend' })
      .click();
    await page.getByLabel('Added, lb').fill('2.5');
    await page.getByRole('button', { name: 'Put the pounds on the sheet' }).click();
    await expect(page.getByText('2.5 lb added')).toBeVisible();
    await expect(page.getByText('2.25 lb added')).toHaveCount(0);

    await page.getByRole('button', { name: 'Left open' }).click();
    await page.getByLabel('What is left open').selectOption('safety bypassed');
    await page.getByLabel('What and where').fill('limit jumpered for a test');
    await page.getByRole('button', { name: 'Leave it so' }).click();
    await expect(page.getByText('who was told, and in writing?')).toBeVisible();
    await page.getByLabel('Who was told').fill('glaze technician, by letter');
    await page.getByRole('button', { name: 'Leave it so' }).click();
    await expect(page.getByText('Left: safety bypassed')).toBeVisible();

    await page.getByRole('button', { name: 'Closed again' }).click();
    await page.getByLabel('How it is normal again').fill('jumper out');
    await expectAccessible(page);
    const which = page.getByLabel('Which', { exact: true });
    const bypassed = await which.locator('option', { hasText: 'safety bypassed' }).getAttribute('value');
    await which.selectOption(bypassed);
    await page.getByRole('button', { name: 'Close it' }).click();
    await expect(page.getByText(/Closed again: .*jumper out/)).toBeVisible();

    await page
      .getByRole('listitem')
      .filter({ hasText: 'evap coil leak' })
      .getByRole('button', { name: 'Withdraw' })
      .click();
    await page.getByLabel('Why').fill('it was the valve core');
    await page.getByRole('button', { name: 'Withdraw', exact: true }).last().click();
    await expect(page.getByText('evap coil leak, presumed')).toHaveCount(0);

    await page.getByRole('button', { name: 'Leave', exact: true }).click();
    await page.getByText('done', { exact: true }).first().click();
    await page.getByRole('button', { name: 'Leave the site' }).click();
    await expect(page.getByText(/^Left: .*done/)).toBeVisible();
    await page.goto(`${base()}/`);
    await expect(page.getByRole('link', { name: /Throwing Rooms/ })).toContainText('Done');
  });

  test('sees no button for what a technician may not do, and the roof targets are large', async ({
    page,
  }) => {
    await signIn(page, 'ada');
    await page.goto(`${base()}/routes`);
    await expect(
      page.getByRole('heading', { level: 2, name: /waits? for a place|Waiting for a place/i }),
    ).toBeVisible();
    await expect(page.getByRole('link', { name: 'Plan ahead' })).toHaveCount(0);
    await page.goto(`${base()}/routes/plan`);
    await expect(page.getByText('Due by site')).toBeVisible();
    await expect(page.getByRole('button', { name: /^Plan / })).toHaveCount(0);
    await page.goto(`${base()}/`);
    await page.getByRole('link', { name: /Throwing Rooms/ }).click();
    for (const name of ['Readings', 'Finding', 'Work', 'Leave']) {
      const box = await page.getByRole('button', { name, exact: true }).boundingBox();
      expect(box?.height).toBeGreaterThanOrEqual(48);
    }
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  });
});

test.describe('what readings say, on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('a dead condenser fan is told by its condenser split, looked at first, and on the sheet in one tap', async ({
    page,
    context,
  }) => {
    await signIn(page, 'ada');
    await page
      .getByRole('link', { name: /Throwing Rooms/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Readings', exact: true }).click();
    // What a sound machine would read is on the phone.
    await loseSignal(page, context);
    for (const [label, value] of [
      ['suction pressure', 162],
      ['suction line', 66],
      ['liquid pressure', 520],
      ['liquid line', 122],
      ['return air', 76],
      ['supply air', 60],
      ['return wet bulb', 63],
      ['outdoor air', 92],
      ['minutes running', 20],
    ] as const) {
      const field = page.getByLabel(label).first();
      // Less usual ones are folded.
      if (!(await field.isVisible()))
        await page.locator('details').filter({ hasText: label }).first().locator('summary').click();
      await field.fill(String(value));
    }
    const said = page.getByRole('region', { name: 'What these readings say' });
    await expect(said).toContainText('the condenser gives off too little heat');
    await expect(said).toContainText(/condenser split\s*45 °F\s*19 if sound/);
    await expect(said).toContainText(/Next: is every condenser fan turning/);
    await expect(said).toContainText(/Not yet:\s*Charge: undecided until the condenser/);
    await said.getByText('Explain').click();
    await expect(said.getByRole('img').first()).toBeVisible();
    expect(await broken(page, { phone: true })).toEqual([]);
    await expectAccessible(page);
    await context.setOffline(false);

    await page.getByRole('button', { name: 'Put the readings on the sheet' }).click();
    await page.getByRole('button', { name: 'What these readings say' }).last().click();
    await page.getByRole('button', { name: /^Write it down as found: the condenser/ }).click();
    await expect(page.getByText(/finding condenser .*, presumed/)).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText(/finding condenser .*, presumed/)).toBeHidden();
  });
});
