import { humidityRatio } from '../airside/index.ts';
import { strength, type Faults } from './faults.ts';
import {
  coil,
  DESIGN,
  efficiencyAt,
  inventory,
  isentropicWork,
  MOTOR,
  orificeGain,
  RATING,
  VAPOUR_SHARE,
  volumetric,
  type Machine,
} from './machine.ts';
import type { Surroundings } from './state.ts';

const { exp, log, max, min, sqrt } = Math;

/**
 * The unknowns of a state. `dry` is superheat as the coil sees it: −ln(1 − superheat / difference to the
 * air); below 0 liquid comes back.
 */
export interface Try {
  readonly te: number;
  readonly tc: number;
  readonly dry: number;
}

/** Liquid that comes back, as °F below saturation for each unit of `dry` below 0. */
const FLOOD_F = 40;

export const superheatOf = (t: Try, airF: number): number =>
  t.dry >= 0 ? max(0.5, airF - t.te) * (1 - exp(-t.dry)) : FLOOD_F * t.dry;
export const dryFor = (superheatF: number, te: number, airF: number): number =>
  -log(max(1e-6, 1 - superheatF / max(0.5, airF - te)));

/** Air onto the evaporator: return air with outdoor air mixed in. */
export function mixedAir(around: Surroundings): { mixedF: number; mixedRatio: number } {
  // Outdoor air of middling humidity, a wet bulb twelve degrees below.
  const outdoorRatio = humidityRatio(around.outdoorF, around.outdoorF - 12);
  const insideRatio = humidityRatio(around.returnF, around.returnWetF);
  const share = around.outdoorAirShare;
  return {
    mixedF: around.returnF * (1 - share) + around.outdoorF * share,
    mixedRatio: insideRatio * (1 - share) + outdoorRatio * share,
  };
}

/** Everything that follows from evaporating and condensing temperature and superheat. */
function evaluate(machine: Machine, around: Surroundings, faults: Faults, t: Try) {
  const { te, tc, dry } = t;
  const { mixedF, mixedRatio } = mixedAir(around);
  const sh = superheatOf(t, mixedF);
  const { fluid, spec } = machine;
  const f = (name: Parameters<typeof strength>[1]) => strength(faults, name);
  const onto = spec.rejects === 'air' ? around.outdoorF : around.waterF;
  const ps = fluid.psia(te, 'dew');
  const nonCondensable = f('non-condensables') * 60 * ((tc + 459.67) / 560);
  const pCond = fluid.psia(tc, 'bubble');
  const pd = pCond + nonCondensable;
  const ratio = pd / ps;
  const ratedRatio =
    fluid.psia(
      (spec.rejects === 'air' ? RATING.outdoorF : RATING.waterF) + DESIGN.condenserSplitF[spec.rejects],
      'bubble',
    ) / fluid.psia(DESIGN.evaporatingF, 'dew');

  // Compressor. Liquid that comes back is taken as heat content below saturated vapour.
  const suctionF = te + max(0, sh);
  const suctionH = sh >= 0 ? fluid.vapour(suctionF, te) : fluid.vapour(te, te) + (sh / 60) * fluid.latent(te);
  const leak = f('compressor leakage') * 0.45;
  const gross = volumetric(ratio) * machine.displacement * fluid.vapourDensity(suctionF, te);
  const pounds = gross * (1 - leak);
  // The gas that slips back is compressed again: the leak costs its work and heats the discharge.
  const work =
    isentropicWork(fluid, suctionF, te, ps, pd) / efficiencyAt(machine.efficiency, ratio, ratedRatio);
  const compressorW = (gross * work) / (3.412 * MOTOR);
  const dischargeH = suctionH + (compressorW * 3.412) / pounds;

  // Condenser: each piece of its area has air of its own.
  const fan = max(0.08, 1 - 0.8 * f('condenser fan dead'));
  const airShare = spec.rejects === 'air' ? fan * (1 - 0.25 * f('condenser fouled')) : 1;
  const rate = machine.rejectRate * airShare;
  const conductance =
    machine.condenser *
    airShare ** 0.55 *
    (1 - 0.6 * f('condenser fouled')) *
    (1 - 0.3 * f('non-condensables'));
  const perArea = rate * (1 - exp(-conductance / rate)) * (tc - onto);
  const toCondense = pounds * (dischargeH - fluid.liquid(tc));
  const condensingShare = toCondense / perArea;
  let subcooledShare = 1 - condensingShare;
  let subcooling = 0;
  let outletQuality = 0;
  if (subcooledShare > 0)
    subcooling =
      (tc - onto) * (1 - exp((-subcooledShare * machine.condenserLiquid) / (pounds * fluid.liquidCp)));
  else {
    outletQuality = min(0.9, (toCondense - perArea) / (pounds * fluid.latent(tc)));
    subcooledShare = 0;
  }
  const liquidF = tc - subcooling;
  const liquidH = fluid.liquid(liquidF) + outletQuality * fluid.latent(tc);

  // Restriction before the metering device: pressure falls, some of the liquid may flash.
  const restriction = f('liquid-line restriction');
  const drop =
    restriction > 0
      ? min(pd - ps - 2, 9 * (restriction * 4) ** 2 * (pounds / (machine.spec.tons * 165)) ** 2)
      : 0;
  const pIn = pd - drop;
  const satIn = fluid.saturationF(max(16, pIn - nonCondensable), 'bubble');
  const flash = max(0, (liquidH - fluid.liquid(satIn)) / fluid.latent(satIn));
  const inletSubcooling = max(0, satIn - liquidF);
  const reach = sqrt(fluid.liquidDensity(liquidF) * max(1, pIn - ps));
  const gain = spec.device === 'orifice' ? orificeGain(inletSubcooling, flash) : 1 / (1 + 12 * flash);
  const wideOpen = machine.flow * reach * gain;

  // Evaporator.
  const cfm = machine.ratedCfm * around.air * (1 - 0.75 * f('low indoor air'));
  const dryArea = min(
    0.97,
    (pounds * fluid.vapourCp * max(0, dry)) / (VAPOUR_SHARE * machine.evaporatorRefrigerant),
  );
  const boilingNeeds = pounds * (min(suctionH, fluid.vapour(te, te)) - liquidH);
  const air = surface(machine, cfm, mixedF, mixedRatio, te, 1 - dryArea);
  return {
    ps,
    pd,
    pCond,
    ratio,
    suctionF,
    suctionH,
    pounds,
    compressorW,
    dischargeH,
    onto,
    rate,
    subcooledShare,
    subcooling,
    outletQuality,
    liquidF,
    liquidH,
    satIn,
    flash,
    wideOpen,
    mixedF,
    mixedRatio,
    cfm,
    dryArea,
    boilingNeeds,
    air,
    nonCondensable,
  };
}

