import fc from 'fast-check';
import { convert, QUANTITIES, type QuantityName } from '#core/base/quantities';
import { CARDS, cardOf, readInput, workedOut, type CardEntries } from './index.ts';

/* Every field of every card at its edges, and every spelling of a number that can hurt. */

/** What of an answer reassures: it lies within, and nothing is to be done. */
const reassures = ({ position, advice }: { position: string | null; advice: string | null }) =>
  position === 'inside' && advice === null;

/**
 * Limits beyond which a reading alone can hurt somebody or lose a machine: no answer of that name may
 * reassure.
 */
const HURTS: readonly {
  card: string;
  input: string;
  name: RegExp;
  from: number;
  to: number;
  more?: CardEntries;
}[] = [
  { card: 'combustion', input: 'ambient', name: /room/, from: 9, to: 9999 },
  { card: 'combustion', input: 'co', name: /air-free/, from: 100, to: 9999 },
  {
    card: 'combustion',
    input: 'supply',
    name: /supply/,
    from: 9,
    to: 9999,
    more: { return: { value: 0, unit: 'ppm' } },
  },
  { card: 'combustion', input: 'supply', name: /supply/, from: 9, to: 9999 },
  {
    card: 'vacuum',
    input: 'm10',
    name: /rise/,
    from: 1001,
    to: 759_999,
    more: { start: { value: 400 }, m1: { value: 500 }, m2: { value: 550 }, m5: { value: 600 } },
  },
  { card: 'gas-pressure', input: 'manifold', name: /manifold|input/, from: 5.1, to: 90 },
  { card: 'gas-pressure', input: 'static', name: /inlet/, from: 14.1, to: 90 },
  {
    card: 'cycle',
    input: 'discharge',
    name: /discharge/,
    from: 226,
    to: 900,
    more: { refrigerant: { value: 'R-410A' } },
  },
  {
    card: 'cycle',
    input: 'liquid',
    name: /head/,
    from: 610,
    to: 999,
    more: { refrigerant: { value: 'R-410A' } },
  },
  {
    card: 'unbalance',
    input: 'a1',
    name: /highest/,
    from: 21,
    to: 900,
    more: { rated: { value: 20 }, phase: { value: '1' } },
  },
  {
    card: 'rise',
    input: 'supplyAir',
    name: /rise/,
    from: 131,
    to: 900,
    more: { returnAir: { value: 70 }, riseMax: { value: 60 } },
  },
  {
    card: 'boiler-water',
    input: 'supply',
    name: /flow/,
    from: 211,
    to: 600,
    more: { return: { value: 180 } },
  },
  {
    card: 'cylinder',
    input: 'gross',
    name: /room/,
    from: 71,
    to: 900,
    more: { refrigerant: { value: 'R-410A' }, capacity: { value: 50 }, tare: { value: 28 } },
  },
];

