import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { routingServer } from '../../standins/routing/server.ts';
import { Geocoder } from '../outside/geocoder.ts';
import { Tiles } from '../outside/tiles.ts';
import { testServer, type TestServer } from '../testing/server.ts';

/* Addresses looked up and tiles under the places, from servers of the company's own that answer or do not. */

const read = (file: string) =>
  JSON.parse(readFileSync(new URL(`../../demo/network/${file}.geojson`, import.meta.url), 'utf8'));
const outside = routingServer(read('port-wrenfall'), read('addresses'));
/** Answers whatever a test wants it to. */
let answer: { status: number; type: string; body: string };
const odd = createServer((_request, response) => {
  response.writeHead(answer.status, { 'content-type': answer.type }).end(answer.body);
});
const at = (server: Server) => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
let server: TestServer;
let bare: TestServer;
let broken: TestServer;

beforeAll(async () => {
  for (const one of [outside, odd]) await new Promise<void>((ready) => one.listen(0, '127.0.0.1', ready));
  const from = (base: string) => ({
    geocoder: new Geocoder(`${base}/places?q={address}`),
    tiles: new Tiles(`${base}/tiles/{z}/{x}/{y}`, 'Surveyors of <Wrenfall>'),
  });
  server = await testServer(from(at(outside)));
  broken = await testServer(from(at(odd)));
  bare = await testServer();
});
afterAll(async () => {
  await Promise.all([server.stop(), bare.stop(), broken.stop()]);
  outside.close();
  odd.close();
});

const places = async (of: TestServer, q: string, status = 200) =>
  (await (await of.as('manager')).get('/api/map/places').query({ q }).expect(status)).body;

describe('an address', () => {
  it('is found where somebody knows it, the number asked for first', async () => {
    const [first, ...others] = await places(server, '4 copperlatch');
    expect(first).toEqual({ label: '4 Copperlatch, Port Wrenfall', lat: 41.230543, lon: -66.52746 });
    expect(others.length).toBeLessThan(5);
    expect(await places(server, 'Nowhere Lane')).toEqual([]);
  });

  it('is looked up by whoever may write, and says what is missing', async () => {
    await (await server.as('technician')).get('/api/map/places').query({ q: 'mole street' }).expect(403);
    await places(server, ' x ', 422);
    expect(await places(bare, 'mole street', 404)).toMatchObject({ title: 'No geocoder is set up' });
    expect(() => new Geocoder('http://127.0.0.1/places')).toThrow('{address}');
  });

  it.each([
    [200, 'text/html', '<p>sign in</p>'],
    [
      200,
      'application/json',
      '{"features":[{"geometry":{"type":"Point","coordinates":[1,95]},"properties":{}}]}',
    ],
    [500, 'application/json', '{}'],
  ])('an answer that is none (%i %s) is said, and what to do instead', async (status, type, body) => {
    answer = { status, type, body };
    expect((await places(broken, 'mole street', 503)).detail).toContain('click on the map');
  });

  it('has the name that was asked for where the answer has none', async () => {
    const feature = { geometry: { type: 'Point', coordinates: [-66.5, 41.2] }, properties: {} };
    answer = { status: 200, type: 'application/json', body: JSON.stringify({ features: [feature] }) };
    expect(await places(broken, 'mole street')).toEqual([{ label: 'mole street', lat: 41.2, lon: -66.5 }]);
  });
});

describe('tiles', () => {
  const tile = async (of: TestServer, path: string, status = 200) =>
    (await of.as('technician')).get(`/api/map/tiles/${path}`).expect(status);

  it('come through us as pictures that run nothing, with whose they are', async () => {
    const got = await tile(server, '12/1291/1532');
    expect(got.headers['content-type']).toContain('image/svg+xml');
    expect(got.headers['content-security-policy']).toContain("default-src 'none'");
    expect(String(got.body)).toContain('<path');
    const { body } = await (await server.as('technician')).get('/api/map/services').expect(200);
    expect(body).toEqual({ addresses: true, tiles: { attribution: 'Surveyors of <Wrenfall>' } });
    expect((await (await bare.as('technician')).get('/api/map/services')).body).toEqual({
      addresses: false,
      tiles: null,
    });
  });

  it('that cannot be are refused, and are asked of nobody', async () => {
    answer = { status: 200, type: 'image/png', body: 'x' };
    for (const path of ['23/0/0', '1/-1/0', '1/0/1.5', 'a/0/0']) await tile(broken, path, 422);
    await tile(broken, '3/8/0', 404);
    await tile(broken, '3/0/8', 404);
    await tile(broken, '3/7/7', 200);
    await tile(bare, '1/0/0', 404);
    expect(() => new Tiles('http://127.0.0.1/{z}/{x}', 'x')).toThrow('{y}');
    expect(() => new Tiles('http://127.0.0.1/{z}/{x}/{y}', undefined)).toThrow('GRADUM_TILES_ATTRIBUTION');
  });

  it.each([
    [200, 'text/html', 'a page', 503],
    [200, 'image/png', 'x'.repeat(2_000_001), 503],
    [404, 'text/plain', 'none there', 404],
    [500, 'image/png', 'x', 503],
  ])('an answer of %i %s is no picture', async (status, type, body, ours) => {
    answer = { status, type, body };
    await tile(broken, '1/0/0', ours);
  });
});
