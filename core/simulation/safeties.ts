import { STANDARD_ATMOSPHERE_PSI } from '#core/measuring/refrigerant';
import type { Balanced } from './search.ts';
import type { Machine } from './spec.ts';
import type { CircuitMode, Opened } from './state.ts';

/**
 * Where safeties open [common practice]: a high-pressure switch at about 148 °F of saturation (some 400 psig
 * of R-22, 600 of R-410A), a low-pressure switch at about 0 °F when it cools and −25 °F when it heats, the
 * internal overload at 290 °F on the discharge line or 1.7 times the rated power, a freeze stat at 35 °F of
 * leaving water.
 */
const SAFETIES = {
  highF: 148,
  lowF: { cooling: 0, defrost: -40, heating: -25 },
  dischargeF: 290,
  powerShare: 1.7,
  freezeF: 35,
} as const;

/** Head at which the high-pressure switch of a machine opens, psia. */
export const highPsia = (machine: Machine): number => machine.fluid.psia(SAFETIES.highF, 'bubble');

const gauge = (psia: number) => psia - STANDARD_ATMOSPHERE_PSI;

/** The high-pressure switch opens as the head goes past it, however far it would have gone. */
export function highPressure(machine: Machine): Opened {
  const limit = gauge(highPsia(machine));
  return { safety: 'high-pressure switch', limit, seen: limit, unit: 'psig' };
}

/** The safety that would open in a steady state, that of the head apart; nothing where all hold. */
export function safetyOf(
  machine: Machine,
  mode: CircuitMode,
  { pass, charge }: Balanced,
  dischargeF: number,
  leavingWaterF: number | undefined,
): Opened | undefined {
  const low = machine.fluid.psia(SAFETIES.lowF[mode], 'dew');
  if (pass.suctionPsia <= low || charge === 'short')
    return {
      safety: 'low-pressure switch',
      limit: gauge(low),
      seen: gauge(Math.min(low, pass.suctionPsia)),
      unit: 'psig',
    };
  if (mode === 'heating' && leavingWaterF !== undefined && leavingWaterF <= SAFETIES.freezeF)
    return { safety: 'freeze stat', limit: SAFETIES.freezeF, seen: leavingWaterF, unit: '°F' };
  if (dischargeF >= SAFETIES.dischargeF)
    return { safety: 'internal overload', limit: SAFETIES.dischargeF, seen: dischargeF, unit: '°F' };
  const watts = pass.compressorBtuh / 3.412;
  const most = SAFETIES.powerShare * machine.ratedCompressorW;
  return watts >= most ? { safety: 'internal overload', limit: most, seen: watts, unit: 'W' } : undefined;
}
