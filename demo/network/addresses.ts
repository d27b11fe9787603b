import { writeFileSync } from 'node:fs';
import type { FeatureCollection } from 'geojson';
import { CUSTOMERS } from '../scenario/cast/index.ts';
import { addressOf } from '../scenario/fleet.ts';
import { toLonLat } from './geometry.ts';

/** The addresses of the invented district as a geocoder knows them: a point for each, with its label. */
export const makeAddresses = (): FeatureCollection => ({
  type: 'FeatureCollection',
  features: CUSTOMERS.flatMap(({ sites }) =>
    sites.map((place) => ({
      type: 'Feature' as const,
      geometry: { type: 'Point' as const, coordinates: toLonLat(place.at) },
      properties: { label: addressOf(place) },
    })),
  ),
});

if (process.argv[1]?.endsWith('addresses.ts')) {
  writeFileSync(new URL('./addresses.geojson', import.meta.url), `${JSON.stringify(makeAddresses())}\n`);
}
