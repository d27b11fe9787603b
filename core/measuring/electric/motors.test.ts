import fc from 'fast-check';
import {
  singlePhaseWindings,
  capacitanceFromAmps,
  controlVolts,
  deratingFor,
  insulationAt40C,
  windings,
} from './index.ts';

describe('windings of three phases', () => {
  const of = (ohms: readonly (number | undefined)[], shell?: 'cool' | 'hot') => windings(ohms, shell).verdict;

  it('alike, unlike and shorted are told apart (common practice: a few per cent)', () => {
    expect(of([1.2, 1.22, 1.19])).toBe('alike');
    expect(of([1.2, 1.2, 0.9])).toBe('unlike');
    expect(of([0.01, 1.2, 1.2])).toBe('shorted');
    expect(() => windings([1, 2], 'cool')).toThrow(/three pairs/);
    expect(() => windings([1, -2, 1], 'cool')).toThrow(/negative/);
  });

  // Three equal windings R. Wye, one open: the two pairs with it are open, the third reads 2R. Delta, one
  // open: the pair across it reads 2R (two in series), the others R, where all read 2R/3 before.
  it('an open wye phase opens two pairs, an open delta leg raises one (series and parallel circuit)', () => {
    const R = 1.5;
    expect(of([undefined, undefined, 2 * R], 'cool')).toBe('open wye phase');
    expect(of([2 * R, R, R], 'cool')).toBe('open delta leg');
    expect(of([R, R * 1.02, 2 * R], 'hot')).toBe('open delta leg');
    expect(of([undefined, R, R], 'cool')).toBe('no winding does that');
  });

  it('open on a shell that is hot, or nobody knows, is perhaps the overload and waits (common practice)', () => {
    for (const shell of ['hot', undefined] as const) {
      expect(of([undefined, undefined, undefined], shell)).toBe('perhaps the overload');
      expect(of([undefined, undefined, 3], shell)).toBe('perhaps the overload');
    }
    expect(windings([undefined, undefined, undefined], undefined).text).toMatch(
      /before anything is condemned/,
    );
    expect(of([undefined, undefined, undefined], 'cool')).toBe('all open');
  });
});

describe('windings of one phase', () => {
  const of = (commonRun?: number, commonStart?: number, runStart?: number, shell?: 'cool' | 'hot') =>
    singlePhaseWindings({ commonRun, commonStart, runStart }, shell);

  it('start to run is the sum of the other two (series circuit)', () => {
    expect(of(0.8, 3.2, 4).verdict).toBe('alike');
    expect(of(0.8, 3.2, 2).verdict).toBe('unlike');
    expect(of(3.2, 0.8, 4).text).toMatch(/named the wrong way round/);
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 5, noNaN: true }),
        fc.double({ min: 5.1, max: 20, noNaN: true }),
        (run, start) => expect(of(run, start, run + start).verdict).toBe('alike'),
      ),
    );
  });

  it('common open to both is the overload, unless the shell is known to be cool (common practice)', () => {
    expect(of(undefined, undefined, 4).verdict).toBe('perhaps the overload');
    expect(of(undefined, undefined, 4, 'cool')).toMatchObject({ verdict: 'all open' });
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
