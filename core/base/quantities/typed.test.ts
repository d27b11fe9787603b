import fc from 'fast-check';
import { plainNumber, QUANTITIES, typedIn, typedNumber, typedQuantity, type QuantityName } from './index.ts';

const why = (act: () => unknown): string => {
  try {
    act();
  } catch (error) {
    return (error as Error).message;
  }
  return 'was read';
};

describe('the one reader of numbers', () => {
  it.each<[string, number]>([
    ['1200', 1200],
    ['1,200', 1200],
    ['1 200', 1200],
    ['1\u202f200', 1200],
    ["1'200", 1200],
    ['1,200.5', 1200.5],
    ['1.200,5', 1200.5],
    ['1,200,000', 1_200_000],
    ['1.200.000', 1_200_000],
    ['12,5', 12.5],
    ['1234,567', 1234.567],
    ['0,500', 0.5],
    ['0.125', 0.125],
    ['.5', 0.5],
    [',5', 0.5],
    ['5.', 5],
    ['-3', -3],
    ['−3', -3],
    ['+4', 4],
    ['１２００', 1200],
    ['3/8', 0.375],
    ['1 1/8', 1.125],
    ['1-1/8', 1.125],
    ['1½', 1.5],
    ['⅝', 0.625],
    ['-1/2', -0.5],
  ])('%s', (written, value) => expect(typedNumber(written)).toMatchObject({ value, behind: '' }));

  it.each([
    '',
    'ten',
    '.',
    ',',
    '-',
    '12,34,5',
    '1,200,5',
    '1.2.3',
    '5,',
    'Infinity',
    'NaN',
    '٣',
    '208/230',
    '9/8',
  ])('"%s" is none, and it says what to write', (written) =>
    expect(why(() => typedNumber(written))).toMatch(/write (digits|the one)/),
  );

  it.each(['12-14', '12 to 14', '12 – 14', '3 4', '10/4/2', '12 or 14'])('%s is more than one', (written) =>
    expect(why(() => typedNumber(written))).toMatch(/more than one number/),
  );

  it.each(['0x46', '1e3', '1_200', '12abc', '1200?', '5*'])('%s is no plain number', (written) =>
    expect(why(() => plainNumber(written))).toMatch(/not understood|more than one/),
  );

  it.each(['<5', '> 2000', '~12', '±3'])('%s has a sign before it', (written) =>
    expect(why(() => typedNumber(written))).toMatch(/without the sign/),
  );

  it('a mark before exactly three digits can be read both ways, and nobody decides it in silence', () => {
    expect(typedNumber('1,200')).toEqual({ value: 1200, other: 1.2, mark: ',', behind: '' });
    expect(typedNumber('1.200')).toEqual({ value: 1.2, other: 1200, mark: '.', behind: '' });
    expect(why(() => plainNumber('1,200'))).toBe(
      '1,200 can be read as 1200 or as 1.2: write it as one of the two',
    );
    expect(why(() => plainNumber('-1.200'))).toMatch(/-1.2 or as -1200/);
  });

  it('of two ways to read it the one that cannot be is left out', () => {
    expect(plainNumber('53.412', [-90, 90])).toBe(53.412);
    expect(plainNumber('-70,934', [-180, 180])).toBe(-70.934);
    expect(why(() => plainNumber('1,200', [0, 5000]))).toMatch(/can be read as/);
  });

  it('never takes long: a long text is refused as a short one is', () =>
    expect(why(() => typedNumber('1,'.repeat(50_000)))).toMatch(/is no number/));
});

