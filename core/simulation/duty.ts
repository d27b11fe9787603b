import { specificVolume } from '#core/measuring/air';
import type { Circuit } from './circuit.ts';
import { boilingInAir, boilingInWater, type AirStream, type CoilAnswer } from './coil.ts';
import { strength, type Fault, type Faults } from './faults.ts';
import { DESIGN, type Machine } from './spec.ts';
import { mixedAir, outdoorRatio, type Surroundings } from './state.ts';

const { max } = Math;

/* What each coil sees and what each fault takes away, put together to a circuit that can be balanced. */

/** Air over the indoor coil under its faults. */
export function indoorStream(machine: Machine, around: Surroundings, faults: Faults): AirStream {
  const { mixedF, mixedRatio } = mixedAir(around);
  const cfm = machine.ratedCfm * around.air * (1 - 0.75 * strength(faults, 'low indoor air'));
  return { cfm, airF: mixedF, ratio: mixedRatio };
}

/** Heat capacity rate of an air stream, Btu/h·°F. */
export const airRate = ({ cfm, airF, ratio }: AirStream): number =>
  ((cfm * 60) / specificVolume(airF, ratio)) * (0.24 + 0.444 * ratio);

/** Entering water: a tower whose fan stands lets the loop warm up. */
const waterF = (around: Surroundings, faults: Faults): number =>
  around.waterF + 28 * strength(faults, 'tower fan dead');

/** What a cooling machine gives its heat to, °F: outdoor air or entering water. */
export const ontoF = (machine: Machine, around: Surroundings, faults: Faults): number =>
  machine.spec.rejects === 'air' ? around.outdoorF : waterF(around, faults);

/** Share of the outdoor air or of the water that still passes, and of the surface that still takes part. */
function outdoorShares(machine: Machine, faults: Faults): { flow: number; surface: number } {
  const f = (name: Fault) => strength(faults, name);
  if (machine.spec.rejects === 'water') return { flow: 1 - 0.85 * f('low water flow'), surface: 1 };
  return {
    flow: (1 - 0.92 * f('condenser fan dead')) * (1 - 0.25 * f('condenser fouled')),
    surface: 1 - 0.6 * f('condenser fouled'),
  };
}

/** How far the metering device is open under its faults; undefined: the valve decides. */
function forcedOpening(machine: Machine, faults: Faults, extra: number): number | undefined {
  const rated = machine.spec.device === 'orifice' ? 1 : DESIGN.valveShareOpen;
  const f = (name: Fault) => strength(faults, name);
  const by =
    f('valve missing') > 0
      ? 1 + 2.4 * f('valve missing')
      : f('valve stuck open') > 0
        ? 1 + 1.2 * f('valve stuck open')
        : f('valve stuck shut') > 0
          ? 1 - 0.45 * f('valve stuck shut')
          : undefined;
  if (extra > 0) return rated * ((by ?? 1) + 2.4 * extra);
  if (by !== undefined) return rated * by;
  return machine.spec.device === 'orifice' ? 1 : undefined;
}

/** Pressure lost in a choked liquid line at the rated flow, as a share of the rated head. */
const RESTRICTS = 0.64;

/** Head of the rating point, psia. */
const ratedHead = (machine: Machine): number =>
  machine.fluid.psia(DESIGN.evaporatingF, 'dew') * machine.ratedRatio;

/** What is in the machine, as a share of its charge; a trace is always left. */
export const chargeShare = (faults: Faults): number =>
  max(0.02, 1 - strength(faults, 'low charge') + strength(faults, 'overcharge'));

/** Pressure of air or nitrogen in the circuit at 100 °F, psi. */
export const nonCondensablePsi = (faults: Faults): number => 60 * strength(faults, 'non-condensables');

/** What cooling and heating have in common. */
function common(machine: Machine, faults: Faults) {
  const f = (name: Fault) => strength(faults, name);
  return {
    compressor: {
      displacement: machine.displacement,
      efficiency: machine.efficiency,
      ratedRatio: machine.ratedRatio,
      slip: 0.45 * f('compressor leakage'),
      valveSlip: machine.spec.heatPump ? 0.2 * f('reversing valve leaking') : 0,
    },
    charge: chargeShare(faults),
    dropPsi: RESTRICTS * ratedHead(machine) * f('liquid-line restriction') ** 2,
    nonCondensablePsi: nonCondensablePsi(faults),
    // Gas that does not condense lies over the surface.
    clearSurface: 1 - 0.3 * f('non-condensables'),
  };
}

