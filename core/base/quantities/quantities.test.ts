import fc from 'fast-check';
import { convert, fromSi, judgeReading, QUANTITIES, toSi, type QuantityName } from './index.ts';

describe('units', () => {
  it('agrees with NIST SP 811 (2008), appendix B', () => {
    expect(toSi('pressureGauge', 'psig', 1)).toBeCloseTo(6894.757, 3);
    expect(toSi('mass', 'lb', 1)).toBeCloseTo(0.45359237, 8);
    expect(convert('temperature', '°F', '°C', 212)).toBeCloseTo(100, 10);
    expect(convert('temperatureDifference', 'Δ°F', 'Δ°C', 18)).toBeCloseTo(10, 10);
  });

  it('comes back unchanged from every unit (property)', () => {
    for (const name of Object.keys(QUANTITIES) as QuantityName[]) {
      for (const unit of Object.keys(QUANTITIES[name].units)) {
        fc.assert(
          fc.property(fc.double({ min: -400, max: 900, noNaN: true }), (value) => {
            expect(fromSi(name, unit, toSi(name, unit, value))).toBeCloseTo(value, 8);
          }),
        );
      }
    }
  });

  it('keeps gauge from absolute and temperature from difference', () => {
    expect(() => toSi('pressureAbsolute', 'psig', 10)).toThrow(/not measured in "psig"/);
    expect(() => toSi('temperatureDifference', '°F', 10)).toThrow(RangeError);
  });

  it('refuses the impossible with the reason, keeps the doubtful and marks it', () => {
    expect(() => judgeReading('pressureGauge', 'psig', -20)).toThrow(/full vacuum/);
    expect(judgeReading('temperature', '°F', 400)).toEqual({
      quality: 'doubtful',
      why: expect.stringContaining('usual'),
    });
    expect(judgeReading('pressureGauge', 'psig', 118)).toEqual({ quality: 'good' });
    expect(() => toSi('voltage', 'V', NaN)).toThrow(RangeError);
  });
});
