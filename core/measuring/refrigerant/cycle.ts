import type { RefrigerantName } from './curves.ts';
import { saturationPressure, saturationTemperature, STANDARD_ATMOSPHERE_PSI } from './saturation.ts';

/** What pressures and temperatures of the whole cycle say beside superheat and subcooling. */

/** Bands of condensing above outdoor air by efficiency, °F [common practice]. */
export const CONDENSER_SPLIT = [
  { seer: 'up to 10', band: [25, 30] },
  { seer: '10 to 12', band: [20, 25] },
  { seer: '13 to 15', band: [18, 22] },
  { seer: 'above 15', band: [12, 18] },
] as const;

/** Condensing temperature above outdoor air, °F. */
export const condenserSplit = (
  refrigerant: RefrigerantName,
  liquidPsig: number,
  outdoorF: number,
  atmospherePsi?: number,
): number => saturationTemperature(refrigerant, 'bubble', liquidPsig, atmospherePsi) - outdoorF;

/**
 * Return air above evaporating temperature, °F; about 35 in steady comfort cooling, not for all-outdoor-air
 * units [common practice].
 */
export const evaporatorDifference = (
  refrigerant: RefrigerantName,
  suctionPsig: number,
  returnF: number,
  atmospherePsi?: number,
): number => returnF - saturationTemperature(refrigerant, 'dew', suctionPsig, atmospherePsi);

/**
 * Ratio of absolute pressures; 2.3 to 3.5 in comfort cooling [common practice]. @throws RangeError for a
 * suction in full vacuum
 */
export function pressureRatio(
  liquidPsig: number,
  suctionPsig: number,
  atmospherePsi = STANDARD_ATMOSPHERE_PSI,
): number {
  const suction = suctionPsig + atmospherePsi;
  if (!(suction > 0.5)) throw new RangeError('a suction in full vacuum has no ratio');
  return (liquidPsig + atmospherePsi) / suction;
}

/** Where the published charts for a fixed orifice begin and end, °F [M]. */
const ORIFICE_CHARTS = { wetBulbF: [50, 76], outdoorF: [55, 115], leastF: 5 } as const;

/**
 * Target superheat of a fixed orifice, °F = (3 · indoor wet bulb − 80 − outdoor dry bulb) / 2 [M, fit to
 * published charts].
 *
 * @returns undefined below 5 °F and beyond the charts, where it is not to be used: the charge is weighed
 * instead
 */
export function orificeTarget(indoorWetBulbF: number, outdoorF: number): number | undefined {
  const { wetBulbF, outdoorF: outdoors, leastF } = ORIFICE_CHARTS;
  const inside = (value: number, [low, high]: readonly [number, number]) => value >= low && value <= high;
  if (!inside(indoorWetBulbF, wetBulbF) || !inside(outdoorF, outdoors)) return undefined;
  const target = (3 * indoorWetBulbF - 80 - outdoorF) / 2;
  return target < leastF ? undefined : target;
}

/** Superheat at the compressor up to which liquid may come back with the vapour, °F [common practice]. */
const FLOODED_F = 3;
/** So far under its target an orifice sends liquid back, °F [common practice]. */
const FAR_UNDER_TARGET_F = 10;

/**
 * Whether liquid comes back to the compressor: next to no superheat, whatever the weather and the metering
 * device; or, with an orifice, far under its target and already below five degrees [common practice].
 */
export const isFloodback = (superheatF: number, orificeTargetF?: number): boolean =>
  superheatF <= FLOODED_F ||
  (orificeTargetF !== undefined && superheatF < orificeTargetF - FAR_UNDER_TARGET_F && superheatF < 5);

/** A suction that evaporates this cold with so much superheat has next to nothing to evaporate, °F. */
const STARVED = { evaporatingF: -20, superheatF: 40 } as const;
const isStarved = (evaporatingF: number, superheatF: number): boolean =>
  evaporatingF < STARVED.evaporatingF && superheatF > STARVED.superheatF;

/** Liquid that stands this far below its bubble point before the device is no empty circuit, °F. */
const LIQUID_STANDS_F = 5;
/** Condensing this warm a circuit is not empty, whatever the weather, °F [common practice]. */
const CONDENSES_WARM_F = 75;
/** A liquid line this far below its bubble point, behind a starved suction, has something in its way, °F. */
const BACKED_UP_F = 15;

/** What a suction that is high in superheat means together with the liquid side. */
export type Starved = 'empty' | 'restricted' | 'read the liquid side';

/**
 * Whether next to nothing reaches the compressor, and why: a restriction leaves liquid standing before it, an
 * empty circuit does not; from the suction alone nobody can say. High superheat with much subcooling is a
 * restriction until shown otherwise, also where the suction is not yet that low [common practice].
 *
 * @param liquid subcooling in °F where the liquid line was read, condensing temperature in °F where its
 * pressure was
 */
export function starvedBy(
  suction: { readonly evaporatingF: number; readonly superheatF: number },
  liquid: { readonly subcoolingF?: number | undefined; readonly condensingF?: number | undefined },
): Starved | undefined {
  const { subcoolingF, condensingF } = liquid;
  if (!isStarved(suction.evaporatingF, suction.superheatF)) return undefined;
  if (subcoolingF !== undefined && subcoolingF >= LIQUID_STANDS_F) return 'restricted';
  if (condensingF === undefined) return 'read the liquid side';
  if (subcoolingF === undefined && condensingF > CONDENSES_WARM_F) return 'read the liquid side';
  return 'empty';
}

/**
 * High superheat with the liquid backed up before the device: a restriction until shown otherwise [common
 * practice].
 */
