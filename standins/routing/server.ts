import http from 'node:http';
import type { FeatureCollection } from 'geojson';
import { forecastFrom } from './forecast.ts';
import { buildGraph, quickest, snap, type Graph } from './graph.ts';
import { placesIn } from './places.ts';
import { tileOf } from './tiles.ts';

const NONE: FeatureCollection = { type: 'FeatureCollection', features: [] };

interface Asked {
  readonly service: 'table' | 'route';
  readonly places: [number, number][];
  /** Which of the places are rows and columns of a table; all unless the address says otherwise. */
  readonly sources: readonly number[];
  readonly destinations: readonly number[];
  readonly minute: number;
  readonly weekend: boolean;
}

/**
 * Reads `/table/v1/driving/lon,lat;lon,lat…`. `depart` (HH:MM) and `day` are optional; without them there is
 * no traffic.
 */
function read(address: string): Asked | string {
  const url = new URL(address, 'http://stand-in');
  const parts = /^\/(table|route)\/v1\/driving\/([-\d.,;]+)$/.exec(decodeURIComponent(url.pathname));
  if (!parts) return 'expected /table/v1/driving/lon,lat;lon,lat';
  const places = (parts[2] as string)
    .split(';')
    .map((pair) => pair.split(',').map(Number) as [number, number]);
  if (places.some((pair) => pair.length !== 2 || pair.some((v) => !Number.isFinite(v))))
    return 'coordinates are lon,lat pairs';
  const all = [...places.keys()];
  const named = (name: string) => url.searchParams.get(name)?.split(';').map(Number) ?? all;
  const [sources, destinations] = [named('sources'), named('destinations')];
  if (![...sources, ...destinations].every((one) => all.includes(one)))
    return 'sources and destinations are numbers of coordinates, the first is 0';
  const depart = /^(\d{2}):(\d{2})$/.exec(url.searchParams.get('depart') ?? '');
  const day = url.searchParams.get('day');
  const weekend = depart === null || (day !== null && [0, 6].includes(new Date(`${day}T00:00Z`).getUTCDay()));
  return {
    service: parts[1] as Asked['service'],
    places,
    sources,
    destinations,
    minute: depart ? Number(depart[1]) * 60 + Number(depart[2]) : 720,
    weekend,
  };
}

function table(graph: Graph, { places, sources, destinations, minute, weekend }: Asked) {
  type End = ReturnType<typeof snap>;
  const ends = places.map((place) => snap(graph, place));
  const durations = sources.map((i) => {
    const from = ends[i] as End;
    const { seconds } = quickest(graph, from.node, minute, weekend);
    return destinations.map((j) => {
      const to = ends[j] as End;
      if (i === j) return 0;
      const drive = seconds[to.node] as number;
      return Number.isFinite(drive) ? Math.round((from.seconds + drive + to.seconds) * 10) / 10 : null;
    });
  });
  return { code: 'Ok', durations };
}

function route(graph: Graph, { places, minute, weekend }: Asked) {
  const coordinates: (readonly [number, number])[] = [];
  for (let i = 0; i + 1 < places.length; i++) {
    const [from, to] = [
      snap(graph, places[i] as [number, number]),
      snap(graph, places[i + 1] as [number, number]),
    ];
    const { before } = quickest(graph, from.node, minute, weekend);
    const way: number[] = [];
    for (let node = to.node; node >= 0; node = before[node] as number) way.unshift(node);
    coordinates.push(
      places[i] as [number, number],
      ...way.map((node) => graph.nodes[node] as readonly [number, number]),
    );
  }
  const last = places[places.length - 1];
  if (last) coordinates.push(last);
  return { code: 'Ok', routes: [{ geometry: { type: 'LineString', coordinates } }] };
}

/**
 * The stand-in routing engine over a map of its own, with a forecast of the weather there, tiles of the map and
 * a geocoder of some addresses. Loopback only.
 */
export function routingServer(map: FeatureCollection, addresses: FeatureCollection = NONE): http.Server {
  const placesOf = placesIn(addresses);
  const graph = buildGraph(map);
  return http.createServer((request, response) => {
    const send = (status: number, body: unknown) =>
      response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
    if (request.url === '/health') return send(200, { ok: true });
    const url = new URL(request.url ?? '/', 'http://stand-in');
    if (url.pathname === '/forecast') {
      const from = url.searchParams.get('from') ?? '';
      return /^\d{4}-\d{2}-\d{2}$/.test(from)
        ? send(200, { days: forecastFrom(from) })
        : send(400, { message: 'from is a day, YYYY-MM-DD' });
    }
    if (url.pathname === '/places') return send(200, placesOf(url.searchParams.get('q') ?? ''));
    const tile = /^\/tiles\/(\d+)\/(\d+)\/(\d+)$/.exec(url.pathname)?.slice(1).map(Number);
    if (tile) {
      const [z = 0, x = 0, y = 0] = tile;
      return response.writeHead(200, { 'content-type': 'image/svg+xml' }).end(tileOf(map, z, x, y));
    }
    const asked = read(request.url ?? '/');
    if (typeof asked === 'string') return send(400, { code: 'InvalidUrl', message: asked });
    return send(200, asked.service === 'table' ? table(graph, asked) : route(graph, asked));
  });
}
