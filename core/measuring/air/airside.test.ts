import { sensibleBtuh } from './index.ts';

describe('air side', () => {
  it(
    '1.08 × cfm × ΔT (ASHRAE Handbook – Fundamentals, standard air): 2,000 cfm over 20 °F carries ' +
      '43,200 Btu/h',
    () => {
      expect(sensibleBtuh(2000, 20)).toBeCloseTo(43_200, 6);
    },
  );
});