export const isRestricted = (
  superheatF: number,
  mostSuperheatF: number,
  subcoolingF: number | undefined,
  mostSubcoolingF: number,
): boolean =>
  subcoolingF !== undefined &&
  superheatF > mostSuperheatF &&
  subcoolingF > Math.max(mostSubcoolingF, BACKED_UP_F);

/**
 * Saturation at this is where high-pressure switches open and every curve ends, °F [common practice; 610 psig
 * of R-410A].
 */
export const HEAD_STOPS_F = 150;
/**
 * Oil breaks down above the first at the discharge line; above the second a compressor is being lost, °F
 * [common practice].
 */
export const DISCHARGE = { highF: 225, stopF: 250 } as const;

/** How far comfort cooling condenses above outdoors and evaporates below return air, °F [common practice]. */
const CONDENSES_ABOVE_F = [12, 30] as const;
const EVAPORATES_BELOW_F = [28, 42] as const;
const ANY_OUTDOOR_F = [65, 105] as const;
const ANY_RETURN_F = [70, 80] as const;

/**
 * Ratio of absolute pressures that weather and refrigerant allow: condensing 12 to 30 °F above outdoor air,
 * evaporating 28 to 42 °F below return air [common practice], turned into pressures by the curve of the
 * refrigerant. What nobody measured is taken from 65 to 105 °F outdoors and 70 to 80 °F indoors.
 */
export function expectedRatio(
  refrigerant: RefrigerantName,
  { outdoorF, returnF }: { outdoorF?: number | undefined; returnF?: number | undefined },
  atmospherePsi = STANDARD_ATMOSPHERE_PSI,
): { low: number; high: number } {
  const outdoors = outdoorF === undefined ? ANY_OUTDOOR_F : [outdoorF, outdoorF];
  const back = returnF === undefined ? ANY_RETURN_F : [returnF, returnF];
  const ratio = (condensingF: number, evaporatingF: number) =>
    pressureRatio(
      saturationPressure(refrigerant, 'bubble', Math.min(condensingF, 150), atmospherePsi),
      saturationPressure(refrigerant, 'dew', evaporatingF, atmospherePsi),
      atmospherePsi,
    );
  return {
    low: ratio((outdoors[0] as number) + CONDENSES_ABOVE_F[0], (back[1] as number) - EVAPORATES_BELOW_F[0]),
    high: ratio((outdoors[1] as number) + CONDENSES_ABOVE_F[1], (back[0] as number) - EVAPORATES_BELOW_F[1]),
  };
}

/** Pressures that differ by less are hardly apart: it does not pump, or turns backwards [common practice]. */
export const HARDLY_APART_RATIO = 1.6;

/**
 * Pressure of an equalised circuit at rest against saturation at ambient: at or near it there is liquid; well
 * below it little is left [common practice from vapour pressure].
 */
export function restPressure(
  refrigerant: RefrigerantName,
  psig: number,
  ambientF: number,
  atmospherePsi = STANDARD_ATMOSPHERE_PSI,
): { saturationPsig: number; liquid: 'present' | 'little left' | 'above saturation' } {
  const saturationPsig = saturationPressure(refrigerant, 'bubble', ambientF, atmospherePsi);
  const dew = saturationPressure(refrigerant, 'dew', ambientF, atmospherePsi);
  if (psig < dew * 0.95) return { saturationPsig, liquid: 'little left' };
  if (psig > saturationPsig * 1.05) return { saturationPsig, liquid: 'above saturation' };
  return { saturationPsig, liquid: 'present' };
}

/**
 * Share of a cylinder's water capacity by weight that may be filled, whatever today's temperature [M, AHRI
 * Guideline K].
 */
const FILL_SHARE = 0.8;
/** Liquid specific gravity at 77 °F [M]; of R-421A worked out from its parts. */
const SPECIFIC_GRAVITY: Readonly<Record<RefrigerantName, number>> = {
  'R-410A': 1.06,
  'R-22': 1.19,
  'R-32': 0.96,
  'R-134a': 1.21,
  'R-407C': 1.14,
  'R-404A': 1.05,
  'R-454B': 0.99,
  'R-125': 1.19,
  'R-143a': 0.93,
  'R-1234yf': 1.09,
  'R-507A': 1.04,
  'R-421A': 1.2,
};

/** Most a cylinder may hold, lb net = 0.80 × water capacity × specific gravity at 77 °F. */
export const cylinderLimit = (refrigerant: RefrigerantName, waterCapacityLb: number): number =>
  FILL_SHARE * waterCapacityLb * SPECIFIC_GRAVITY[refrigerant];

/** Inside diameters of liquid line by the outside diameter it is called by, in (ASTM B280 walls [M]). */
const LIQUID_LINE_IN = {
  '1/4 in': 0.19,
  '5/16 in': 0.248,
  '3/8 in': 0.311,
  '1/2 in': 0.436,
  '5/8 in': 0.555,
} as const;
export type LiquidLine = keyof typeof LIQUID_LINE_IN;
export const LIQUID_LINES = Object.keys(LIQUID_LINE_IN) as LiquidLine[];

const WATER_LB_FT3 = 62.24;

/**
 * What a foot of liquid line holds, lb: its inside volume full of liquid at 77 °F. The vapour line holds next
 * to nothing beside it.
 *
 * @example lineCharge('R-410A', '3/8 in') // 0.0348 lb, 0.56 oz
 */
export function lineCharge(refrigerant: RefrigerantName, line: LiquidLine): number {
  const inside = LIQUID_LINE_IN[line] / 12;
  return (Math.PI / 4) * inside ** 2 * WATER_LB_FT3 * SPECIFIC_GRAVITY[refrigerant];
}
