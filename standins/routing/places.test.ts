import { readFileSync } from 'node:fs';
import { makeAddresses } from '../../demo/network/addresses.ts';
import { placesIn } from './places.ts';
import { tileOf } from './tiles.ts';

it('the addresses of the demo are those of its sites', () => {
  const kept = readFileSync(new URL('../../demo/network/addresses.geojson', import.meta.url), 'utf8');
  expect(JSON.parse(kept)).toEqual(makeAddresses());
});

it('every word has to be there but the number, and the nearest number is first', () => {
  const point = (label: string) => ({
    type: 'Feature' as const,
    geometry: { type: 'Point' as const, coordinates: [0, 0] },
    properties: { label },
  });
  const find = placesIn({
    type: 'FeatureCollection',
    features: ['3 Mole Street, Wrenfall', '19 Mole Street, Wrenfall', '4 Mole Row, Wrenfall'].map(point),
  });
  const labels = (address: string) => find(address).features.map(({ properties }) => properties?.label);
  expect(labels('17 mole street')).toEqual(['19 Mole Street, Wrenfall', '3 Mole Street, Wrenfall']);
  expect(labels('Mole, Wrenfall')).toHaveLength(3);
  expect(labels('17')).toEqual([]);
  expect(labels('17 Mole Lane')).toEqual([]);
});

it('a tile has a place where Web Mercator puts it', () => {
  // Null Island is the corner in which the four tiles of zoom 1 meet (EPSG 3857).
  const line = (coordinates: number[][]) => ({
    type: 'FeatureCollection' as const,
    features: [
      { type: 'Feature' as const, geometry: { type: 'LineString' as const, coordinates }, properties: {} },
    ],
  });
  expect(
    tileOf(
      line([
        [0, 0],
        [90, 0],
      ]),
      1,
      1,
      1,
    ),
  ).toContain('M0.0 0.0L128.0 0.0');
  // 85.0511° is the upper edge of the scheme.
  expect(
    tileOf(
      line([
        [-180, 85.051129],
        [0, 0],
      ]),
      0,
      0,
      0,
    ),
  ).toMatch(/M0.0 -?0.0L128.0 128.0/);
});
