import { READING_POINTS, type Reading, type ReadingPoint, type ReadingSet } from '#core/evidence';
import { humidityRatioFromRh, wetBulb } from '#core/measuring/air';
import { convert } from '#core/base/quantities';
import {
  saturationTemperature,
  STANDARD_ATMOSPHERE_PSI,
  type RefrigerantName,
} from '#core/measuring/refrigerant';

/**
 * What a circuit shows, each a temperature in °F but the amps, which are % of the rated load amps. Pressures stand as
 * the saturation they have on the curve of the plate: in that space machines of any size and refrigerant are alike.
 */
export const SHOWN = [
  'evaporating',
  'suction line',
  'condensing',
  'liquid line',
  'after drier',
  'discharge',
  'condenser leaving',
  'supply',
  'supply wet bulb',
  'amps',
] as const;
export type Shown = (typeof SHOWN)[number];
export const SHOWN_MANY = SHOWN.length;

/** Which reading makes each. */
export const READ_AT: Readonly<Record<Shown, ReadingPoint>> = {
  evaporating: 'suction pressure',
  'suction line': 'suction line',
  condensing: 'liquid pressure',
  'liquid line': 'liquid line',
  'after drier': 'liquid after drier',
  discharge: 'discharge line',
  'condenser leaving': 'condenser leaving air',
  supply: 'supply air',
  'supply wet bulb': 'supply wet bulb',
  amps: 'amps L1',
};

/** Outdoors (or entering water), air onto the indoor coil, its wet bulb, °F. */
export type Conditions = readonly [outdoorF: number, ontoCoilF: number, wetF: number];

/** What the machine stands in, as far as it was read, °F. */
export interface Around {
  readonly outdoorF: number | undefined;
  /** Air onto the indoor coil: mixed where it was read, else what returns. */
  readonly ontoCoilF: number | undefined;
  readonly wetF: number | undefined;
  /** A wet bulb that was read and that no room of this dry bulb has. */
  readonly wetDoubtedF?: number | undefined;
}

/** A set of readings in the space in which it is compared. */
export interface Seen {
  /** By the order of {@link SHOWN}; NaN where nobody read it. */
  readonly values: Float64Array;
  /** °F of saturation for each psi at the pressures that were read, by the same order; 0 where none. */
  readonly perPsi: Float64Array;
  /** Absolute pressures that were read, psia. */
  readonly psia: Float64Array;
  readonly around: Around;
}

/** Of a set, in customary units; undefined where nobody read it. */
function valueAt(readings: readonly Reading[], point: ReadingPoint): number | undefined {
  const one = readings.findLast((reading) => reading.point === point);
  if (!one) return undefined;
  const { quantity, unit } = READING_POINTS[point];
  return convert(quantity, one.unit, unit, one.value);
}

/** What is compared is the mean of the legs that were read. */
const LEGS = ['amps L1', 'amps L2', 'amps L3'] as const;

/**
 * A set of readings as it is compared.
 *
 * @param rlaA rated load amps of the compressor; without them amps say nothing here
 * @param water the condenser gives its heat to water: what comes in stands where outdoors stands for air
 * @throws RangeError where a pressure lies outside the curve of the refrigerant
 */
export function seenIn(
  set: ReadingSet,
  refrigerant: RefrigerantName,
  {
    rlaA,
    water = false,
    atmospherePsi = STANDARD_ATMOSPHERE_PSI,
  }: { rlaA?: number | undefined; water?: boolean; atmospherePsi?: number } = {},
): Seen {
  const values = new Float64Array(SHOWN_MANY).fill(NaN);
  const perPsi = new Float64Array(SHOWN_MANY);
  const psia = new Float64Array(SHOWN_MANY);
  SHOWN.forEach((shown, i) => {
    if (shown === 'amps') {
      const legs = LEGS.flatMap((leg) => valueAt(set.readings, leg) ?? []);
      if (rlaA !== undefined && rlaA > 0 && legs.length > 0)
        values[i] = (100 * legs.reduce((sum, amps) => sum + amps, 0)) / legs.length / rlaA;
      return;
    }
    const read = valueAt(set.readings, READ_AT[shown]);
    if (read === undefined) return;
    if (shown !== 'evaporating' && shown !== 'condensing') {
      values[i] = read;
      return;
    }
    const curve = shown === 'evaporating' ? 'dew' : 'bubble';
    const at = (psig: number) => saturationTemperature(refrigerant, curve, psig, atmospherePsi);
    values[i] = at(read);
    psia[i] = read + atmospherePsi;
    perPsi[i] = at(read) - at(read - 1);
  });
  const ontoCoilF = valueAt(set.readings, 'mixed air') ?? valueAt(set.readings, 'return air');
  const wetF = valueAt(set.readings, 'return wet bulb');
  return {
    ...{ values, perPsi, psia },
    around: {
      ontoCoilF,
      // What no room has is not believed: it is asked about, and the usual one taken.
      ...(ontoCoilF === undefined || wetF === undefined || isRoomAir(ontoCoilF, wetF)
        ? { wetF }
        : { wetF: undefined, wetDoubtedF: wetF }),
      outdoorF: water ? valueAt(set.readings, 'water in') : set.outdoorF,
    },
  };
}

/** Rooms that are cooled are of this humidity, and what is mixed in does not change it by more, % [common practice]. */
const ROOM_HUMIDITY_PCT = [15, 90] as const;

/** Whether a wet bulb goes with a dry bulb in a room. */
export function isRoomAir(dryF: number, wetF: number): boolean {
  const [dry, damp] = ROOM_HUMIDITY_PCT.map((pct) => wetBulb(dryF, humidityRatioFromRh(dryF, pct)));
  return wetF >= (dry as number) && wetF <= (damp as number);
}

/** A room is of this humidity where nobody read its wet bulb, % [common practice]. */
const USUAL_HUMIDITY_PCT = 50;

/** What the machine stands in, as expectations are asked for; undefined where outdoors or return have to be read first. */
export function conditionsOf({ around: { outdoorF, ontoCoilF, wetF } }: Seen): Conditions | undefined {
  if (outdoorF === undefined || ontoCoilF === undefined) return undefined;
  const usualF = () => wetBulb(ontoCoilF, humidityRatioFromRh(ontoCoilF, USUAL_HUMIDITY_PCT));
  return [outdoorF, ontoCoilF, wetF ?? usualF()];
}

/** A vector of what is shown, by name; what is not named is nothing. */
export const vectorOf = (by: Partial<Record<Shown, number>>): Float64Array =>
  Float64Array.from(SHOWN, (shown) => by[shown] ?? 0);
