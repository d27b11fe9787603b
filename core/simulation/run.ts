import { enthalpy, specificVolume, wetBulb } from '#core/measuring/air';
import type { Circuit, Pass } from './circuit.ts';
import { FUSION_BTU_LB } from './coil.ts';
import { airRate, coolingCircuit, heatingCircuit, indoorStream, ontoF } from './duty.ts';
import { stopsCompressor, strength, type Faults } from './faults.ts';
import { balanced, type Balanced } from './search.ts';
import { highPressure, highPsia, safetyOf } from './safeties.ts';
import type { Machine } from './spec.ts';
import {
  HEATING_SURROUNDINGS,
  RATING_SURROUNDINGS,
  type CircuitMode,
  type CircuitState,
  type Surroundings,
} from './state.ts';
import { atRest, backwards } from './stopped.ts';

const { abs, max, min } = Math;
const BTU_PER_WH = 3.412;

/**
 * The steady state of a machine that is asked to cool: mass through compressor and metering device, energy in
 * both coils and the weight of the charge all balance. Where a safety would open, `opens` names it: past the
 * high-pressure switch the state is the last one before it, else the one that the safety would end.
 */
export function coolingState(machine: Machine, around: Surroundings, faults: Faults = {}): CircuitState {
  if (stopsCompressor(faults)) return atRest(machine, around, faults);
  if (strength(faults, 'reversed rotation') >= 0.5) return backwards(machine, around, faults);
  // A valve that stays where it was: the call is for cooling and the machine heats.
  if (machine.heating && strength(faults, 'reversing valve stuck') >= 0.5)
    return circuitHeats(machine, around, faults, 0);
  return circuitCools(machine, around, faults);
}

/**
 * The steady state of a heat pump that is asked to heat, with frost on the outdoor coil as it is at the
 * moment.
 *
 * @param frost share of the outdoor coil that is closed by frost, 0 to 1
 * @throws RangeError for a machine whose circuit cannot heat
 */
export function heatPumpState(
  machine: Machine,
  around: Surroundings,
  faults: Faults = {},
  frost = 0,
): CircuitState {
  if (!machine.heating) throw new RangeError('the circuit of this machine cannot heat');
  const strips = stripW(machine, faults);
  if (stopsCompressor(faults)) return withStrips(atRest(machine, around, faults), strips);
  if (strength(faults, 'reversed rotation') >= 0.5)
    return withStrips(backwards(machine, around, faults), strips);
  if (strength(faults, 'reversing valve stuck') >= 0.5)
    return withStrips(circuitCools(machine, around, faults), strips);
  // A defrost that does not come leaves the coil to close up; in mild weather there is no frost to leave.
  const kept = around.outdoorF < FROST_UNDER_F ? strength(faults, 'defrost not working') : 0;
  return withStrips(circuitHeats(machine, around, faults, max(frost, kept)), strips);
}
/** Above this outdoors a running coil stays above freezing [common practice]. */
const FROST_UNDER_F = 42;

/** Electric heat that comes on, W. */
const stripW = (machine: Machine, faults: Faults): number =>
  machine.spec.stripKw * 1000 * (1 - strength(faults, 'strip heat out'));

/** The same machine with its electric heat on behind the coil. */
function withStrips(state: CircuitState, strips: number): CircuitState {
  const warmed = (strips * BTU_PER_WH) / (1.08 * state.cfm);
  return {
    ...state,
    stripW: strips,
    supplyF: state.supplyF + warmed,
    netBtuh: state.mode === 'cooling' ? state.netBtuh : state.netBtuh + strips * BTU_PER_WH,
    totalW: state.totalW + strips,
  };
}

/** A defrost: the circuit cools, the outdoor fan stands, the outdoor coil melts what is on it. */
export interface Defrost {
  readonly state: CircuitState;
  readonly frostLb: number;
  /** Until the coil is clear, or until the control gives up, min. */
  readonly minutes: number;
  readonly clears: boolean;
}

/** Frost that closes an outdoor coil, lb for each ton [common practice, rounded]. */
const FROST_LB_PER_TON = 2.2;
/**
 * Until pressures have changed sides, min, and what of the rejected heat melts: the rest warms metal and air
 * [common practice].
 */
const [REVERSING_MIN, MELTS_SHARE] = [0.8, 0.5] as const;
/** A defrost control ends after this [common practice]. */
const DEFROST_MOST_MIN = 10;

