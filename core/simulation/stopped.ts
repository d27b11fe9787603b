import { specificVolume } from '../airside/index.ts';
import { mixedAir, ontoF } from './balances.ts';
import type { Machine } from './machine.ts';
import type { CoolingState, Surroundings } from './state.ts';

/**
 * A scroll that turns backwards moves next to nothing: pressures hardly part, current is nearly normal, the
 * shell gets hot.
 */
export function backwards(machine: Machine, around: Surroundings): CoolingState {
  const rest = atRest(machine, around);
  const middle = (ontoF(machine, around) + around.returnF) / 2;
  const [te, tc] = [middle - 3, middle + 4];
  const compressorW = (0.7 * machine.spec.tons * 12_000) / machine.spec.eer;
  const coolingBtuh = machine.spec.tons * 12_000 * 0.02;
  const { mixedF, mixedRatio } = mixedAir(around);
  const cfm = machine.ratedCfm * around.air;
  const pounds = (cfm * 60) / specificVolume(mixedF, mixedRatio);
  return {
    ...rest,
    running: true,
    evaporatingF: te,
    condensingF: tc,
    suctionPsia: machine.fluid.psia(te, 'dew'),
    dischargePsia: machine.fluid.psia(tc, 'bubble'),
    liquidPsia: machine.fluid.psia(tc, 'bubble'),
    superheatF: 4,
    suctionLineF: te + 4,
    liquidLineF: tc - 1,
    afterRestrictionF: tc - 1,
    subcoolingF: 1,
    dischargeF: tc + 45,
    poundsPerHour: coolingBtuh / machine.fluid.latent(te),
    mixedF,
    supplyF: mixedF - coolingBtuh / (pounds * 0.24),
    cfm,
    coolingBtuh,
    netBtuh: coolingBtuh - machine.fanWatts.indoor * 3.412,
    rejectedBtuh: coolingBtuh + compressorW * 3.412,
    leavingCondenserF: ontoF(machine, around) + (coolingBtuh + compressorW * 3.412) / machine.rejectRate,
    compressorW,
    totalW: compressorW + machine.fanWatts.indoor + machine.fanWatts.outdoor,
  };
}

/**
 * Not running: pressures have come together at saturation of the coldest place with liquid in it, which is
 * ambient.
 */
export function atRest(machine: Machine, around: Surroundings): CoolingState {
  const ambient = machine.spec.rejects === 'air' ? around.outdoorF : around.returnF;
  const psia = machine.fluid.psia(ambient, 'bubble');
  return {
    running: false,
    evaporatingF: ambient,
    condensingF: ambient,
    suctionPsia: psia,
    dischargePsia: psia,
    liquidPsia: psia,
    superheatF: 0,
    subcoolingF: 0,
    suctionLineF: ambient,
    liquidLineF: ambient,
    afterRestrictionF: ambient,
    dischargeF: ambient,
    poundsPerHour: 0,
    mixedF: around.returnF,
    supplyF: around.returnF,
    supplyWetF: around.returnWetF,
    leavingCondenserF: ambient,
    cfm: machine.ratedCfm * around.air,
    coolingBtuh: 0,
    netBtuh: 0,
    rejectedBtuh: 0,
    compressorW: 0,
    totalW: machine.fanWatts.indoor,
    condensateLb: 0,
    imbalance: { energy: 0, mass: 0, charge: 0 },
  };
}
