import fc from 'fast-check';
import {
  chargeMustWait,
  PLATE_SUBCOOLING_WITHIN_F,
  saturationPressure,
  subcooling,
  superheat,
  swappedHoses,
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

describe('limits of reading a charge [common practice]', () => {
  it('hoses are asked about from 5 psi on, which gauges can differ by', () => {
    expect([swappedHoses(105, 100), swappedHoses(105.1, 100)].map(Boolean)).toEqual([false, true]);
    expect([swappedHoses(undefined, 100), swappedHoses(300, undefined)]).toEqual([undefined, undefined]);
  });

  it('ten minutes have to be run, the weather has to be warm enough, the condenser clean and dry', () => {
    const waits = (given: Parameters<typeof chargeMustWait>[0], lowest?: number) =>
      chargeMustWait(given, lowest).length;
    expect([waits({ minutesRunning: 9.9 }), waits({ minutesRunning: 10 })]).toEqual([1, 0]);
    expect([waits({ outdoorF: 64.9 }), waits({ outdoorF: 65 })]).toEqual([1, 0]);
    expect([waits({ outdoorF: 59.9 }, 60), waits({ outdoorF: 60 }, 60)]).toEqual([1, 0]);
    expect([waits({ condenser: 'wet' }), waits({ condenser: 'dirty' })]).toEqual([1, 1]);
    expect([waits({ condenser: 'clean and dry' }), waits({})]).toEqual([0, 0]);
    expect(waits({ minutesRunning: 1, outdoorF: 10, condenser: 'wet' })).toBe(3);
  });

  it('a plate’s subcooling is met within 3 °F', () => expect(PLATE_SUBCOOLING_WITHIN_F).toBe(3));
});
