import { z } from 'zod';
import { clockText, type PlainDate } from '#core/base/time';
import {
  estimatedMinutes,
  isNoWay,
  NO_WAY,
  travelTable,
  withClosures,
  type PlainPosition,
  type TravelTable,
} from '#core/planning/routing';
import { Problem } from '../http/problem.ts';
import { healthOf } from './health.ts';
import { ownRoads, type Roads } from './roads.ts';

/**
 * Times of day at which tables are asked for: close together where traffic changes, an hour or more apart
 * elsewhere.
 */
const SAMPLES = [360, 420, 450, 480, 510, 540, 600, 720, 840, 900, 960, 990, 1020, 1050, 1080, 1140];

/**
 * How free-flow times stretch through a working day where the engine knows no traffic [common practice: rush
 * hours double to half again].
 */
const STRETCH: Record<number, number> = {
  450: 1.3,
  480: 1.6,
  510: 1.6,
  540: 1.3,
  960: 1.3,
  990: 1.5,
  1020: 1.6,
  1050: 1.5,
  1080: 1.3,
};

/**
 * A dispatcher moves stops over the same roads for a while: as many drive times are kept, 64 MB of them or
 * one table, and so long.
 */
const MOST_KEPT = 16_000_000;
const KEPT_MS = 10 * 60_000;

/** Longer addresses are refused by many servers [common practice: 8 KB for a request line]. */
const LONGEST_URL = 8000;
/** As many requests are under way at once: an engine answers others too. */
const AT_ONCE = 8;

/** Nobody knows a drive better than to six seconds, and tables travel to the browser. */
const tenths = (minutes: number): number => Math.round(minutes * 10) / 10;

const answer = z.object({ code: z.literal('Ok'), durations: z.array(z.array(z.number().nullable())) });

const wayAnswer = z.object({
  routes: z.array(
    z.object({
      geometry: z.object({
        type: z.literal('LineString'),
        coordinates: z.array(z.tuple([z.number(), z.number()])),
      }),
    }),
  ),
});

/** A road that is closed or slow on a day, as drives are worked out by it. */
export interface DayClosure {
  readonly line: readonly [PlainPosition, PlainPosition];
  /** On the road, on its two sides; none where drives are straight lines. */
  readonly sides: readonly [PlainPosition, PlainPosition] | null;
  /** What it costs to pass, minutes; null where nobody passes. */
  readonly minutes: number | null;
  /** Minutes of the day. */
  readonly from: number;
  readonly until: number;
}

/** Drives between the same places on some days: the usual ones, and those of days with closures. */
export interface RoadsOfDays {
  readonly travel: TravelTable;
  readonly otherRoads: readonly TravelTable[];
  /** Which of the other roads a day has; undefined for the usual ones. */
  on(day: PlainDate): number | undefined;
}

/** No road leads to some of the places, or from them: a bridge is closed, or a position lies in the water. */
export class CutOff extends Problem {
  /** Their numbers in the list that was asked for. */
  readonly places: readonly number[];

  constructor(places: readonly number[]) {
    super(422, 'A place cannot be reached by road', {
      detail: 'Check the positions of the chosen sites, and whether a road there is closed.',
    });
    this.places = places;
  }
}

/**
 * Places that a hole in the table belongs to: those with the most holes, until none is left.
 *
 * @param needed only the first so many are looked at
 */
function cutOff(minutes: Float32Array, count: number, needed = count): number[] {
  const hole = (from: number, to: number) => Number.isNaN(minutes[from * count + to]);
  if (!minutes.some((one) => Number.isNaN(one))) return [];
  const holes = Array.from({ length: needed }, (_, place) =>
    [...Array(needed).keys()].filter(
      (other) => other !== place && (hole(place, other) || hole(other, place)),
    ),
  );
  const out = new Set<number>();
  for (;;) {
    let [worst, most] = [-1, 0];
    // Of two that cannot reach each other the later one is a site; the first is where crews start.
    holes.forEach((others, place) => {
      const left = out.has(place) ? 0 : others.filter((other) => !out.has(other)).length;
      if (left > 0 && left >= most) [worst, most] = [place, left];
    });
    if (worst < 0) return [...out];
    out.add(worst);
  }
}

/**
 * Client of a routing engine's plain table request: `GET
 * …/table/v1/driving/lon,lat;lon,lat;…?annotations=duration`, answered with seconds. The address is a
 * template: `{coordinates}` is required; with `{depart}` (HH:MM) and `{day}` the engine is asked for each
 * time of day, without them one table is taken and stretched by the usual rush hours. Without an engine the
 * times are estimated from straight lines.
 */
export class DriveTimes {
  private readonly template: string | undefined;
  private readonly pathTemplate: string | undefined;
  private readonly state: Roads;
  private readonly known = new Map<string, { readonly table: TravelTable; readonly until: number }>();

