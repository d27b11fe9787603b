import { HEATING_SURROUNDINGS, RATING_SURROUNDINGS, USUAL_SPEC } from '#core/simulation';
import { play, type Wish } from './play.ts';
import { tripSaid } from './trips.ts';

const COOLING: Wish = {
  spec: USUAL_SPEC,
  call: 'cooling',
  around: RATING_SURROUNDINGS,
  faults: {},
  frost: 0,
};
const HEATING: Wish = {
  ...COOLING,
  spec: { ...USUAL_SPEC, heatInputBtuh: 0, heatPump: true, stripKw: 7.5 },
  call: 'heating',
  around: { ...HEATING_SURROUNDINGS, outdoorF: 34 },
};

describe('the machine of the bench', () => {
  it('cools sound beside itself with its faults, with power and no heat', () => {
    const played = play({ ...COOLING, faults: { 'low charge': 0.3 } });
    expect(played.now.netBtuh).toBeLessThan(played.sound.netBtuh);
    expect(played.power.amps[0]).toBeGreaterThan(0);
    expect(played.heat).toBeUndefined();
  });

  it('heats with gas while the circuit stands', () => {
    const played = play({ ...COOLING, call: 'heating', faults: { 'high gas pressure': 1 } });
    expect(played.now.running).toBe(false);
    expect(played.heat?.coPpm).toBeGreaterThan(played.soundHeat?.coPpm as number);
  });

  it('heats with its circuit, grows frost, and says how long a defrost takes', () => {
    const clear = play(HEATING);
    expect(clear.now.mode).toBe('heating');
    expect(clear.frostInAnHour).toBeGreaterThan(0.2);
    expect(clear.defrost).toBeUndefined();
    const frosted = play({ ...HEATING, frost: 0.8 });
    expect(frosted.now.netBtuh).toBeLessThan(clear.now.netBtuh);
    expect(frosted.defrost?.minutes).toBeGreaterThan(1);
  });

  it('grows no frost where it takes its heat from water', () => {
    const loop = play({ ...HEATING, spec: { ...HEATING.spec, rejects: 'water', eer: 13, stripKw: 0 } });
    expect(loop.now.mode).toBe('heating');
    expect(loop.frostInAnHour).toBeUndefined();
  });

  it('says on what it trips, at what and in the units of the screen', () => {
    const { now } = play({ ...COOLING, faults: { 'condenser fan dead': 1 } });
    expect(now.opens?.safety).toBe('high-pressure switch');
    expect(tripSaid(now.opens!, 'US')).toMatch(/^the high-pressure switch opens at \d{3} psig$/);
    expect(tripSaid(now.opens!, 'metric')).toMatch(/opens at [\d,]+ kPa\(g\)$/);
    const starved = play({ ...COOLING, faults: { 'low charge': 0.7 } }).now;
    expect(tripSaid(starved.opens!, 'US')).toMatch(
      /low-pressure switch opens at \d+ psig, it would see −?\d+ psig/,
    );
    const limit = play({ ...COOLING, call: 'heating', faults: { 'low indoor air': 1 } }).heat;
    expect(tripSaid(limit!.opens!, 'US')).toMatch(/high limit opens at 190 °F/);
  });

  it('refuses a machine nobody builds', () => {
    expect(() => play({ ...COOLING, spec: { ...USUAL_SPEC, tons: 900 } })).toThrow(RangeError);
  });
});
