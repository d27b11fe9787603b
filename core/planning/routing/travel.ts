/** A position on the earth, degrees. */
export interface PlainPosition {
  readonly lat: number;
  readonly lon: number;
}

/**
 * Drive times between places by time of day: tables sampled at some minutes of the day, straight lines
 * between the samples, constant before the first and after the last.
 */
export interface TravelTable {
  /** Minutes since midnight at which tables were taken, rising. */
  readonly samples: readonly number[];
  readonly places: number;
  /**
   * One row-major `places × places` table of minutes per sample, single precision: hundreds of places by
   * sixteen times of day are held by every search, and no drive is known to the seventh figure.
   */
  readonly minutes: readonly Float32Array[];
}

/**
 * Makes a table in which leaving later never arrives earlier. Where an engine's samples break that (a drive
 * that shortens faster than the clock runs), the earlier sample is lowered to what waiting and then driving
 * would take.
 *
 * @throws RangeError when shapes do not match, a time is negative or not a number
 */
export function travelTable(
  samples: readonly number[],
  tables: readonly ArrayLike<number>[],
  places: number,
): TravelTable {
  if (samples.length === 0 || samples.length !== tables.length)
    throw new RangeError('a travel table needs one table for each sample');
  samples.forEach((at, k) => {
    if (k > 0 && !(at > (samples[k - 1] as number)))
      throw new RangeError('samples must rise through the day');
  });
  const minutes = tables.map((table, k) => {
    if (table.length !== places * places)
      throw new RangeError(`table ${k} has ${table.length} entries, expected ${places * places}`);
    const own = Float32Array.from(table);
    if (own.some((m) => !(m >= 0)))
      throw new RangeError(`table ${k} holds a drive time that is negative or unknown`);
    return own;
  });
  for (let k = minutes.length - 2; k >= 0; k--) {
    const wait = (samples[k + 1] as number) - (samples[k] as number);
    const [now, next] = [minutes[k] as Float32Array, minutes[k + 1] as Float32Array];
    for (let i = 0; i < now.length; i++) now[i] = Math.min(now[i] as number, (next[i] as number) + wait);
  }
  return { samples: [...samples], places, minutes };
}

/** Drive minutes from place `from` to place `to` when leaving at `depart` (minutes since midnight). */
export function driveMinutes(table: TravelTable, from: number, to: number, depart: number): number {
  const { samples, minutes, places } = table;
  const cell = from * places + to;
  const last = samples.length - 1;
  const at = (k: number) => (minutes[k] as Float32Array)[cell] as number;
  if (depart <= (samples[0] as number)) return at(0);
  if (depart >= (samples[last] as number)) return at(last);
  let k = 0;
  while ((samples[k + 1] as number) <= depart) k++;
  const start = samples[k] as number;
  const share = (depart - start) / ((samples[k + 1] as number) - start);
  const a = at(k);
  return a + share * (at(k + 1) - a);
}
