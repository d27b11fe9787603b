import { specificVolume } from '#core/measuring/air';
import { chargeShare, nonCondensablePsi, ontoF } from './duty.ts';
import type { Faults } from './faults.ts';
import type { Machine } from './spec.ts';
import { mixedAir, type CircuitState, type Surroundings } from './state.ts';

/**
 * A scroll that turns backwards moves next to nothing: pressures hardly part, current is nearly normal, the
 * shell gets hot.
 */
export function backwards(machine: Machine, around: Surroundings, faults: Faults): CircuitState {
  const { fluid } = machine;
  const rest = atRest(machine, around, faults);
  const onto = ontoF(machine, around, faults);
  const middle = (onto + around.returnF) / 2;
  const [te, tc] = [middle - 3, middle + 4];
  const compressorW = 0.7 * machine.ratedCompressorW;
  const evaporatorBtuh = machine.spec.tons * 12_000 * 0.02;
  const { mixedF, mixedRatio } = mixedAir(around);
  const cfm = machine.ratedCfm * around.air;
  const pounds = (cfm * 60) / specificVolume(mixedF, mixedRatio);
  const rejectedBtuh = evaporatorBtuh + compressorW * 3.412;
  return {
    ...rest,
    running: true,
    evaporatingF: te,
    condensingF: tc,
    suctionPsia: fluid.psia(te, 'dew'),
    dischargePsia: fluid.psia(tc, 'bubble'),
    liquidPsia: fluid.psia(tc, 'bubble'),
    meteringInletPsia: fluid.psia(tc, 'bubble'),
    superheatF: 4,
    suctionLineF: te + 4,
    compressorSuctionF: te + 4,
    liquidLineF: tc - 1,
    afterRestrictionF: tc - 1,
    subcoolingF: 1,
    dischargeF: tc + 45,
    suctionH: fluid.vapour(te + 4, te),
    dischargeH: fluid.vapour(tc + 45, tc),
    liquidH: fluid.liquid(tc - 1),
    poundsPerHour: evaporatorBtuh / fluid.latent(te),
    mixedF,
    supplyF: mixedF - evaporatorBtuh / (pounds * 0.24),
    cfm,
    evaporatorBtuh,
    netBtuh: evaporatorBtuh - machine.fanWatts.indoor * 3.412,
    rejectedBtuh,
    leavingOutdoorF: onto + rejectedBtuh / machine.rejectRate,
    compressorW,
    totalW: compressorW + machine.fanWatts.indoor + machine.fanWatts.outdoor,
  };
}

/**
 * Not running: pressures have come together at saturation of the coldest place with liquid in it, which is
 * ambient. What does not condense lies on top of it; where the last liquid is gone, the gas alone fills the
 * machine.
 */
export function atRest(machine: Machine, around: Surroundings, faults: Faults): CircuitState {
  const { fluid, volumes } = machine;
  const ambient = machine.spec.rejects === 'air' ? around.outdoorF : around.returnF;
  const room = volumes.condenser + volumes.evaporator + volumes.liquidLine + volumes.vapour;
  const charge = machine.chargeLb * chargeShare(faults);
  const filled = Math.min(1, charge / (room * fluid.vapourDensity(ambient, ambient)));
  const gas = nonCondensablePsi(faults) * ((ambient + 459.67) / 559.67);
  const psia = (filled < 1 ? filled * fluid.psia(ambient, 'dew') : fluid.psia(ambient, 'bubble')) + gas;
  const { mixedF } = mixedAir(around);
  const h = fluid.liquid(ambient);
  return {
    mode: 'cooling',
    running: false,
    evaporatingF: ambient,
    condensingF: ambient,
    suctionPsia: psia,
    dischargePsia: psia,
    liquidPsia: psia,
    meteringInletPsia: psia,
    superheatF: 0,
    suctionQuality: 1,
    subcoolingF: 0,
    suctionLineF: ambient,
    compressorSuctionF: ambient,
    liquidLineF: ambient,
    afterRestrictionF: ambient,
    dischargeF: ambient,
    suctionH: h,
    dischargeH: h,
    liquidH: h,
    poundsPerHour: 0,
    mixedF,
    supplyF: mixedF,
    supplyWetF: around.returnWetF,
    leavingOutdoorF: ambient,
    cfm: machine.ratedCfm * around.air,
    evaporatorBtuh: 0,
    netBtuh: 0,
    rejectedBtuh: 0,
    stripW: 0,
    compressorW: 0,
    totalW: machine.fanWatts.indoor,
    surfaceF: mixedF,
    condensateLb: 0,
    imbalance: { energy: 0, mass: 0, charge: 0 },
  };
}
