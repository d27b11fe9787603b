import {
  ALWAYS_ALLOWED_PSIG,
  expectedPsig,
  LEAST_TEST_PSIG,
  MOST_LOW_SIDE_PSIG,
  standingTest,
  testSaysNothing,
  vacuumDecay,
  waterMicrons,
} from './index.ts';

/* Each limit of the tightness tests at it and just beside it. */

describe('a standing test', () => {
  const base = { startPsig: 300, startF: 70, endPsig: 300, endF: 70, minutes: 60 };

  it('needs time, pressure, and instruments that can be wrong', () => {
    for (const wrong of [{ minutes: 0 }, { startPsig: 0 }, { gaugePsi: 0 }, { thermometerF: 0 }])
      expect(() => standingTest({ ...base, ...wrong })).toThrow(RangeError);
    expect(() =>
      standingTest({ ...base, minutes: 0.5, startPsig: 0.5, gaugePsi: 0.5, thermometerF: 0.5 }),
    ).not.toThrow();
  });

  it('judges by both instruments, twice read (GUM, JCGM 100:2008): ±0.5 psi and ±1 °F at 300 psig are ±2.2 psi', () => {
    // 2√2·√(0.5² + (314.696 × 1 / 529.67)²), worked by hand.
    const { uncertaintyPsi } = standingTest(base);
    expect(uncertaintyPsi).toBeCloseTo(2.196, 3);
    const after = (endPsig: number) => standingTest({ ...base, endPsig });
    expect(after(300 - 2.19)).toMatchObject({ leak: false, gained: false });
    expect(after(300 - 2.2)).toMatchObject({ leak: true, gained: false });
    expect(after(300 + 2.19)).toMatchObject({ leak: false, gained: false });
    expect(after(300 + 2.2)).toMatchObject({ leak: false, gained: true });
  });

  it('says how large a leak can be only where it found none and the volume is known', () => {
    // 0.1 ft³ × 2.196 psi × 1440 min a day / (14.696 psi × 60 min), worked by hand.
    expect(standingTest({ ...base, volumeFt3: 0.1 }).noLargerThan).toBeCloseTo(0.3587, 3);
    expect(standingTest({ ...base, volumeFt3: 0.1, endPsig: 290 })).not.toHaveProperty('noLargerThan');
    expect(standingTest({ ...base, volumeFt3: 0.1, endPsig: 310 })).not.toHaveProperty('noLargerThan');
    expect(standingTest(base)).not.toHaveProperty('noLargerThan');
  });

  it('can be wrong by more where the thermometer is worse', () => {
    // 2√2·√(0.5² + (314.696 × 2 / 529.67)²), worked by hand.
    expect(standingTest({ ...base, thermometerF: 2 }).uncertaintyPsi).toBeCloseTo(3.6464, 3);
  });

  it('follows the temperature by the ideal gas, and the barometer of the place', () => {
    expect(expectedPsig(300, 70, 60)).toBeCloseTo(294.06, 2);
    expect(expectedPsig(300, 70, 60, 12)).toBeCloseTo(294.11, 2);
    expect(standingTest({ ...base, endF: 60, endPsig: 294.06 }).dropPsi).toBeCloseTo(0, 2);
  });

  it('says nothing below 100 psig, in less than 10 minutes, or with instruments coarser than 5 %', () => {
    const of = (given: Partial<typeof base>, uncertaintyPsi = 1) =>
      testSaysNothing({ ...base, ...given }, { uncertaintyPsi });
    expect([of({ startPsig: 99.9 }), of({ startPsig: 100 })]).toEqual(['too little pressure', undefined]);
    expect([of({ minutes: 9.9 }), of({ minutes: 10 })]).toEqual(['too short', undefined]);
    const coarse = 0.05 * (300 + 14.696);
    expect([of({}, coarse), of({}, coarse + 0.001)]).toEqual([undefined, 'instruments too coarse']);
    expect(testSaysNothing({ ...base, atmospherePsi: 12 }, { uncertaintyPsi: 0.05 * 312 + 0.01 })).toBe(
      'instruments too coarse',
    );
  });

  it('has the pressures of the trade [common practice; 450 psig from memory]', () => {
    expect([LEAST_TEST_PSIG, ALWAYS_ALLOWED_PSIG, MOST_LOW_SIDE_PSIG]).toEqual([100, 150, 450]);
  });
});

