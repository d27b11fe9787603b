import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import fc from 'fast-check';
import { seededRandom } from '#core/base/random';
import { readingAnswers } from '#core/evidence';
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
  usualEer,
  USUAL_SPEC,
  type Fault,
  type MachineSpec,
  type SimFluid,
} from './index.ts';

const MILD = { ...RATING_SURROUNDINGS, outdoorF: 90, returnF: 76, returnWetF: 63 };
const build = (more: Partial<MachineSpec> = {}) => buildMachine({ ...USUAL_SPEC, ...more });
const eerOf = (refrigerant: SimFluid) => usualEer(refrigerant, 'air');

describe('the simulated machine at its rating points', () => {
  it.each(['expansion valve', 'orifice'] as const)(
    'with %s rates what it says at A and changes to B as published ratings do',
    (device) => {
      for (const refrigerant of Object.keys(SIM_FLUIDS) as SimFluid[]) {
        const machine = build({ device, refrigerant, eer: eerOf(refrigerant) });
        const a = coolingState(machine, RATING_SURROUNDINGS);
        const b = coolingState(machine, { ...RATING_SURROUNDINGS, outdoorF: 82 });
        // A: 95 °F outdoors, 80/67 °F indoors (AHRI 210/240, 340/360); within 2 % of nominal tons and of the
        // EER it was built to.
        expect([refrigerant, Math.abs(a.netBtuh / 60_000 - 1) < 0.02]).toEqual([refrigerant, true]);
        expect([refrigerant, Math.abs(a.netBtuh / a.totalW / eerOf(refrigerant) - 1) < 0.02]).toEqual([
          refrigerant,
          true,
        ]);
        // B: 82 °F outdoors; published ratings gain 1 to 9 % capacity, with an orifice as little as nothing,
        // and lose 9 to 17 % power [from memory].
        const least = device === 'orifice' ? 0.99 : 1.01;
        expect([refrigerant, b.netBtuh / a.netBtuh > least, b.netBtuh / a.netBtuh < 1.09]).toEqual([
          refrigerant,
          true,
          true,
        ]);
        expect([refrigerant, b.totalW / a.totalW > 0.83, b.totalW / a.totalW < 0.91]).toEqual([
          refrigerant,
          true,
          true,
        ]);
      }
    },
  );

  it(
    'reaches the minimum EER of its size class, 11.2 from 65 to 135 kBtu/h (2010) [M, US DOE], at ' +
      'any size',
    () => {
      for (const tons of [3, 7.5, 10, 20]) {
        const machine = build({ tons, eer: 11.2 });
        const a = coolingState(machine, RATING_SURROUNDINGS);
        expect(a.netBtuh / a.totalW).toBeCloseTo(11.2, 0);
        expect(machine.chargeLb / tons).toBeGreaterThan(1);
        expect(machine.chargeLb / tons).toBeLessThan(3);
      }
    },
  );

  it(
    'with a water-cooled condenser warms its water by about ten degrees at 3 gpm a ton (ISO 13256-1 ' +
      'conditions [M])',
    () => {
      const machine = build({ rejects: 'water', eer: 13, tons: 3, heatInputBtuh: 0 });
      const state = coolingState(machine, RATING_SURROUNDINGS);
      expect(state.leavingOutdoorF - RATING_SURROUNDINGS.waterF).toBeGreaterThan(9);
      expect(state.leavingOutdoorF - RATING_SURROUNDINGS.waterF).toBeLessThan(12);
    },
  );

  it('refuses what nobody builds', () => {
    expect(() => build({ tons: 500 })).toThrow(RangeError);
    expect(() => build({ eer: 30 })).toThrow(/no compressor reaches/);
  });
});

