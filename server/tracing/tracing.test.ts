import { randomUUID } from 'node:crypto';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let technician: Agent;
let siteId: string;
let unitId: string;
const [main, sub, stat, area] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()] as [
  string,
  string,
  string,
  string,
];

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-03T14:00:00Z');
  technician = await server.as('technician');
  ({ siteId, unitId } = await oneUnit(server, { areaServed: 'Rink floor' }));
  const desk = await server.as('dispatcher');
  const { version } = (await desk.get(`/api/units/${unitId}`)).body;
  await desk
    .patch(`/api/units/${unitId}/machine`)
    .send({ version, voltage: 208, phase: 3, details: { electrical: { mcaA: 33.7, mocpA: 50 } } })
    .expect(200);
  for (const [id, kind, name] of [
    [main, 'panel', 'MZ-1'],
    [sub, 'panel', 'MZ-2'],
    [stat, 'thermostat', 'T-4 balcony'],
    [area, 'area', 'Projection booth'],
  ] as const)
    await technician
      .post('/api/points')
      .send({ id, siteId, kind, name, spaces: kind === 'panel' ? 24 : null })
      .expect(201);
});
afterAll(() => server.stop());

const link = (body: object) =>
  technician.post('/api/links').send({ id: randomUUID(), siteId, how: 'traced', on: '2026-06-03', ...body });

describe('feeds and controls', () => {
  const feed = randomUUID();

  it('are written by a technician and read as a sentence on the unit, with who and how', async () => {
    await link({ kind: 'feeds', from: main, to: sub, poles: [1, 3, 5] }).expect(201);
    await link({ id: feed, kind: 'feeds', from: sub, to: unitId, poles: [12, 8, 10], breakerA: 45 }).expect(
      201,
    );
    await link({ kind: 'controls', from: stat, to: unitId, how: 'told' }).expect(201);
    await link({ kind: 'serves', from: unitId, to: area, how: 'felt at the outlet' }).expect(201);
    const page = (await technician.get(`/api/units/${unitId}`).expect(200)).body;
    expect(page.feed).toBe('Poles 8/10/12 in panel MZ-2, itself fed through MZ-1 poles 1/3/5');
    expect(page.traces.controls).toEqual([
      { text: 'thermostat T-4 balcony', how: 'told', by: 'Test technician', on: '2026-06-03' },
    ]);
    expect(page.traces.feeds[0]).toMatchObject({ text: 'panel MZ-2, poles 8/10/12, 45 A', how: 'traced' });
  });

  it('make the unit found by its breaker, its thermostat and its area', async () => {
    const first = async (q: string) => (await technician.get('/api/search').query({ q }).expect(200)).body[0];
    expect(await first('MZ-2 8/10/12')).toMatchObject({ kind: 'unit', id: unitId });
    expect(await first('t-4 balcony')).toMatchObject({ id: unitId });
    const muggy = await first('projection booth upstairs is muggy');
    expect(muggy).toMatchObject({ kind: 'unit', id: unitId });
    expect(muggy.why.map((r: { rule: string }) => r.rule)).toEqual(
      expect.arrayContaining(['area', 'what is felt']),
    );
  });

  it('refuse a loop with the way round, and nothing has changed', async () => {
    const before = (await technician.get(`/api/sites/${siteId}/tracing`)).body;
    const refused = await link({ kind: 'feeds', from: sub, to: main }).expect(422);
    expect(refused.body.title).toBe('Nothing feeds itself');
    expect(refused.body.errors[0]).toEqual({
      path: 'to',
      message: 'closes a loop: panel MZ-2 → panel MZ-1 → panel MZ-2',
    });
    expect((await technician.get(`/api/sites/${siteId}/tracing`)).body).toEqual(before);
  });

  it('refuse two writers who would close a loop together', async () => {
    const [a, b] = [randomUUID(), randomUUID()];
    for (const [id, name] of [
      [a, 'LA'],
      [b, 'LB'],
    ])
      await technician.post('/api/points').send({ id, siteId, kind: 'panel', name }).expect(201);
    const answers = await Promise.all([
      link({ kind: 'feeds', from: a, to: b }),
      link({ kind: 'feeds', from: b, to: a }),
    ]);
    expect(answers.map((answer) => answer.status).sort()).toEqual([201, 422]);
  });

  it('refuse what cannot be, at the field', async () => {
    expect((await link({ kind: 'feeds', from: stat, to: unitId }).expect(422)).body.errors[0].message).toBe(
      'a thermostat feeds nothing',
    );
    expect(
      (await link({ kind: 'feeds', from: randomUUID(), to: unitId }).expect(422)).body.errors[0],
    ).toMatchObject({ path: 'from' });
    expect(
      (await link({ kind: 'feeds', from: main, to: unitId, poles: [4, 4] }).expect(422)).body.errors[0]
        .message,
    ).toBe('a pole stands there twice');
    expect(
      (
        await technician
          .post('/api/points')
          .send({ id: randomUUID(), siteId, kind: 'unit', name: 'x' })
          .expect(422)
      ).body.errors[0].path,
    ).toBe('kind');
  });

  it('end and come back; a fact that ended feeds nothing', async () => {
    await technician.post(`/api/links/${feed}/end`).send({}).expect(200);
    expect((await technician.get(`/api/units/${unitId}`)).body.feed).toBeNull();
    await technician.post(`/api/links/${feed}/restore`).send({}).expect(200);
    expect((await technician.get(`/api/units/${unitId}`)).body.feed).toMatch(/^Poles 8\/10\/12/);
    await technician.post(`/api/links/${randomUUID()}/end`).send({}).expect(404);
  });

  it('sent twice stand once; a stale name change gets both versions', async () => {
    const body = { id: randomUUID(), siteId, kind: 'damper', name: 'Damper 1' };
    await technician.post('/api/points').send(body).expect(201);
    const again = await technician.post('/api/points').send(body).expect(201);
    expect(again.body.points.filter((p: { name: string }) => p.name === 'Damper 1')).toHaveLength(1);
    await technician
      .patch(`/api/points/${body.id}`)
      .send({ version: 1, name: 'Damper 1a', place: 'above the stair' })
      .expect(200);
    const stale = await technician
      .patch(`/api/points/${body.id}`)
      .send({ version: 1, name: 'Damper B' })
      .expect(409);
    expect(stale.body.current).toMatchObject({ name: 'Damper 1a', version: 2, where: 'above the stair' });
  });

  it('a retired panel takes its facts with it, and brings them back', async () => {
    const id = randomUUID();
    await technician.post('/api/points').send({ id, siteId, kind: 'panel', name: 'Old' }).expect(201);
    await link({ kind: 'feeds', from: id, to: unitId, poles: [2] }).expect(201);
    const { body } = await technician
      .patch(`/api/points/${id}`)
      .send({ version: 1, retired: true })
      .expect(200);
    expect(body.links.filter((l: { from: string }) => l.from === id)).toEqual([]);
    const back = await technician.patch(`/api/points/${id}`).send({ version: 2, retired: false }).expect(200);
    expect(back.body.links.filter((l: { from: string }) => l.from === id)).toHaveLength(1);
  });
});

