import type { CoilAnswer } from './coil.ts';
import type { Fluid } from './fluid.ts';
import { rootBetween } from './roots.ts';

const { exp, log, max, min, sqrt } = Math;

/**
 * One refrigerant circuit between a coil that takes heat in and one that gives it off, whichever of the two
 * is indoors: the parts as they are, with what their faults leave of them, and what each coil sees.
 */
export interface Circuit {
  readonly fluid: Fluid;
  readonly compressor: {
    /** ft³/h. */
    readonly displacement: number;
    /** Isentropic efficiency at the rated ratio of pressures. */
    readonly efficiency: number;
    readonly ratedRatio: number;
    /** Share of the gas that slips back inside the compressor, and at the reversing valve, 0 to 1. */
    readonly slip: number;
    readonly valveSlip: number;
  };
  readonly evaporator: {
    /** What the whole coil takes up boiling at this temperature. */
    readonly boiling: (evaporatingF: number) => CoilAnswer;
    /** What it takes its heat from, °F: no suction gets warmer. */
    readonly fromF: number;
    /** Conductance of the coil with vapour inside at the rated flow, Btu/h·°F. */
    readonly vapour: number;
    /** Heat capacity rate of the air or water, Btu/h·°F. */
    readonly rate: number;
  };
  readonly condenser: {
    readonly ontoF: number;
    /** Heat capacity rate of the air or water, Btu/h·°F. */
    readonly rate: number;
    readonly conductance: number;
    readonly liquid: number;
  };
  readonly metering: {
    readonly device: Device;
    /** lb/h per √(lb/ft³ · psi), wide open for a valve. */
    readonly flow: number;
    /** How far a device stands open that does not regulate; undefined: the valve decides. */
    readonly opening: number | undefined;
    /** Pressure lost before the device at the rated flow, psi. */
    readonly dropPsi: number;
  };
  readonly volumes: Volumes;
  readonly ratedLb: number;
  readonly chargeLb: number;
  /** Pressure of air or nitrogen in the condenser at 100 °F, psi. */
  readonly nonCondensablePsi: number;
}

export type Device = 'expansion valve' | 'orifice';

/** Internal volumes, ft³. */
export interface Volumes {
  readonly condenser: number;
  readonly evaporator: number;
  readonly liquidLine: number;
  readonly vapour: number;
}

/** Everything that follows from evaporating temperature, suction and the end of the condenser. */
export interface Pass extends Warm, Metered {
  /** Share of the suction that is vapour, 1 where it is dry. */
  readonly suctionQuality: number;
  /** What the compressor draws in, behind a reversing valve that slips. */
  readonly compressorSuctionF: number;
  readonly dischargeH: number;
  readonly evaporatorBtuh: number;
  readonly boilingShare: number;
  readonly subcooledShare: number;
  readonly outletQuality: number;
  readonly heldLb: number;
}

/** Share of the electric power that turns the shaft; the rest warms the gas that cools the motor. */
export const MOTOR = 0.92;
/** Conductance and pressure of vapour tubes with flow [Dittus and Boelter 1930: the power 0.8]. */
const VAPOUR_FLOW_POWER = 0.8;
/** How much faster than the liquid flash gas runs in a line; ordinary slip of two-phase flow [M]. */
const SLIP = 4;
/*
 * Where refrigerant lies and how metering devices choke: ordinary values, chosen within their range so that a
 * sound orifice machine follows the published charging chart and a loss of charge costs what published
 * experiments found.
 */
/** Mean density of condensing and boiling refrigerant as a share of liquid density. */
const TWO_PHASE_SHARE = { condenser: 0.145, evaporator: 0.14 } as const;
/** Flow of a metering device falls with gas at its inlet [published short-tube correlations, from memory]. */
const FLASH_CHOKES = 8.5;
/** A valve starts to open at this superheat and is wide open at the other, °F [common practice]. */
export const VALVE = { fromF: 7, toF: 12.5 } as const;
/** The search goes no hotter than this, °F; every high-pressure switch has opened long before. */
const HOTTEST_F = 175;

