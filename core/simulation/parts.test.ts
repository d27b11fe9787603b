import fc from 'fast-check';
import { seededRandom } from '#core/base/random';
import { saturationPressure } from '#core/measuring/refrigerant';
import {
  buildMachine,
  coolingState,
  FAULT_NAMES,
  fluidOf,
  heatState,
  powerState,
  RATING_SURROUNDINGS,
  readMachine,
  settling,
  SIM_FLUIDS,
  stopsCompressor,
  strength,
  USUAL_SPEC,
  type CircuitState,
  type SimFluid,
} from './index.ts';
import { rootBetween } from './roots.ts';

const FLUIDS = Object.keys(SIM_FLUIDS) as SimFluid[];
const machine = buildMachine(USUAL_SPEC);
const at = (outdoorF: number, faults = {}, more = {}): CircuitState =>
  coolingState(machine, { ...RATING_SURROUNDINGS, outdoorF, returnF: 76, returnWetF: 63, ...more }, faults);

describe('fluids', () => {
  it.each(FLUIDS)('%s: saturation is that of the published curves, there and back', (name) => {
    const fluid = fluidOf(name);
    for (const f of [0, 40, 80, 120]) {
      expect(fluid.psia(f, 'dew') - 14.696).toBeCloseTo(saturationPressure(name, 'dew', f), 6);
      expect(fluid.saturationF(fluid.psia(f, 'bubble'), 'bubble')).toBeCloseTo(f, 2);
    }
  });

  it.each(FLUIDS)(
    '%s: latent heat falls towards the critical point, liquid gets lighter, vapour heavier (Watson 1943)',
    (name) => {
      const fluid = fluidOf(name);
      const steps = [0, 30, 60, 90, 120];
      for (const [i, f] of steps.entries()) {
        const next = steps[i + 1];
        if (next === undefined) continue;
        expect(fluid.latent(next)).toBeLessThan(fluid.latent(f));
        expect(fluid.liquidDensity(next)).toBeLessThan(fluid.liquidDensity(f));
        expect(fluid.vapourDensity(next, next)).toBeGreaterThan(fluid.vapourDensity(f, f));
      }
      // Superheated vapour holds more heat and is lighter.
      expect(fluid.vapour(60, 40)).toBeGreaterThan(fluid.vapour(40, 40));
      expect(fluid.vapourDensity(70, 40)).toBeLessThan(fluid.vapourDensity(40, 40));
    },
  );

  it(
    'saturated vapour of R-22 at 40 °F weighs 1.52 lb/ft³, that of R-410A 1.99 (published tables, ' +
      'from memory)',
    () => {
      expect(fluidOf('R-22').vapourDensity(40, 40)).toBeGreaterThan(1.45);
      expect(fluidOf('R-22').vapourDensity(40, 40)).toBeLessThan(1.6);
      expect(fluidOf('R-410A').vapourDensity(40, 40)).toBeGreaterThan(1.9);
      expect(fluidOf('R-410A').vapourDensity(40, 40)).toBeLessThan(2.25);
    },
  );
});

