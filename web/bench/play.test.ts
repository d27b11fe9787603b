import { RATING_SURROUNDINGS, USUAL_SPEC } from '#core/simulation';
import { play } from './play.ts';

describe('the machine of the bench', () => {
  it('runs sound beside itself with its faults, with heat and power', () => {
    const played = play(USUAL_SPEC, RATING_SURROUNDINGS, { 'low charge': 0.5 });
    expect(played.now?.netBtuh).toBeLessThan(played.sound.netBtuh);
    expect(played.heat?.riseF).toBeCloseTo(played.soundHeat?.riseF as number, 9);
    expect(played.power?.amps[0]).toBeGreaterThan(0);
    expect(played.chargeLb).toBeGreaterThan(5);
  });

  it('has no heat where it has none', () => {
    expect(play({ ...USUAL_SPEC, heatInputBtuh: 0 }, RATING_SURROUNDINGS, {}).heat).toBeUndefined();
  });

  it('says that it trips, and still shows the sound one, where no steady state is left', () => {
    const played = play(
      USUAL_SPEC,
      { ...RATING_SURROUNDINGS, outdoorF: 114 },
      { 'condenser fan dead': 1, 'condenser fouled': 1 },
    );
    expect(played.now).toBeUndefined();
    expect(played.trips).toMatch(/would trip/);
    expect(played.sound.running).toBe(true);
  });

  it('refuses a machine nobody builds', () => {
    expect(() => play({ ...USUAL_SPEC, tons: 900 }, RATING_SURROUNDINGS, {})).toThrow(RangeError);
  });
});
