import { humidityRatio } from '#core/measuring/air';
import { HEAT_RATING, RATING } from './spec.ts';

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

export const HEATING_SURROUNDINGS: Surroundings = {
  ...RATING_SURROUNDINGS,
  outdoorF: HEAT_RATING.outdoorF,
  waterF: HEAT_RATING.waterF,
  returnF: HEAT_RATING.indoorF,
  returnWetF: HEAT_RATING.indoorWetF,
};

/**
 * Humidity of outdoor air, lb/lb: a wet bulb twelve degrees below on a warm day, four at 47 °F and two in the
 * cold, as the rating conditions of heating have it (AHRI 210/240, 47/43 and 17/15 °F [M]).
 */
export const outdoorRatio = (outdoorF: number): number =>
  humidityRatio(outdoorF, outdoorF - Math.max(1.5, Math.min(12, 0.2 * (outdoorF - 30))));

/** Air onto the indoor coil: return air with outdoor air mixed in. */
export function mixedAir(around: Surroundings): { mixedF: number; mixedRatio: number } {
  const share = around.outdoorAirShare;
  const inside = humidityRatio(around.returnF, around.returnWetF);
  return {
    mixedF: around.returnF * (1 - share) + around.outdoorF * share,
    mixedRatio: inside * (1 - share) + outdoorRatio(around.outdoorF) * share,
  };
}

/** A safety that opens, and at what. */
export interface Opened {
  readonly safety:
    | 'high-pressure switch'
    | 'low-pressure switch'
    | 'internal overload'
    | 'freeze stat'
    | 'high limit'
    | 'draft pressure switch';
  /** What it opens at and what it sees, in the customary unit; a draft in % of what is usual. */
  readonly limit: number;
  readonly seen: number;
  readonly unit: 'psig' | '°F' | 'W' | '%';
}

export type CircuitMode = 'cooling' | 'heating' | 'defrost';

/** A state of the refrigerant circuit and both streams it stands between. */
export interface CircuitState {
  readonly mode: CircuitMode;
  readonly running: boolean;
  readonly evaporatingF: number;
  readonly condensingF: number;
  readonly suctionPsia: number;
  readonly dischargePsia: number;
  /** Pressure that is measured at the liquid line; with non-condensables above saturation. */
  readonly liquidPsia: number;
  readonly superheatF: number;
  /** Share of the suction that is vapour; below 1 liquid comes back. */
  readonly suctionQuality: number;
  readonly subcoolingF: number;
  readonly suctionLineF: number;
  /** The same line at the compressor, behind the reversing valve of a heat pump. */
  readonly compressorSuctionF: number;
  readonly liquidLineF: number;
  /** Liquid after a restriction, before the metering device: temperature and pressure. */
  readonly afterRestrictionF: number;
  readonly meteringInletPsia: number;
  readonly dischargeF: number;
  /** Heat content at suction, discharge and in the liquid, Btu/lb from saturated liquid at 0 °F. */
  readonly suctionH: number;
  readonly dischargeH: number;
  readonly liquidH: number;
  readonly poundsPerHour: number;
  readonly mixedF: number;
  readonly supplyF: number;
  readonly supplyWetF: number;
  /** Air or water that leaves the outdoor or water coil. */
  readonly leavingOutdoorF: number;
  readonly cfm: number;
  /** Heat taken in by the evaporator, and what the indoor air gains or loses less the fan's heat. */
  readonly evaporatorBtuh: number;
  readonly netBtuh: number;
  readonly rejectedBtuh: number;
  readonly stripW: number;
  readonly compressorW: number;
  readonly totalW: number;
  /**
   * Surface of the coil that takes heat in, and the water that it takes from the air, lb/h; frost below 32
   * °F.
   */
  readonly surfaceF: number;
  readonly condensateLb: number;
  /** Share by which the metering valve is open; undefined for an orifice. */
  readonly valveOpen?: number | undefined;
  /** The safety that would open here; see coolingState for which state that is. */
  readonly opens?: Opened | undefined;
  /** What does not balance, as shares of the capacity and of the charge; below 0.001 in a steady state. */
  readonly imbalance: { readonly energy: number; readonly mass: number; readonly charge: number };
}
