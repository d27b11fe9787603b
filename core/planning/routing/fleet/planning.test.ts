import { dayMoney, DEFAULT_PLANNING, startAfterNight, USUAL_WEIGHTS, weightsOf } from './index.ts';
import { timeCost } from './route.ts';

const SHIFT = { id: 's', crew: 'Harbour', day: 0, start: 420, end: 930, from: 0, to: 0, people: 2 };

describe('what a plan costs', () => {
  it('weighs as usual where nobody has said what an hour costs', () => {
    expect(weightsOf(DEFAULT_PLANNING)).toEqual(USUAL_WEIGHTS);
  });

  it('weighs overtime by what it is paid, and a van against a person', () => {
    const weights = weightsOf({ hourCents: 4000, overtimeFactor: 2, vanHourCents: 1000 });
    expect(weights).toMatchObject({ overtime: 4, van: 0.25 });
    // Two people and a quarter for the van: sixty minutes on the road are worth 135 of one person.
    const day = (driven: number) => timeCost(SHIFT, driven, 0, 900, weights);
    expect(day(60) - day(0)).toBeCloseTo(135, 9);
    const till = (back: number) => timeCost(SHIFT, 0, 0, back, { ...weights, uneven: 0 });
    expect(till(960) - till(930)).toBeCloseTo(30 * 2 * 4, 9);
  });

  it('is counted in money: an hour and a half on the road, half an hour over, for two', () => {
    const planning = { ...DEFAULT_PLANNING, hourCents: 4000, vanHourCents: 1200 };
    expect(dayMoney(planning, SHIFT, { driveMinutes: 90, overtime: 30 })).toEqual({
      roadCents: 1.5 * (2 * 4000 + 1200),
      overtimeCents: 0.5 * 2 * 4000 * 1.5,
    });
  });

  it('is not known where nobody has said what an hour costs', () => {
    expect(dayMoney(DEFAULT_PLANNING, SHIFT, { driveMinutes: 90, overtime: 30 })).toBeUndefined();
  });
});

describe('a crew that was out in the night', () => {
  const rule = { nightRestMinutes: 600 };

  it('begins so long after it left the last site', () => {
    expect(startAfterNight(rule, { start: 420, left: [-60, 120] })).toBe(720);
  });

  it('begins as always where it left long enough ago, or was not out', () => {
    expect(startAfterNight(rule, { start: 420, left: [-400] })).toBe(420);
    expect(startAfterNight(rule, { start: 420, left: [] })).toBe(420);
  });

  it('does not count what it does in the shift itself', () => {
    expect(startAfterNight(rule, { start: 420, left: [500] })).toBe(420);
  });
});
