import { enthalpy, humidityRatio, sensibleFactor, specificVolume } from './air.ts';

/**
 * Air flow from the rise over a heater, cfm = output / (1.08 × rise), 1.08 scaled by density (common practice
 * from the sensible heat equation, ASHRAE Fundamentals).
 *
 * @param outputBtuh heat that reaches the air: input × efficiency, or watts × 3.412
 * @throws RangeError for a rise too small to divide by
 */
export function airFlowFromRise(outputBtuh: number, riseF: number, elevationFt = 0): number {
  if (!(riseF >= 5))
    throw new RangeError(
      `a rise of ${riseF} °F is too small to work out the air flow; let it run at full fire`,
    );
  return outputBtuh / (sensibleFactor(elevationFt) * riseF);
}

/** Rise that an output gives with an air flow, °F. */
export const riseFrom = (outputBtuh: number, cfm: number, elevationFt = 0): number =>
  outputBtuh / (sensibleFactor(elevationFt) * cfm);

/**
 * Total cooling from air flow and both air states: cfm × 60 / v × Δh, Btu/h (ASHRAE Fundamentals).
 *
 * @throws RangeError for a wet bulb above its dry bulb
 */
export function coolingBtuh(
  cfm: number,
  entering: { dryF: number; wetF: number },
  leaving: { dryF: number; wetF: number },
  elevationFt = 0,
): number {
  const [w1, w2] = [
    humidityRatio(entering.dryF, entering.wetF, elevationFt),
    humidityRatio(leaving.dryF, leaving.wetF, elevationFt),
  ];
  const pounds = (cfm * 60) / specificVolume(entering.dryF, w1, elevationFt);
  return pounds * (enthalpy(entering.dryF, w1) - enthalpy(leaving.dryF, w2));
}

/**
 * Air flow of a unit from its capacity and the air on both sides of its coil, cfm.
 * @throws RangeError when the air does not lose heat
 */
export function airFlowFromSplit(
  totalBtuh: number,
  entering: { dryF: number; wetF: number },
  leaving: { dryF: number; wetF: number },
  elevationFt = 0,
): number {
  const perCfm = coolingBtuh(1, entering, leaving, elevationFt);
  if (!(perCfm > 1)) throw new RangeError('the air loses no heat over this coil; check which side is which');
  return totalBtuh / perCfm;
}

/**
 * A fan at another speed: flow goes with n, pressure with n², power with n³ (fan laws, ASHRAE Systems and
 * Equipment).
 */
interface FanPoint {
  readonly rpm: number;
  readonly cfm: number;
  readonly staticInWc: number;
  readonly hp: number;
}

/** Heat of a kilowatt-hour, Btu (by definition). */
const BTU_PER_WH = 3.412;

/**
 * Output of electric heat, Btu/h = V · A · 3.412, and √3 times that on three phases (published, power of a
 * balanced three-phase load); all of it goes into the air.
 *
 * @param volts between two legs
 * @param amps of one leg
 */
export const electricBtuh = (volts: number, amps: number, threePhase: boolean): number =>
  (threePhase ? Math.sqrt(3) : 1) * volts * amps * BTU_PER_WH;

/** The fan laws. @throws RangeError for speeds that are not above zero */
export function fanAt(point: FanPoint, rpm: number): FanPoint {
  if (!(point.rpm > 0 && rpm > 0)) throw new RangeError('a fan turns with more than 0 rpm');
  const k = rpm / point.rpm;
  return { rpm, cfm: point.cfm * k, staticInWc: point.staticInWc * k ** 2, hp: point.hp * k ** 3 };
}

/**
 * Speed of a belt-driven blower, rpm = motor rpm × motor pulley / blower pulley, pitch diameters (common
 * practice).
 */
export function blowerRpm(motorRpm: number, motorPulleyIn: number, blowerPulleyIn: number): number {
  if (!(motorPulleyIn > 0 && blowerPulleyIn > 0)) throw new RangeError('pulleys have diameters above zero');
  return (motorRpm * motorPulleyIn) / blowerPulleyIn;
}

/**
 * Length of an open belt over two pulleys, in: 2C + π/2 (D + d) + (D − d)²/4C (text-book geometry; pitch
 * length).
 */
export function beltLength(centresIn: number, largeIn: number, smallIn: number): number {
  if (centresIn <= (largeIn + smallIn) / 2)
    throw new RangeError('the pulleys would touch: the distance of the shafts is too small');
  return 2 * centresIn + (Math.PI / 2) * (largeIn + smallIn) + (largeIn - smallIn) ** 2 / (4 * centresIn);
}

/** How far a belt gives in the middle of its span, in: 1/64 per inch of span (common practice). */
export const beltDeflection = (spanIn: number): number => spanIn / 64;

/**
 * Share of outdoor air, %, from three temperatures: (return − mixed) / (return − outdoor).
 * @throws RangeError when return and outdoor lie within 15 °F, where the error swallows the answer
 */
export function outdoorAirShare(returnF: number, mixedF: number, outdoorF: number): number {
  if (Math.abs(returnF - outdoorF) < 15)
    throw new RangeError(
      `return and outdoor air lie within 15 °F of each other; come back when they differ more`,
    );
  return (100 * (returnF - mixedF)) / (returnF - outdoorF);
}

/** High limit of a dry-bulb economizer by climate, °F [M, ASHRAE 90.1]. */
export const ECONOMIZER_HIGH_LIMIT_F = { dry: 75, 'cold-humid': 70, 'hot-humid': 65 } as const;

/**
 * Below this outdoors an economizer does not take what it likes: the low limit is set at 45 to 55 °F [common
 * practice].
 */
export const ECONOMIZER_LOW_LIMIT_F = 45;
/** Mixed air this cold freezes coils; freeze stats open at 35 to 40 °F [common practice]. */
export const MIXED_FREEZES_F = 38;
/** What an economizer holds the mixed air at, °F [common practice]. */
export const MIXED_HELD_F = [53, 55] as const;

/** Depth of a trap on a draw-through unit, in: the suction of the cabinet plus one inch [M, IMC]. */
export const trapDepth = (suctionInWc: number): number => Math.abs(suctionInWc) + 1;
