import { enthalpy, humidityRatio, saturationRatio, specificVolume } from '../airside/index.ts';
import { fluidOf, type Fluid, type SimFluid } from './fluid.ts';

const { exp, log, max, min, sqrt } = Math;

export type Device = 'expansion valve' | 'orifice';
export type Rejection = 'air' | 'water';

/** What a simulated machine is built to. */
export interface MachineSpec {
  readonly refrigerant: SimFluid;
  readonly tons: number;
  readonly device: Device;
  readonly rejects: Rejection;
  /** EER at the rating point, Btu/h per W. */
  readonly eer: number;
  readonly volts: number;
  /** Gas heat input at full fire, Btu/h; 0 for none. */
  readonly heatInputBtuh: number;
}

export const USUAL_SPEC: MachineSpec = {
  refrigerant: 'R-410A',
  tons: 5,
  device: 'expansion valve',
  rejects: 'air',
  eer: 11.2,
  volts: 208,
  heatInputBtuh: 110_000,
};

/**
 * EER of an ordinary machine of its time: water-cooled 13, R-22 and R-407C 10, the rest 11.2 (minimum of
 * 2010, 65 to 135 kBtu/h [from memory, US DOE]).
 */
export const usualEer = (refrigerant: SimFluid, rejects: Rejection): number =>
  rejects === 'water' ? 13 : refrigerant === 'R-22' || refrigerant === 'R-407C' ? 10 : 11.2;

/** A machine with the sizes of its parts, worked out backwards from the point it is rated at. */
export interface Machine {
  readonly spec: MachineSpec;
  readonly fluid: Fluid;
  /** Displacement of the compressor, ft³/h. */
  readonly displacement: number;
  /** Isentropic efficiency at the rating point. */
  readonly efficiency: number;
  /** Air- and refrigerant-side conductance of the evaporator, Btu/h·°F. */
  readonly evaporatorAir: number;
  readonly evaporatorRefrigerant: number;
  /** Conductance of condenser coil and of its liquid end, Btu/h·°F. */
  readonly condenser: number;
  readonly condenserLiquid: number;
  /** Heat capacity rate of condenser air or water, Btu/h·°F. */
  readonly rejectRate: number;
  /** Flow coefficient of the metering device, wide open for a valve: lb/h per √(lb/ft³ · psi). */
  readonly flow: number;
  readonly ratedCfm: number;
  /** Internal volumes, ft³. */
  readonly volumes: {
    readonly condenser: number;
    readonly evaporator: number;
    readonly liquidLine: number;
    readonly vapour: number;
  };
  readonly chargeLb: number;
  readonly fanWatts: { readonly indoor: number; readonly outdoor: number };
}

/**
 * Rating conditions: 95 °F outdoors (86 °F water), 80 °F dry and 67 °F wet indoors (AHRI 210/240 and 340/360
 * A; ISO 13256-1 for water [M]).
 */
export const RATING = { outdoorF: 95, waterF: 86, indoorF: 80, indoorWetF: 67 } as const;

/** Design of the rated point; ordinary values of the trade, not of any fault [common practice]. */
export const DESIGN = {
  evaporatingF: 47,
  condenserSplitF: { air: 20, water: 14 },
  superheatF: { 'expansion valve': 10, orifice: 15 },
  subcoolingF: 10,
  cfmPerTon: 400,
  gpmPerTon: 3,
  valveShareOpen: 0.55,
} as const;

/** Share of the evaporator's conductance with vapour inside, against boiling refrigerant. */
export const VAPOUR_SHARE = 0.12;
/** How much faster than the liquid flash gas runs in a line; ordinary slip of two-phase flow [M]. */
const SLIP = 4;
/** Mean density of condensing and boiling refrigerant as a share of liquid density. */
const TWO_PHASE_SHARE = { condenser: 0.22, evaporator: 0.12 } as const;

/**
 * Heat that air gives to a wet or dry surface, Btu/h, and how it leaves. Bypass model: a share of the air
 * meets the surface.
 */
