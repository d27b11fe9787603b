import type { FeatureCollection } from 'geojson';
import type { MapServices, PlaceFound } from '#contracts/maps';
import { api } from './base.ts';

export const { useMapBaseQuery, useMapServicesQuery, useLazyPlacesOfQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    mapBase: build.query<FeatureCollection, void>({ query: () => '/map', keepUnusedDataFor: 3600 }),
    mapServices: build.query<MapServices, void>({ query: () => '/map/services', keepUnusedDataFor: 3600 }),
    /** Where an address may be. */
    placesOf: build.query<PlaceFound[], string>({ query: (q) => ({ url: '/map/places', params: { q } }) }),
  }),
});