/** How far frost closes the coil after so many minutes of a state, and never more than all of it. */
export const frostAfter = (machine: Machine, state: CircuitState, minutes: number, frost = 0): number =>
  state.mode === 'heating' && state.surfaceF < 32
    ? min(1, frost + ((state.condensateLb / 60) * minutes) / (FROST_LB_PER_TON * machine.spec.tons))
    : frost;

/** Melts a frosted coil: heat of fusion against what the circuit rejects. */
export function defrost(machine: Machine, around: Surroundings, faults: Faults, frost: number): Defrost {
  const frostLb = frost * FROST_LB_PER_TON * machine.spec.tons;
  const circuit = coolingCircuit(machine, around, faults, true);
  const state = withStrips(
    stateOf('defrost', machine, around, faults, circuit, balanced(circuit, highPsia(machine))),
    stripW(machine, faults),
  );
  const minutes = REVERSING_MIN + (60 * frostLb * FUSION_BTU_LB) / (MELTS_SHARE * state.rejectedBtuh);
  return { state, frostLb, minutes: min(DEFROST_MOST_MIN, minutes), clears: minutes <= DEFROST_MOST_MIN };
}

const circuitCools = (machine: Machine, around: Surroundings, faults: Faults): CircuitState =>
  onTheWay('cooling', machine, RATING_SURROUNDINGS, around, faults, coolingCircuit);

const circuitHeats = (machine: Machine, around: Surroundings, faults: Faults, frost: number): CircuitState =>
  onTheWay('heating', machine, HEATING_SURROUNDINGS, around, faults, (m, a, f) =>
    heatingCircuit(m, a, f, frost),
  );

/**
 * The state of a circuit; where the head passes the high-pressure switch, the last one before it on the way
 * there: the weather not yet so far from the rating point, the faults not yet so strong.
 */
function onTheWay(
  mode: CircuitMode,
  machine: Machine,
  from: Surroundings,
  around: Surroundings,
  faults: Faults,
  circuitOf: (machine: Machine, around: Surroundings, faults: Faults) => Circuit,
): CircuitState {
  const most = highPsia(machine);
  const at = (share: number) => {
    const [then, so] = [mixed(from, around, share), weaker(faults, share)];
    const circuit = circuitOf(machine, then, so);
    return { then, so, circuit, solved: balanced(circuit, most) };
  };
  const whole = at(1);
  const opens = (one: typeof whole) => one.solved.charge === 'over' || one.solved.pass.dischargePsia > most;
  if (!opens(whole)) return stateOf(mode, machine, around, faults, whole.circuit, whole.solved);
  let [last, low, high] = [at(0), 0, 1];
  while (high - low > 0.004) {
    const middle = (low + high) / 2;
    const one = at(middle);
    if (opens(one)) high = middle;
    else [last, low] = [one, middle];
  }
  const state = stateOf(mode, machine, last.then, last.so, last.circuit, last.solved);
  return { ...state, opens: highPressure(machine) };
}

const weaker = (faults: Faults, share: number): Faults =>
  share === 1
    ? faults
    : (Object.fromEntries(Object.entries(faults).map(([name, value]) => [name, value * share])) as Faults);

const mixed = (a: Surroundings, b: Surroundings, share: number): Surroundings =>
  share === 1
    ? b
    : (Object.fromEntries(
        (Object.keys(b) as (keyof Surroundings)[]).map((key) => [key, a[key] + (b[key] - a[key]) * share]),
      ) as unknown as Surroundings);

