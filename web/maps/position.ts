import Coordinates from 'coordinate-parser';

export interface Position {
  readonly lat: number;
  readonly lon: number;
}

/** Six decimals are a hand's breadth. */
const short = (degrees: number): string => String(Number(degrees.toFixed(6)));

/** @example positionText({ lat: 41.63618, lon: -70.93421 }) // "41.63618, -70.93421" */
export const positionText = ({ lat, lon }: Position): string => `${short(lat)}, ${short(lon)}`;

const WHAT_TO_WRITE = 'write latitude, then longitude, such as 41.6362, -70.9342 or 41°38′10″N 70°56′03″W';

/** Marks that people paste and the parser does not know, as the ones it does. */
const plain = (text: string): string =>
  text
    .trim()
    .replace(/^geo:/i, '')
    .replace(/[′’´`]/g, "'")
    .replace(/[″“”]|''/g, '"')
    .replace(/[−–]/g, '-')
    .replace(/[()[\]]/g, ' ')
    .replace(/;/g, ',')
    .replace(/\bO(?=\s|$|,)/g, 'W');

/**
 * A position as people copy it: decimal degrees, degrees with minutes and seconds, north and south before or
 * behind.
 *
 * @throws RangeError with what to write, where it is none
 */
export function positionIn(text: string): Position {
  let read: Coordinates;
  try {
    read = new Coordinates(plain(text));
  } catch {
    throw new RangeError(WHAT_TO_WRITE);
  }
  const [lat, lon] = [read.getLatitude(), read.getLongitude()];
  if (!Number.isFinite(lat) || !Number.isFinite(lon)) throw new RangeError(WHAT_TO_WRITE);
  if (Math.abs(lat) > 90)
    throw new RangeError(
      Math.abs(lon) <= 90
        ? 'latitude lies between −90 and 90; it comes first, then longitude'
        : 'latitude lies between −90 and 90',
    );
  if (Math.abs(lon) > 180) throw new RangeError('longitude lies between −180 and 180');
  if (lat === 0 && lon === 0)
    throw new RangeError('0, 0 lies in the sea off Africa; it stands for "not known"');
  return { lat, lon };
}

/** A position as far as it is typed: undefined until it is one. */
export function positionSoFar(text: string): Position | undefined {
  try {
    return positionIn(text);
  } catch {
    return undefined;
  }
}

/** What a form's `place` field holds: the position, or what is wrong with it. */
export function placeTyped(text: string): { at: Partial<Position>; problems: ['place', string][] } {
  try {
    return { at: positionIn(text), problems: [] };
  } catch (error) {
    return { at: {}, problems: [['place', (error as Error).message]] };
  }
}