export function coil(
  cfm: number,
  airF: number,
  ratio: number,
  surfaceF: number,
  conductance: number,
): { btuh: number; leavingF: number; leavingRatio: number; waterLb: number } {
  const pounds = (cfm * 60) / specificVolume(airF, ratio);
  const rate = pounds * (0.24 + 0.444 * ratio);
  const meets = 1 - exp(-conductance / rate);
  const leavingF = airF - meets * (airF - surfaceF);
  const dry = saturationRatio(max(-20, surfaceF));
  const leavingRatio = ratio - meets * max(0, ratio - dry);
  const btuh = pounds * (enthalpy(airF, ratio) - enthalpy(leavingF, leavingRatio));
  return { btuh, leavingF, leavingRatio, waterLb: pounds * (ratio - leavingRatio) };
}

/** Volumetric efficiency of the compressor: falls with the pressure ratio. */
export const volumetric = (ratio: number): number => max(0.5, 0.985 - 0.018 * (ratio - 1));

/**
 * Isentropic work of compression, Btu/lb, with the exponent of a refrigerant vapour (k = 1.12, textbook
 * polytropic relation).
 */
export function isentropicWork(
  fluid: Fluid,
  suctionF: number,
  evaporatingF: number,
  suctionPsia: number,
  dischargePsia: number,
): number {
  const k = 1.12;
  const specific = 1 / fluid.vapourDensity(suctionF, evaporatingF);
  const BTU_PER_PSI_FT3 = 144 / 778.169;
  return (
    (k / (k - 1)) *
    suctionPsia *
    specific *
    ((dischargePsia / suctionPsia) ** ((k - 1) / k) - 1) *
    BTU_PER_PSI_FT3
  );
}

/** Efficiency away from the rated ratio: a flat parabola around it, as compressor maps show. */
export const efficiencyAt = (rated: number, ratio: number, ratedRatio: number): number =>
  max(0.3, rated * (1 - 0.045 * (ratio - ratedRatio) ** 2));

/**
 * Builds a machine to a specification by solving its rated point backwards: heat and mass balance there give
 * displacement, conductances, flow coefficient and charge, so that it rates what it says.
 *
 * @throws RangeError for sizes nobody builds
 */