describe('a sound machine in other weather', () => {
  it('cools less and draws more the hotter it is outdoors', () => {
    const states = [75, 85, 95, 105].map((f) => at(f));
    for (const [i, state] of states.entries()) {
      const next = states[i + 1];
      if (!next) continue;
      expect(next.netBtuh).toBeLessThan(state.netBtuh);
      expect(next.totalW).toBeGreaterThan(state.totalW);
      expect(next.condensingF).toBeGreaterThan(state.condensingF);
    }
  });

  it('takes more water out of humid air, and evaporates warmer', () => {
    const [dry, humid] = [at(90, {}, { returnWetF: 56 }), at(90, {}, { returnWetF: 70 })];
    expect(humid.condensateLb).toBeGreaterThan(dry.condensateLb + 1);
    expect(humid.evaporatingF).toBeGreaterThan(dry.evaporatingF);
    expect(humid.mixedF - humid.supplyF).toBeLessThan(dry.mixedF - dry.supplyF);
  });

  it('mixes outdoor air in: the coil sees it, the split counts from the mixture', () => {
    const mixed = at(95, {}, { outdoorAirShare: 0.3 });
    expect(mixed.mixedF).toBeCloseTo(76 + 0.3 * (95 - 76), 6);
    expect(at(95).mixedF).toBe(76);
  });

  it('an orifice and a valve of one size agree at the rating point', () => {
    const orifice = coolingState(buildMachine({ ...USUAL_SPEC, device: 'orifice' }), RATING_SURROUNDINGS);
    expect(orifice.netBtuh / coolingState(machine, RATING_SURROUNDINGS).netBtuh).toBeCloseTo(1, 1);
  });

  it('does not depend on its size in temperatures and pressures', () => {
    const [small, large] = [3, 20].map((tons) =>
      coolingState(buildMachine({ ...USUAL_SPEC, tons }), RATING_SURROUNDINGS),
    );
    expect(large?.suctionPsia).toBeCloseTo(small?.suctionPsia as number, 1);
    expect(large?.superheatF).toBeCloseTo(small?.superheatF as number, 1);
    expect((large?.netBtuh as number) / (small?.netBtuh as number)).toBeCloseTo(20 / 3, 1);
  });
});

describe('faults', () => {
  it('of no strength change nothing', () => {
    const none = Object.fromEntries(FAULT_NAMES.map((name) => [name, 0]));
    expect(at(90, none)).toEqual(at(90));
    expect(() => strength({ 'low charge': -0.1 }, 'low charge')).toThrow(/0 to 1/);
    expect(() => strength({ 'low charge': NaN }, 'low charge')).toThrow(RangeError);
  });

  it('that stop the compressor are the overload, a lost phase and a full pan', () => {
    expect(FAULT_NAMES.filter((name) => stopsCompressor({ [name]: 1 }))).toEqual([
      'open overload',
      'phase loss',
      'clogged drain',
    ]);
    expect(at(90, { 'clogged drain': 0.5 }).running).toBe(true);
  });

  it(
    'a stuck or missing valve: wide open floods and evaporates warm, shut starves and evaporates ' + 'cold',
    () => {
      const [open, shut, missing] = [
        at(90, { 'valve stuck open': 0.8 }),
        at(90, { 'valve stuck shut': 0.8 }),
        at(90, { 'valve missing': 0.6 }),
      ];
      expect(open.superheatF).toBeLessThan(3);
      expect(shut.superheatF).toBeGreaterThan(at(90).superheatF + 8);
      expect(shut.evaporatingF).toBeLessThan(open.evaporatingF - 5);
      expect(missing.superheatF).toBeLessThan(1);
      expect(missing.netBtuh).toBeLessThan(at(90).netBtuh);
    },
  );

  it('a restriction cools what comes after it: the drier is colder behind than before', () => {
    const state = at(90, { 'liquid-line restriction': 0.9 });
    expect(state.liquidLineF - state.afterRestrictionF).toBeGreaterThan(3);
    expect(at(90).liquidLineF - at(90).afterRestrictionF).toBeLessThan(0.5);
  });

  it('what does not condense shows at the gauge, and stays there at rest', () => {
    const state = at(90, { 'non-condensables': 0.5 });
    expect(state.liquidPsia).toBeGreaterThan(fluidOf('R-410A').psia(state.condensingF, 'bubble') + 15);
  });
});

describe('power', () => {
  it('a lost phase leaves one pair of volts and no compressor', () => {
    const power = powerState(machine, at(90, { 'phase loss': 1 }), { 'phase loss': 1 });
    expect(power.amps).toEqual([0, 0, 0]);
    expect(power.volts.filter((v) => v > 180)).toHaveLength(1);
    expect(power.controlVolts).toBeLessThan(20);
  });

  it('twice the volts carry the same watts with half the amps', () => {
    const state = at(90);
    const amps = (volts: number) => powerState(buildMachine({ ...USUAL_SPEC, volts }), state).amps[0];
    expect(amps(208) / amps(416)).toBeCloseTo(2, 6);
  });
});