describe('the machine', () => {
  it('is written from the plate by whoever stands before it, circuits and all', async () => {
    const { version } = (await technician.get(`/api/units/${unitId}`)).body;
    const details = {
      heat: { fuel: 'natural gas', stagesBtuh: [120000, 180000], riseMinF: 35, riseMaxF: 65 },
      filters: [{ size: '20x20x2', count: 4 }],
    };
    const circuits = [
      {
        number: 1,
        refrigerant: 'R-410A',
        chargeLb: 9.5,
        metering: 'expansion valve',
        compressors: [{ stage: 1, rlaA: 13.2, lraA: 93 }],
      },
      {
        number: 2,
        refrigerant: 'R-410A',
        chargeLb: 8,
        metering: 'orifice',
        compressors: [{ stage: 2, rlaA: 13.2 }],
      },
    ];
    const { body } = await technician
      .patch(`/api/units/${unitId}/machine`)
      .send({ version, details, circuits, model: 'NV120' })
      .expect(200);
    expect(body.details).toEqual(details);
    expect(body.circuits).toMatchObject([
      { number: 1, compressors: [{ stage: 1, rlaA: 13.2, lraA: 93 }] },
      { number: 2 },
    ]);
    expect(body.modelLine).toBe('NV');
    const gone = await technician
      .patch(`/api/units/${unitId}/machine`)
      .send({ version: body.version, circuits: [circuits[0]] })
      .expect(200);
    expect(gone.body.circuits).toHaveLength(1);
  });

  it('refuses what no plate says, by path', async () => {
    const { version } = (await technician.get(`/api/units/${unitId}`)).body;
    const send = (body: object) =>
      technician.patch(`/api/units/${unitId}/machine`).send({ version, ...body });
    const upside = await send({ details: { heat: { riseMinF: 60, riseMaxF: 30 } } }).expect(422);
    expect(upside.body.errors[0]).toEqual({
      path: 'details.heat.riseMaxF',
      message: 'must lie above the lowest',
    });
    const none = await send({ details: { filters: [{ size: '20x20', count: 0 }] } }).expect(422);
    expect(none.body.errors[0].path).toBe('details.filters.0.count');
    await technician.patch(`/api/units/${unitId}/machine`).send({ version: 1, model: 'X' }).expect(409);
  });
});
