import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { seededRandom } from '#core/base/random';
import { readingAnswers } from '#core/evidence';
import { humidityRatioFromRh, wetBulb } from '#core/measuring/air';
import { standing } from '#core/measuring/answers';
import {
  buildMachine,
  coolingState,
  RATING_SURROUNDINGS,
  readMachine,
  type Faults,
  type SimFluid,
} from '#core/simulation';
import { TABLE } from '#core/measuring/expected';
import { bandRows } from './banded.ts';
import { fileOf, specOf, unpackedSurfaces, type Build } from './packed.ts';

/** Weather and rooms where somebody reads machines: outdoors and return, °F, and humidity, %. */
const STRATA = {
  typical: [
    [80, 95],
    [74, 78],
    [40, 55],
  ],
  humid: [
    [78, 95],
    [74, 80],
    [58, 72],
  ],
  hot: [
    [100, 112],
    [74, 80],
    [35, 50],
  ],
  dry: [
    [85, 105],
    [74, 80],
    [18, 32],
  ],
  mild: [
    [66, 76],
    [70, 76],
    [40, 60],
  ],
} as const;
const FLUIDS: readonly SimFluid[] = ['R-410A', 'R-22', 'R-407C', 'R-454B', 'R-32'];
/** Volts and amps are another matter. */
const POWER = { volts: [208, 208, 208], amps: [15, 15, 15] } as const;
const MANY = 40;

/** Share of machines that nothing is said against; what is refused counts as neither. */
function calledSound(
  stratum: keyof typeof STRATA,
  device: Build['device'],
  { noise = 0, faults = {} }: { noise?: number; faults?: Faults } = {},
): number {
  const random = seededRandom(77);
  const [outdoors, returns, humidities] = STRATA[stratum];
  const within = ([low, high]: readonly [number, number]) => low + (high - low) * random();
  let sound = 0;
  for (let i = 0; i < MANY; i++) {
    const build: Build = { refrigerant: FLUIDS[i % FLUIDS.length] as SimFluid, device, rejects: 'air' };
    const [outdoorF, returnF] = [within(outdoors), within(returns)];
    const returnWetF = wetBulb(returnF, humidityRatioFromRh(returnF, within(humidities)));
    const around = { ...RATING_SURROUNDINGS, outdoorF, returnF, returnWetF };
    const state = coolingState(buildMachine(specOf(build)), around, faults);
    const readings = [
      ...readMachine(state, POWER as never, random, { noise }),
      { point: 'return wet bulb', value: returnWetF, unit: '°F' } as const,
    ];
    const { answers } = readingAnswers(
      { mode: 'cooling', readings, outdoorF, minutesRunning: 20, condenser: 'clean and dry' },
      { refrigerant: build.refrigerant, metering: device },
    );
    if (answers.every((one) => !['act', 'below', 'above'].includes(standing(one) ?? ''))) sound++;
  }
  return sound / MANY;
}
const NAMES = Object.keys(STRATA) as (keyof typeof STRATA)[];

describe('bands that follow weather and load', () => {
  it.each(NAMES)('call sound machines sound with perfect instruments: %s', (stratum) => {
    expect(calledSound(stratum, 'expansion valve')).toBeGreaterThanOrEqual(0.97);
    expect(calledSound(stratum, 'orifice')).toBeGreaterThanOrEqual(0.97);
  });

  it.each(NAMES)('call those with an orifice sound with ordinary instruments: %s', (stratum) => {
    expect(calledSound(stratum, 'orifice', { noise: 1 })).toBeGreaterThanOrEqual(0.92);
  });

  it('miss at most one in five with a fifth of the charge gone, where charge can be judged', () => {
    const faults: Faults = { 'low charge': 0.2 };
    for (const stratum of NAMES)
      expect([stratum, calledSound(stratum, 'expansion valve', { faults })]).toEqual([stratum, 0]);
    for (const stratum of ['typical', 'humid', 'mild'] as const)
      expect(calledSound(stratum, 'orifice', { faults })).toBeLessThanOrEqual(0.2);
  });

  it('miss at most one in five with half the air gone', () => {
    for (const stratum of NAMES)
      expect(
        calledSound(stratum, 'expansion valve', { faults: { 'low indoor air': 0.5 } }),
      ).toBeLessThanOrEqual(0.2);
  });

  it('are those of the surfaces that ship', () => {
    const build: Build = { refrigerant: 'R-22', device: 'orifice', rejects: 'air' };
    const surfaces = unpackedSurfaces(new Uint8Array(readFileSync(`web/public/expected/${fileOf(build)}`)));
    expect(bandRows(build, surfaces)).toEqual(TABLE['R-22 orifice']);
  });
});

describe('an orifice in dry heat', () => {
  const set = (outdoorF: number, wet: number, suctionLine: number) =>
    readingAnswers(
      {
        ...{ mode: 'cooling', outdoorF, minutesRunning: 20, condenser: 'clean and dry' },
        readings: [
          { point: 'suction pressure', value: 130, unit: 'psig' },
          { point: 'suction line', value: suctionLine, unit: '°F' },
          { point: 'return air', value: 77, unit: '°F' },
          { point: 'return wet bulb', value: wet, unit: '°F' },
        ],
      },
      { refrigerant: 'R-410A', metering: 'orifice' },
    ).answers.find(({ name }) => name === 'superheat');

  it('shows next to no superheat when it is sound: no floodback is called, and no charge judged', () => {
    expect(set(108, 56, 46)).toMatchObject({ advice: 'wait', position: null });
  });

  it('floods where a sound one would not, whatever is said of charge', () => {
    expect(set(85, 66, 46)).toMatchObject({ advice: 'act', position: 'below' });
  });
});
