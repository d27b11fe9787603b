import { standing } from '#core/measuring/answers';
import fc from 'fast-check';
import {
  clockedInput,
  co2FromO2,
  coAirFree,
  coError,
  deratedInput,
  excessAir,
  GASES,
  inputAtManifold,
  judgeAirStreams,
  judgeAmbientCo,
  judgeCo,
  judgeFlueCo,
  USUAL_METER_PSIG,
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
      expect([99, 100, 400].map((ppm) => standing(judgeCo(ppm)))).toEqual(['inside', 'act', 'act']);
      expect([399, 400].map((ppm) => /^Heat off/.test(judgeCo(ppm).text))).toEqual([false, true]);
      expect(judgeCo(5).text).toMatch(/never clears an exchanger/);
      expect([8, 9, 35, 70].map((ppm) => standing(judgeAmbientCo(ppm)))).toEqual([
        'inside',
        'act',
        'act',
        'act',
      ]);
      expect(judgeAmbientCo(70).text).toMatch(/Leave now/);
    },
  );
});

describe('carbon monoxide, where an answer must never be missing or reassuring', () => {
  const flue = (co: number, o2?: number) => judgeFlueCo(co, o2, 100);

  it('without oxygen, or with the probe in room air, counts as at least its own value', () => {
    for (const o2 of [undefined, 20.9, 21]) {
      expect(flue(150, o2)).toMatchObject({ ppm: 150, atLeast: true, advice: 'act' });
      expect(flue(40, o2)).toMatchObject({ ppm: 40, atLeast: true, advice: 'measure first', position: null });
    }
    expect(flue(450).text).toMatch(/Heat off/);
  });

  it('with less oxygen than a burner can have, any is too much', () => {
    expect(flue(20, 2)).toMatchObject({ advice: 'act', position: 'above' });
    expect(flue(0, 2).advice).toBeNull();
    expect(flue(20, 6)).toMatchObject({ advice: null, position: 'inside' });
  });

  it('a rise counts beyond the analyser’s error and when it comes again', () => {
    const air = (returnPpm: number, supplyPpm: number, again?: [number, number]) =>
      judgeAirStreams({
        returnPpm,
        supplyPpm,
        ...(again ? { again: { returnPpm: again[0], supplyPpm: again[1] } } : {}),
      });
    // Two readings good to 5 ppm each differ for certain beyond 7.1 ppm (errors add in squares).
    expect(coError(0, 0)).toBeCloseTo(7.07, 2);
    expect(coError(0, 200)).toBeCloseTo(Math.hypot(5, 10), 9);
    expect(air(0, 5)).toMatchObject({ advice: null, position: 'inside' });
    expect(air(0, 8.5)).toMatchObject({ advice: 'measure first', position: null });
    expect(air(0, 8.5, [1, 2])).toMatchObject({ advice: 'measure first' });
    expect(air(0, 8.5, [0, 8.5])).toMatchObject({ advice: 'act' });
  });

  it('both streams high is nobody’s “within”: leave, and find the source', () => {
    const both = judgeAirStreams({ returnPpm: 30, supplyPpm: 31 });
    expect(both).toMatchObject({ advice: 'act', position: 'above' });
    expect(both.text).toMatch(/leave, find the source/);
    expect(judgeAirStreams({ returnPpm: 12, supplyPpm: 3 }).advice).toBe('act');
  });

  it('a company may look for the source earlier, and its answer is then its own', () => {
    expect(judgeAmbientCo(6).advice).toBeNull();
    expect(judgeAmbientCo(6, 5).advice).toBe('act');
  });

  it('whatever is read, more CO never looks better (property)', () => {
    const rank = { act: 3, 'measure first': 2, wait: 2 } as const;
    const bad = (judged: { advice: keyof typeof rank | null; position: string | null }) =>
      judged.advice ? rank[judged.advice] : judged.position === 'inside' ? 0 : 1;
    const o2 = fc.option(fc.double({ min: 0, max: 21, noNaN: true }), { nil: undefined });
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 900 }),
        fc.integer({ min: 0, max: 900 }),
        o2,
        (co, more, oxygen) => {
          expect(bad(flue(co + more, oxygen))).toBeGreaterThanOrEqual(bad(flue(co, oxygen)));
          expect(bad(judgeAmbientCo(co + more))).toBeGreaterThanOrEqual(bad(judgeAmbientCo(co)));
        },
      ),
    );
  });
});

describe('gas at a height', () => {
  // 5,000 ft: 12.228 psia (standard atmosphere); the same dial then stands for 15 % less.
  it('2 ft³ in 40 s are 152,500 Btu/h at 5,000 ft, factor 0.847', () => {
    const high = clockedInput({
      ft3: 2,
      seconds: 40,
      btuPerFt3: 1000,
      meterPsig: USUAL_METER_PSIG,
      atmospherePsia: 12.228,
    });
    expect(high.factor).toBeCloseTo(0.847, 3);
    expect(high.btuh).toBeCloseTo(152_500, -2);
  });

  it('a plate is derated above 2,000 ft by 4 % for each 1,000 ft [M, NFPA 54], read both ways', () => {
    expect(deratedInput(100_000, 2000)).toEqual({ low: 100_000, high: 100_000 });
    expect(deratedInput(100_000, 5000)).toEqual({ low: 80_000, high: 88_000 });
  });

  it('propane has 21.8 dry flue gas to 23.8 air, methane 8.52 to 9.52 (balance of combustion)', () => {
    expect(GASES.LP.dryFlueShare).toBeCloseTo(21.8 / 23.8, 3);
    expect(GASES['natural gas'].dryFlueShare).toBeCloseTo(8.52 / 9.52, 3);
    expect(excessAir('LP', 6) / excessAir('natural gas', 6)).toBeCloseTo(0.916 / 0.895, 6);
  });
});
