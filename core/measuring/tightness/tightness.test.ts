import fc from 'fast-check';
import { waterVaporPsia } from '#core/measuring/air';
import { expectedPsig, standingTest, vacuumDecay, waterMicrons } from './index.ts';

describe('standing test', () => {
  it('1 °F is 0.6 psi at 300 psig (ideal gas law)', () => {
    expect(expectedPsig(300, 70, 71) - 300).toBeCloseTo(0.594, 2);
  });

  it('there and back is the same pressure', () => {
    const f = fc.double({ min: 0, max: 130, noNaN: true });
    fc.assert(
      fc.property(fc.double({ min: 20, max: 500, noNaN: true }), f, f, (p, a, b) =>
        expect(expectedPsig(expectedPsig(p, a, b), b, a)).toBeCloseTo(p, 8),
      ),
    );
  });

  it('judges a drop against what gauge and thermometer leave open (GUM, k = 2)', () => {
    const test = {
      startPsig: 300,
      startF: 70,
      endF: 70,
      minutes: 60,
      volumeFt3: 2,
      gaugePsi: 0.5,
      thermometerF: 1,
    };
    const tight = standingTest({ ...test, endPsig: 299 });
    expect(tight.uncertaintyPsi).toBeCloseTo(2 * Math.SQRT2 * Math.hypot(0.5, 314.696 / 529.67), 9);
    expect(tight.leak).toBe(false);
    expect(tight.noLargerThan).toBeCloseTo((2 * tight.uncertaintyPsi * 1440) / (14.696 * 60), 9);
    expect(standingTest({ ...test, endPsig: 295 })).toMatchObject({ leak: true });
    expect(standingTest({ ...test, endPsig: 295 }).noLargerThan).toBeUndefined();
    expect(() => standingTest({ ...test, endPsig: 300, minutes: 0 })).toThrow(RangeError);
  });

  it('a fall that the temperature explains is none', () => {
    const r = standingTest({
      startPsig: 300,
      startF: 90,
      endPsig: expectedPsig(300, 90, 60),
      endF: 60,
      minutes: 600,
    });
    expect(r.leak).toBe(false);
    expect(r.dropPsi).toBeCloseTo(0, 9);
  });
});

describe('vacuum decay', () => {
  const water = waterMicrons(70, waterVaporPsia);
  const judge = (readings: readonly (readonly [number, number])[], ambient = 70) =>
    vacuumDecay(
      readings.map(([minute, microns]) => ({ minute, microns })),
      ambient,
      water,
    );

  it('water at 70 °F stands at 18,800 µ (steam tables)', () => expect(water / 18_800).toBeCloseTo(1, 2));

  it(
    'levels off low: tight and dry; levels off below water: moist; goes on in a line: a leak ' +
      '(common practice)',
    () => {
      expect(
        judge([
          [0, 300],
          [1, 420],
          [2, 450],
          [5, 470],
          [10, 475],
        ]).verdict,
      ).toBe('tight and dry');
      expect(
        judge([
          [0, 300],
          [1, 2500],
          [2, 4200],
          [5, 5600],
          [10, 5900],
          [15, 5950],
        ]).verdict,
      ).toBe('moist');
      expect(
        judge([
          [0, 300],
          [1, 900],
          [2, 1800],
          [5, 4500],
          [10, 9000],
        ]).verdict,
      ).toBe('leak');
      expect(
        judge([
          [0, 300],
          [1, 420],
          [2, 450],
          [5, 455],
        ]).verdict,
      ).toBe('extend');
      expect(
        judge([
          [0, 900],
          [1, 1000],
          [2, 1020],
          [10, 1040],
        ]).verdict,
      ).toBe('not deep enough');
    },
  );

  it('says that ice hides water below freezing', () => {
    expect(
      judge(
        [
          [0, 300],
          [1, 420],
          [2, 450],
          [5, 470],
          [10, 475],
        ],
        20,
      ).text,
    ).toMatch(/ice hides water/);
  });

  it('any straight rise from low is a leak', () => {
    fc.assert(
      fc.property(fc.double({ min: 200, max: 3000, noNaN: true }), (rate) => {
        expect(judge([0, 1, 2, 5, 10].map((m) => [m, 300 + rate * m] as const)).verdict).toBe('leak');
      }),
    );
    expect(() =>
      judge([
        [0, 300],
        [1, 400],
      ]),
    ).toThrow(/three readings/);
    expect(() =>
      judge([
        [5, 300],
        [2, 400],
        [9, 400],
      ]),
    ).toThrow(/backwards/);
  });
});
