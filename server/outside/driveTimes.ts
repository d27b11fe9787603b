import { z } from 'zod';
import { clockText, type PlainDate } from '#core/base/time';
import { estimatedMinutes, travelTable, type PlainPosition, type TravelTable } from '#core/planning/routing';
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

/** A dispatcher moves stops over the same roads for a while: as many tables are kept, and so long. */
const MOST_KEPT = 24;
const KEPT_MS = 10 * 60_000;

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

/** Places that a hole in the table belongs to: those with the most holes, until none is left. */
function cutOff(durations: readonly (readonly (number | null)[])[]): number[] {
  const out: number[] = [];
  const holes = (place: number) =>
    durations.filter(
      (row, other) =>
        other !== place &&
        !out.includes(other) &&
        (row[place] === null || durations[place]?.[other] === null),
    ).length;
  for (;;) {
    const worst = durations
      .map((_, place) => ({ place, count: out.includes(place) ? 0 : holes(place) }))
      // Of two that cannot reach each other the later one is a site; the first is where crews start.
      .reduce((a, b) => (b.count >= a.count ? b : a), { place: -1, count: 0 });
    if (worst.count === 0) return out;
    out.push(worst.place);
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
  private readonly roads: Roads;
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
    this.roads = roads;
  }

  /** True where no engine is set up: times come from straight lines, and whoever shows them says so. */
  get estimates(): boolean {
    return this.template === undefined;
  }

  get knowsTraffic(): boolean {
    return this.template?.includes('{depart}') ?? false;
  }

  /**
   * Drive times between places through a day; estimated from straight lines where no engine is set up.
   *
   * @throws Problem 502 when the engine does not answer; CutOff where no road leads to a place
   */
  async table(places: readonly PlainPosition[], day: PlainDate): Promise<TravelTable> {
    const key = `${await this.roads.version()} ${day} ${places.map(({ lat, lon }) => `${lat},${lon}`).join(' ')}`;
    const known = this.known.get(key);
    if (known && known.until > Date.now()) return known.table;
    const table = await this.fetched(places, day);
    this.known.delete(key);
    this.known.set(key, { table, until: Date.now() + KEPT_MS });
    // The oldest goes first; a map keeps the order in which things were put in.
    if (this.known.size > MOST_KEPT) this.known.delete(this.known.keys().next().value as string);
    return table;
  }

  /** Roads have changed: every table is asked for anew, by every process. */
  async roadsChanged(): Promise<void> {
    await this.roads.changed();
    this.known.clear();
  }

  private async fetched(places: readonly PlainPosition[], day: PlainDate): Promise<TravelTable> {
    if (!this.knowsTraffic) {
      const free = this.template
        ? await this.ask(places, day, 720)
        : places.flatMap((from) => places.map((to) => estimatedMinutes(from, to)));
      return travelTable(
        SAMPLES,
        SAMPLES.map((at) => free.map((m) => tenths(m * (STRETCH[at] ?? 1)))),
        places.length,
      );
    }
    return travelTable(
      SAMPLES,
      await Promise.all(SAMPLES.map((at) => this.ask(places, day, at))),
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
    const coordinates = places.map(({ lat, lon }) => `${lon},${lat}`).join(';');
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

  private async ask(places: readonly PlainPosition[], day: PlainDate, depart: number): Promise<number[]> {
    const coordinates = places.map(({ lat, lon }) => `${lon},${lat}`).join(';');
    const url = (this.template as string)
      .replace('{coordinates}', coordinates)
      .replace('{depart}', clockText(depart))
      .replace('{day}', day);
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
    if (!read.success) throw new Problem(502, 'The routing engine answered something else than drive times');
    const { durations } = read.data;
    const cut = cutOff(durations);
    if (cut.length > 0) throw new CutOff(cut);
    return durations.flat().map((seconds) => tenths((seconds as number) / 60));
  }
}