  /**
   * @param pathTemplate address of the engine's plain route request, for drawing the way over roads; none
   * draws straight lines
   * @param roads which state of the roads tables are kept for
   */
  constructor(template: string | undefined, pathTemplate?: string, roads: Roads = ownRoads()) {
    if (template !== undefined && !template.includes('{coordinates}')) {
      throw new RangeError('GRADUM_ROUTING_URL must contain {coordinates}');
    }
    this.template = template;
    this.pathTemplate = pathTemplate;
    this.state = roads;
  }

  /** True where no engine is set up: times come from straight lines, and whoever shows them says so. */
  get estimates(): boolean {
    return this.template === undefined;
  }

  get knowsTraffic(): boolean {
    return this.template?.includes('{depart}') ?? false;
  }

  /**
   * Drive times between places through a day, as if nothing were closed; estimated from straight lines where
   * no engine is set up.
   *
   * @param needed so many of them have to be reached; no way to another one is none
   * @throws Problem 502 when the engine does not answer; CutOff where no road leads to a place
   */
  async table(
    places: readonly PlainPosition[],
    day: PlainDate,
    needed = places.length,
  ): Promise<TravelTable> {
    const key = `${await this.state.version()} ${day} ${needed} ${places.map(({ lat, lon }) => `${lat},${lon}`).join(' ')}`;
    const known = this.known.get(key);
    if (known && known.until > Date.now()) return known.table;
    const table = await this.fetched(places, day, needed);
    this.known.delete(key);
    this.known.set(key, { table, until: Date.now() + KEPT_MS });
    // The oldest goes first; a map keeps the order in which things were put in.
    const held = () => [...this.known.values()].reduce((sum, one) => sum + cells(one.table), 0);
    while (this.known.size > 1 && held() > MOST_KEPT)
      this.known.delete(this.known.keys().next().value as string);
    return table;
  }

  /**
   * Drive times on some days, of which the first is asked for.
   *
   * @param closures what is closed or slow, by day; days without any are left out
   * @param known other places, so that there are ways round
   * @throws Problem 502 when the engine does not answer; CutOff where no road leads to a place on any day
   */
  async roads(
    places: readonly PlainPosition[],
    days: readonly PlainDate[],
    closures: ReadonlyMap<PlainDate, readonly DayClosure[]>,
    known: readonly PlainPosition[] = [],
  ): Promise<RoadsOfDays> {
    const [first] = days as [PlainDate, ...PlainDate[]];
    const listed = [...new Set([...closures.values()].flat())];
    if (listed.length === 0)
      return { travel: await this.table(places, first), otherRoads: [], on: () => undefined };
    const sides = listed.flatMap((closure) => closure.sides ?? []);
    const all = [...places, ...sides, ...known];
    const whole = await this.table(all, first, places.length);
    const sidesAt = new Map<DayClosure, number>();
    listed
      .filter((closure) => closure.sides)
      .forEach((closure, i) => sidesAt.set(closure, places.length + 2 * i));
    const tables = new Map<string, TravelTable>();
    const keys = new Map<PlainDate, string>();
    for (const [day, own] of closures) {
      const key = own.map((closure) => `${listed.indexOf(closure)}`).join();
      keys.set(day, key);
      if (tables.has(key)) continue;
      const closed = own.map((closure) => {
        const at = sidesAt.get(closure);
        const { line, from, until } = closure;
        return {
          ...{ line, from, until, minutes: closure.minutes ?? undefined },
          ...(at === undefined ? {} : { sides: [at, at + 1] as const }),
        };
      });
      tables.set(key, firstPlaces(withClosures(whole, all, closed), places.length));
    }
    const order = [...tables.keys()];
    const travel = firstPlaces(whole, places.length);
    const on = (day: PlainDate) => {
      const key = keys.get(day);
      return key === undefined ? undefined : order.indexOf(key);
    };
    const otherRoads = [...tables.values()];
    const cut = days.map((day) => {
      const which = on(day);
      return which === undefined ? [] : noWayTo(otherRoads[which] as TravelTable);
    });
    const always = (cut[0] ?? []).filter((place) => cut.every((own) => own.includes(place)));
    if (always.length > 0) throw new CutOff(always);
    return { travel, otherRoads, on };
  }

  /** Roads have changed: every table is asked for anew, by every process. */
  async roadsChanged(): Promise<void> {
    await this.state.changed();
    this.known.clear();
  }

  private async fetched(
    places: readonly PlainPosition[],
    day: PlainDate,
    needed: number,
  ): Promise<TravelTable> {
    if (this.knowsTraffic)
      return travelTable(SAMPLES, await this.ask(places, day, SAMPLES, needed), places.length);
    const [free] = this.template
      ? await this.ask(places, day, [720], needed)
      : [Float32Array.from(places.flatMap((from) => places.map((to) => estimatedMinutes(from, to))))];
    return travelTable(
      SAMPLES,
      SAMPLES.map((at) => (free as Float32Array).map((m) => tenths(m * (STRETCH[at] ?? 1)))),
      places.length,
    );
  }

