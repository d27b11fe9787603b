import { Problem } from '../http/problem.ts';
import { healthOf } from './health.ts';

export interface Tile {
  readonly type: string;
  readonly bytes: Buffer;
}

/** A picture of a tile is rarely more than a tenth of it. */
const LARGEST = 2_000_000;
const PICTURES: ReadonlySet<string> = new Set(['image/png', 'image/jpeg', 'image/webp', 'image/svg+xml']);

/**
 * Client of a tile server: `GET` of an address with `{z}`, `{x}` and `{y}` in it (Web Mercator, the usual
 * scheme), answered with a picture. Browsers get it from us: the page loads nothing from elsewhere, and the
 * tile server does not learn who looks at which site.
 */
export class Tiles {
  private readonly template: string | undefined;
  /** Whose they are, as it has to stand on the map; undefined where there are none. */
  readonly attribution: string | undefined;

  constructor(template: string | undefined, attribution: string | undefined) {
    for (const part of ['{z}', '{x}', '{y}'])
      if (template !== undefined && !template.includes(part))
        throw new RangeError(`GRADUM_TILES_URL must contain ${part}`);
    if (template !== undefined && !attribution)
      throw new RangeError('GRADUM_TILES_ATTRIBUTION must say whose the map tiles are');
    this.template = template;
    this.attribution = template === undefined ? undefined : attribution;
  }

  /** @throws Problem 404 where there is no such tile, 503 where the server does not answer with a picture */
  async tile(z: number, x: number, y: number): Promise<Tile> {
    if (this.template === undefined || x >= 2 ** z || y >= 2 ** z) throw new Problem(404, 'No such tile');
    const url = this.template.replace('{z}', String(z)).replace('{x}', String(x)).replace('{y}', String(y));
    const missing = new Problem(503, 'The map tiles cannot be had now');
    const response = await fetch(url, { signal: AbortSignal.timeout(5000) }).catch(() => undefined);
    if (response?.status === 404) throw new Problem(404, 'No such tile');
    const type = response?.headers.get('content-type')?.split(';')[0] ?? '';
    if (!response?.ok || !PICTURES.has(type)) throw missing;
    const bytes = Buffer.from(await response.arrayBuffer());
    if (bytes.length > LARGEST) throw missing;
    return { type, bytes };
  }

  health = () => healthOf(this.template?.replace(/\{[zxy]\}/g, '0'));
}
