import { humidityRatio } from '#core/measuring/air';
import {
  leavingH,
  meteringGain,
  MOTOR,
  passAt,
  volumetric,
  workPerCubicFoot,
  type Circuit,
  type Pass,
} from './circuit.ts';
import { coil } from './coil.ts';
import { coolingCircuit, heatingCircuit } from './duty.ts';
import { fluidOf } from './fluid.ts';
import { rootBetween } from './roots.ts';
import { DESIGN, RATING, type HeatingParts, type Machine, type MachineSpec } from './spec.ts';
import { HEATING_SURROUNDINGS, RATING_SURROUNDINGS } from './state.ts';

const { log, sqrt } = Math;

/** The surface of a wet coil lies this far above the refrigerant at the rating point, °F. */
const SURFACE_OVER_F = 3.6;
/** Transfer units of a whole evaporator with vapour inside. */
const VAPOUR_UNITS = 2.4;
/** Internal volumes, ft³ for each ton. */
const VOLUMES = { condenser: 0.034, evaporator: 0.045, liquidLine: 0.0065, vapour: 0.05 } as const;

/**
 * Builds a machine to a specification by solving its rated point backwards: heat and mass balance there give
 * displacement, conductances, flow coefficient and charge, so that it rates what it says.
 *
 * @throws RangeError for sizes nobody builds
 */
export function buildMachine(spec: MachineSpec): Machine {
  const { tons } = spec;
  if (!(tons >= 1 && tons <= 60)) throw new RangeError(`machines of 1 to 60 tons are simulated, not ${tons}`);
  const fluid = fluidOf(spec.refrigerant);
  const onto = spec.rejects === 'air' ? RATING.outdoorF : RATING.waterF;
  const [te, tc] = [DESIGN.evaporatingF, onto + DESIGN.condenserSplitF[spec.rejects]];
  const liquidF = tc - DESIGN.subcoolingF;
  const fanWatts = { indoor: tons * 110, outdoor: spec.rejects === 'air' ? tons * 65 : 0 };
  // Net capacity is what the rating counts: the indoor fan's heat comes off.
  const gross = tons * 12_000 + fanWatts.indoor * 3.412;
  const suctionH = fluid.vapour(te + DESIGN.superheatF[spec.device], te);
  const pounds = gross / (suctionH - fluid.liquid(liquidF));
  const [ps, pd] = [fluid.psia(te, 'dew'), fluid.psia(tc, 'bubble')];
  const cubicFeet = pounds / fluid.density(suctionH, te);
  const ratedCompressorW = (tons * 12_000) / spec.eer - fanWatts.indoor - fanWatts.outdoor;
  const efficiency = (cubicFeet * workPerCubicFoot(ps, pd)) / (ratedCompressorW * 3.412 * MOTOR);
  if (!(efficiency > 0.3 && efficiency < 0.88))
    throw new RangeError(
      `no compressor reaches an EER of ${spec.eer} here (isentropic efficiency ${efficiency.toFixed(2)})`,
    );
  const rejectRate =
    spec.rejects === 'air' ? tons * DESIGN.outdoorCfmPerTon * 1.08 : tons * DESIGN.gpmPerTon * 500;
  const condensed = gross + ratedCompressorW * 3.412 - pounds * fluid.liquidCp * DESIGN.subcoolingF;
  const needed = condensed / ((1 - DESIGN.liquidShare) * rejectRate * (tc - onto));
  if (!(needed > 0 && needed < 0.98)) throw new RangeError('this condenser cannot be built');
  const metered = pounds / sqrt(fluid.liquidDensity(liquidF) * (pd - ps));
  const sized: Machine = {
    spec,
    fluid,
    displacement: cubicFeet / volumetric(pd / ps),
    efficiency,
    ratedRatio: pd / ps,
    ...evaporatorFor(spec, pounds, fluid.vapour(te, te) - fluid.liquid(liquidF), fluid.vapourCp),
    condenser: -rejectRate * log(1 - needed),
    condenserLiquid:
      (-(pounds * fluid.liquidCp) / DESIGN.liquidShare) * log(1 - DESIGN.subcoolingF / (tc - onto)),
    rejectRate,
    flow:
      spec.device === 'orifice'
        ? metered / meteringGain('orifice', DESIGN.subcoolingF, 0)
        : metered / DESIGN.valveShareOpen,
    ratedCfm: tons * DESIGN.cfmPerTon,
    ratedLb: pounds,
    ratedCompressorW,
    volumes: {
      condenser: VOLUMES.condenser * tons,
      evaporator: VOLUMES.evaporator * tons,
      liquidLine: VOLUMES.liquidLine * tons,
      vapour: VOLUMES.vapour * tons,
    },
    chargeLb: 0,
    fanWatts,
  };
  const circuit = coolingCircuit(sized, RATING_SURROUNDINGS, {});
  const machine = { ...sized, chargeLb: passAt(circuit, te, DESIGN.liquidShare, suctionH).heldLb };
  return spec.heatPump ? { ...machine, heating: heatingParts(machine) } : machine;
}

/** Conductances of the evaporator such that it boils and superheats what the rated point asks for. */
function evaporatorFor(spec: MachineSpec, pounds: number, boilingH: number, vapourCp: number) {
  const te = DESIGN.evaporatingF;
  const over = DESIGN.superheatF[spec.device];
  const drying = -log(1 - over / (RATING.indoorF - te)) / VAPOUR_UNITS;
  const whole = (pounds * boilingH) / (1 - drying);
  const stream = {
    cfm: spec.tons * DESIGN.cfmPerTon,
    airF: RATING.indoorF,
    ratio: humidityRatio(RATING.indoorF, RATING.indoorWetF),
  };
  const surfaceF = te + SURFACE_OVER_F;
  const { x: airSide } = rootBetween(
    (conductance) => coil(stream, surfaceF, conductance).btuh - whole,
    0.1 * stream.cfm,
    40 * stream.cfm,
    1e-6,
  );
  return {
    indoorCoil: { airSide, refrigerantSide: whole / SURFACE_OVER_F },
    vapour: VAPOUR_UNITS * pounds * vapourCp,
  };
}

/** The metering device of heating and the charge it works with: set at the rating point. */
function heatingParts(machine: Machine): HeatingParts {
  const bare: Machine = { ...machine, heating: { flow: 1, chargeLb: 1 } };
  const circuit: Circuit = heatingCircuit(bare, HEATING_SURROUNDINGS, {});
  const { fluid } = machine;
  const dry = (te: number) => fluid.vapour(te + DESIGN.heatingSuperheatF[machine.spec.device], te);
  const at = (te: number): Pass => passAt(circuit, te, DESIGN.liquidShare, dry(te));
  const { x } = rootBetween(
    (te) => leavingH(circuit, at(te)) - dry(te),
    -20,
    circuit.evaporator.fromF - 1,
    1e-7,
  );
  const rated = at(x);
  const open = machine.spec.device === 'orifice' ? 1 : DESIGN.valveShareOpen;
  // What passed wide open at a coefficient of one.
  const whole = rated.metered / rated.opening;
  return { flow: rated.pounds / (open * whole), chargeLb: rated.heldLb };
}
