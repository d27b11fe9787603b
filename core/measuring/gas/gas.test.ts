import {
  clockedInput,
  co2FromO2,
  coAirFree,
  deratedInput,
  DERATED_ABOVE_FT,
  excessAir,
  GASES,
  inputAtManifold,
  judgeManifold,
  MOST_INLET_IN_WC,
} from './index.ts';

describe('gases', () => {
  it('have the pressures and values the trade starts from', () => {
    // Manifold 3.5 and 10 to 11, inlet 5 to 7 and 11 to 13 in w.c., 14 at most [common practice]; about
    // 1,000 and 2,500 Btu/ft³; ultimate CO₂ 11.8 and 13.8 % [combustion text-books; from memory].
    expect(GASES['natural gas']).toEqual({
      manifoldInWc: 3.5,
      manifoldTolerance: 0.3,
      inletTypical: [5, 7],
      ultimateCo2: 11.8,
      dryFlueShare: 0.895,
      btuPerFt3: 1000,
    });
    expect(GASES.LP).toEqual({
      manifoldInWc: 10.5,
      manifoldTolerance: 0.5,
      inletTypical: [11, 13],
      ultimateCo2: 13.8,
      dryFlueShare: 0.916,
      btuPerFt3: 2500,
    });
    expect(MOST_INLET_IN_WC).toBe(14);
  });

  it('burn by their own balance: methane 8.52 of 9.52, propane 21.8 of 23.8 volumes of dry flue gas to air', () => {
    expect(GASES['natural gas'].dryFlueShare).toBeCloseTo(8.52 / 9.52, 3);
    expect(GASES.LP.dryFlueShare).toBeCloseTo(21.8 / 23.8, 3);
  });
});

describe('a manifold pressure far from its goal', () => {
  /** A pressure that gives so much of the rated input. */
  const at = (share: number, goal = 3.5) => goal * share * share;

  it('is danger above 120 % of the rated input and below 60 %, not at them', () => {
    expect(judgeManifold('natural gas', 4, 4 * 1.44)).toBeUndefined();
    expect(judgeManifold('natural gas', 3.5, at(1.2001))).toMatch(/^Heat off now/);
    expect(judgeManifold('natural gas', 25, 9)).toBeUndefined();
    expect(judgeManifold('natural gas', 3.5, at(0.599))).toMatch(/^So little gas/);
    expect(judgeManifold('natural gas', 3.5, at(0.6001))).toBeUndefined();
  });

  it('is that of the other gas within 35 % of what that one burns at', () => {
    expect(judgeManifold('natural gas', 3.5, 10.5)).toMatch(/pressure of LP on a burner for natural gas/);
    expect(judgeManifold('natural gas', 3.5, 10.5 / 1.349)).toMatch(/pressure of LP/);
    expect(judgeManifold('natural gas', 3.5, 10.5 / 1.355)).toMatch(/^Heat off now/);
    expect(judgeManifold('natural gas', 3.5, 10.5 * 1.355)).toMatch(/^Heat off now/);
    expect(judgeManifold('LP', 10.5, 3.5)).toMatch(
      /pressure of natural gas on a burner for LP.*So little gas/,
    );
    expect(judgeManifold('LP', 10.5, 3.5 / 1.36)).toMatch(/^So little gas/);
  });

  it('of its own gas is not taken for the other, wherever the plate lies', () => {
    // A plate of 2.4 in w.c. on natural gas, found at 3.6: too much, and natural gas all the same.
    expect(judgeManifold('natural gas', 2.4, 3.6)).toMatch(/^Heat off now/);
    expect(judgeManifold('LP', 7, 10.5)).toMatch(/^Heat off now/);
  });

  it('is a pressure above zero, or no pressure of a burner that fires', () => {
    for (const [rated, measured] of [
      [0, 3],
      [3, 0],
      [-1, 3],
      [3, -1],
    ] as const)
      expect(() => inputAtManifold(100, rated, measured)).toThrow(RangeError);
    expect(inputAtManifold(100, 0.5, 0.5)).toBe(100);
  });
});

describe('limits of what is worked out', () => {
  it('a plate holds to 2,000 ft and is derated from there, by 4 % for each 1,000 ft [NFPA 54; from memory]', () => {
    expect(DERATED_ABOVE_FT).toBe(2000);
    expect(deratedInput(100_000, 2000)).toEqual({ low: 100_000, high: 100_000 });
    expect(deratedInput(100_000, 2001).low).toBeCloseTo(91_996, 0);
    expect(deratedInput(100_000, 5000)).toEqual({ low: 80_000, high: 88_000 });
  });

  it('a dial turns for some time and by some gas', () => {
    const clocked = (ft3: number, seconds: number) => clockedInput({ ft3, seconds, btuPerFt3: 1000 });
    expect(() => clocked(0, 30)).toThrow(RangeError);
    expect(() => clocked(1, 0)).toThrow(RangeError);
    expect(clocked(0.5, 0.5).uncorrected).toBe(3_600_000);
    // Warmer gas by the ratio of absolute temperatures: 80 °F is 520/540.
    expect(clockedInput({ ft3: 1, seconds: 36, btuPerFt3: 1000, gasF: 80 }).btuh).toBeCloseTo(96_296, 0);
    expect(clockedInput({ ft3: 1, seconds: 36, btuPerFt3: 1000, atmospherePsia: 12 }).factor).toBeCloseTo(
      12 / 14.73,
      9,
    );
  });

  it('from 20 % of oxygen on it is room air, and nothing is worked out of it', () => {
    expect(coAirFree(10, 19.9)).toBeCloseTo(209, 0);
    for (const o2 of [20, 20.9, -0.1]) {
      expect(() => coAirFree(10, o2)).toThrow(/room air/);
      expect(() => excessAir('natural gas', o2)).toThrow(/room air/);
    }
    expect(excessAir('natural gas', 19.9)).toBeGreaterThan(0);
  });

  it('3 % of oxygen is 15 % of excess air for natural gas, 5 % is 28 % [combustion text-books; from memory]', () => {
    expect(excessAir('natural gas', 3)).toBeCloseTo(15, 1);
    expect(excessAir('natural gas', 5)).toBeCloseTo(28.1, 1);
    expect(excessAir('LP', 3)).toBeCloseTo(15.35, 2);
    expect(co2FromO2('LP', 0)).toBeCloseTo(13.8, 9);
  });
});
