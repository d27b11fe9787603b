import fc from 'fast-check';
import { cardOf, CARDS, type CardInput } from '#core/measuring/cards';
import { oneOf, seededRandom } from '#core/base/random';
import {
  convert,
  degF,
  deltaF,
  joined,
  measured,
  QUANTITIES,
  type QuantityName,
  saidText,
  say,
} from '#core/base/quantities';
import { plainUnit, shownUnit, shownValue } from '#core/base/quantities';
import { unitsOf } from './units.ts';

describe('units of the screen', () => {
  it(
    'a temperature and a temperature difference are shown each in its own way: 50 °F is 10 °C, 18 ' +
      'Δ°F is 10 Δ°C',
    () => {
      expect(shownValue('temperature', '°F', 50, 'metric')).toEqual({
        value: expect.closeTo(10, 9),
        unit: '°C',
      });
      expect(shownValue('temperatureDifference', 'Δ°F', 18, 'metric')).toEqual({
        value: expect.closeTo(10, 9),
        unit: 'Δ°C',
      });
      expect(plainUnit('Δ°C')).toBe('°C');
    },
  );

  it('what is measured alike everywhere stays as it is', () => {
    expect(shownUnit('voltage', 'V', 'metric')).toBe('V');
    expect(shownValue('no quantity', 'spoons', 3, 'metric')).toEqual({ value: 3, unit: 'spoons' });
  });

  it('a field offers its own unit first, then every other', () => {
    const liquid = cardOf('charge')?.inputs.find((i) => i.name === 'liquid') as CardInput;
    expect(unitsOf(liquid, 'metric')).toEqual(['kPa(g)', 'psig', 'bar(g)', 'in Hg vac']);
    expect(unitsOf(liquid, 'US')[0]).toBe('psig');
  });

  it('every input of every card can be typed in the units of the screen and in its customary one', () => {
    for (const input of CARDS.flatMap((card) => card.inputs).filter((i) => i.quantity)) {
      for (const system of ['US', 'metric'] as const) {
        const units = unitsOf(input, system);
        expect(units[0]).toBe(shownUnit(input.quantity as string, input.unit as string, system));
        expect(units).toContain(input.unit);
        expect(new Set(units).size).toBe(units.length);
        for (const unit of units)
          expect(Object.keys(QUANTITIES[input.quantity as QuantityName].units)).toContain(unit);
      }
    }
  });

  it('what is shown, typed back in, is the same value (property)', () => {
    const quantities = [
      ['temperature', '°F'],
      ['temperatureDifference', 'Δ°F'],
      ['pressureGauge', 'psig'],
      ['gasPressure', 'in w.c.'],
      ['airFlow', 'cfm'],
      ['mass', 'lb'],
    ] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(...quantities),
        fc.double({ min: 1, max: 900, noNaN: true }),
        ([quantity, unit], value) => {
          const shown = shownValue(quantity, unit, value, 'metric');
          expect(convert(quantity, shown.unit, unit, shown.value)).toBeCloseTo(value, 8);
        },
      ),
    );
  });
});

describe('a text in the units of the screen', () => {
  it.each([
    [say`Evaporating at ${degF(41)}.`, 'Evaporating at 41 °F.', 'Evaporating at 5 °C.'],
    [say`${deltaF(9, 12.6)} while cooling`, '9 to 12.6 °F while cooling', '5 to 7 °C while cooling'],
    [
      say`Outdoor ${degF(50)} is below ${degF(65)}`,
      'Outdoor 50 °F is below 65 °F',
      'Outdoor 10 °C is below 18.3 °C',
    ],
    [
      say`plate, ${measured('heatRate', 120_000, 'Btu/h')}, −5 to +2 %`,
      'plate, 120,000 Btu/h, −5 to +2 %',
      'plate, 35.2 kW, −5 to +2 %',
    ],
    [say`${measured('airFlow', 350, 'cfm', 450)} a ton`, '350 to 450 cfm a ton', '165 to 212 L/s a ton'],
    ['SEER 13', 'SEER 13', 'SEER 13'],
  ] as const)('%j', (said, customary, metric) => {
    expect(saidText(said)).toBe(customary);
    expect(saidText(said, 'metric')).toBe(metric);
  });

  it('is put together without losing a quantity', () => {
    const both = joined([say`one ${degF(41)}`, 'two', say`${deltaF(9)}`], '; ');
    expect(saidText(both)).toBe('one 41 °F; two; 9 °F');
    expect(saidText(both, 'metric')).toBe('one 5 °C; two; 5 °C');
    expect(say`${'only'} words`).toBe('only words');
  });

  it('no text of any card, whatever was measured, shows customary units on a metric screen', () => {
    const random = seededRandom(77);
    const texts = CARDS.flatMap((card) =>
      Array.from({ length: 150 }, () =>
        Object.fromEntries(
          card.inputs.map((input) => {
            const [low, high] = input.quantity ? QUANTITIES[input.quantity].usual : [1, 50];
            const value = input.choices ? oneOf(random, input.choices) : low + (high - low) * random();
            return [input.name, input.optional && random() < 0.3 ? undefined : value];
          }),
        ),
      ).flatMap((values) => {
        try {
          return card.answers(values).flatMap((a) => [a.text, a.band?.source ?? '', ...a.improve]);
        } catch (error) {
          expect(error).toBeInstanceOf(RangeError);
          return [];
        }
      }),
    );
    expect(texts.filter((text) => typeof text !== 'string').length).toBeGreaterThan(100);
    for (const text of new Set(texts)) {
      expect(saidText(text, 'metric')).not.toMatch(/Δ|\d °F|psig/);
      expect(saidText(text)).not.toContain('Δ');
    }
  });
});
