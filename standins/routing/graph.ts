import type { FeatureCollection, LineString } from 'geojson';

/** Seconds it takes to walk from a place to the road network: 25 km/h over the yard and the lane. */
const ACCESS_KMH = 25;
const KM_PER_DEGREE = 111.32;

interface Edge {
  readonly to: number;
  readonly km: number;
  readonly kmh: number;
  readonly road: string;
}

export interface Graph {
  readonly nodes: readonly (readonly [lon: number, lat: number])[];
  readonly edges: readonly (readonly Edge[])[];
}

export function kilometres(a: readonly [number, number], b: readonly [number, number]): number {
  const shrink = Math.cos((((a[1] + b[1]) / 2) * Math.PI) / 180);
  return Math.hypot((a[0] - b[0]) * shrink, a[1] - b[1]) * KM_PER_DEGREE;
}

/** Builds the graph from the road lines of a GeoJSON map; lines meet where their coordinates are the same. */
export function buildGraph(map: FeatureCollection): Graph {
  const index = new Map<string, number>();
  const nodes: [number, number][] = [];
  const edges: Edge[][] = [];
  const node = (at: readonly [number, number]) => {
    const key = at.join(' ');
    const known = index.get(key);
    if (known !== undefined) return known;
    index.set(key, nodes.length);
    nodes.push([at[0], at[1]]);
    edges.push([]);
    return nodes.length - 1;
  };
  for (const { geometry, properties } of map.features) {
    if (properties?.layer !== 'road') continue;
    const line = (geometry as LineString).coordinates as [number, number][];
    for (let i = 0; i + 1 < line.length; i++) {
      const [a, b] = [node(line[i] as [number, number]), node(line[i + 1] as [number, number])];
      const km = kilometres(line[i] as [number, number], line[i + 1] as [number, number]);
      const shared = { km, kmh: Number(properties.kmh), road: String(properties.road) };
      edges[a]?.push({ to: b, ...shared });
      edges[b]?.push({ to: a, ...shared });
    }
  }
  return { nodes, edges };
}

const PEAK: Record<string, number> = { bridge: 1.4, main: 0.9, street: 0.5, ring: 0.7, country: 0.2 };

/**
 * How much longer a road takes at a minute of the day: two rush hours on working days, worst on the bridges.
 */
export function slowdown(road: string, minute: number, weekend: boolean): number {
  if (weekend) return 1;
  const morning = Math.exp(-(((minute - 480) / 50) ** 2));
  const evening = Math.exp(-(((minute - 1020) / 65) ** 2));
  return 1 + (PEAK[road] ?? 0.4) * Math.max(morning, evening);
}

/**
 * Quickest seconds from one node to all, with the node before each, at the traffic of one moment (Dijkstra
 * 1959).
 */
export function quickest(
  graph: Graph,
  from: number,
  minute: number,
  weekend: boolean,
): { seconds: Float64Array; before: Int32Array } {
  const seconds = new Float64Array(graph.nodes.length).fill(Infinity);
  const before = new Int32Array(graph.nodes.length).fill(-1);
  const open = new Set<number>([from]);
  seconds[from] = 0;
  while (open.size > 0) {
    let at = -1;
    for (const node of open) if (at < 0 || (seconds[node] as number) < (seconds[at] as number)) at = node;
    open.delete(at);
    for (const edge of graph.edges[at] ?? []) {
      const time =
        (seconds[at] as number) + (edge.km / edge.kmh) * 3600 * slowdown(edge.road, minute, weekend);
      if (time < (seconds[edge.to] as number)) {
        seconds[edge.to] = time;
        before[edge.to] = at;
        open.add(edge.to);
      }
    }
  }
  return { seconds, before };
}

/** The road node nearest to a place and the seconds to get to it. */
export function snap(graph: Graph, place: readonly [number, number]): { node: number; seconds: number } {
  let node = 0;
  let best = Infinity;
  graph.nodes.forEach((at, i) => {
    const km = kilometres(at, place);
    if (km < best) {
      best = km;
      node = i;
    }
  });
  return { node, seconds: (best / ACCESS_KMH) * 3600 };
}
