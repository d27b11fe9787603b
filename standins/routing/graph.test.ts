import { buildGraph, kilometres, quickest, slowdown, snap } from './graph.ts';

/** A square of roads, 1 km a side, with one slow side: A–B and B–C are streets, A–D and D–C the ring. */
const KM = 1 / 111.32;
const road = (a: [number, number], b: [number, number], kind: string, kmh: number) => ({
  type: 'Feature' as const,
  geometry: { type: 'LineString' as const, coordinates: [a, b] },
  properties: { layer: 'road', road: kind, kmh },
});
const [A, B, C, D]: [number, number][] = [
  [0, 0],
  [KM, 0],
  [KM, KM],
  [0, KM],
];
const graph = buildGraph({
  type: 'FeatureCollection',
  features: [
    road(A as never, B as never, 'street', 30),
    road(B as never, C as never, 'street', 30),
    road(A as never, D as never, 'ring', 60),
    road(D as never, C as never, 'ring', 60),
  ],
});

describe('the road graph', () => {
  it('joins lines that share a point', () => {
    expect(graph.nodes).toHaveLength(4);
    expect(graph.edges.map((e) => e.length)).toEqual([2, 2, 2, 2]);
    expect(kilometres(A as never, B as never)).toBeCloseTo(1, 4);
  });

  it('takes the quicker way round, not the shorter looking one', () => {
    const { seconds, before } = quickest(graph, 0, 720, true);
    const to = graph.nodes.findIndex(([x, y]) => x > 0 && y > 0);
    // 2 km at 60 km/h is 120 s; through the streets it would be 240 s.
    expect(seconds[to]).toBeCloseTo(120, 0);
    expect(graph.nodes[before[to] as number]).toEqual(D);
  });

  it('is the same both ways, and slower in rush hour', () => {
    const there = quickest(graph, 0, 480, false).seconds;
    const calm = quickest(graph, 0, 720, true).seconds;
    graph.nodes.forEach((_, i) => {
      expect(quickest(graph, i, 480, false).seconds[0]).toBeCloseTo(there[i] as number, 6);
      expect(there[i] as number).toBeGreaterThanOrEqual(calm[i] as number);
    });
  });

  it('knows when roads are slow', () => {
    expect(slowdown('bridge', 480, false)).toBeGreaterThan(slowdown('country', 480, false));
    expect(slowdown('bridge', 480, true)).toBe(1);
    expect(slowdown('main', 760, false)).toBeLessThan(1.05);
  });

  it('walks from a place to the nearest road', () => {
    const { node, seconds } = snap(graph, [0, -KM / 4]);
    expect(graph.nodes[node]).toEqual(A);
    // A quarter of a kilometre at 25 km/h.
    expect(seconds).toBeCloseTo(36, 0);
  });
});