describe('gas heat', () => {
  it('less air, more rise; far less, and the limit opens', () => {
    const rise = (lost: number) =>
      heatState(machine, { ...RATING_SURROUNDINGS, returnF: 66 }, { 'low indoor air': lost });
    expect(rise(0.4).riseF).toBeGreaterThan(rise(0).riseF * 1.3);
    expect([rise(0).opens, rise(1).opens?.safety]).toEqual([undefined, 'high limit']);
    // Rise = output / (1.08 × cfm) at sea level.
    expect(rise(0).riseF).toBeCloseTo(rise(0).outputBtuh / (1.08 * machine.ratedCfm), 0);
  });

  it('a weak flame changes only its signal', () => {
    const [sound, weak] = [
      heatState(machine, RATING_SURROUNDINGS),
      heatState(machine, RATING_SURROUNDINGS, { 'weak flame': 0.9 }),
    ];
    expect(weak.flameMicroAmps).toBeLessThan(1);
    expect({ ...weak, flameMicroAmps: 0 }).toEqual({ ...sound, flameMicroAmps: 0 });
  });
});

describe('instruments and time', () => {
  it('a perfect instrument reads the same twice; noise grows with what is asked for', () => {
    const [state, power] = [at(90), powerState(machine, at(90))];
    expect(readMachine(state, power, seededRandom(1), { noise: 0 })).toEqual(
      readMachine(state, power, seededRandom(2), { noise: 0 }),
    );
    const spread = (noise: number) => {
      const lines = Array.from(
        { length: 300 },
        (_, seed) =>
          readMachine(state, power, seededRandom(seed), { noise }).find((r) => r.point === 'suction line')
            ?.value ?? 0,
      );
      const mean = lines.reduce((a, b) => a + b, 0) / lines.length;
      return Math.sqrt(lines.reduce((sum, v) => sum + (v - mean) ** 2, 0) / lines.length);
    };
    expect(spread(1)).toBeGreaterThan(0.85);
    expect(spread(1)).toBeLessThan(1.15);
    expect(spread(3) / spread(1)).toBeCloseTo(3, 0);
  });

  it('settling closes in steadily and never overshoots (property)', () => {
    const [a, b] = [at(90), at(90, { 'condenser fouled': 0.5 })];
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        (minutes, later) => {
          const gap = (m: number) => Math.abs(settling(a, b, m).condensingF - b.condensingF);
          expect(gap(minutes + later)).toBeLessThanOrEqual(gap(minutes) + 1e-9);
        },
      ),
    );
    expect(settling(a, b, -5)).toEqual(settling(a, b, 0));
  });
});

describe('the search between two ends', () => {
  it('finds the root of a known function, from both ends or from near it (cube root of two)', () => {
    const cube = (x: number) => x ** 3 - 2;
    expect(rootBetween(cube, 0, 5, 1e-10).x).toBeCloseTo(Math.cbrt(2), 9);
    for (const x of [0, 1.2, 1.3, 5])
      expect(rootBetween(cube, 0, 5, 1e-10, { x, step: 0.1 }).x).toBeCloseTo(Math.cbrt(2), 9);
  });

  it('stays inside its ends and says how far it is from a solution', () => {
    const asked: number[] = [];
    const { x, rest } = rootBetween(
      (at) => {
        asked.push(at);
        return at - 100;
      },
      0,
      10,
      1e-6,
      { x: 3, step: 1 },
    );
    expect([x, rest]).toEqual([10, -90]);
    expect(Math.max(...asked)).toBeLessThanOrEqual(10);
  });
});