/** Volumetric efficiency of the compressor: falls with the pressure ratio. */
export const volumetric = (ratio: number): number => max(0.4, 0.985 - 0.018 * (ratio - 1));

/**
 * Efficiency away from the rated ratio: flat around it and falling to both sides, as compressor maps show.
 */
const efficiencyAt = (rated: number, ratio: number, ratedRatio: number): number =>
  rated * max(0.4, 1 - 0.35 * log(ratio / ratedRatio) ** 2);

const EXPONENT = 1.12;
const BTU_PER_PSI_FT3 = 144 / 778.169;

/**
 * Isentropic work of compression for each ft³ drawn in, Btu, with the exponent of a refrigerant vapour (k =
 * 1.12, textbook polytropic relation). By volume it holds for wet vapour too: the liquid takes next to no
 * room.
 */
export const workPerCubicFoot = (suctionPsia: number, dischargePsia: number): number =>
  (EXPONENT / (EXPONENT - 1)) *
  suctionPsia *
  (max(1, dischargePsia / suctionPsia) ** ((EXPONENT - 1) / EXPONENT) - 1) *
  BTU_PER_PSI_FT3;

/**
 * A fixed orifice passes more the colder the liquid (published orifice correlations [M]); both devices far
 * less with flash gas.
 */
export const meteringGain = (device: Device, subcoolingF: number, flash: number): number =>
  (device === 'orifice' ? 1 + ORIFICE_GAIN * max(0, subcoolingF) : 1) / (1 + FLASH_CHOKES * flash);
const ORIFICE_GAIN = 0.0175;

/**
 * How the condenser ends: above 0 the share of it that holds liquid, below 0 the share of the refrigerant
 * that leaves it as gas.
 */
export type CondenserEnd = number;

/** A suction, whatever the head, and the coil that boils at its temperature. */
interface Drawn {
  readonly te: number;
  readonly suctionH: number;
  readonly suctionPsia: number;
  readonly boiling: CoilAnswer;
}

export const drawnAt = (circuit: Circuit, te: number, boiling: CoilAnswer, suctionH: number): Drawn => ({
  te,
  suctionH,
  suctionPsia: circuit.fluid.psia(te, 'dew'),
  boiling,
});

/** What the compressor does with a suction against a head. */
interface Compressed {
  readonly dischargePsia: number;
  readonly nonCondensablePsi: number;
  /** Heat content of what it draws in, behind a reversing valve that slips. */
  readonly drawnH: number;
  readonly pounds: number;
  readonly compressorBtuh: number;
}

function compressed(circuit: Circuit, drawn: Drawn, tc: number): Compressed {
  const { fluid, compressor } = circuit;
  const { te, suctionH, suctionPsia } = drawn;
  const nonCondensablePsi = circuit.nonCondensablePsi * ((tc + 459.67) / 559.67);
  const dischargePsia = fluid.psia(tc, 'bubble') + nonCondensablePsi;
  const ratio = max(1, dischargePsia / suctionPsia);
  // It moves volume, wet or dry. What slips back is drawn in again and costs its work once more.
  const efficiency = efficiencyAt(compressor.efficiency, ratio, compressor.ratedRatio);
  const work = workPerCubicFoot(suctionPsia, dischargePsia) / (efficiency * MOTOR);
  const back = compressor.valveSlip / (1 - compressor.valveSlip);
  const drawnH = back === 0 ? suctionH : suctionH + (back * work) / fluid.vapourDensity(te, te);
  const volume = volumetric(ratio) * compressor.displacement;
  const pounds = volume * fluid.density(drawnH, te) * (1 - compressor.slip) * (1 - compressor.valveSlip);
  return { dischargePsia, nonCondensablePsi, drawnH, pounds, compressorBtuh: volume * work };
}

