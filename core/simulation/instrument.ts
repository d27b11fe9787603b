import { normal, type Random } from '#core/base/random';
import type { Reading, ReadingPoint } from '#core/evidence';
import { STANDARD_ATMOSPHERE_PSI } from '#core/measuring/refrigerant';
import type { PowerState } from './power.ts';
import type { CircuitState } from './state.ts';

/** Mistakes people make with instruments. */
export const MISTAKES = {
  'swapped hoses': 'low and high hose on the wrong ports',
  'clamp on the wrong line': 'the liquid clamp sits on the suction line',
  'wrong unit': 'temperatures are written down in °C',
} as const;
export type Mistake = keyof typeof MISTAKES;

/**
 * Standard deviations of ordinary instruments [common practice]: 1 % of pressure, 1 °F on a pipe, half in
 * air, half a per cent of volts.
 */
const NOISE = { pressureShare: 0.01, pipeF: 1, airF: 0.5, voltShare: 0.003, ampShare: 0.015 } as const;

/**
 * Reads a state as a technician would, with the noise of ordinary instruments from a seeded source and, where
 * asked for, a mistake.
 *
 * @param noise 0 for perfect instruments, 1 for ordinary ones
 */
export function readMachine(
  state: CircuitState,
  power: PowerState,
  random: Random,
  { noise = 1, mistakes = [] }: { noise?: number; mistakes?: readonly Mistake[] } = {},
): Reading[] {
  const about = (value: number, spread: number) => value + noise * spread * normal(random);
  const gauge = (psia: number) => about(psia - STANDARD_ATMOSPHERE_PSI, NOISE.pressureShare * psia);
  const swapped = mistakes.includes('swapped hoses');
  const suctionPsig = gauge(state.suctionPsia);
  const liquidPsig = gauge(state.liquidPsia);
  const wrongClamp = mistakes.includes('clamp on the wrong line');
  const celsius = mistakes.includes('wrong unit');
  const values: readonly (readonly [ReadingPoint, number, string])[] = [
    ['suction pressure', Math.round(swapped ? liquidPsig : suctionPsig), 'psig'],
    ['suction line', about(state.suctionLineF, NOISE.pipeF), '°F'],
    ['liquid pressure', Math.round(swapped ? suctionPsig : liquidPsig), 'psig'],
    ['liquid line', about(wrongClamp ? state.suctionLineF : state.liquidLineF, NOISE.pipeF), '°F'],
    ['return air', about(state.mixedF, NOISE.airF), '°F'],
    ['supply air', about(state.supplyF, NOISE.airF), '°F'],
    ...(['volts L1-L2', 'volts L2-L3', 'volts L3-L1'] as const).map(
      (point, i) =>
        [point, about(power.volts[i] as number, NOISE.voltShare * (power.volts[i] as number)), 'V'] as const,
    ),
    ...(['amps L1', 'amps L2', 'amps L3'] as const).map(
      (point, i) =>
        [
          point,
          Math.max(0, about(power.amps[i] as number, NOISE.ampShare * (power.amps[i] as number))),
          'A',
        ] as const,
    ),
  ];
  return values.map(([point, value, unit]) => {
    const read = celsius && unit === '°F' ? (value - 32) / 1.8 : value;
    return { point, value: Math.round(read * 10) / 10, unit };
  });
}