/** Surface temperature at which air gives what the boiling part takes: one rises with it, the other falls. */
function surface(
  machine: Machine,
  cfm: number,
  airF: number,
  ratio: number,
  te: number,
  boilingShare: number,
) {
  const [airSide, refrigerantSide] = [
    machine.evaporatorAir * (cfm / machine.ratedCfm) ** 0.5,
    machine.evaporatorRefrigerant * boilingShare,
  ];
  let [low, high] = [te, max(te + 0.01, airF)];
  for (let i = 0; i < 46; i++) {
    const mid = (low + high) / 2;
    if (
      coil(cfm, airF, ratio, mid, airSide).btuh * boilingWeight(boilingShare) >
      refrigerantSide * (mid - te)
    )
      low = mid;
    else high = mid;
  }
  const surfaceF = (low + high) / 2;
  const whole = coil(cfm, airF, ratio, surfaceF, airSide);
  return { ...whole, surfaceF, btuh: refrigerantSide * (surfaceF - te), share: boilingWeight(boilingShare) };
}

/** Air that meets the boiling part of the coil. */
const boilingWeight = (boilingShare: number): number => max(0.03, boilingShare);

/** Charge in the machine under its faults, lb. */
const chargeOf = (machine: Machine, faults: Faults): number =>
  machine.chargeLb * (1 - 0.35 * strength(faults, 'low charge') + 0.4 * strength(faults, 'overcharge'));

/** How far the metering device is open under its faults; undefined: the valve decides. */
export function forcedOpening(machine: Machine, faults: Faults): number | undefined {
  const rated = machine.spec.device === 'orifice' ? 1 : DESIGN.valveShareOpen;
  const [open, shut, missing] = [
    strength(faults, 'valve stuck open'),
    strength(faults, 'valve stuck shut'),
    strength(faults, 'valve missing'),
  ];
  if (missing > 0) return rated * (1 + 2.4 * missing);
  if (open > 0) return rated * (1 + 1.2 * open);
  if (shut > 0) return rated * (1 - 0.45 * shut);
  return machine.spec.device === 'orifice' ? 1 : undefined;
}

/** The state with the given unknowns, or the balances it leaves open. */
export function balances(
  machine: Machine,
  around: Surroundings,
  faults: Faults,
  t: Try,
  opening: number | undefined,
) {
  const e = evaluate(machine, around, faults, t);
  const charge = chargeOf(machine, faults);
  const held = inventory(machine, {
    te: t.te,
    tc: t.tc,
    subcooledShare: e.subcooledShare,
    vapourShare: e.dryArea,
    outletQuality: e.outletQuality,
  });
  const needed = e.pounds / e.wideOpen;
  return {
    e,
    energy: (e.boilingNeeds - e.air.btuh) / (machine.spec.tons * 12_000),
    mass: opening === undefined ? needed : (e.pounds - opening * e.wideOpen) / (machine.spec.tons * 165),
    charge: (held - charge) / machine.chargeLb,
  };
}

/** What the machine rejects its heat to, °F: outdoor air or entering water. */
export const ontoF = (machine: Machine, around: Surroundings): number =>
  machine.spec.rejects === 'air' ? around.outdoorF : around.waterF;