/** The condensing temperature at which a condenser that ends so gives off what it is given. */
function condensingAt(circuit: Circuit, drawn: Drawn, end: CondenserEnd, nearF: number): number {
  const { fluid, condenser } = circuit;
  const perDegree = condenser.rate * (1 - exp(-condenser.conductance / condenser.rate)) * (1 - max(0, end));
  const gas = min(0, end);
  const { x } = rootBetween(
    (tc) => {
      const { pounds, compressorBtuh } = compressed(circuit, drawn, tc);
      const toCondense =
        pounds * (drawn.suctionH - fluid.liquid(tc) + gas * fluid.latent(tc)) + compressorBtuh;
      return tc - condenser.ontoF - toCondense / perDegree;
    },
    condenser.ontoF + 0.01,
    HOTTEST_F,
    1e-6,
    { x: nearF, step: 0.5 },
  );
  return x;
}

/** Compressor and condenser at a given suction and end of the condenser: all that the evaporator asks for. */
export interface Warm extends Drawn, Compressed {
  readonly end: CondenserEnd;
  readonly tc: number;
  readonly subcoolingF: number;
  readonly liquidF: number;
  readonly liquidH: number;
}

/** @param nearF where the condensing temperature is looked for first */
export function warmSide(circuit: Circuit, drawn: Drawn, end: CondenserEnd, nearF: number): Warm {
  const { fluid, condenser } = circuit;
  const tc = condensingAt(circuit, drawn, end, nearF);
  const c = compressed(circuit, drawn, tc);
  const subcoolingF =
    (tc - condenser.ontoF) * (1 - exp((-max(0, end) * condenser.liquid) / (c.pounds * fluid.liquidCp)));
  const liquidF = tc - subcoolingF;
  // Written out field by field: this is asked for hundreds of times for each state.
  return {
    te: drawn.te,
    suctionH: drawn.suctionH,
    suctionPsia: drawn.suctionPsia,
    boiling: drawn.boiling,
    dischargePsia: c.dischargePsia,
    nonCondensablePsi: c.nonCondensablePsi,
    drawnH: c.drawnH,
    pounds: c.pounds,
    compressorBtuh: c.compressorBtuh,
    end,
    tc,
    subcoolingF,
    liquidF,
    liquidH: fluid.liquid(liquidF) + max(0, -end) * fluid.latent(tc),
  };
}

/** The heat content with which the refrigerant leaves the evaporator at the flow of this pass, Btu/lb. */
export function leavingH(circuit: Circuit, p: Warm): number {
  const { fluid, evaporator } = circuit;
  const dryH = fluid.vapour(p.te, p.te);
  const left = 1 - (p.pounds * (dryH - p.liquidH)) / p.boiling.btuh;
  if (left <= 0) return p.liquidH + p.boiling.btuh / p.pounds;
  const conductance = evaporator.vapour * (p.pounds / circuit.ratedLb) ** VAPOUR_FLOW_POWER;
  const share = exp((-min(1, left) * conductance) / (p.pounds * fluid.vapourCp));
  const enteringH = max(dryH, p.liquidH);
  return fluid.vapour(evaporator.fromF, p.te) * (1 - share) + enteringH * share;
}

/** What follows from evaporating temperature, suction and the end of the condenser. */
export function passAt(circuit: Circuit, te: number, end: CondenserEnd, suctionH: number): Pass {
  const drawn = drawnAt(circuit, te, circuit.evaporator.boiling(te), suctionH);
  const warm = warmSide(circuit, drawn, end, circuit.condenser.ontoF + 20);
  return whole(circuit, warm, meter(circuit, warm));
}

/** What the metering device does with what it is given. */
export interface Metered {
  /** Above 0 superheat, below 0 the share that is liquid. */
  readonly superheatF: number;
  /** Before the metering device: pressure, its saturation, and the share that has flashed. */
  readonly inletPsia: number;
  readonly inletSaturationF: number;
  readonly flash: number;
  readonly opening: number;
  /** lb/h. */
  readonly metered: number;
}