describe('conservation', () => {
  const strengths = fc.double({ min: 0, max: 0.8, noNaN: true });
  const refrigerantFaults: readonly Fault[] = FAULT_NAMES.filter(
    (f) => !/rotation|overload|phase|flame|gas|exchanger|drain|supply|combustion/.test(f),
  );
  const machines = (['expansion valve', 'orifice'] as const).map((device) => build({ device }));

  it('of energy, mass and charge to 0.1 %, in any weather, with any fault that does not stop it', () => {
    let solved = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...machines),
        fc.double({ min: 70, max: 108, noNaN: true }),
        fc.double({ min: 70, max: 82, noNaN: true }),
        fc.double({ min: 6, max: 18, noNaN: true }),
        fc.constantFrom(...refrigerantFaults),
        strengths,
        (machine, outdoorF, returnF, depression, fault, strength) => {
          const state = coolingState(
            machine,
            { ...RATING_SURROUNDINGS, outdoorF, returnF, returnWetF: returnF - depression },
            { [fault]: strength },
          );
          solved++;
          expect(state.imbalance.energy).toBeLessThan(0.001);
          expect(state.imbalance.mass).toBeLessThan(0.001);
          expect(state.imbalance.charge).toBeLessThan(0.001);
          expect(state.liquidPsia).toBeGreaterThan(state.suctionPsia);
        },
      ),
      { numRuns: 150, seed: 4180 },
    );
    expect(solved).toBeGreaterThan(120);
  });
});

describe('faults change what physics says they change', () => {
  const both = [build(), build({ device: 'orifice' })] as const;
  const change = (fault: Fault, strength: number, i: 0 | 1) =>
    [coolingState(both[i], MILD), coolingState(both[i], MILD, { [fault]: strength })] as const;

  it('a lost charge takes subcooling first; a working valve holds superheat as long as it can', () => {
    const [sound, low] = change('low charge', 0.1, 0);
    expect(low.subcoolingF).toBeLessThan(sound.subcoolingF - 3);
    const [orifice, starved] = change('low charge', 0.15, 1);
    expect(starved.superheatF).toBeGreaterThan(orifice.superheatF + 5);
    expect(starved.evaporatingF).toBeLessThan(orifice.evaporatingF);
  });

  it('low air cools less air more, and the pressures fall', () => {
    for (const i of [0, 1] as const) {
      const [sound, low] = change('low indoor air', 0.5, i);
      expect(low.mixedF - low.supplyF).toBeGreaterThan(sound.mixedF - sound.supplyF);
      expect(low.evaporatingF).toBeLessThan(sound.evaporatingF);
      expect(low.netBtuh).toBeLessThan(sound.netBtuh);
    }
  });

  it('each fault that costs capacity costs more the stronger it is', () => {
    for (const fault of ['low charge', 'low indoor air', 'compressor leakage', 'valve stuck open'] as const) {
      const capacity = [0, 0.25, 0.5].map((s) => coolingState(both[1], MILD, { [fault]: s }).netBtuh);
      expect([fault, capacity[0]! > capacity[1]! && capacity[1]! > capacity[2]!]).toEqual([fault, true]);
    }
    // Dirt costs efficiency with either device; with an orifice a higher head also feeds a starved coil.
    for (const machine of both) {
      const eer = [0, 0.25, 0.5].map((s) => coolingState(machine, MILD, { 'condenser fouled': s }));
      const [a, b, c] = eer.map((state) => state.netBtuh / state.totalW) as [number, number, number];
      expect([a > b, b > c]).toEqual([true, true]);
    }
  });

  it('stopped machines stand at the pressure of ambient; reversed ones hardly part', () => {
    const rest = coolingState(both[0], MILD, { 'open overload': 1 });
    expect(rest.running).toBe(false);
    expect(rest.suctionPsia).toBeCloseTo(fluidOf('R-410A').psia(90, 'bubble'), 6);
    const reversed = coolingState(both[0], MILD, { 'reversed rotation': 1 });
    expect(reversed.liquidPsia - reversed.suctionPsia).toBeLessThan(40);
    expect(reversed.compressorW).toBeGreaterThan(0.6 * coolingState(both[0], MILD).compressorW);
    expect(() => coolingState(both[0], MILD, { 'low charge': 2 })).toThrow(/0 to 1/);
  });
});

