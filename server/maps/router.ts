import { z } from 'zod';
import type { MapServices } from '#contracts/maps';
import type { Endpoint } from '../http/endpoints.ts';
import { parse } from '../http/problem.ts';
import { settingAsOf } from '../settings/service.ts';

const whole = z
  .string()
  .regex(/^\d{1,7}$/, 'is no number of a tile')
  .transform(Number);
const place = z.object({ z: whole.pipe(z.number().max(22, 'nearer than any map')), x: whole, y: whole });
const address = z.object({ q: z.string().trim().min(3, 'which address?').max(300) });
const KEPT_SECONDS = 7 * 86_400;

export const mapEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/map',
    action: 'read',
    handle: async ({ db }) =>
      (await settingAsOf(db, 'map base', '9999-12-31')) ?? { type: 'FeatureCollection', features: [] },
  },
  {
    method: 'get',
    path: '/api/map/services',
    action: 'read',
    handle: ({ geocoder, tiles: { attribution } }) =>
      Promise.resolve<MapServices>({
        addresses: geocoder.isThere,
        tiles: attribution === undefined ? null : { attribution },
      }),
  },
  {
    method: 'get',
    path: '/api/map/places',
    action: 'edit record',
    handle: ({ geocoder, query }) => geocoder.find(parse(address, query).q),
  },
  {
    method: 'get',
    path: '/api/map/tiles/:z/:x/:y',
    action: 'read',
    handle: async ({ tiles, params, response }) => {
      const at = parse(place, params);
      const { type, bytes } = await tiles.tile(at.z, at.x, at.y);
      response
        .type(type)
        .set('cache-control', `private, max-age=${KEPT_SECONDS}`)
        // A picture that is opened by itself runs nothing.
        .set('content-security-policy', "default-src 'none'; style-src 'unsafe-inline'; sandbox")
        .send(bytes);
    },
  },
];
