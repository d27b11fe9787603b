import { coolingSplit, sensibleBtuh } from './index.ts';

describe('air side', () => {
  it('1.08 × cfm × ΔT (ASHRAE Handbook – Fundamentals, standard air): 2,000 cfm over 20 °F carries 43,200 Btu/h', () => {
    expect(sensibleBtuh(2000, 20)).toBeCloseTo(43_200, 6);
  });

  it('judges the split by 16–22 °F (common practice)', () => {
    expect(coolingSplit(75, 56).verdict).toBe('within');
    expect(coolingSplit(75, 66)).toMatchObject({ value: 9, verdict: 'low', note: expect.stringContaining('Humid') });
    expect(coolingSplit(78, 51).verdict).toBe('high');
    expect(() => coolingSplit(NaN, 55)).toThrow(RangeError);
  });
});
