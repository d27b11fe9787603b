/**
 * Plane geometry of the invented district: kilometres east and north of the market square of Port Wrenfall.
 */
export type Point = readonly [east: number, north: number];

/** The market square, out at sea on any real map. */
const ORIGIN = { lat: 41.2, lon: -66.5 } as const;
const KM_PER_DEGREE = 111.32;

/** Longitude and latitude to six decimals (a hand's breadth), the order GeoJSON wants. */
export function toLonLat([east, north]: Point): [number, number] {
  const lat = ORIGIN.lat + north / KM_PER_DEGREE;
  const lon = ORIGIN.lon + east / (KM_PER_DEGREE * Math.cos((ORIGIN.lat * Math.PI) / 180));
  return [Math.round(lon * 1e6) / 1e6, Math.round(lat * 1e6) / 1e6];
}

export const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

const CENTRE_LINE: readonly Point[] = [
  [-22, 9],
  [-16, 6.2],
  [-11, 3.4],
  [-6, 1.9],
  [-2, 0.9],
  [2, -0.4],
  [6, -0.8],
  [10, 0.4],
  [14, 1.6],
  [20, 2.4],
  [26, 2.6],
];

/** Half the width of the estuary, km: a river inland, wide at the mouth. */
const halfWidth = (east: number) => 0.22 + 0.16 * Math.max(0, (east + 4) / 6) ** 1.7;

/** North of the middle of the estuary at some easting. */
export function estuaryMiddle(east: number): number {
  const i = Math.max(
    1,
    CENTRE_LINE.findIndex(([x]) => x >= east),
  );
  const [[x0, y0], [x1, y1]] = [CENTRE_LINE[i - 1] as Point, CENTRE_LINE[i] as Point];
  return y0 + ((east - x0) / (x1 - x0)) * (y1 - y0);
}

/** Which bank a point lies on, or the water itself. */
export function bankOf([east, north]: Point): 'north' | 'south' | 'water' {
  const above = north - estuaryMiddle(east);
  if (Math.abs(above) <= halfWidth(east)) return 'water';
  return above > 0 ? 'north' : 'south';
}

/** The water's outline, banks there and back. */
export function estuaryOutline(): Point[] {
  const eastings = Array.from({ length: 97 }, (_, i) => -22 + i / 2);
  const north = eastings.map((x): Point => [x, estuaryMiddle(x) + halfWidth(x)]);
  const south = eastings.map((x): Point => [x, estuaryMiddle(x) - halfWidth(x)]).reverse();
  return [...north, ...south, north[0] as Point];
}
