import { z } from 'zod';
import type { PlaceFound } from '#contracts/maps';
import { Problem } from '../http/problem.ts';
import { healthOf } from './health.ts';

/** More than these nobody reads. */
const MOST_FOUND = 5;

const answer = z.object({
  features: z.array(
    z.object({
      geometry: z.object({
        type: z.literal('Point'),
        coordinates: z.tuple([z.number().min(-180).max(180), z.number().min(-90).max(90)]).rest(z.unknown()),
      }),
      properties: z.object({ label: z.string().max(300).optional(), name: z.string().max(300).optional() }),
    }),
  ),
});

/**
 * Client of a geocoder: `GET` of an address with `{address}` in it, answered with GeoJSON (RFC 7946), a point
 * for each place it may be with its `label`, the likeliest first.
 */
export class Geocoder {
  private readonly template: string | undefined;

  constructor(template: string | undefined) {
    if (template !== undefined && !template.includes('{address}'))
      throw new RangeError('GRADUM_GEOCODER_URL must contain {address}');
    this.template = template;
  }

  get isThere(): boolean {
    return this.template !== undefined;
  }

  /**
   * Where an address may be; empty where nobody knows it.
   *
   * @throws Problem 404 where there is no geocoder, 503 where it does not answer or cannot be understood
   */
  async find(address: string): Promise<PlaceFound[]> {
    if (this.template === undefined) throw new Problem(404, 'No geocoder is set up');
    const url = this.template.replace('{address}', encodeURIComponent(address));
    try {
      const response = await fetch(url, { signal: AbortSignal.timeout(5000) });
      const { features } = answer.parse(await response.json());
      return features
        .slice(0, MOST_FOUND)
        .map(({ geometry, properties }) => ({
          label: properties.label ?? properties.name ?? address,
          lat: geometry.coordinates[1],
          lon: geometry.coordinates[0],
        }));
    } catch {
      throw new Problem(503, 'Addresses cannot be looked up now', {
        detail: 'The geocoder does not answer. Paste a position, or click on the map.',
      });
    }
  }

  health = () => healthOf(this.template);
}
