import fc from 'fast-check';
import {
  chargeMustWait,
  saturationPressure,
  subcooling,
  superheat,
  REFRIGERANTS,
  type RefrigerantName,
} from './index.ts';

const NAMES = Object.keys(REFRIGERANTS) as RefrigerantName[];

describe('superheat and subcooling', () => {
  it.each(NAMES)('%s: a line at saturation has none, each degree beyond it is one (definition)', (name) => {
    for (const f of [20, 45, 70]) {
      const suction = saturationPressure(name, 'dew', f);
      expect(superheat(name, suction, f).value).toBeCloseTo(0, 2);
      expect(superheat(name, suction, f + 12).value).toBeCloseTo(12, 2);
    }
    for (const f of [90, 110, 125]) {
      const liquid = saturationPressure(name, 'bubble', f);
      expect(subcooling(name, liquid, f).value).toBeCloseTo(0, 2);
      expect(subcooling(name, liquid, f - 10).value).toBeCloseTo(10, 2);
    }
  });

  it(
    'a blend with glide reads differently on the two curves: taking the wrong one costs its glide ' +
      '(R-407C)',
    () => {
      const psig = saturationPressure('R-407C', 'dew', 45);
      const wrong = 57 - 45 - superheat('R-407C', psig, 57).value;
      expect(wrong).toBeCloseTo(0, 2);
      const glide = 100 - (100 - subcooling('R-407C', saturationPressure('R-407C', 'dew', 100), 100).value);
      expect(Math.abs(glide)).toBeGreaterThan(5);
    },
  );

  it('more line temperature is more superheat and less subcooling, whatever the pressure (property)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...NAMES),
        fc.double({ min: 20, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: 0.1, max: 30, noNaN: true }),
        (name, saturation, above, more) => {
          const psig = saturationPressure(name, 'dew', saturation);
          expect(superheat(name, psig, saturation + above + more).value).toBeGreaterThan(
            superheat(name, psig, saturation + above).value,
          );
          const liquid = saturationPressure(name, 'bubble', saturation + 50);
          expect(subcooling(name, liquid, saturation + more).value).toBeLessThan(
            subcooling(name, liquid, saturation).value,
          );
        },
      ),
    );
  });

  it(
    'thinner air lowers what a gauge shows: 2,000 m up the same gauge is colder (standard ' +
      'atmosphere 11.53 psia)',
    () => {
      const sea = superheat('R-410A', 118.4, 52).saturationF;
      const high = superheat('R-410A', 118.4, 52, { atmospherePsi: 11.53 }).saturationF;
      expect(sea - high).toBeGreaterThan(1);
      expect(sea - high).toBeLessThan(2);
    },
  );
});

// Conditions and limits are common practice.
describe('when the charge cannot be judged', () => {
  const fine = { outdoorF: 85, minutesRunning: 20, condenser: 'clean and dry' } as const;

  it('nothing known against it: no reason to wait; nothing known at all: none either', () => {
    expect(chargeMustWait(fine)).toEqual([]);
    expect(chargeMustWait({})).toEqual([]);
  });

  it('each condition is named once, with what to do first', () => {
    const all = chargeMustWait({ outdoorF: 50, minutesRunning: 2, condenser: 'dirty' });
    expect(all).toHaveLength(3);
    expect(all.join(' ')).toMatch(/raise the head.*settle.*clean it first/);
    expect(chargeMustWait({ ...fine, condenser: 'wet' })).toEqual([
      'The condenser is wet: let it dry, then read again.',
    ]);
  });

  it('the outdoor limit is the company’s; at the limit it may be judged', () => {
    expect(chargeMustWait({ ...fine, outdoorF: 65 })).toEqual([]);
    expect(chargeMustWait({ ...fine, outdoorF: 64.9 })).toHaveLength(1);
    expect(chargeMustWait({ ...fine, outdoorF: 64.9 }, 60)).toEqual([]);
  });
});