/** The boiling of a coil, remembered: the search asks for the same temperature more than once. */
function remembered(boiling: (te: number) => CoilAnswer): (te: number) => CoilAnswer {
  let [at, last]: [number, CoilAnswer | undefined] = [NaN, undefined];
  return (te) => {
    if (te !== at || !last) [at, last] = [te, boiling(te)];
    return last;
  };
}

/** Conductance of a surface in air changes with the root of the flow [forced convection, rounded]. */
const WITH_FLOW = 0.55;

/** The circuit as it cools. `melting` puts the outdoor coil into ice instead of air. */
export function coolingCircuit(
  machine: Machine,
  around: Surroundings,
  faults: Faults,
  melting = false,
): Circuit {
  const { charge, clearSurface, ...rest } = common(machine, faults);
  const stream = indoorStream(machine, around, faults);
  const airSide = machine.indoorCoil.airSide * (stream.cfm / machine.ratedCfm) ** 0.5;
  const { flow, surface } = outdoorShares(machine, faults);
  return {
    ...rest,
    fluid: machine.fluid,
    evaporator: {
      boiling: remembered((te) => boilingInAir(stream, airSide, machine.indoorCoil.refrigerantSide, te)),
      fromF: stream.airF,
      vapour: machine.vapour,
      rate: airRate(stream),
    },
    condenser: {
      ontoF: melting ? 32 : ontoF(machine, around, faults),
      rate: machine.rejectRate * flow,
      conductance: machine.condenser * flow ** WITH_FLOW * surface * clearSurface,
      liquid: machine.condenserLiquid,
    },
    metering: {
      device: machine.spec.device,
      flow: machine.flow,
      opening: forcedOpening(machine, faults, 0),
      dropPsi: rest.dropPsi,
    },
    volumes: machine.volumes,
    ratedLb: machine.ratedLb,
    chargeLb: machine.chargeLb * charge,
  };
}

/**
 * The outdoor coil as an evaporator: a dry coil in air that mostly meets it, from what it does as a
 * condenser.
 */
const OUTDOOR_COIL = { airSide: 1.5, refrigerantSide: 3 } as const;

/**
 * The circuit as it heats: the indoor coil condenses, the outdoor or water coil boils.
 *
 * @param frost share of the outdoor coil that is closed by frost, 0 to 1
 * @throws RangeError for a machine whose circuit cannot heat
 */
export function heatingCircuit(machine: Machine, around: Surroundings, faults: Faults, frost = 0): Circuit {
  const { heating } = machine;
  if (!heating) throw new RangeError('the circuit of this machine cannot heat');
  const { charge, clearSurface, ...rest } = common(machine, faults);
  const f = (name: Fault) => strength(faults, name);
  const stream = indoorStream(machine, around, faults);
  const air = machine.indoorCoil.airSide * (stream.cfm / machine.ratedCfm) ** 0.5;
  const indoor = (air * machine.indoorCoil.refrigerantSide) / (air + machine.indoorCoil.refrigerantSide);
  const { flow, surface } = outdoorShares(machine, faults);
  const water = machine.spec.rejects === 'water';
  const through = water ? flow : flow * (1 - 0.9 * frost);
  const outdoor: AirStream = {
    cfm: machine.spec.tons * DESIGN.outdoorCfmPerTon * through,
    airF: around.outdoorF,
    ratio: outdoorRatio(around.outdoorF),
  };
  const size = machine.condenser * through ** WITH_FLOW * surface * (1 - 0.8 * frost);
  const rate = machine.rejectRate * flow;
  return {
    ...rest,
    fluid: machine.fluid,
    evaporator: {
      boiling: remembered((te) =>
        water
          ? boilingInWater(rate, around.waterF, size, te)
          : boilingInAir(
              outdoor,
              size * OUTDOOR_COIL.airSide,
              machine.condenser * OUTDOOR_COIL.refrigerantSide,
              te,
            ),
      ),
      fromF: water ? around.waterF : around.outdoorF,
      vapour: machine.vapour,
      rate: water ? rate : airRate(outdoor),
    },
    condenser: {
      ontoF: stream.airF,
      rate: airRate(stream),
      conductance: indoor * clearSurface,
      liquid: machine.condenserLiquid * (indoor / machine.condenser),
    },
    metering: {
      device: machine.spec.device,
      flow: heating.flow,
      opening: forcedOpening(machine, faults, f('check valve leaking')),
      // Liquid that cannot pass the check valve goes through the other metering device first.
      dropPsi: rest.dropPsi + 1.5 * ratedHead(machine) * f('check valve stuck shut') ** 2,
    },
    volumes: {
      ...machine.volumes,
      condenser: machine.volumes.evaporator,
      evaporator: machine.volumes.condenser,
    },
    ratedLb: machine.ratedLb,
    chargeLb: heating.chargeLb * charge,
  };
}
