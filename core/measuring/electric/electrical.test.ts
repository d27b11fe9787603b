import fc from 'fast-check';
import { currentUnbalance, voltageUnbalance, maximumProtection, minimumCircuitAmpacity } from './index.ts';

describe('unbalance', () => {
  it('462, 463, 455 V is 1.1 % (US DOE motor tip sheet, worked example; from memory)', () => {
    expect(voltageUnbalance([462, 463, 455]).percent).toBeCloseTo(1.1, 1);
    expect(voltageUnbalance([462, 463, 455]).verdict).toBe('derate');
  });

  it('acts at the limits of NEMA MG 1', () => {
    expect(voltageUnbalance([460, 460, 460]).verdict).toBe('fine');
    expect(voltageUnbalance([480, 462, 460]).verdict).toBe('act');
    expect(voltageUnbalance([480, 420, 460]).verdict).toBe('do not run');
    expect(currentUnbalance([20, 20, 26]).verdict).toBe('act');
  });

  it('does not depend on the order of the legs or on their scale (property)', () => {
    const leg = fc.double({ min: 1, max: 600, noNaN: true });
    fc.assert(
      fc.property(leg, leg, leg, fc.double({ min: 0.1, max: 10, noNaN: true }), (a, b, c, k) => {
        const once = voltageUnbalance([a, b, c]).percent;
        expect(voltageUnbalance([c, a, b]).percent).toBeCloseTo(once, 9);
        expect(voltageUnbalance([a * k, b * k, c * k]).percent).toBeCloseTo(once, 6);
      }),
    );
  });

  it('refuses a missing or dead leg instead of averaging it away', () => {
    expect(() => voltageUnbalance([230, 231])).toThrow(RangeError);
    expect(() => voltageUnbalance([230, 0, 231])).toThrow(/three readings above zero/);
  });
});

describe('circuit sizing', () => {
  it('follows the worked example [M, NEC 440]: 22.4 + 3.9 + 1.8 A give 33.7 A and 50 A', () => {
    expect(minimumCircuitAmpacity([22.4, 3.9, 1.8])).toBeCloseTo(33.7, 9);
    expect(maximumProtection([22.4, 3.9, 1.8])).toBe(50);
  });

  it('does not care about the order, and refuses no loads or impossible ones', () => {
    expect(minimumCircuitAmpacity([1.8, 22.4, 3.9])).toBeCloseTo(33.7, 9);
    expect(maximumProtection([2])).toBe(15);
    expect(() => minimumCircuitAmpacity([])).toThrow(RangeError);
    expect(() => maximumProtection([5, -1])).toThrow(/above zero/);
  });
});
