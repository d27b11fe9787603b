import fc from 'fast-check';
import library from 'psychrolib';
import {
  airFlowFromRise,
  airFlowFromSplit,
  atmospherePsia,
  beltDeflection,
  beltLength,
  blowerRpm,
  coolingBtuh,
  enthalpy,
  fanAt,
  humidityRatio,
  humidityRatioFromRh,
  outdoorAirShare,
  riseFrom,
  sensibleBtuh,
  sensibleFactor,
  specificVolume,
  trapDepth,
  waterVaporPsia,
  wetBulb,
} from './index.ts';

library.SetUnitSystem(library.IP);

const dry = fc.double({ min: 20, max: 120, noNaN: true });
const altitude = fc.double({ min: 0, max: 9000, noNaN: true });
const near = (value: number, reference: number, share: number) =>
  expect(Math.abs(value / reference - 1)).toBeLessThan(share);

describe('moist air against the psychrometric library (psychrolib, ASHRAE Fundamentals 2017)', () => {
  it('agrees on the atmosphere, saturation, humidity, heat content and volume', () => {
    fc.assert(
      fc.property(dry, fc.double({ min: 5, max: 100, noNaN: true }), altitude, (f, rh, ft) => {
        const psia = library.GetStandardAtmPressure(ft);
        near(atmospherePsia(ft), psia, 1e-4);
        near(waterVaporPsia(f), library.GetSatVapPres(f), 1e-5);
        const ratio = library.GetHumRatioFromRelHum(f, rh / 100, psia);
        near(humidityRatioFromRh(f, rh, ft), ratio, 1e-3);
        near(enthalpy(f, ratio), library.GetMoistAirEnthalpy(f, ratio), 1e-6);
        near(specificVolume(f, ratio, ft), library.GetMoistAirVolume(f, ratio, psia), 1e-4);
      }),
    );
  });

  it('agrees on wet bulbs both ways', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 40, max: 110, noNaN: true }),
        fc.double({ min: 0, max: 25, noNaN: true }),
        altitude,
        (f, depression, ft) => {
          const wet = f - depression;
          const reference = library.GetHumRatioFromTWetBulb(f, wet, library.GetStandardAtmPressure(ft));
          fc.pre(reference > 1e-4);
          near(humidityRatio(f, wet, ft), reference, 2e-3);
          const back = wetBulb(f, humidityRatio(f, wet, ft), ft);
          near(humidityRatio(f, back, ft), humidityRatio(f, wet, ft), 1e-3);
          // About freezing a wick of ice and one of water show the same air at two temperatures (ASHRAE
          // Fundamentals 2017, chapter 1: one equation above, another below the triple point); either is
          // right there.
          if (Math.abs(wet - 32) > 3) expect(back).toBeCloseTo(wet, 2);
        },
      ),
      { examples: [[55.4375, 23.437500000000004, 5998.897275396125]] },
    );
  });

  it('refuses what cannot be', () => {
    expect(() => humidityRatio(70, 75)).toThrow(/cannot lie above/);
    expect(() => humidityRatioFromRh(70, 120)).toThrow(RangeError);
    expect(() => atmospherePsia(60_000)).toThrow(RangeError);
    expect(() => waterVaporPsia(900)).toThrow(RangeError);
  });
});

describe('air flow', () => {
  it('1.08 at sea level, 0.90 at 5,000 ft (ASHRAE Fundamentals, by density)', () => {
    expect(sensibleFactor()).toBeCloseTo(1.08, 9);
    expect(sensibleFactor(5000)).toBeCloseTo(0.9, 2);
  });

  it('from rise and back (any flow, any altitude)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 200, max: 40_000, noNaN: true }),
        fc.double({ min: 10, max: 90, noNaN: true }),
        altitude,
        (cfm, rise, ft) => {
          const output = sensibleBtuh(cfm, rise, ft);
          expect(airFlowFromRise(output, rise, ft)).toBeCloseTo(cfm, 5);
          expect(riseFrom(output, cfm, ft)).toBeCloseTo(rise, 8);
        },
      ),
    );
    expect(() => airFlowFromRise(80_000, 2)).toThrow(/too small/);
  });

  it(
    '80 °F dry, 67 °F wet onto a coil, 58/56 off it: 400 cfm carry about a ton (ARI rating ' +
      'conditions, from memory; psychrometric library above)',
    () => {
      const ton = coolingBtuh(400, { dryF: 80, wetF: 67 }, { dryF: 58, wetF: 56.5 });
      expect(ton).toBeGreaterThan(10_800);
      expect(ton).toBeLessThan(13_200);
      expect(airFlowFromSplit(ton, { dryF: 80, wetF: 67 }, { dryF: 58, wetF: 56.5 })).toBeCloseTo(400, 6);
      expect(() => airFlowFromSplit(12_000, { dryF: 60, wetF: 50 }, { dryF: 70, wetF: 60 })).toThrow(
        /which side/,
      );
    },
  );
});

describe('fans, pulleys and belts', () => {
  it(
    'fan laws: ten per cent more speed gives 10 % flow, 21 % pressure, 33.1 % power (ASHRAE Systems ' +
      'and Equipment)',
    () => {
      const then = fanAt({ rpm: 1000, cfm: 2000, staticInWc: 1, hp: 1 }, 1100);
      expect([then.cfm, then.staticInWc, then.hp].map((v) => Math.round(v * 1000) / 1000)).toEqual([
        2200, 1.21, 1.331,
      ]);
      expect(() => fanAt({ rpm: 0, cfm: 1, staticInWc: 1, hp: 1 }, 100)).toThrow(RangeError);
    },
  );

  it('a fan changed and changed back is the same fan', () => {
    const rpm = fc.double({ min: 200, max: 3000, noNaN: true });
    fc.assert(
      fc.property(rpm, rpm, (a, b) => {
        const back = fanAt(fanAt({ rpm: a, cfm: 2000, staticInWc: 0.8, hp: 2 }, b), a);
        expect(back.cfm).toBeCloseTo(2000, 6);
        expect(back.hp).toBeCloseTo(2, 8);
      }),
    );
  });

  it('pulleys and belts by geometry: equal pulleys of 4 in, 20 in apart, take 40 + 4π in', () => {
    expect(blowerRpm(1750, 4, 8)).toBe(875);
    expect(beltLength(20, 4, 4)).toBeCloseTo(40 + 4 * Math.PI, 9);
    expect(() => beltLength(3, 6, 4)).toThrow(/touch/);
    expect(beltDeflection(32)).toBe(0.5);
  });
});

describe('outdoor air', () => {
  it('is a share of three temperatures, and refused when they lie too close (common practice: 15 °F)', () => {
    expect(outdoorAirShare(75, 68, 40)).toBeCloseTo(20, 9);
    expect(() => outdoorAirShare(75, 74, 65)).toThrow(/15 °F/);
  });

  it('a trap is deeper than the suction by an inch [M, IMC]', () => expect(trapDepth(-1.5)).toBe(2.5));
});
