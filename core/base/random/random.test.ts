import { normal, oneOf, seededRandom, wholeBetween } from './index.ts';

const draws = <T>(n: number, draw: () => T): T[] => Array.from({ length: n }, draw);

describe('seeded numbers', () => {
  it(
    'are the same for the same seed and others for another, also for seeds beyond 32 bits and below ' +
      'zero',
    () => {
      const first = (seed: number) => draws(5, seededRandom(seed));
      expect(first(7)).toEqual(first(7));
      for (const seed of [8, -7, 2 ** 31, 0]) expect(first(seed)).not.toEqual(first(7));
    },
  );

  it(
    'lie in [0, 1) and fill it evenly (chi-square with 9 degrees of freedom: 27.9 is passed once in ' +
      'a thousand)',
    () => {
      const random = seededRandom(4180);
      const boxes = Array.from({ length: 10 }, () => 0);
      for (const x of draws(20_000, random)) {
        expect(x >= 0 && x < 1).toBe(true);
        boxes[Math.floor(x * 10)] = (boxes[Math.floor(x * 10)] as number) + 1;
      }
      expect(boxes.reduce((sum, n) => sum + (n - 2000) ** 2 / 2000, 0)).toBeLessThan(27.9);
    },
  );

  it('one after another do not follow each other: serial correlation about 0 ± 2/√n', () => {
    const x = draws(10_000, seededRandom(3));
    const mean = x.reduce((a, b) => a + b) / x.length;
    const over = x.slice(1).reduce((sum, v, i) => sum + (v - mean) * ((x[i] as number) - mean), 0);
    const under = x.reduce((sum, v) => sum + (v - mean) ** 2, 0);
    expect(Math.abs(over / under)).toBeLessThan(0.03);
  });
});

describe('what is drawn from them', () => {
  it('whole numbers reach both ends and nothing beyond', () => {
    const random = seededRandom(1);
    expect(new Set(draws(500, () => wholeBetween(random, 3, 6)))).toEqual(new Set([3, 4, 5, 6]));
    expect(wholeBetween(random, 4, 4)).toBe(4);
  });

  it('one of a list, never of none', () => {
    const random = seededRandom(2);
    expect(new Set(draws(200, () => oneOf(random, ['a', 'b', 'c'])))).toEqual(new Set(['a', 'b', 'c']));
    expect(() => oneOf(random, [])).toThrow(RangeError);
  });

  it(
    'normal numbers have mean 0 and deviation 1, and 68.3 % lie within one of them (normal ' +
      'distribution)',
    () => {
      const random = seededRandom(5);
      const x = draws(20_000, () => normal(random));
      const mean = x.reduce((a, b) => a + b) / x.length;
      const deviation = Math.sqrt(x.reduce((sum, v) => sum + (v - mean) ** 2, 0) / x.length);
      expect(Math.abs(mean)).toBeLessThan(0.03);
      expect(deviation).toBeCloseTo(1, 1);
      expect(x.filter((v) => Math.abs(v) < 1).length / x.length).toBeCloseTo(0.683, 1);
      expect(x.every(Number.isFinite)).toBe(true);
    },
  );
});
