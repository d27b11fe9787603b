import { cardOf } from '#core/measuring/cards';
import { readingAnswers, type ReadingSet } from '#core/evidence';
import {
  answer,
  DEFAULT_LIMITS,
  LIMIT_NAMES,
  limitBand,
  limitFrom,
  positionIn,
  urgentFirst,
  withSisters,
} from './index.ts';

const base = {
  name: 'superheat',
  unit: 'Δ°F',
  quantity: 'temperatureDifference',
  formula: 'a − b',
  source: 'here',
} as const;
const CHARGE = {
  refrigerant: 'R-410A',
  suction: 118.4,
  suctionLine: 52,
  liquid: 319,
  liquidLine: 90,
  outdoor: 80,
  device: 'expansion valve',
};
const find = (card: string, name: string, values: object, limits = DEFAULT_LIMITS) =>
  cardOf(card)
    ?.answers(values as never, limits)
    .find((a) => a.name === name);

describe('an answer', () => {
  it('lies in its band, below or above it; without a band it says nothing', () => {
    const band = { low: 8, high: 15, from: 'plate', source: 'plate' } as const;
    expect([7.9, 8, 15, 15.1].map((v) => positionIn(v, band))).toEqual([
      'below',
      'inside',
      'inside',
      'above',
    ]);
    expect(positionIn(3, undefined)).toBeNull();
    expect(positionIn(3, { high: 5, from: 'plate', source: '' })).toBe('inside');
    expect(() => answer({ ...base, value: NaN })).toThrow(RangeError);
    expect(answer({ ...base, value: 3 })).toMatchObject({ position: null, advice: null });
    expect(answer({ ...base, value: 3, improve: ['look'] }).advice).toBe('measure first');
  });

  it('that asks to act is read before the others, which keep their order', () => {
    const given = (['wait', 'act', null, 'act'] as const).map((advice, i) => ({ advice, i }));
    expect(urgentFirst(given).map(({ i }) => i)).toEqual([1, 3, 0, 2]);
  });

  it('has the likeliest sister beside it, by name', () => {
    const answers = [answer({ ...base, value: 11 }), answer({ ...base, name: 'subcooling', value: 4 })];
    const [superheat, subcooling] = withSisters(answers, [
      { tag: 'RTU-2', on: '2026-05-01', name: 'superheat', value: 12 },
      { tag: 'RTU-3', on: '2026-06-01', name: 'superheat', value: 30 },
    ]);
    expect(superheat?.sister).toEqual({ value: 12, where: 'RTU-2, 1 May 2026' });
    expect(subcooling?.sister).toBeUndefined();
  });
});

