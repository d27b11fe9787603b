import { normal, oneOf, seededRandom, wholeBetween } from './index.ts';

describe('random numbers', () => {
  it('repeat from the same seed and differ from another', () => {
    const take = (seed: number) => Array.from({ length: 5 }, seededRandom(seed));
    expect(take(7)).toEqual(take(7));
    expect(take(7)).not.toEqual(take(8));
  });

  it('are spread evenly: mean ½ and variance 1/12 of the uniform distribution', () => {
    const random = seededRandom(42);
    const values = Array.from({ length: 100_000 }, random);
    const mean = values.reduce((a, b) => a + b, 0) / values.length;
    const variance = values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length;
    expect(mean).toBeCloseTo(0.5, 2);
    expect(variance).toBeCloseTo(1 / 12, 2);
    expect(Math.min(...values.slice(0, 1000))).toBeGreaterThanOrEqual(0);
    expect(Math.max(...values.slice(0, 1000))).toBeLessThan(1);
  });

  it('whole numbers reach both ends and no further; normal ones have mean 0 and deviation 1', () => {
    const random = seededRandom(1);
    const dice = Array.from({ length: 3000 }, () => wholeBetween(random, 1, 6));
    expect([Math.min(...dice), Math.max(...dice)]).toEqual([1, 6]);
    const bell = Array.from({ length: 50_000 }, () => normal(random));
    expect(bell.reduce((a, b) => a + b, 0) / bell.length).toBeCloseTo(0, 1);
    expect(Math.sqrt(bell.reduce((a, b) => a + b * b, 0) / bell.length)).toBeCloseTo(1, 1);
    expect(() => oneOf(random, [])).toThrow(RangeError);
  });
});