describe('the decay of a vacuum', () => {
  const WATER = 18_800;
  type Points = readonly (readonly [minute: number, microns: number])[];
  const judge = (points: Points, ambientF = 70, water = WATER, deep = 500) =>
    vacuumDecay(
      points.map(([minute, microns]) => ({ minute, microns })),
      ambientF,
      water,
      deep,
    );
  const verdict = (...given: Parameters<typeof judge>) => judge(...given).verdict;
  /** Readings each so many minutes, from a curve. */
  const curve = (of: (minute: number) => number, last = 12, each = 2): Points =>
    Array.from({ length: last / each + 1 }, (_, i) => [i * each, of(i * each)] as const);

  it('needs three readings after the first minute, in order of time', () => {
    expect(() =>
      judge([
        [0, 300],
        [0.9, 300],
        [2, 300],
        [3, 300],
      ]),
    ).toThrow(/at least three/);
    expect(() =>
      judge([
        [1, 300],
        [2, 300],
        [3, 300],
      ]),
    ).not.toThrow();
    expect(() =>
      judge([
        [1, 300],
        [3, 300],
        [3, 301],
      ]),
    ).toThrow(/backwards/);
  });

  it('from 300,000 µ on it stands open', () => {
    expect(verdict(curve(() => 300_000))).toBe('open');
    expect(verdict(curve(() => 299_999))).toBe('not deep enough');
  });

  it('is begun no higher than the company pulls', () => {
    expect(verdict(curve(() => 500))).toBe('tight and dry');
    expect(verdict(curve(() => 501))).toBe('not deep enough');
    expect(
      verdict(
        curve(() => 600),
        70,
        WATER,
        600,
      ),
    ).toBe('tight and dry');
  });

  it('may fall by what a gauge wanders: 3 µ, or 1 % of the highest', () => {
    const falls = (from: number, to: number) => verdict(curve((minute) => (minute === 0 ? from : to)));
    expect(falls(200, 197)).toBe('tight and dry');
    expect(falls(200, 196.9)).toBe('still falling');
    expect(falls(400, 396)).toBe('tight and dry');
    expect(falls(400, 395.9)).toBe('still falling');
  });

  it('stands for ten minutes under 1,000 µ, or is watched longer', () => {
    expect(verdict(curve(() => 400, 10))).toBe('tight and dry');
    expect(
      verdict([
        [0, 400],
        [2, 400],
        [5, 400],
        [9.9, 400],
      ]),
    ).toBe('extend');
    // It has risen and stands: at the limit it is dry, above it water.
    const up = (to: number) => verdict(curve((minute) => (minute < 2 ? 400 : to), 14));
    expect([up(1000), up(1001)]).toEqual(['tight and dry', 'moist']);
  });

  it('a straight rise is a leak from 20 µ a minute on, or once it is above 1,000 µ; slower is watched', () => {
    const rises = (by: number, last = 12) => verdict(curve((minute) => 400 + by * minute, last));
    expect([rises(1.9), rises(2.1)]).toEqual(['tight and dry', 'extend']);
    expect([rises(20), rises(20.1)]).toEqual(['extend', 'leak']);
    expect(rises(20, 32)).toBe('leak');
    expect(judge(curve((minute) => 400 + 25 * minute)).slopePerMin).toBeCloseTo(25, 9);
  });

  it('a second half below 70 % of the first bends', () => {
    // Twenty readings, with the bend where the halves meet.
    const bends = (share: number) =>
      verdict(
        curve((minute) => 400 + 40 * Math.min(10, minute) + 40 * share * Math.max(0, minute - 10), 20, 1),
      );
    expect([bends(0.72), bends(0.66)]).toEqual(['leak', 'extend']);
  });

  it('each half has the reading in the middle, of four readings the two in the middle', () => {
    const readings = (...microns: number[]): Points => [
      [0, 400],
      ...microns.map((more, i) => [2 * (i + 1), 400 + more] as const),
    ];
    // First half 100 µ a minute through three readings, second half 70.25 or 69.75: above and below 70 %.
    expect(verdict(readings(0, 400, 400, 681))).toBe('leak');
    expect(verdict(readings(0, 400, 400, 679))).toBe('extend');
    expect(verdict(readings(0, 240, 400, 560, 681))).toBe('leak');
    expect(verdict(readings(0, 200, 400, 560, 679))).toBe('extend');
    expect(judge(readings(0, 240, 400, 560, 681)).slopePerMin).toBeCloseTo(70.25, 9);
  });

  it('stands where ten minutes more would add less than a tenth', () => {
    // Up to 14,400 µ in ten minutes and on from there: 160 µ a minute is the tenth.
    const then = (by: number) =>
      verdict(curve((minute) => 400 + 1400 * Math.min(10, minute) + by * Math.max(0, minute - 10), 20, 1));
    expect([then(159), then(161)]).toEqual(['moist', 'extend']);
  });

  it('stands a tenth above what water gives: not water alone', () => {
    const up = (to: number) => verdict(curve((minute) => (minute < 2 ? 400 : to), 14));
    expect([up(1.1 * WATER - 1), up(1.1 * WATER)]).toEqual(['moist', 'leak']);
  });

  it('below 32 °F it says that ice hides water', () => {
    const text = (ambientF: number) =>
      judge(
        curve(() => 400),
        ambientF,
      ).text;
    expect(text(31.9)).toMatch(/ice hides water/);
    expect(text(32)).not.toMatch(/ice/);
  });

  it('water stands at 18,800 µ at 70 °F (published steam tables: 0.3632 psia)', () => {
    expect(waterMicrons(70, () => 0.3632)).toBeCloseTo(18_783, 0);
  });
});