function stateOf(
  mode: CircuitMode,
  machine: Machine,
  around: Surroundings,
  faults: Faults,
  circuit: Circuit,
  solved: Balanced,
): CircuitState {
  const { fluid } = machine;
  const p: Pass = solved.pass;
  const saturatedF = fluid.saturationF(p.dischargePsia - p.nonCondensablePsi, 'dew');
  // With liquid in the suction the discharge is wet and no colder than saturation.
  const dischargeF =
    saturatedF + max(0, p.dischargeH - fluid.vapour(saturatedF, saturatedF)) / fluid.vapourCp;
  const rejectedBtuh = p.pounds * (p.dischargeH - p.liquidH);
  const heats = mode === 'heating';
  const air = indoorAir(machine, around, faults, p, heats ? rejectedBtuh : undefined);
  const outdoorW =
    mode === 'defrost' || strength(faults, 'condenser fan dead') > 0.5 ? 0 : machine.fanWatts.outdoor;
  const water = machine.spec.rejects === 'water';
  const onto = heats ? (water ? around.waterF : around.outdoorF) : ontoF(machine, around, faults);
  const leavingOutdoorF = heats ? cooledTo(circuit, p) : onto + rejectedBtuh / circuit.condenser.rate;
  const compressorW = p.compressorBtuh / BTU_PER_WH;
  const fanBtuh = machine.fanWatts.indoor * BTU_PER_WH;
  return {
    mode,
    running: true,
    evaporatingF: p.te,
    condensingF: p.tc,
    suctionPsia: p.suctionPsia,
    dischargePsia: p.dischargePsia,
    liquidPsia: p.dischargePsia,
    superheatF: max(0, p.superheatF),
    suctionQuality: p.suctionQuality,
    subcoolingF: p.subcoolingF,
    suctionLineF: p.te + max(0, p.superheatF),
    compressorSuctionF: p.compressorSuctionF,
    liquidLineF: p.liquidF,
    afterRestrictionF: min(p.liquidF, p.inletSaturationF),
    meteringInletPsia: p.inletPsia,
    dischargeF,
    suctionH: p.suctionH,
    dischargeH: p.dischargeH,
    liquidH: p.liquidH,
    poundsPerHour: p.pounds,
    ...air,
    leavingOutdoorF,
    evaporatorBtuh: p.evaporatorBtuh,
    netBtuh: heats ? rejectedBtuh + fanBtuh : p.evaporatorBtuh - fanBtuh,
    rejectedBtuh,
    stripW: 0,
    compressorW,
    totalW: compressorW + machine.fanWatts.indoor + outdoorW,
    surfaceF: p.boiling.surfaceF,
    condensateLb: p.boiling.waterLb * p.boilingShare,
    ...(machine.spec.device === 'expansion valve' ? { valveOpen: p.opening } : {}),
    opens: safetyOf(machine, mode, solved, dischargeF, water && heats ? leavingOutdoorF : undefined),
    imbalance: {
      energy: abs(rejectedBtuh - evaporatorGives(circuit, p) - p.compressorBtuh) / rejectedBtuh,
      mass: abs(p.pounds - p.metered) / circuit.ratedLb,
      charge: abs(p.heldLb - circuit.chargeLb) / circuit.chargeLb,
    },
  };
}

/** Heat that superheats, from what enters the dry part of the coil. */
function superheatingBtuh(circuit: Circuit, p: Pass): number {
  const dry = max(circuit.fluid.vapour(p.te, p.te), p.liquidH);
  return p.suctionQuality === 1 ? p.pounds * (p.suctionH - dry) : 0;
}

/** Heat by the coil's own account: what boils and what superheats, from the air or water side. */
const evaporatorGives = (circuit: Circuit, p: Pass): number =>
  p.boiling.btuh * p.boilingShare + superheatingBtuh(circuit, p);

/**
 * Outdoor air or water behind a coil that takes heat from it, °F: each part of the coil has a part of the
 * stream.
 */
const cooledTo = (circuit: Circuit, p: Pass): number =>
  circuit.evaporator.fromF -
  p.boilingShare * (circuit.evaporator.fromF - p.boiling.leavingF) -
  superheatingBtuh(circuit, p) / circuit.evaporator.rate;

/** Indoor air: what the coil takes from it or gives to it, less or with the heat of the fan. */
function indoorAir(
  machine: Machine,
  around: Surroundings,
  faults: Faults,
  p: Pass,
  heatBtuh: number | undefined,
): Pick<CircuitState, 'mixedF' | 'supplyF' | 'supplyWetF' | 'cfm'> {
  const stream = indoorStream(machine, around, faults);
  const pounds = (stream.cfm * 60) / specificVolume(stream.airF, stream.ratio);
  const fanF = (machine.fanWatts.indoor * BTU_PER_WH) / (pounds * 0.24);
  const leavingRatio =
    heatBtuh === undefined
      ? stream.ratio - (stream.ratio - p.boiling.leavingRatio) * p.boilingShare
      : stream.ratio;
  // The air loses exactly what the refrigerant takes.
  const target = enthalpy(stream.airF, stream.ratio) - p.evaporatorBtuh / pounds;
  const leavingF =
    heatBtuh === undefined
      ? (target - 1061 * leavingRatio) / (0.24 + 0.444 * leavingRatio)
      : stream.airF + heatBtuh / airRate(stream);
  const supplyF = leavingF + fanF;
  return {
    mixedF: stream.airF,
    supplyF,
    supplyWetF: wetBulb(supplyF, max(1e-5, leavingRatio)),
    cfm: stream.cfm,
  };
}
