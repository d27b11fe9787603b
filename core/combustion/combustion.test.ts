import { standing } from '../measurement/index.ts';
import fc from 'fast-check';
import {
  clockedInput,
  co2FromO2,
  coAirFree,
  excessAir,
  inputAtManifold,
  judgeAmbientCo,
  judgeCo,
} from './index.ts';

describe('gas heat', () => {
  it('4.2 in w.c. in place of 3.5 overfires by 9.5 % (orifice flow, square root)', () => {
    expect(inputAtManifold(100, 3.5, 4.2)).toBeCloseTo(109.5, 1);
    expect(() => inputAtManifold(100_000, 3.5, 0)).toThrow(RangeError);
  });

  it(
    '2 ft³ in 40 s at 1,000 Btu/ft³ is 180,000 Btu/h; 2 psig at the meter adds 13.6 % (standard ' +
      'cubic foot)',
    () => {
      const plain = clockedInput({ ft3: 2, seconds: 40, btuPerFt3: 1000 });
      expect(plain.uncorrected).toBe(180_000);
      expect(plain.factor).toBeCloseTo(1, 9);
      expect(clockedInput({ ft3: 2, seconds: 40, btuPerFt3: 1000, meterPsig: 2 }).factor).toBeCloseTo(
        1.136,
        3,
      );
      expect(() => clockedInput({ ft3: 2, seconds: 0, btuPerFt3: 1000 })).toThrow(RangeError);
    },
  );

  it('gas that is warmer than 60 °F holds less heat', () => {
    fc.assert(
      fc.property(fc.double({ min: 61, max: 110, noNaN: true }), (gasF) => {
        expect(clockedInput({ ft3: 1, seconds: 30, btuPerFt3: 1000, gasF }).factor).toBeLessThan(1);
      }),
    );
  });
});

describe('flue gas', () => {
  it(
    'takes the dilution air out of CO: 50 ppm at 9 % O₂ are 87.8 ppm air-free (combustion ' + 'text-books)',
    () => {
      expect(coAirFree(50, 9)).toBeCloseTo(87.8, 1);
      expect(coAirFree(50, 0)).toBe(50);
      expect(() => coAirFree(50, 20.9)).toThrow(/room air/);
    },
  );

  it('CO₂ follows O₂: 11.8 % at none, none at room air [M]', () => {
    expect(co2FromO2('natural gas', 0)).toBeCloseTo(11.8, 9);
    expect(co2FromO2('LP', 20.9)).toBeCloseTo(0, 9);
    // Induced draft of 6.5 to 9 % CO₂ lies at about 5 to 9.4 % O₂.
    expect(co2FromO2('natural gas', 5)).toBeCloseTo(8.98, 2);
  });

  it('excess air is nothing at no O₂ and grows with it', () => {
    expect(excessAir('natural gas', 0)).toBe(0);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 18, noNaN: true }), (o2) => {
        expect(excessAir('natural gas', o2 + 1)).toBeGreaterThan(excessAir('natural gas', o2));
        expect(coAirFree(10, o2)).toBeGreaterThanOrEqual(10);
      }),
    );
  });

  it(
    'asks for action at 100 and heat off at 400 ppm air-free; 9, 35 and 70 ppm in the room (common ' +
      'practice; ANSI Z21.47 [M])',
    () => {
      expect([99, 100, 400].map((ppm) => standing(judgeCo(ppm)))).toEqual(['inside', 'above', 'act']);
      expect(judgeCo(5).text).toMatch(/never clears an exchanger/);
      expect([8, 9, 35, 70].map((ppm) => standing(judgeAmbientCo(ppm)))).toEqual([
        'inside',
        'above',
        'act',
        'act',
      ]);
      expect(judgeAmbientCo(70).text).toMatch(/Leave now/);
    },
  );
});