describe('the company’s limits', () => {
  it('say where they come from: the trade’s habit until the company says otherwise', () => {
    expect(limitFrom(DEFAULT_LIMITS, ...LIMIT_NAMES)).toBe('common practice');
    const own = { ...DEFAULT_LIMITS, superheatHighF: 12 };
    expect(limitBand(own, 'superheatLowF', 'superheatHighF', 'valve')).toEqual({
      low: 8,
      high: 12,
      from: 'company setting',
      source: 'valve',
    });
    expect(limitFrom(own, 'splitLowF')).toBe('common practice');
  });

  it('judge cards and sets of readings alike', () => {
    const own = { ...DEFAULT_LIMITS, superheatHighF: 11, chargeOutdoorF: 60 };
    expect(find('charge', 'superheat', CHARGE)).toMatchObject({
      position: 'inside',
      band: { from: 'common practice' },
    });
    expect(find('charge', 'superheat', CHARGE, own)).toMatchObject({
      position: 'above',
      band: { high: 11, from: 'company setting' },
    });
    const set: ReadingSet = {
      mode: 'cooling',
      outdoorF: 62,
      minutesRunning: 20,
      condenser: 'clean and dry',
      readings: [
        { point: 'suction pressure', value: 118.4, unit: 'psig' },
        { point: 'suction line', value: 52, unit: '°F' },
      ],
    };
    expect(readingAnswers(set, { refrigerant: 'R-410A' }).answers[0]).toMatchObject({
      name: 'superheat',
      advice: 'wait',
    });
    expect(readingAnswers(set, { refrigerant: 'R-410A' }, own).answers[0]).toMatchObject({
      position: 'above',
      band: { from: 'company setting', source: 'expansion valve' },
    });
  });

  it('reach vacuum, unbalance, air and CO', () => {
    const own = {
      ...DEFAULT_LIMITS,
      vacuumMicrons: 300,
      currentUnbalancePct: 5,
      coActPpm: 50,
      splitLowF: 18,
      cfmPerTonHigh: 400,
    };
    expect(
      find('vacuum', 'rise at the end', { start: 400, m1: 420, m2: 430, m5: 440, m10: 450 })?.text,
    ).not.toMatch(/pull to/);
    expect(
      find('vacuum', 'rise at the end', { start: 400, m1: 420, m2: 430, m5: 440, m10: 450 }, own)?.text,
    ).toMatch(/pull to 300/);
    expect(find('unbalance', 'current unbalance', { a1: 20, a2: 20, a3: 22 })?.position).toBe('inside');
    expect(find('unbalance', 'current unbalance', { a1: 20, a2: 20, a3: 22 }, own)?.advice).toBe('act');
    expect(find('combustion', 'CO air-free', { gas: 'natural gas', co: 45, o2: 8 }, own)).toMatchObject({
      position: 'above',
      band: { high: 50 },
    });
    expect(find('split', 'split', { returnAir: 75, supplyAir: 58 }, own)?.position).toBe('below');
  });
});

describe('altitude', () => {
  // Gauge pressure of a boiling liquid rises by what the atmosphere loses: 14.696 − 12.228 psia at 5,000 ft
  // (standard atmosphere).
  it('shifts what a gauge shows of the same saturation', () => {
    const sea = find('pressure-temperature', 'dew pressure', {
      refrigerant: 'R-22',
      temperature: 40,
      elevation: 0,
    });
    const high = find('pressure-temperature', 'dew pressure', {
      refrigerant: 'R-22',
      temperature: 40,
      elevation: 5000,
    });
    expect((high?.value ?? 0) - (sea?.value ?? 0)).toBeCloseTo(2.47, 1);
    const superheat = [0, 5000].map(
      (elevation) => find('charge', 'superheat', { ...CHARGE, elevation })?.value ?? NaN,
    );
    expect(superheat[0]! - superheat[1]!).toBeLessThan(0);
  });

  it('is the company’s where nobody types one, and what is typed wins', () => {
    const high = { ...DEFAULT_LIMITS, elevationFt: 5000 };
    const dew = (given: object, limits = DEFAULT_LIMITS) =>
      find('pressure-temperature', 'dew pressure', { refrigerant: 'R-22', temperature: 40, ...given }, limits)
        ?.value;
    expect(dew({}, high)).toBeCloseTo(dew({ elevation: 5000 }) as number, 9);
    expect(dew({ elevation: 0 }, high)).toBeCloseTo(dew({}) as number, 9);
    const stood = { start: 300, startF: 80, end: 294, endF: 70, minutes: 60 };
    expect(find('standing-test', 'expected now', stood, high)?.value).not.toBeCloseTo(
      find('standing-test', 'expected now', stood)?.value as number,
      2,
    );
  });

  it('raises the rise that the same cfm gives (0.90 for 1.08 at 5,000 ft, ASHRAE Fundamentals)', () => {
    const rise = (elevation: number) =>
      find('rise', 'expected rise', {
        returnAir: 65,
        supplyAir: 110,
        input: 100_000,
        inputFrom: 'clocked',
        cfm: 1600,
        elevation,
      })?.value ?? NaN;
    expect(rise(5000) / rise(0)).toBeCloseTo(1.08 / 0.9, 1);
  });
});
