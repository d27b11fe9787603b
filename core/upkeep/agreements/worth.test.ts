import { callsAvoided } from './index.ts';

describe('calls that maintenance may have spared', () => {
  it('is the difference of the rates for all machines, with the range chance leaves', () => {
    // 24 calls in 40 machine years against 90 in 60: 0.6 against 1.5, for ten machines nine calls a year.
    const worth = callsAvoided({ calls: 24, unitYears: 40 }, { calls: 90, unitYears: 60 }, 10)!;
    expect(worth).toMatchObject({ own: 0.6, others: 1.5, mayBeChance: false });
    expect(worth.aYear).toBeCloseTo(9, 6);
    // Standard error by hand: sqrt(24/1600 + 90/3600) = 0.2.
    expect(worth.low).toBeCloseTo(9 - 1.645 * 2, 3);
    expect(worth.high).toBeCloseTo(9 + 1.645 * 2, 3);
  });

  it('says where it may be chance, and where more came than elsewhere', () => {
    expect(callsAvoided({ calls: 9, unitYears: 10 }, { calls: 30, unitYears: 30 }, 5)?.mayBeChance).toBe(
      true,
    );
    expect(callsAvoided({ calls: 80, unitYears: 20 }, { calls: 30, unitYears: 30 }, 5)!.aYear).toBeLessThan(
      0,
    );
  });

  it('compares nothing where too little is on record', () => {
    expect(callsAvoided({ calls: 1, unitYears: 0.5 }, { calls: 30, unitYears: 30 }, 5)).toBeUndefined();
    expect(callsAvoided({ calls: 9, unitYears: 10 }, { calls: 19, unitYears: 30 }, 5)).toBeUndefined();
    expect(callsAvoided({ calls: 9, unitYears: 10 }, { calls: 30, unitYears: 30 }, 0)).toBeUndefined();
  });

  it('no call at all is still no proof: one more would be chance', () => {
    const worth = callsAvoided({ calls: 0, unitYears: 2 }, { calls: 20, unitYears: 40 }, 2)!;
    expect(worth.mayBeChance).toBe(true);
  });
});
