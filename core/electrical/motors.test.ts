import fc from 'fast-check';
import { capacitanceFromAmps, controlVolts, deratingFor, insulationAt40C, windings } from './index.ts';

describe('windings', () => {
  it('alike, unlike, shorted and open are told apart (common practice: a few per cent)', () => {
    expect(windings([1.2, 1.22, 1.19], false).verdict).toBe('alike');
    expect(windings([1.2, 1.2, 0.7], false).verdict).toBe('unlike');
    expect(windings([0.01, 1.2, 1.2], false).verdict).toBe('shorted');
    expect(windings([undefined, 1.2, 1.2], false).verdict).toBe('open');
    expect(() => windings([1, 2], false)).toThrow(/three pairs/);
  });

  it('open and hot is the overload, not a dead compressor (common practice)', () => {
    const hot = windings([undefined, undefined, undefined], true);
    expect(hot.verdict).toBe('open on overload');
    expect(hot.text).toMatch(/before anything is condemned/);
  });
});

describe('insulation, capacitors, control power', () => {
  it('insulation halves for each 10 °C up to 40 °C [M, IEEE 43]', () => {
    expect(insulationAt40C(40, 20)).toBeCloseTo(10, 9);
    expect(insulationAt40C(5, 40)).toBe(5);
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1000, noNaN: true }),
        fc.double({ min: -10, max: 90, noNaN: true }),
        (r, t) => expect(insulationAt40C(r, t + 10) / insulationAt40C(r, t)).toBeCloseTo(2, 9),
      ),
    );
  });

  it('µF = 2,652 · A / V at 60 Hz (reactance)', () => {
    expect(capacitanceFromAmps(1, 1)).toBeCloseTo(2652.6, 1);
    expect(capacitanceFromAmps(5.3, 400)).toBeCloseTo(35.1, 1);
    expect(() => capacitanceFromAmps(1, 0)).toThrow(RangeError);
  });

  it('a 240 V tap on 208 V gives 20.8 V of control (turns ratio)', () =>
    expect(controlVolts(208, 240)).toBeCloseTo(20.8, 9));

  it('derating falls from 1 at 1 % to 0.75 at 5 % and ends there (NEMA MG 1 figure 14-1 [M])', () => {
    expect([0.5, 1, 3, 5].map(deratingFor)).toEqual([1, 1, 0.88, 0.75]);
    expect(() => deratingFor(6)).toThrow(/must not run/);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 4, noNaN: true }), (u) =>
        expect(deratingFor(u + 1)).toBeLessThanOrEqual(deratingFor(u)),
      ),
    );
  });
});
