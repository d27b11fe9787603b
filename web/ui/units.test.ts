import fc from 'fast-check';
import { cardOf, CARDS, type CardInput } from '#core/cards';
import { oneOf, seededRandom } from '#core/random';
import { convert, QUANTITIES, type QuantityName } from '#core/quantities';
import { plainUnit, shownText, shownUnit, shownValue, unitsOf } from './units.ts';

describe('units of the screen', () => {
  it('a temperature and a temperature difference are shown each in its own way: 50 °F is 10 °C, 18 Δ°F is 10 Δ°C', () => {
    expect(shownValue('temperature', '°F', 50, 'metric')).toEqual({
      value: expect.closeTo(10, 9),
      unit: '°C',
    });
    expect(shownValue('temperatureDifference', 'Δ°F', 18, 'metric')).toEqual({
      value: expect.closeTo(10, 9),
      unit: 'Δ°C',
    });
    expect(plainUnit('Δ°C')).toBe('°C');
  });

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
    ['Evaporating at 41 °F.', 'Evaporating at 5 °C.'],
    ['9 to 12.6 Δ°F while cooling', '5 to 7 °C while cooling'],
    ['Outdoor 50 °F is below 65 °F: raise the head', 'Outdoor 10 °C is below 18.3 °C: raise the head'],
    ['3.5 ± 0.2 in w.c.', '8.7 ± 0.5 mbar'],
    ['plate, 120,000 Btu/h, −5 to +2 %', 'plate, 35.2 kW, −5 to +2 %'],
    ['350 to 450 cfm a ton', '165 to 212 L/s a ton'],
    ['at −40 °F', 'at -40 °C'],
  ])('%s', (text, metric) => {
    expect(shownText(text, 'metric')).toBe(metric);
  });

  it('leaves alone what is no quantity, and US customary but for the sign of a difference', () => {
    for (const text of ['SEER 13', 'loop of 3 units', 'Above 2 %: find the cause', ''])
      expect(shownText(text, 'metric')).toBe(text);
    expect(shownText('within 1 Δ°F of 41 °F', 'US')).toBe('within 1 °F of 41 °F');
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
    expect(texts.filter((text) => /\d Δ?°F/.test(text)).length).toBeGreaterThan(100);
    for (const text of new Set(texts)) {
      expect(shownText(text, 'metric')).not.toMatch(/Δ|\d °F|psig/);
      expect(shownText(text, 'US')).not.toContain('Δ');
    }
  });
});