describe('heat and power', () => {
  const machine = build();

  it('more manifold gives more input by the square root, less oxygen, more rise (orifice flow)', () => {
    const [sound, high] = [heatState(machine, MILD), heatState(machine, MILD, { 'high gas pressure': 1 })];
    expect(high.inputBtuh / sound.inputBtuh).toBeCloseTo(Math.sqrt(1.6), 6);
    expect(high.o2Pct).toBeLessThan(sound.o2Pct);
    expect(high.riseF).toBeGreaterThan(sound.riseF);
    expect(sound.o2Pct).toBeCloseTo(8, 0);
    expect(() => heatState(build({ heatInputBtuh: 0 }), MILD)).toThrow(RangeError);
  });

  it('a large hole thins the flue gas, weakens the flame and puts CO into supply air', () => {
    const [sound, holed] = [heatState(machine, MILD), heatState(machine, MILD, { 'holed exchanger': 0.8 })];
    expect(holed.o2Pct).toBeGreaterThan(sound.o2Pct);
    expect(holed.flameMicroAmps).toBeLessThan(sound.flameMicroAmps);
    expect([sound.supplyCoPpm, holed.supplyCoPpm > 0]).toEqual([0, true]);
  });

  it('a little voltage unbalance is much current unbalance (NEMA MG 1 [M])', () => {
    const power = powerState(machine, coolingState(machine, MILD), { 'unbalanced supply': 0.4 });
    const results = readingAnswers(
      {
        mode: 'cooling',
        readings: readMachine(coolingState(machine, MILD), power, seededRandom(1), { noise: 0 }),
      },
      { refrigerant: 'R-410A' },
    ).answers;
    const [volts, amps] = ['voltage unbalance', 'current unbalance'].map(
      (name) => results.find((r) => r.name === name)?.value ?? 0,
    );
    expect(amps! / volts!).toBeGreaterThan(5);
  });
});

describe('instruments', () => {
  const machine = build();
  const state = coolingState(machine, MILD);
  const power = powerState(machine, state);
  const charge = (readings: ReturnType<typeof readMachine>) =>
    readingAnswers({ mode: 'cooling', readings, outdoorF: 90, minutesRunning: 20 }, { refrigerant: 'R-410A' })
      .answers;

  it('that are perfect give back superheat and subcooling of the state', () => {
    const results = charge(readMachine(state, power, seededRandom(7), { noise: 0 }));
    expect(results.find((r) => r.name === 'superheat')?.value).toBeCloseTo(state.superheatF, 0);
    expect(results.find((r) => r.name === 'subcooling')?.value).toBeCloseTo(state.subcoolingF, 0);
  });

  it('are the same for the same seed and scatter about the truth', () => {
    expect(readMachine(state, power, seededRandom(7))).toEqual(readMachine(state, power, seededRandom(7)));
    const suction = Array.from(
      { length: 200 },
      (_, i) => readMachine(state, power, seededRandom(i))[0]?.value ?? 0,
    );
    expect(suction.reduce((a, b) => a + b, 0) / 200).toBeCloseTo(state.suctionPsia - 14.696, -1);
  });

  it('make the mistakes that are asked for', () => {
    const value = (readings: ReturnType<typeof readMachine>, point: string) =>
      readings.find((r) => r.point === point)?.value ?? 0;
    const swapped = readMachine(state, power, seededRandom(7), { mistakes: ['swapped hoses'] });
    expect(value(swapped, 'suction pressure')).toBeGreaterThan(value(swapped, 'liquid pressure'));
    expect(
      value(readMachine(state, power, seededRandom(7), { mistakes: ['wrong unit'] }), 'return air'),
    ).toBeLessThan(30);
    expect(
      value(
        readMachine(state, power, seededRandom(7), { noise: 0, mistakes: ['clamp on the wrong line'] }),
        'liquid line',
      ),
    ).toBeCloseTo(state.suctionLineF, 0);
  });
});

describe('settling', () => {
  it('begins where it was and ends where it goes; a hunting valve never ends', () => {
    const machine = build();
    const [a, b] = [coolingState(machine, MILD), coolingState(machine, MILD, { 'low indoor air': 0.5 })];
    expect(settling(a, b, 0).evaporatingF).toBeCloseTo(a.evaporatingF, 9);
    expect(settling(a, b, 60).evaporatingF).toBeCloseTo(b.evaporatingF, 4);
    const swings = [60, 60.55, 61.65].map((m) => settling(a, b, m, { 'valve hunting': 1 }).superheatF);
    expect(Math.max(...swings) - Math.min(...swings)).toBeGreaterThan(5);
  });
});

it('the simulation imports nothing that judges: it cannot know how faults are told apart', () => {
  const folder = path.dirname(fileURLToPath(import.meta.url));
  for (const file of readdirSync(folder).filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts')))
    expect([
      file,
      /diagnosis|cards|measurement/.test(
        readFileSync(path.join(folder, file), 'utf8')
          .match(/from '[^']+'/g)
          ?.join() ?? '',
      ),
    ]).toEqual([file, false]);
});
