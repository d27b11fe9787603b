import { DEFAULT_LIMITS, limitBand, limitFrom, positionIn } from './index.ts';

describe('what a company measures by unless it says otherwise', () => {
  it('is what the trade has as its habit [common practice]; 9 ppm in a room [US EPA], 500 µ', () => {
    expect(DEFAULT_LIMITS).toEqual({
      elevationFt: 0,
      chargeOutdoorF: 65,
      superheatLowF: 8,
      superheatHighF: 15,
      subcoolingLowF: 7,
      subcoolingHighF: 13,
      splitLowF: 16,
      splitHighF: 22,
      cfmPerTonLow: 350,
      cfmPerTonHigh: 450,
      vacuumMicrons: 500,
      currentUnbalancePct: 10,
      coActPpm: 100,
      coRoomPpm: 9,
    });
  });

  it('a limit is the company’s as soon as one of its ends is', () => {
    const own = { ...DEFAULT_LIMITS, splitHighF: 24 };
    expect(limitFrom(DEFAULT_LIMITS, 'splitLowF', 'splitHighF')).toBe('common practice');
    expect(limitFrom(own, 'splitLowF', 'splitHighF')).toBe('company setting');
    expect(limitFrom(own, 'splitLowF', 'superheatLowF')).toBe('common practice');
    expect(limitBand(own, 'splitLowF', 'splitHighF', 'ours')).toEqual({
      low: 16,
      high: 24,
      from: 'company setting',
      source: 'ours',
    });
  });

  it('a band that is open on one side is met there, and one that is open on both says nothing', () => {
    const band = (low?: number, high?: number) => ({ low, high, from: 'plate', source: '' }) as const;
    expect([positionIn(-1e9, band(undefined, 5)), positionIn(1e9, band(5))]).toEqual(['inside', 'inside']);
    expect([positionIn(5, band(5)), positionIn(4.9, band(5)), positionIn(5.1, band(undefined, 5))]).toEqual([
      'inside',
      'below',
      'above',
    ]);
    expect(positionIn(5, band())).toBeNull();
  });
});
