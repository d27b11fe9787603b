import fc from 'fast-check';
import {
  condenserSplit,
  cylinderLimit,
  evaporatorDifference,
  orificeTarget,
  pressureRatio,
  restPressure,
  saturationPressure,
} from './index.ts';

describe('the cycle', () => {
  it('220 psig of R-410A at 76 °F is not empty (published saturation)', () => {
    expect(restPressure('R-410A', 220, 76).liquid).toBe('present');
    expect(restPressure('R-410A', 90, 76).liquid).toBe('little left');
    expect(restPressure('R-410A', 300, 76).liquid).toBe('above saturation');
  });

  it(
    'target superheat of an orifice: 67 °F wet bulb, 95 outdoors give 13 °F; too small a target is ' +
      'none [M, fit to published charts]',
    () => {
      expect(orificeTarget(67, 95)).toBe(13);
      expect(orificeTarget(59, 95)).toBeUndefined();
    },
  );

  it('differences stand against saturation', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 30, max: 50, noNaN: true }),
        fc.double({ min: 80, max: 130, noNaN: true }),
        (low, high) => {
          expect(evaporatorDifference('R-22', saturationPressure('R-22', 'dew', low), 75)).toBeCloseTo(
            75 - low,
            3,
          );
          expect(condenserSplit('R-22', saturationPressure('R-22', 'bubble', high), 90)).toBeCloseTo(
            high - 90,
            3,
          );
        },
      ),
    );
  });

  it('ratio of absolute pressures: 118 and 365 psig of R-410A make 2.86 (arithmetic)', () => {
    expect(pressureRatio(365, 118)).toBeCloseTo(2.861, 3);
    expect(() => pressureRatio(300, -14.6)).toThrow(/vacuum/);
  });

  it('a 50 lb cylinder may hold 42.4 lb of R-410A and 47.6 lb of R-22 [M, AHRI Guideline K]', () => {
    expect(cylinderLimit('R-410A', 50)).toBeCloseTo(42.4, 9);
    expect(cylinderLimit('R-22', 50)).toBeCloseTo(47.6, 9);
    // Recomputed with an open property library: 0.96 for R-32, 1.21 for R-134a.
    expect(cylinderLimit('R-32', 50)).toBeCloseTo(38.4, 9);
    expect(cylinderLimit('R-134a', 50)).toBeCloseTo(48.4, 9);
  });
});