  /**
   * The way over roads through some places; null when no engine draws it. It is decoration: a failure is no
   * error.
   */
  async path(
    places: readonly PlainPosition[],
  ): Promise<z.infer<typeof wayAnswer>['routes'][number]['geometry'] | null> {
    if (!this.pathTemplate || places.length < 2) return null;
    const coordinates = places.map(textOf).join(';');
    try {
      const response = await fetch(this.pathTemplate.replace('{coordinates}', coordinates), {
        signal: AbortSignal.timeout(10_000),
      });
      const read = wayAnswer.safeParse(await response.json());
      return read.success ? (read.data.routes[0]?.geometry ?? null) : null;
    } catch {
      return null;
    }
  }

  health = () => healthOf(this.template);

  /**
   * Tables of minutes for some times of day, row by row. With more places than an address can hold they are
   * asked for in blocks, by the `sources` and `destinations` of the request.
   */
  private async ask(
    places: readonly PlainPosition[],
    day: PlainDate,
    times: readonly number[],
    needed: number,
  ): Promise<Float32Array[]> {
    const tables = times.map(() => new Float32Array(places.length ** 2).fill(NaN));
    const address = (at: number, coordinates: string) =>
      (this.template as string)
        .replace('{coordinates}', coordinates)
        .replace('{depart}', clockText(at))
        .replace('{day}', day);
    const groups = groupsOf(places, LONGEST_URL - address(0, '').length);
    const requests = times.flatMap((at, k) =>
      groups.flatMap((from) => groups.map((to) => ({ at, from, to, into: tables[k] as Float32Array }))),
    );
    const ask = async () => {
      for (let one = requests.pop(); one; one = requests.pop()) {
        const { at, from, to, into } = one;
        const asked = from === to ? from : [...from, ...to];
        const url = address(at, asked.map((one) => textOf(places[one] as PlainPosition)).join(';'));
        const durations = await durationsFrom(
          from === to ? url : `${url}${url.includes('?') ? '&' : '?'}${block(from.length, to.length)}`,
        );
        if (durations.length !== from.length || durations.some((row) => row.length !== to.length))
          throw somethingElse();
        from.forEach((row, i) =>
          to.forEach((column, j) => {
            const seconds = durations[i]?.[j] ?? NaN;
            into[row * places.length + column] = tenths(seconds / 60);
          }),
        );
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, ask)).catch((error: unknown) => {
      // Half a table is none: what has not been asked for yet is not asked for.
      requests.length = 0;
      throw error;
    });
    for (const table of tables) {
      const cut = cutOff(table, places.length, needed);
      if (cut.length > 0) throw new CutOff(cut);
      table.forEach((minutes, cell) => Number.isNaN(minutes) && (table[cell] = NO_WAY));
    }
    return tables;
  }
}

const cells = ({ samples, places }: TravelTable): number => samples.length * places ** 2;

/** The table of its first places alone. */
const firstPlaces = ({ samples, places, minutes }: TravelTable, count: number): TravelTable => ({
  samples,
  places: count,
  minutes: minutes.map((table) =>
    Float32Array.from(
      { length: count * count },
      (_, cell) => table[Math.floor(cell / count) * places + (cell % count)] as number,
    ),
  ),
});

/** Places to which no way is left at any time of the day. */
function noWayTo({ places, minutes }: TravelTable): number[] {
  const ever = Float32Array.from({ length: places * places }, (_, cell) =>
    minutes.every((table) => isNoWay(table[cell] as number)) ? NaN : 0,
  );
  return cutOff(ever, places);
}

const textOf = ({ lat, lon }: PlainPosition): string => `${lon},${lat}`;

/** Which of the coordinates are rows and which are columns of the table that is asked for. */
function block(rows: number, columns: number): string {
  const range = (from: number, count: number) => Array.from({ length: count }, (_, i) => from + i).join(';');
  return `sources=${range(0, rows)}&destinations=${range(rows, columns)}`;
}

/** Room in an address for a position's number in a block and what parts it from the next. */
const NUMBER_LENGTH = 5;

/** Numbers of places in groups, any two of which have room in an address together; one where all have. */
function groupsOf(places: readonly PlainPosition[], room: number): number[][] {
  const lengths = places.map((place) => textOf(place).length + 1);
  const whole = lengths.reduce((sum, length) => sum + length, 0);
  if (whole <= room) return [[...places.keys()]];
  const groups: number[][] = [];
  let free = 0;
  lengths.forEach((length, place) => {
    const needs = length + NUMBER_LENGTH;
    if (needs > free) {
      groups.push([]);
      free = Math.floor((room - 'sources=&destinations='.length) / 2);
    }
    groups.at(-1)?.push(place);
    free -= needs;
  });
  return groups;
}

const somethingElse = () => new Problem(502, 'The routing engine answered something else than drive times');

/** @throws Problem 502 where the engine does not answer, or answers something else */
async function durationsFrom(url: string): Promise<(number | null)[][]> {
  let body: unknown;
  try {
    const response = await fetch(url, { signal: AbortSignal.timeout(10_000) });
    body = await response.json();
  } catch {
    throw new Problem(502, 'The routing engine does not answer', {
      detail: 'Drive times could not be fetched; try again in a moment.',
    });
  }
  const read = answer.safeParse(body);
  if (!read.success) throw somethingElse();
  return read.data.durations;
}
