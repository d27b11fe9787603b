import { driveMinutes, travelTable, type PlainPosition, type TravelTable } from './travel.ts';

/** A road that is closed, or that costs minutes more, during a part of a day: a line drawn across it. */
export interface Closure {
  readonly line: readonly [PlainPosition, PlainPosition];
  /** What it costs to pass there, minutes; undefined where nobody passes. */
  readonly minutes?: number | undefined;
  /** From when until when, minutes since midnight. */
  readonly from: number;
  readonly until: number;
  /** The places of the table on its two sides; none where drives are straight lines. */
  readonly sides?: readonly [number, number] | undefined;
}

/** A drive of this many minutes stands for none: no road leads there while something is closed. */
export const NO_WAY = 10_000;
export const isNoWay = (minutes: number): boolean => minutes >= NO_WAY / 2;

/** Three drives in tenths of a minute add up to one: so much may be lost in rounding, minutes. */
const ROUNDED = 0.25;
/**
 * Who leaves before a road closes may come to it once it is closed: so many minutes before are looked at, and
 * a drive that comes to it within one step of that counts as too late, since between two times of day drives
 * are read off a straight line.
 */
const STEP = 15;
const BEFORE = [4 * STEP, 3 * STEP, 2 * STEP, STEP, 1];
/** And so many before it opens: there waiting begins to be shorter than going round. */
const BEFORE_OPEN = [8 * STEP, 6 * STEP, ...BEFORE];
/** Ways round are looked for through more places each time, until none is shorter; so many times at most. */
const ROUNDS = 16;

/**
 * The table as it is while roads are closed or slow. A drive crosses a closure where going by its two sides
 * takes no longer than the drive itself; it then costs those minutes more, or what the cheapest way over
 * places of the table costs that does not cross. Nothing is known of the roads between: such a way is an upper
 * bound, the best one may be shorter. With straight lines, what crosses the drawn line crosses the closure.
 * What no way is left to has `isNoWay`, and whoever can wait until it is open waits.
 *
 * @param places where the places of the table lie
 */
export function withClosures(
  table: TravelTable,
  places: readonly PlainPosition[],
  closures: readonly Closure[],
): TravelTable {
  if (closures.length === 0) return table;
  const samples = samplesWith(table.samples, closures);
  const cells = table.places ** 2;
  let ways: Int32Array | undefined;
  const tables = samples.map((at) => {
    const usual = Float32Array.from({ length: cells }, (_, cell) =>
      driveMinutes(table, Math.floor(cell / table.places), cell % table.places, at),
    );
    const met = surcharges(usual, places, closures, at);
    if (!met) return usual;
    const round = roundabout(usual, met.dearer, table.places, ways);
    ways = round.ways;
    // Who gets there before it closes drives as ever; who does not drives as if it were closed already, since
    // of a way round the second half begins later still.
    return usual.map((minutes, cell) => (met.inTime[cell] ? minutes : round.now[cell]!));
  });
  return travelTable(samples, tables, table.places);
}

/** The times of day of a table with those at which something closes or opens. */
function samplesWith(samples: readonly number[], closures: readonly Closure[]): number[] {
  const more = closures.flatMap(({ from, until }) => [
    ...BEFORE.map((minutes) => from - minutes),
    from,
    ...BEFORE_OPEN.map((minutes) => until - minutes).filter((at) => at > from),
    until,
  ]);
  return [...new Set([...samples, ...more.filter((at) => at >= 0 && at <= 1440)])].sort((a, b) => a - b);
}

/**
 * What each drive that begins at `at` or later costs more while what is closed by then or will be is closed,
 * Infinity where it cannot be done; and which drives are past it before that. Undefined where none is met.
 */
function surcharges(
  usual: Float32Array,
  places: readonly PlainPosition[],
  closures: readonly Closure[],
  at: number,
): { dearer: Float32Array; inTime: Uint8Array } | undefined {
  const count = places.length;
  const dearer = new Float32Array(count * count);
  const inTime = new Uint8Array(count * count).fill(1);
  let meets = false;
  for (const closure of closures) {
    if (at >= closure.until) continue;
    for (let from = 0; from < count; from++)
      for (let to = 0; to < count; to++) {
        if (from === to) continue;
        const after = crossedAfter(usual, places, closure, from, to);
        if (after === undefined) continue;
        dearer[from * count + to]! += closure.minutes ?? Infinity;
        if (at + after <= closure.from - STEP) continue;
        inTime[from * count + to] = 0;
        meets = true;
      }
  }
  return meets ? { dearer, inTime } : undefined;
}

/** How many minutes after leaving a drive comes to a closure; undefined where it does not cross it. */
function crossedAfter(
  usual: Float32Array,
  places: readonly PlainPosition[],
  { line, sides }: Closure,
  from: number,
  to: number,
): number | undefined {
  const count = places.length;
  const drive = (a: number, b: number) => usual[a * count + b]!;
  const whole = drive(from, to);
  if (!sides) {
    const share = crossingShare(places[from]!, places[to]!, line);
    return share === undefined ? undefined : share * whole;
  }
  for (const [near, far] of [sides, [sides[1], sides[0]] as const]) {
    const first = drive(from, near);
    if (first + drive(near, far) + drive(far, to) <= whole + ROUNDED) return first;
  }
  return undefined;
}

/** At which share of the straight way from a to b a line is crossed; undefined where it is not. */
export function crossingShare(
  a: PlainPosition,
  b: PlainPosition,
  [c, d]: readonly [PlainPosition, PlainPosition],
): number | undefined {
  const [dx, dy] = [b.lon - a.lon, b.lat - a.lat];
  const [ex, ey] = [d.lon - c.lon, d.lat - c.lat];
  const turn = dx * ey - dy * ex;
  if (turn === 0) return undefined;
  const along = ((c.lon - a.lon) * ey - (c.lat - a.lat) * ex) / turn;
  const across = ((c.lon - a.lon) * dy - (c.lat - a.lat) * dx) / turn;
  return along > 0 && along < 1 && across >= 0 && across <= 1 ? along : undefined;
}

/**
 * The drives with what they cost more, or round about over other places where that is shorter.
 *
 * @param known for each drive the place it goes round by at another time of day, -1 for none: where there is
 * one it is taken, since looking through all of them takes count³ steps
 */
function roundabout(
  usual: Float32Array,
  dearer: Float32Array,
  count: number,
  known: Int32Array | undefined,
): { now: Float32Array; ways: Int32Array } {
  const ways = known?.slice() ?? new Int32Array(count * count).fill(-1);
  const now = usual.map((minutes, cell) => Math.min(NO_WAY, minutes + dearer[cell]!));
  const touched = [...dearer.keys()].filter((cell) => dearer[cell]! > 0);
  for (let round = 0, better = true; better && round < ROUNDS; round++) {
    better = false;
    // There and back: what is found out about one drive helps those before it and those behind it.
    touched.reverse();
    for (const cell of touched) {
      const to = cell % count;
      const row = cell - to;
      const by = (via: number): number => now[row + via]! + now[via * count + to]!;
      const old = known?.[cell] ?? -1;
      const [first, end] = old >= 0 && !isNoWay(by(old)) ? [old, old + 1] : [0, count];
      for (let via = first; via < end; via++) {
        if (by(via) >= now[cell]!) continue;
        now[cell] = by(via);
        ways[cell] = via;
        better = true;
      }
    }
  }
  return { now, ways };
}