describe('no spelling of a number that can hurt reads within (property)', () => {
  const spellings = (value: number): string[] => {
    const grouped = (mark: string) => String(Math.round(value)).replace(/\B(?=(\d{3})+$)/g, mark);
    const half = Math.round(value * 10) / 10;
    return [
      String(half),
      String(half).replace('.', ','),
      half.toFixed(2),
      half.toFixed(3),
      half.toFixed(3).replace('.', ','),
      ...[',', '.', ' ', "'", '\u00a0'].map(grouped),
      `${grouped(',')}.0`,
      `${grouped('.')},0`,
      `0x${Math.round(value).toString(16)}`,
      half.toExponential(),
      `${half}/1`,
      `~${half}`,
      `${half}!`,
    ];
  };

  it.each(HURTS)('$card, $input from $from', ({ card, input, name, from, to, more = {} }) => {
    const own = cardOf(card)!.inputs.find((i) => i.name === input)!;
    fc.assert(
      fc.property(fc.double({ min: from, max: to, noNaN: true }), (value) => {
        for (const written of spellings(value)) {
          let read: { typed: number; unit: string } | undefined;
          try {
            read = readInput(own, written, own.unit ?? '');
          } catch (error) {
            expect(error).toBeInstanceOf(RangeError);
            continue;
          }
          const { answers: said } = workedOut(card, {
            ...more,
            [input]: { value: read.typed, unit: read.unit },
          });
          expect([written, said.filter((a) => name.test(a.name) && reassures(a)).map((a) => a.name)]).toEqual(
            [written, []],
          );
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('every field of every card at its edges', () => {
  const CASES = CARDS.flatMap((card) =>
    card.inputs
      .filter((input) => !input.choices)
      .map((input) => ({ card, input, label: `${card.id}: ${input.name}` })),
  );

  it.each(CASES)('$label', ({ card, input }) => {
    /** A card filled in with what is usual everywhere, and one field as given. */
    const filled = (typed: string): ReturnType<typeof workedOut> | string => {
      const usual: Record<string, { value: number | string; unit?: string }> = {};
      for (const other of card.inputs) {
        if (other.choices) usual[other.name] = { value: other.usual ?? (other.choices[0] as string) };
        else
          usual[other.name] = {
            value: (SENSIBLE[other.unit ?? ''] ?? 10) as number,
            ...(other.unit ? { unit: other.unit } : {}),
          };
      }
      try {
        const read = readInput(input, typed, input.unit ?? '');
        return workedOut(card.id, {
          ...usual,
          [input.name]: { value: read.typed, ...(read.unit ? { unit: read.unit } : {}) },
        });
      } catch (error) {
        expect(error).toBeInstanceOf(RangeError);
        return (error as Error).message;
      }
    };
    for (const typed of [
      '0',
      '-1',
      '1e99',
      '99999999',
      '-99999999',
      '1,200',
      '1.200',
      '12 furlongs',
      'NaN',
      '',
    ]) {
      const said = filled(typed);
      // Either it is refused with a reason, or every answer is a number with a word on it.
      if (typeof said === 'string') expect(said.length).toBeGreaterThan(8);
      else {
        for (const answer of said.answers)
          expect([typed, answer.name, Number.isFinite(answer.value)]).toEqual([typed, answer.name, true]);
        for (const { why } of said.errors) expect(why.length).toBeGreaterThan(4);
      }
    }
    for (const typed of ['1e99', 'NaN', '', '12 furlongs'])
      expect([typed, typeof filled(typed)]).toEqual([typed, 'string']);
    if (!input.quantity) return;
    expect(typeof filled('-99999999')).toBe('string');
    const quantity: QuantityName = input.quantity;
    const { possible, units } = QUANTITIES[quantity];
    const [first] = Object.keys(units) as [string];
    // At the bounds it is taken, beyond them refused, whatever the unit of the field.
    for (const bound of possible) {
      const beyond = bound === possible[0] ? bound - 1 : bound + 1;
      if (!(input.positive && bound <= 0))
        expect(() => readInput(input, `${bound} ${first}`, first)).not.toThrow();
      expect(() => readInput(input, `${beyond} ${first}`, first)).toThrow(RangeError);
    }
    // In every other unit it says the same.
    // A little off what the other fields hold: equal ones would turn by the last digit.
    const own = (SENSIBLE[input.unit ?? ''] ?? 10) * 1.03;
    const said = (typed: string) => {
      const found = filled(typed);
      return typeof found === 'string'
        ? found
        : found.answers.map((a) => [
            a.name,
            a.position,
            a.advice,
            Math.abs(a.value) > 100 ? Math.round(a.value) : Math.round(a.value * 100) + 0,
          ]);
    };
    for (const unit of Object.keys(units).filter(Boolean)) {
      const typed = `${convert(quantity, input.unit as string, unit, own).toFixed(9)} ${unit}`;
      expect([typed, said(typed)]).toEqual([typed, said(String(own))]);
    }
  });
});

/** A value of each unit that no card finds odd. */
const SENSIBLE: Readonly<Record<string, number>> = {
  psig: 120,
  '°F': 70,
  'Δ°F': 20,
  µ: 400,
  'in w.c.': 0.3,
  ppm: 2,
  '%': 9,
  V: 208,
  A: 10,
  'Btu/h': 100_000,
  cfm: 1600,
  'Btu/ft³': 1000,
  s: 40,
  ft: 20,
};
