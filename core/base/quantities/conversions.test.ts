import { convert, judgeReading, QUANTITIES, type QuantityName } from './index.ts';

/**
 * Factors of NIST Special Publication 811 (2008), appendix B.9 [from memory, to the digits given], one of
 * each unit expressed in another. What is not in that table is a definition and says so.
 */
const FACTORS: readonly (readonly [
  name: QuantityName,
  from: string,
  to: string,
  one: number,
  digits: number,
])[] = [
  ['pressureGauge', 'psig', 'kPa(g)', 6.894757, 6],
  ['pressureGauge', 'bar(g)', 'psig', 14.50377, 4],
  ['pressureDifference', 'psi', 'kPa', 6.894757, 6],
  ['gasPressure', 'psi', 'in w.c.', 27.68, 1],
  ['gasPressure', 'in w.c.', 'mbar', 2.490889, 5],
  ['gasPressure', 'kPa', 'mbar', 10, 9],
  ['airPressure', 'in w.c.', 'Pa', 249.0889, 3],
  ['vacuum', 'Torr', 'µ', 1000, 6],
  ['vacuum', 'µ', 'Pa', 0.1333224, 6],
  ['airFlow', 'cfm', 'L/s', 0.4719474, 6],
  ['airFlow', 'cfm', 'm³/h', 1.699011, 5],
  ['waterFlow', 'gpm', 'L/s', 0.0630902, 7],
  ['waterFlow', 'gpm', 'm³/h', 0.2271247, 6],
  ['systemVolume', 'ft³', 'L', 28.31685, 4],
  ['pressureAbsolute', 'psia', 'kPa', 6.894757, 6],
  ['heatRate', 'kW', 'Btu/h', 3412.14, 2],
  ['heatRate', 'tons', 'Btu/h', 12_000, 6],
  ['gasVolume', 'ft³', 'L', 28.31685, 4],
  ['gasVolume', 'm³', 'ft³', 35.31467, 4],
  ['heatingValue', 'Btu/ft³', 'MJ/m³', 0.03725895, 7],
  ['mass', 'lb', 'kg', 0.45359237, 8],
  ['mass', 'lb', 'oz', 16, 9],
  ['length', 'in', 'mm', 25.4, 9],
  ['elevation', 'ft', 'm', 0.3048, 9],
  ['run', 'ft', 'm', 0.3048, 9],
  ['power', 'hp', 'kW', 0.7456999, 6],
  ['time', 'min', 's', 60, 9],
  ['resistance', 'kΩ', 'Ω', 1000, 9],
  ['insulation', 'GΩ', 'MΩ', 1000, 9],
  ['temperatureDifference', 'Δ°C', 'Δ°F', 1.8, 9],
];

describe('conversions', () => {
  it('into its own unit a value stays what it is, so that the end of a band is met', () => {
    for (const value of [85, 92.3, -40.1, 0.1]) {
      expect(convert('temperature', '°F', '°F', value)).toBe(value);
      expect(convert('pressureGauge', 'psig', 'psig', value)).toBe(value);
    }
    expect(() => convert('temperature', '°F', '°F', NaN)).toThrow(RangeError);
  });

  it.each(FACTORS)('%s: one %s in %s is %d', (name, from, to, one, digits) => {
    expect(convert(name, from, to, 1)).toBeCloseTo(one, digits);
    expect(convert(name, to, from, one)).toBeCloseTo(1, Math.min(digits, 4));
  });

  it('every unit beside the first of its quantity stands in the table, or is the same by definition', () => {
    const told = new Set(FACTORS.flatMap(([name, from, to]) => [`${name} ${from}`, `${name} ${to}`]));
    // Fixed points instead of a factor: temperatures have an offset, inches of vacuum run downwards.
    const byPoint = ['temperature °F', 'temperature °C', 'pressureGauge in Hg vac'];
    const missing = (Object.keys(QUANTITIES) as QuantityName[])
      .filter((name) => Object.keys(QUANTITIES[name].units).length > 1)
      .flatMap((name) => Object.keys(QUANTITIES[name].units).map((unit) => `${name} ${unit}`))
      .filter((unit) => !told.has(unit) && !byPoint.includes(unit));
    expect(missing).toEqual([]);
  });

  it('fixed points: ice, steam and absolute zero; 29.92 in Hg of vacuum are no pressure at all', () => {
    expect(convert('temperature', '°C', '°F', 0)).toBeCloseTo(32, 9);
    expect(convert('temperature', '°C', '°F', 100)).toBeCloseTo(212, 9);
    expect(convert('temperature', '°F', '°C', -459.67)).toBeCloseTo(-273.15, 9);
    expect(convert('pressureGauge', 'in Hg vac', 'psig', 29.92)).toBeCloseTo(-14.695, 2);
  });
});

describe('bounds', () => {
  it('what is usual is possible, in every quantity', () => {
    for (const name of Object.keys(QUANTITIES) as QuantityName[]) {
      const { possible, usual, units } = QUANTITIES[name];
      expect([name, possible[0] <= usual[0], usual[1] <= possible[1], usual[0] < usual[1]]).toEqual([
        name,
        true,
        true,
        true,
      ]);
      const base = Object.keys(units)[0] as string;
      const middle = (usual[0] + usual[1]) / 2;
      expect([name, judgeReading(name, base, middle).quality]).toEqual([name, 'good']);
      expect(() => judgeReading(name, base, possible[1] * 2 + 1)).toThrow(/impossible/);
    }
  });

  it('hold whatever unit a reading comes in: 90 °C of return air is as doubtful as 194 °F is not', () => {
    expect(judgeReading('temperature', '°C', 160).quality).toBe('doubtful');
    expect(judgeReading('temperature', '°F', 160).quality).toBe('good');
    expect(() => judgeReading('temperature', '°C', -300)).toThrow(/absolute zero/);
    expect(() => judgeReading('voltage', 'kV', 1)).toThrow(/not measured in/);
  });
});