export function buildMachine(spec: MachineSpec): Machine {
  if (!(spec.tons >= 1 && spec.tons <= 60))
    throw new RangeError(`machines of 1 to 60 tons are simulated, not ${spec.tons}`);
  const fluid = fluidOf(spec.refrigerant);
  const btuh = spec.tons * 12_000;
  const onto = spec.rejects === 'air' ? RATING.outdoorF : RATING.waterF;
  const [te, tc] = [DESIGN.evaporatingF, onto + DESIGN.condenserSplitF[spec.rejects]];
  const superheat = DESIGN.superheatF[spec.device];
  const suctionF = te + superheat;
  const liquidF = tc - DESIGN.subcoolingF;
  const fanWatts = { indoor: spec.tons * 110, outdoor: spec.rejects === 'air' ? spec.tons * 65 : 0 };
  // Net capacity is what the rating counts: the indoor fan's heat comes off.
  const gross = btuh + fanWatts.indoor * 3.412;
  const pounds = gross / (fluid.vapour(suctionF, te) - fluid.liquid(liquidF));
  const [ps, pd] = [fluid.psia(te, 'dew'), fluid.psia(tc, 'bubble')];
  const ratio = pd / ps;
  const displacement = pounds / (volumetric(ratio) * fluid.vapourDensity(suctionF, te));
  const compressorWatts = btuh / spec.eer - fanWatts.indoor - fanWatts.outdoor;
  const efficiency =
    (pounds * isentropicWork(fluid, suctionF, te, ps, pd)) / (compressorWatts * 3.412 * MOTOR);
  if (!(efficiency > 0.3 && efficiency < 0.88))
    throw new RangeError(
      `no compressor reaches an EER of ${spec.eer} here (isentropic efficiency ${efficiency.toFixed(2)})`,
    );
  const rejected = gross + compressorWatts * 3.412;

  const cfm = spec.tons * DESIGN.cfmPerTon;
  const indoorRatio = humidityRatio(RATING.indoorF, RATING.indoorWetF);
  // A surface a few degrees above the refrigerant; the air side is then sized to give the capacity.
  const surfaceF = te + 4;
  let [low, high] = [0.2 * cfm, 20 * cfm];
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (coil(cfm, RATING.indoorF, indoorRatio, surfaceF, mid).btuh < gross) low = mid;
    else high = mid;
  }
  const evaporatorAir = (low + high) / 2;
  const superheating = fluid.vapourCp * log((RATING.indoorF - te) / (RATING.indoorF - te - superheat));
  const boiling = pounds * (fluid.vapour(te, te) - fluid.liquid(liquidF));
  // Conductance such that boiling and superheating share the coil.
  let evaporatorRefrigerant = boiling / (surfaceF - te);
  for (let i = 0; i < 40; i++)
    evaporatorRefrigerant =
      boiling /
      (surfaceF - te) /
      max(0.2, 1 - (pounds * superheating) / (VAPOUR_SHARE * evaporatorRefrigerant));

  const rejectRate = spec.rejects === 'air' ? spec.tons * 950 * 1.08 : spec.tons * DESIGN.gpmPerTon * 500;
  const subcooled = 0.1;
  const needed =
    (rejected - pounds * fluid.liquidCp * DESIGN.subcoolingF) / ((1 - subcooled) * rejectRate * (tc - onto));
  if (!(needed > 0 && needed < 0.98)) throw new RangeError('this condenser cannot be built');
  const condenser = -rejectRate * log(1 - needed);
  const condenserLiquid =
    (-(pounds * fluid.liquidCp) / subcooled) * log(1 - DESIGN.subcoolingF / (tc - onto));
  const flowAtRating = pounds / sqrt(fluid.liquidDensity(liquidF) * (pd - ps));
  const volumes = {
    condenser: 0.034 * spec.tons,
    evaporator: 0.03 * spec.tons,
    liquidLine: 0.007 * spec.tons,
    vapour: 0.05 * spec.tons,
  };
  const machine: Machine = {
    spec,
    fluid,
    displacement,
    efficiency,
    evaporatorAir,
    evaporatorRefrigerant,
    condenser,
    condenserLiquid,
    rejectRate,
    flow:
      spec.device === 'orifice'
        ? flowAtRating / orificeGain(DESIGN.subcoolingF)
        : flowAtRating / DESIGN.valveShareOpen,
    ratedCfm: cfm,
    volumes,
    chargeLb: 0,
    fanWatts,
  };
  const vapourArea = (pounds * superheating) / (VAPOUR_SHARE * evaporatorRefrigerant);
  return {
    ...machine,
    chargeLb: inventory(machine, {
      te,
      tc,
      subcooledShare: subcooled,
      vapourShare: vapourArea,
      outletQuality: 0,
    }),
  };
}

/** Share of electric power that reaches the gas. */
export const MOTOR = 0.92;

/**
 * A fixed orifice passes more the colder the liquid; with flash gas far less (published orifice correlations
 * show both [M]).
 */
export const orificeGain = (subcoolingF: number, quality = 0): number =>
  (1 + 0.012 * max(0, subcoolingF)) / (1 + 12 * quality);

/** Refrigerant in the machine for a state, lb: liquid, boiling and vapour in their volumes. */
export function inventory(
  machine: Machine,
  state: { te: number; tc: number; subcooledShare: number; vapourShare: number; outletQuality: number },
): number {
  const { fluid, volumes } = machine;
  const liquid = fluid.liquidDensity(state.tc);
  const hot = fluid.vapourDensity(state.tc, state.tc);
  const cold = fluid.vapourDensity(state.te, state.te);
  const coldLiquid = fluid.liquidDensity(state.te);
  const wet = min(1, max(0, state.subcooledShare));
  const dry = min(1, max(0, state.vapourShare));
  // Flash gas takes more room than its weight; it runs ahead of the liquid (slip), which keeps the room down.
  const x = min(1, max(0, state.outletQuality));
  const gasRoom = x / (x + (1 - x) * SLIP * (hot / liquid));
  const line = gasRoom * hot + (1 - gasRoom) * liquid;
  const condensing = liquid * TWO_PHASE_SHARE.condenser * (1 - 0.75 * x) + hot * 0.5;
  return (
    volumes.condenser * (wet * liquid + (1 - wet) * condensing) +
    volumes.liquidLine * line +
    volumes.evaporator * ((1 - dry) * coldLiquid * TWO_PHASE_SHARE.evaporator + dry * cold) +
    volumes.vapour * (0.5 * hot + 0.5 * cold)
  );
}