describe('a quantity as it is written', () => {
  it.each<[QuantityName, string, string, number, string]>([
    ['concentration', 'ppm', '1,200', 1200, 'ppm'],
    ['vacuum', 'µ', '12,000 microns', 12_000, 'µ'],
    ['heatRate', 'Btu/h', '150,000', 150_000, 'Btu/h'],
    ['heatRate', 'Btu/h', '44 kW', 44, 'kW'],
    ['temperature', '°F', '22 °C', 22, '°C'],
    ['temperature', '°F', '72F', 72, '°F'],
    ['temperatureDifference', 'Δ°F', '12 °F', 12, 'Δ°F'],
    ['pressureGauge', 'psig', '118 psi', 118, 'psig'],
    ['pressureGauge', 'psig', '20 in. Hg', 20, 'in Hg vac'],
    ['gasPressure', 'in w.c.', '3,5"', 3.5, 'in w.c.'],
    ['gasPressure', 'in w.c.', '3,500', 3.5, 'in w.c.'],
    ['length', 'in', '1-1/8"', 1.125, 'in'],
    ['length', 'in', '1.125', 1.125, 'in'],
    ['insulation', 'MΩ', '2 Mohm', 2, 'MΩ'],
    ['insulation', 'MΩ', '2 megohms', 2, 'MΩ'],
    ['resistance', 'Ω', '2,2 kΩ', 2.2, 'kΩ'],
    ['capacitance', 'µF', '35 mfd', 35, 'µF'],
    ['microAmps', 'µA', '2,500', 2.5, 'µA'],
    ['mass', 'lb', '7 lb 6 oz', 7.375, 'lb'],
    ['mass', 'lb', '10#', 10, 'lb'],
  ])('%s: %s %s', (quantity, unit, written, value, own) =>
    expect(typedQuantity(quantity, unit, written)).toEqual({ value, unit: own }),
  );

  it.each<[QuantityName, string]>([
    ['pressureGauge', 'psig'],
    ['pressureAbsolute', 'psia'],
    ['temperature', '°F'],
    ['temperature', '°C'],
    ['concentration', 'ppm'],
    ['vacuum', 'µ'],
    ['voltage', 'V'],
  ])(
    '%s in %s: a comma before three digits never makes a thousandth of it, though so many cannot be',
    (quantity, unit) => {
      // 1,200 psig is beyond every relief device; 1.2 psig, which it was once taken for, is an empty circuit.
      for (const written of ['1,200', '9,999', '620,000', `30,000 ${unit}`])
        expect([written, typedQuantity(quantity, unit, written).value]).toEqual([
          written,
          Number(written.replace(/\D/g, '')),
        ]);
    },
  );

  it('where both ways to read it can be, it asks', () => {
    expect(why(() => typedQuantity('concentration', 'ppm', '1.200'))).toMatch(/1200 or as 1.2/);
    expect(why(() => typedQuantity('insulation', 'MΩ', '1,200'))).toMatch(/1200 or as 1.2/);
    expect(why(() => typedQuantity('vacuum', 'µ', '1.200'))).toMatch(/1200 or as 1.2/);
  });

  it('a thousandth of an ohm is no million of them, and a unit of another quantity is refused by name', () => {
    expect(why(() => typedQuantity('insulation', 'MΩ', '2 mΩ'))).toMatch(/no unit of it: use MΩ or GΩ/);
    expect(why(() => typedQuantity('pressureGauge', 'psig', '120 psia'))).toMatch(/use psig or kPa\(g\)/);
    expect(why(() => typedQuantity('microAmps', 'µA', '2 mA'))).toMatch(/use µA/);
    expect(why(() => typedQuantity('temperature', '°F', '0x46'))).toMatch(/more than one/);
  });

  it('comes back from every usual spelling of every value (property)', () => {
    const spellings = (value: number): string[] => {
      const fixed = value.toFixed(1);
      const [whole, decimals] = fixed.split('.') as [string, string];
      const grouped = (mark: string) => whole.replace(/(\d)(?=(\d{3})+$)/g, `$1${mark}`);
      return [
        fixed,
        `${whole},${decimals}`,
        `${grouped(',')}.${decimals}`,
        `${grouped('.')},${decimals}`,
        `${grouped(' ')}.${decimals}`,
        `${grouped("'")},${decimals} ppm`,
        ` ${fixed}ppm `,
      ];
    };
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9_999_999 }), (tenths) => {
        const value = tenths / 10;
        for (const written of spellings(value))
          expect([written, typedIn('concentration', 'ppm', written)]).toEqual([written, value]);
      }),
    );
  });

  it('whatever is written, a number comes back that is written there, or a refusal (property)', () => {
    const letters = fc.constantFrom(...'0123456789.,- /x\'"½pmkΩ%<'.split(''));
    fc.assert(
      fc.property(fc.array(letters, { maxLength: 12 }), (signs) => {
        const written = signs.join('');
        let read: number | undefined;
        try {
          read = plainNumber(written);
        } catch (error) {
          expect(error).toBeInstanceOf(RangeError);
        }
        if (read === undefined || /[½/]/.test(written)) return;
        const digits = (text: string) => text.replace(/\D/g, '').replace(/^0+|0+$/g, '');
        expect([written, digits(String(Math.abs(read)))]).toEqual([written, digits(written)]);
      }),
      { numRuns: 2000 },
    );
  });

  it('every unit is read as it is written, beside each quantity', () => {
    for (const quantity of Object.keys(QUANTITIES) as QuantityName[])
      for (const unit of Object.keys(QUANTITIES[quantity].units).filter(Boolean))
        expect([quantity, typedQuantity(quantity, unit, `7 ${unit}`)]).toEqual([
          quantity,
          { value: 7, unit },
        ]);
  });
});