export function meter(circuit: Circuit, warm: Warm): Metered {
  const { fluid, metering } = circuit;
  const { te, suctionH, liquidF } = warm;
  const dryH = fluid.vapour(te, te);
  const over = suctionH - dryH;
  const superheatF = over >= 0 ? over / fluid.vapourCp : over / fluid.latent(te);
  // Pressure is lost before the metering device, some of the liquid may flash.
  const room = max(0, warm.dischargePsia - warm.suctionPsia);
  const dropPsi = min(0.98 * room, metering.dropPsi * (warm.pounds / circuit.ratedLb) ** 2);
  const inletPsia = warm.dischargePsia - dropPsi;
  const inletSaturationF =
    dropPsi === 0 ? warm.tc : fluid.saturationF(max(3, inletPsia - warm.nonCondensablePsi), 'bubble');
  const flashed = (warm.liquidH - fluid.liquid(inletSaturationF)) / fluid.latent(inletSaturationF);
  const flash = min(1, max(0, flashed));
  const opening = metering.opening ?? min(1, max(0, (superheatF - VALVE.fromF) / (VALVE.toF - VALVE.fromF)));
  const metered =
    opening *
    metering.flow *
    meteringGain(metering.device, inletSaturationF - liquidF, flash) *
    sqrt(fluid.liquidDensity(liquidF) * max(0, inletPsia - warm.suctionPsia));
  return { superheatF, inletPsia, inletSaturationF, flash, opening, metered };
}

/** Boiling takes the share of the evaporator it needs, the rest superheats. */
const boilingShareOf = ({ fluid }: Circuit, warm: Warm): number =>
  min(1, max(0, (warm.pounds * (fluid.vapour(warm.te, warm.te) - warm.liquidH)) / warm.boiling.btuh));

/** A pass in full. */
export function whole(circuit: Circuit, warm: Warm, metered: Metered): Pass {
  const { fluid } = circuit;
  const { te, suctionH, pounds } = warm;
  const dryH = fluid.vapour(te, te);
  return {
    ...warm,
    ...metered,
    suctionQuality: min(1, 1 + (suctionH - dryH) / fluid.latent(te)),
    compressorSuctionF: te + max(0, (warm.drawnH - dryH) / fluid.vapourCp),
    dischargeH: suctionH + warm.compressorBtuh / pounds,
    evaporatorBtuh: pounds * (suctionH - warm.liquidH),
    boilingShare: boilingShareOf(circuit, warm),
    subcooledShare: max(0, warm.end),
    outletQuality: max(0, -warm.end),
    heldLb: heldLb(circuit, warm, metered),
  };
}

/** Refrigerant in the machine for a state, lb: liquid, boiling and vapour in their volumes. */
export function heldLb(circuit: Circuit, warm: Warm, metered: Metered): number {
  const { fluid, volumes } = circuit;
  const { te, tc } = warm;
  const liquid = fluid.liquidDensity(tc);
  const hot = fluid.vapourDensity(tc, tc);
  const cold = fluid.density(min(warm.suctionH, fluid.vapour(te, te)), te);
  const boiling = fluid.liquidDensity(te) * TWO_PHASE_SHARE.evaporator;
  const x = max(0, -warm.end, metered.flash);
  // Flash gas takes more room than its weight; it runs ahead of the liquid (slip), which keeps the room down.
  const gasRoom = x / (x + (1 - x) * SLIP * (hot / liquid));
  const condensing = liquid * TWO_PHASE_SHARE.condenser * (1 - 0.75 * min(1, x)) + hot * 0.5;
  const wet = max(0, warm.end);
  const boils = boilingShareOf(circuit, warm);
  return (
    volumes.condenser * (wet * liquid + (1 - wet) * condensing) +
    volumes.liquidLine * (gasRoom * hot + (1 - gasRoom) * liquid) +
    volumes.evaporator * (boils * boiling + (1 - boils) * cold) +
    volumes.vapour * (0.5 * hot + 0.5 * cold)
  );
}
