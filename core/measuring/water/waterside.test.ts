import fc from 'fast-check';
import { rejectedBtuh, waterBtuh, waterFlow } from './index.ts';

describe('water side', () => {
  it('3 tons at EER 13 and 9 gpm give 10.1 °F (worked example, heat balance)', () => {
    const rejected = rejectedBtuh(36_000, 13);
    expect(rejected).toBeCloseTo(45_449, 0);
    expect(rejected / (500 * 9)).toBeCloseTo(10.1, 1);
  });

  it('flow and heat are each other’s inverse', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.double({ min: 1, max: 40, noNaN: true }),
        (gpm, delta) => {
          expect(waterFlow(waterBtuh(gpm, delta), delta)).toBeCloseTo(gpm, 8);
        },
      ),
    );
    expect(() => waterFlow(10_000, 0.1)).toThrow(/hardly changes/);
  });

  it('energy is conserved: what is rejected less what is cooled is the electricity', () => {
    expect(rejectedBtuh(36_000, 12) - 36_000).toBeCloseTo((36_000 / 12) * 3.412, 6);
    expect(() => rejectedBtuh(1, 0)).toThrow(RangeError);
  });
});
