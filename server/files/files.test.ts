import { randomUUID } from 'node:crypto';
import { rectangleRoof } from '#core/places/roof';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let manager: Agent;
let siteId: string;

beforeAll(async () => {
  server = await testServer();
  manager = await server.as('manager');
  ({ siteId } = await oneUnit(server));
});
afterAll(() => server.stop());

/** Reads a response as text whatever its type. */
function asText(response: unknown, done: (error: Error | null, body: string) => void): void {
  let body = '';
  const stream = response as NodeJS.ReadableStream;
  stream.on('data', (part) => (body += String(part)));
  stream.on('end', () => done(null, body));
}

const feature = (properties: object, coordinates: number[] | null = [-66.1, 41.2]) => ({
  type: 'Feature',
  geometry: coordinates ? { type: 'Point', coordinates } : null,
  properties,
});
const bring = async (features: object[], apply = true) =>
  (
    await manager
      .post('/api/imports/sites')
      .send({ id: randomUUID(), apply, collection: { type: 'FeatureCollection', features } })
      .expect(200)
  ).body;

describe('sites as GeoJSON (RFC 7946)', () => {
  it('come in, go out, and come back without a change', async () => {
    const features = [
      feature({
        customer: 'Gate Garden Centre',
        site: 'Glasshouse',
        address: '1 Fern Row',
        way_up: 'hatch',
        hazards: ['skylights', 'open edge'],
      }),
      feature({ customer: 'Gate Garden Centre', site: 'Store' }, null),
    ];
    expect(await bring(features, false)).toMatchObject({ added: 2, changed: 0, applied: false });
    expect(await bring(features)).toMatchObject({
      added: 2,
      changed: 0,
      same: 0,
      problems: [],
      applied: true,
    });
    const out = (await manager.get('/api/exports/sites.geojson').buffer(true).parse(asText).expect(200))
      .body as string;
    const collection = JSON.parse(out);
    expect(
      collection.features.map((f: { geometry: unknown; properties: { site: string } }) => [
        f.properties.site,
        f.geometry,
      ]),
    ).toEqual([
      ['Glasshouse', { type: 'Point', coordinates: [-66.1, 41.2] }],
      ['Store', null],
      ['Rink hall', { type: 'Point', coordinates: [-70, 41] }],
    ]);
    expect(await bring(collection.features)).toMatchObject({ added: 0, changed: 0, same: 3 });
    expect(
      await bring([feature({ customer: 'Gate Garden Centre', site: 'Store', key: 'gate box' }, null)]),
    ).toMatchObject({ changed: 1 });
  });

  it('with a wrong one say where, and nothing changes', async () => {
    const before = await server.db.rows('select count(*) from sites');
    const answer = await bring([
      feature({ customer: 'X', site: 'Y' }),
      feature({ customer: 'X', site: '' }),
      feature({ customer: 'X', site: 'Z' }, [200, 0]),
    ]);
    expect(answer.problems.map((p: { path: string }) => p.path)).toEqual([
      'features.1.properties.site',
      'features.2.geometry.coordinates.0',
    ]);
    expect(await server.db.rows('select count(*) from sites')).toEqual(before);
  });
});

describe('roof and feeds as JSON', () => {
  const plan = () => ({
    format: 'site plan 1',
    customer: 'Lantern Roller Rink',
    site: 'Rink hall',
    roofs: [
      {
        name: 'Main',
        northDeg: 20,
        outline: rectangleRoof(50, 30).outline,
        items: [{ kind: 'unit', x: 20, y: 10, w: 8, h: 5, turn: 0, unit: 'RTU-1' }],
      },
    ],
    points: [
      { kind: 'panel', name: 'LP-1', spaces: 42, volts: 208 },
      { kind: 'panel', name: 'LP-2' },
      { kind: 'area', name: 'Rink floor' },
    ],
    links: [
      {
        kind: 'feeds',
        from: { kind: 'panel', name: 'LP-1' },
        to: { kind: 'panel', name: 'LP-2' },
        poles: [1, 3],
        how: 'traced',
        on: '2026-05-01',
      },
      {
        kind: 'feeds',
        from: { kind: 'panel', name: 'LP-2' },
        to: { kind: 'unit', name: 'RTU-1' },
        poles: [8, 10, 12],
        breakerA: 40,
        how: 'told',
        on: '2026-05-01',
      },
      {
        kind: 'serves',
        from: { kind: 'unit', name: 'RTU-1' },
        to: { kind: 'area', name: 'Rink floor' },
        how: 'felt at the outlet',
        on: '2026-05-01',
      },
    ],
  });
  const send = (given: object) =>
    manager.post(`/api/sites/${siteId}/plan`).send({ id: randomUUID(), plan: given });

  it('comes in by names and goes out the same', async () => {
    await send(plan()).expect(200);
    await send(plan()).expect(200);
    const out = JSON.parse(
      (await manager.get(`/api/sites/${siteId}/plan.json`).buffer(true).parse(asText).expect(200))
        .body as string,
    );
    expect(out.roofs).toEqual(plan().roofs);
    expect(out.points).toHaveLength(3);
    expect(out.links.map((l: { by?: string }) => ({ ...l, by: undefined }))).toEqual(
      plan().links.map((l) => ({ ...l, by: undefined })),
    );
  });

  it('with something wrong says where, and nothing changes', async () => {
    const looped = plan();
    looped.links.push({
      kind: 'feeds',
      from: { kind: 'panel', name: 'LP-2' },
      to: { kind: 'panel', name: 'LP-1' },
      poles: [2],
      how: 'traced',
      on: '2026-05-01',
    });
    looped.links.push({
      kind: 'feeds',
      from: { kind: 'panel', name: 'LP-9' },
      to: { kind: 'unit', name: 'RTU-1' },
      poles: [2],
      how: 'traced',
      on: '2026-05-01',
    });
    const refused = await send(looped).expect(422);
    expect(refused.body.errors).toEqual([
      { path: 'links.3.to', message: 'closes a loop' },
      { path: 'links.4.from', message: 'there is no panel “LP-9” here' },
    ]);
    expect((await send({ format: 'drawing' }).expect(422)).body.errors[0].path).toBe('format');
  });
});
