import type { FeatureCollection, Position } from 'geojson';

const SIZE = 256;
const ROAD_PX: Readonly<Record<string, number>> = { street: 1, main: 2, country: 2, ring: 3, bridge: 4 };

/** Pixels of Web Mercator from the corner of a tile (EPSG 3857, the usual scheme). */
function pixel([lon = 0, lat = 0]: Position, z: number, x: number, y: number): string {
  const all = SIZE * 2 ** z;
  const across = ((lon + 180) / 360) * all;
  const sine = Math.sin((lat * Math.PI) / 180);
  const down = (0.5 - Math.log((1 + sine) / (1 - sine)) / (4 * Math.PI)) * all;
  return `${(across - x * SIZE).toFixed(1)} ${(down - y * SIZE).toFixed(1)}`;
}

/** A tile of a map of lines and areas as an SVG picture. */
export function tileOf(map: FeatureCollection, z: number, x: number, y: number): string {
  const path = (line: readonly Position[]) => `M${line.map((at) => pixel(at, z, x, y)).join('L')}`;
  const drawn = map.features.map(({ geometry, properties }) => {
    if (geometry.type === 'Polygon' && properties?.layer === 'water')
      return `<path d="${path(geometry.coordinates[0] ?? [])}Z" fill="#bcd0d4"/>`;
    if (geometry.type !== 'LineString') return '';
    const width = ROAD_PX[String(properties?.road)] ?? 1;
    return `<path d="${path(geometry.coordinates)}" fill="none" stroke="#8d8a80" stroke-width="${width}"/>`;
  });
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${SIZE}" height="${SIZE}" viewBox="0 0 ${SIZE} ${SIZE}">` +
    `<rect width="${SIZE}" height="${SIZE}" fill="#f2f0e8"/>${drawn.join('')}</svg>`
  );
}
