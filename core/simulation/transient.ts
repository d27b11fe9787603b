import { strength, type Faults } from './faults.ts';
import type { CircuitState } from './state.ts';

/**
 * Time constants with which a machine settles after a change, minutes [common practice: about ten to settle]:
 * pressures part first, pipes and air follow, the shell of the compressor and the wet coil come last.
 */
const SETTLING_MIN = { pressures: 1.2, pipes: 2.6, heavy: 4 } as const;
const FAST: readonly (keyof CircuitState)[] = [
  'evaporatingF',
  'condensingF',
  'suctionPsia',
  'dischargePsia',
  'liquidPsia',
  'meteringInletPsia',
  'poundsPerHour',
  'compressorW',
  'totalW',
];
const SLOW: readonly (keyof CircuitState)[] = ['dischargeF', 'condensateLb', 'surfaceF'];
/** One swing of a hunting valve, minutes [common practice]. */
const SWING_MIN = 2.2;

/**
 * The state some minutes after a change: every quantity closes in on its new steady value, superheat and
 * subcooling follow from pressures and pipes as they do at the gauges. A hunting valve swings about it for
 * ever.
 */
export function settling(
  from: CircuitState,
  to: CircuitState,
  minutes: number,
  faults: Faults = {},
): CircuitState {
  const left = (constant: number) => Math.exp(-Math.max(0, minutes) / constant);
  const shares = {
    fast: left(SETTLING_MIN.pressures),
    slow: left(SETTLING_MIN.heavy),
    pipes: left(SETTLING_MIN.pipes),
  };
  const entries = (Object.keys(to) as (keyof CircuitState)[]).map((key) => {
    const share = FAST.includes(key) ? shares.fast : SLOW.includes(key) ? shares.slow : shares.pipes;
    const [a, b] = [from[key], to[key]];
    return [key, typeof a === 'number' && typeof b === 'number' ? b + (a - b) * share : b];
  });
  const between = Object.fromEntries(entries) as unknown as CircuitState;
  const wet = to.suctionQuality < 1 || from.suctionQuality < 1;
  const state = {
    ...between,
    ...(wet ? {} : { superheatF: Math.max(0, between.suctionLineF - between.evaporatingF) }),
    subcoolingF: Math.max(0, between.condensingF - between.liquidLineF),
  };
  const hunting = strength(faults, 'valve hunting');
  if (hunting === 0 || !to.running) return state;
  const swing = Math.sin((2 * Math.PI * minutes) / SWING_MIN) * hunting;
  const superheatF = Math.max(0, state.superheatF + 9 * swing);
  const evaporatingF = state.evaporatingF - 3 * swing;
  return {
    ...state,
    superheatF,
    evaporatingF,
    suctionLineF: evaporatingF + superheatF,
    suctionPsia: state.suctionPsia * (1 - 0.055 * swing),
    liquidPsia: state.liquidPsia * (1 - 0.015 * swing),
    supplyF: state.supplyF + 1.2 * swing,
  };
}

/** So little may differ between looks over two minutes for readings to count as settled [common practice]. */
const STEADY = { pressureShare: 0.005, lineF: 0.5, dischargeF: 1.5 } as const;
/** Looks over this long tell, minutes; a hunting valve swings within it. */
export const LOOK_MIN = 2.2;

/** Whether a machine has come to rest, from several looks at its gauges, as a technician would tell it. */
export function hasSettled(looks: readonly CircuitState[]): boolean {
  if (looks.some((look) => look.running !== looks[0]?.running)) return false;
  const spread = (key: Watched) => {
    const values = looks.map((look) => look[key]);
    return Math.max(...values) - Math.min(...values);
  };
  const share = (key: Watched) => spread(key) / (looks.at(-1)?.[key] ?? 1);
  return (
    share('suctionPsia') <= STEADY.pressureShare &&
    share('liquidPsia') <= STEADY.pressureShare &&
    spread('superheatF') <= STEADY.lineF &&
    spread('subcoolingF') <= STEADY.lineF &&
    spread('supplyF') <= STEADY.lineF &&
    spread('dischargeF') <= STEADY.dischargeF
  );
}
type Watched = 'suctionPsia' | 'liquidPsia' | 'superheatF' | 'subcoolingF' | 'supplyF' | 'dischargeF';
