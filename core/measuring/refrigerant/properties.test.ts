import fc from 'fast-check';
import {
  REFRIGERANTS,
  saturationPressure,
  saturationTemperature,
  subcooling,
  superheat,
  type RefrigerantName,
} from './index.ts';

describe('refrigerants (properties)', () => {
  const names = Object.keys(REFRIGERANTS) as RefrigerantName[];

  it('at altitude the same gauge reading means a colder saturation: the barometer is lower', () => {
    for (const name of names) {
      expect(saturationTemperature(name, 'dew', 60, 12.2)).toBeLessThan(
        saturationTemperature(name, 'dew', 60),
      );
      expect(saturationPressure(name, 'dew', 40, 12.2)).toBeCloseTo(
        saturationPressure(name, 'dew', 40) + 14.696 - 12.2,
        6,
      );
    }
  });

  it('superheat rises degree for degree with the line, subcooling falls', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...names),
        fc.double({ min: 30, max: 200, noNaN: true }),
        fc.double({ min: 30, max: 90, noNaN: true }),
        (name, psig, line) => {
          const [sh, sc] = [superheat(name, psig, line), subcooling(name, psig, line)];
          expect(superheat(name, psig, line + 5).value - sh.value).toBeCloseTo(5, 9);
          expect(subcooling(name, psig, line + 5).value - sc.value).toBeCloseTo(-5, 9);
          expect(sh.saturationF).toBeGreaterThanOrEqual(sc.saturationF - 1e-6);
        },
      ),
    );
  });

  it(
    'the glide of R-407C is about 8 to 13 °F at comfort pressures, R-410A’s below 1 (the chart ' +
      'points above)',
    () => {
      const glide = (name: RefrigerantName, psig: number) =>
        saturationTemperature(name, 'dew', psig) - saturationTemperature(name, 'bubble', psig);
      expect(glide('R-407C', 70)).toBeGreaterThan(8);
      expect(glide('R-407C', 70)).toBeLessThan(13);
      expect(Math.abs(glide('R-410A', 120))).toBeLessThan(1);
      expect(glide('R-22', 70)).toBeCloseTo(0, 6);
    },
  );
});
