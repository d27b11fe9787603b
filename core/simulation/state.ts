import { RATING } from './machine.ts';

/** What the machine stands in. */
export interface Surroundings {
  readonly outdoorF: number;
  /** Entering water of a water-source machine, °F. */
  readonly waterF: number;
  readonly returnF: number;
  readonly returnWetF: number;
  /** Share of rated indoor air, 1 for rated. */
  readonly air: number;
  /** Share of outdoor air mixed in by damper or economizer. */
  readonly outdoorAirShare: number;
}

export const RATING_SURROUNDINGS: Surroundings = {
  outdoorF: RATING.outdoorF,
  waterF: RATING.waterF,
  returnF: RATING.indoorF,
  returnWetF: RATING.indoorWetF,
  air: 1,
  outdoorAirShare: 0,
};

/** A steady state of the refrigerant circuit and both air streams. */
export interface CoolingState {
  readonly running: boolean;
  readonly evaporatingF: number;
  readonly condensingF: number;
  readonly suctionPsia: number;
  readonly dischargePsia: number;
  /** Pressure that is measured at the liquid line; with non-condensables above saturation. */
  readonly liquidPsia: number;
  readonly superheatF: number;
  readonly subcoolingF: number;
  readonly suctionLineF: number;
  readonly liquidLineF: number;
  /** Liquid after a restriction, before the metering device. */
  readonly afterRestrictionF: number;
  readonly dischargeF: number;
  readonly poundsPerHour: number;
  readonly mixedF: number;
  readonly supplyF: number;
  readonly supplyWetF: number;
  readonly leavingCondenserF: number;
  readonly cfm: number;
  readonly coolingBtuh: number;
  readonly netBtuh: number;
  readonly rejectedBtuh: number;
  readonly compressorW: number;
  readonly totalW: number;
  readonly condensateLb: number;
  /** Share by which the valve is open; undefined for an orifice. */
  readonly valveOpen?: number | undefined;
  /** What does not balance, as shares of the capacity and of the charge; below 0.001 in a solution. */
  readonly imbalance: { readonly energy: number; readonly mass: number; readonly charge: number };
}
