import { writeFileSync } from 'node:fs';
import type { Feature, FeatureCollection, Geometry } from 'geojson';
import { seededRandom } from '#core/base/random';
import { bankOf, distance, estuaryMiddle, estuaryOutline, toLonLat, type Point } from './geometry.ts';

/* Draws Port Wrenfall and the towns round it, once, from a fixed seed: `npx tsx demo/network/make.ts` rewrites the file. */

const DISTRICTS: readonly { name: string; at: Point; radius: number }[] = [
  { name: 'Quayside', at: [1.4, 1.4], radius: 1.5 },
  { name: 'Ropewalk', at: [-2.6, 3.2], radius: 1.6 },
  { name: 'Lantern Hill', at: [2.6, 4.4], radius: 1.7 },
  { name: 'Southbank', at: [-1.2, -2.2], radius: 1.7 },
  { name: 'Saltings', at: [4.2, -3.4], radius: 1.6 },
  { name: 'Tannery Fields', at: [-4.6, -1.6], radius: 1.5 },
];

const TOWNS: readonly { name: string; at: Point }[] = [
  { name: 'Gullhaven', at: [13.4, 5.6] },
  { name: 'Candlewick', at: [-13.2, -4.8] },
  { name: 'Upper Thorn', at: [-7.6, 11.4] },
  { name: 'Millrace End', at: [2.8, -12.6] },
  { name: 'Saltmarsh Cross', at: [12.6, -6.8] },
];

type Road = 'street' | 'main' | 'ring' | 'bridge' | 'country';
const KMH: Record<Road, number> = { street: 32, main: 48, ring: 72, bridge: 50, country: 68 };

function makeNetwork(): FeatureCollection {
  const random = seededRandom(20_240_917);
  const features: Feature[] = [];
  const add = (geometry: Geometry, properties: Record<string, unknown>) =>
    features.push({ type: 'Feature', geometry, properties });
  const line = (points: readonly Point[], road: Road, name?: string) =>
    add(
      { type: 'LineString', coordinates: points.map(toLonLat) },
      { layer: 'road', road, kmh: KMH[road], ...(name ? { name } : {}) },
    );

  add(
    { type: 'Polygon', coordinates: [estuaryOutline().map(toLonLat)] },
    { layer: 'water', name: 'Wren Estuary' },
  );
  for (const { name, at, radius } of DISTRICTS) {
    const rim = Array.from({ length: 13 }, (_, i): Point => {
      const angle = ((i % 12) / 12) * 2 * Math.PI;
      const r = radius * (0.86 + 0.2 * Math.sin(i % 12 === 0 ? 0 : i * 2.3));
      return [at[0] + r * Math.cos(angle), at[1] + r * Math.sin(angle)];
    });
    add({ type: 'Polygon', coordinates: [rim.map(toLonLat)] }, { layer: 'district', name });
  }
  for (const { name, at } of TOWNS)
    add({ type: 'Point', coordinates: toLonLat(at) }, { layer: 'town', name });

  // Streets: a jittered lattice on dry land; neighbours on the same bank are joined.
  const lattice = new Map<string, Point>();
  for (let i = -5; i <= 5; i++) {
    for (let j = -5; j <= 5; j++) {
      const at: Point = [i * 1.1 + (random() - 0.5) * 0.45, j * 1.1 + (random() - 0.5) * 0.45];
      if (Math.hypot(at[0], at[1]) < 5.9 && bankOf(at) !== 'water') lattice.set(`${i} ${j}`, at);
    }
  }
  for (const [key, at] of lattice) {
    const [i, j] = key.split(' ').map(Number) as [number, number];
    for (const next of [lattice.get(`${i + 1} ${j}`), lattice.get(`${i} ${j + 1}`)]) {
      if (next && bankOf(next) === bankOf(at) && random() < 0.93)
        line([at, next], i % 3 === 0 || j % 3 === 0 ? 'main' : 'street');
    }
  }
  const nearest = (to: Point, from: Iterable<Point>, bank = bankOf(to)) =>
    [...from].filter((p) => bankOf(p) === bank).sort((a, b) => distance(a, to) - distance(b, to))[0] as Point;
  const bridge = (east: number, name: string) => {
    const middle = estuaryMiddle(east);
    const north = nearest([east, middle + 1.2], lattice.values(), 'north');
    const south = nearest([east, middle - 1.2], lattice.values(), 'south');
    line([north, [east, middle], south], 'bridge', name);
  };
  bridge(-3.4, 'Sluice Bridge');
  bridge(0.6, 'Market Bridge');

  // The ring road, tied into the streets every so often; it crosses the water on bridges of its own.
  const ring = Array.from({ length: 24 }, (_, i): Point => {
    const angle = (i / 24) * 2 * Math.PI;
    return [6.7 * Math.cos(angle), 6.3 * Math.sin(angle)];
  });
  ring.forEach((at, i) => {
    const next = ring[(i + 1) % ring.length] as Point;
    const wet = bankOf(at) !== bankOf(next);
    line([at, next], wet ? 'bridge' : 'ring', wet ? 'Ring Bridge' : 'Ring Road');
    if (i % 3 === 0 && bankOf(at) !== 'water') line([at, nearest(at, lattice.values())], 'main');
  });

  // Country roads to the towns, each with a handful of streets.
  for (const { name, at } of TOWNS) {
    const gate = nearest(at, ring);
    const bend: Point = [
      (gate[0] + at[0]) / 2 + (random() - 0.5) * 1.6,
      (gate[1] + at[1]) / 2 + (random() - 0.5) * 1.6,
    ];
    line([gate, bend], 'country', `${name} Road`);
    line([bend, at], 'country', `${name} Road`);
    const corners = (
      [
        [0.6, 0.1],
        [-0.5, 0.3],
        [0.1, 0.6],
        [0.2, -0.6],
      ] as const
    ).map(([x, y]): Point => [at[0] + x, at[1] + y]);
    for (const corner of corners) line([at, corner], 'street');
    line([corners[0] as Point, corners[2] as Point], 'street');
  }
  // A coast road from town to town spares the centre.
  line(
    [
      [12.6, -6.8],
      [8.6, -10.4],
      [2.8, -12.6],
    ],
    'country',
    'Coast Road',
  );
  line(
    [
      [-13.2, -4.8],
      [-6.4, -9.8],
      [2.8, -12.6],
    ],
    'country',
    'Downs Road',
  );
  return { type: 'FeatureCollection', features };
}

if (process.argv[1]?.endsWith('make.ts')) {
  writeFileSync(new URL('./port-wrenfall.geojson', import.meta.url), `${JSON.stringify(makeNetwork())}\n`);
}
