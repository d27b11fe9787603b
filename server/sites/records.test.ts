import { randomUUID } from 'node:crypto';
import { callList } from '#contracts/calls';
import { customerList } from '#contracts/customers';
import { siteList } from '#contracts/sites';
import { unitList } from '#contracts/units';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let desk: Agent;

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-03T14:00:00Z');
  desk = await server.as('dispatcher');
});
afterAll(() => server.stop());

async function customer(name: string): Promise<string> {
  const id = randomUUID();
  await desk.post('/api/customers').send({ id, name }).expect(201);
  return id;
}
async function site(customerId: string, name: string, more: object = {}): Promise<string> {
  const id = randomUUID();
  await desk
    .post('/api/sites')
    .send({ id, customerId, name, ...more })
    .expect(201);
  return id;
}
async function unit(siteId: string, tag: string, more: object = {}): Promise<string> {
  const id = randomUUID();
  await desk
    .post('/api/units')
    .send({ id, siteId, tag, kind: 'package gas/electric', ...more })
    .expect(201);
  return id;
}
const get = async (path: string) => (await desk.get(path).expect(200)).body;

describe('lists', () => {
  it.each([
    ['customers', customerList],
    ['sites', siteList],
    ['units', unitList],
    ['calls', callList],
  ] as const)('%s are sorted by every heading, either way', async (path, shape) => {
    for (const sort of shape.shape.sort.unwrap().unwrap().options)
      for (const dir of ['asc', 'desc'])
        await desk.get(`/api/${path}`).query({ sort, dir, q: 'a' }).expect(200);
  });

  let press: string;
  beforeAll(async () => {
    const works = await customer('Quillmark Print Works');
    press = await site(works, 'Press Hall', { address: '14 Foundry Street' });
    const store = await site(works, 'Paper Store');
    await unit(press, 'RTU-1', { builtOn: '2001-05-01', areaServed: 'Press 1' });
    await unit(press, 'RTU-2', { builtOn: '2020-05-01' });
    await unit(store, 'UH-1', { kind: 'unit heater' });
    await site(await customer('Abbey Ceramics'), 'Kiln Yard');
  });

  it('of sites are sorted by customer and counted with their units', async () => {
    const { rows, total } = await get('/api/sites');
    expect(total).toBe(3);
    expect(rows.map((s: { name: string; units: number }) => [s.name, s.units])).toEqual([
      ['Kiln Yard', 0],
      ['Paper Store', 1],
      ['Press Hall', 2],
    ]);
    expect((await get('/api/sites?sort=units&dir=desc')).rows[0].name).toBe('Press Hall');
    // Age alone is a plan: it asks for no decision.
    expect((await get('/api/sites?sort=flagged&dir=desc')).rows[0]).toMatchObject({ flagged: 0 });
  });

  it('of customers count sites and units', async () => {
    const { rows } = await get('/api/customers?sort=units&dir=desc');
    expect(
      rows.map((c: { name: string; sites: number; units: number }) => [c.name, c.sites, c.units]),
    ).toEqual([
      ['Quillmark Print Works', 2, 3],
      ['Abbey Ceramics', 1, 0],
    ]);
  });

  it('of units are searched by tag, area, site and customer together', async () => {
    expect((await get('/api/units?q=rtu quill')).total).toBe(2);
    expect((await get('/api/units?q=press 1 rtu-1')).rows.map((u: { tag: string }) => u.tag)).toEqual([
      'RTU-1',
    ]);
    expect((await get('/api/units?q=heater')).rows[0].tag).toBe('UH-1');
    expect((await get('/api/units?q=nothing like it')).total).toBe(0);
  });

  it('are cut into pages that together hold every row once', async () => {
    const tags: string[] = [];
    for (let offset = 0; offset < 3; offset++)
      tags.push(
        ...(await get(`/api/units?sort=tag&limit=1&offset=${offset}`)).rows.map((u: { id: string }) => u.id),
      );
    expect(new Set(tags).size).toBe(3);
    expect((await get('/api/units?offset=90')).rows).toEqual([]);
  });

  it('sort what is unknown to the end, not to zero', async () => {
    const ages = (await get('/api/units?sort=age')).rows.map((u: { builtOn: string | null }) => u.builtOn);
    expect(ages).toEqual(['2001-05-01', '2020-05-01', null]);
    expect((await get('/api/units?sort=age&dir=desc')).rows.at(-1).builtOn).toBeNull();
  });

  it('find an address by its street and number', async () => {
    expect((await get('/api/search?q=14 found')).map((f: { title: string }) => f.title)).toEqual([
      'Press Hall',
    ]);
  });

  it('stand in the order customer, site, unit in the find box', async () => {
    const found = await get('/api/search?q=p');
    const kinds = found.map((f: { kind: string }) => f.kind);
    expect(
      [...kinds].sort(
        (a, b) =>
          ['customer', 'site', 'unit', 'call'].indexOf(a) - ['customer', 'site', 'unit', 'call'].indexOf(b),
      ),
    ).toEqual(kinds);
  });
});

describe('a site', () => {
  it('shows its units worst first and keeps its hours', async () => {
    const id = await site(await customer('Moth & Lamp Cinema'), 'House', {
      openingHours: { '6': [['10:00', '23:00']] },
    });
    await unit(id, 'A-new', { builtOn: '2024-01-01' });
    await unit(id, 'Z-old', { builtOn: '1999-01-01' });
    const page = await get(`/api/sites/${id}`);
    expect(page.units.map((u: { tag: string }) => u.tag)).toEqual(['Z-old', 'A-new']);
    expect(page.openingHours).toEqual({ '6': [['10:00', '23:00']] });
    expect(page.timeZone).toBe('EST5EDT');
  });

  it('refuses wrong hours by path, a second site of the same name, and an unknown customer', async () => {
    const owner = await customer('Tern Veterinary');
    const id = await site(owner, 'Clinic');
    const bad = await desk
      .patch(`/api/sites/${id}`)
      .send({ version: 1, openingHours: { '1': [['noon', '17:00']] } })
      .expect(422);
    expect(bad.body.errors[0]).toEqual({
      path: 'openingHours.1.0.0',
      message: 'must be a time of day HH:MM',
    });
    const twin = await desk
      .post('/api/sites')
      .send({ id: randomUUID(), customerId: owner, name: 'Clinic' })
      .expect(409);
    expect(twin.body.title).toBe('There is one like it already');
    await desk.post('/api/sites').send({ id: randomUUID(), customerId: randomUUID(), name: 'X' }).expect(404);
  });

  it('is retired, leaves the lists, and comes back with everything it had', async () => {
    const id = await site(await customer('Gate Garden Centre'), 'Glasshouse');
    const { version } = await get(`/api/sites/${id}`);
    await desk.patch(`/api/sites/${id}`).send({ version, retired: true }).expect(200);
    expect((await get('/api/sites?q=glasshouse')).total).toBe(0);
    await desk
      .patch(`/api/sites/${id}`)
      .send({ version: version + 1, retired: false })
      .expect(200);
    expect((await get('/api/sites?q=glasshouse')).total).toBe(1);
  });
});

describe('a unit', () => {
  it('has the slots of its kind before anything was put into them', async () => {
    const { unitId } = await oneUnit(server, { kind: 'boiler' });
    const page = await get(`/api/units/${unitId}`);
    expect(page.slots.map((s: { part: string }) => s.part)).toEqual(
      expect.arrayContaining(['burner', 'gas valve', 'low-water cutoff', 'main board', 'pump or loop']),
    );
    expect(page.slots[0]).toMatchObject({ circuit: null, installed: null, earlier: 0 });
    expect(await server.db.rows('select 1 from components')).toEqual([]);
  });

  it('becomes known as old on its birthday, without anybody touching it', async () => {
    const id = await site(await customer('Annex'), 'Annex');
    const unitId = await unit(id, 'AH-1', { builtOn: '2011-07-01', kind: 'split with air handler' });
    expect((await get(`/api/units/${unitId}`)).verdict.flags).toEqual([]);
    server.setNow('2026-07-01T12:00:00Z');
    expect((await get(`/api/units/${unitId}`)).verdict.flags[0]).toMatchObject({
      kind: 'age',
      sentence: '15 years old.',
    });
    server.setNow('2026-06-03T14:00:00Z');
  });

  it('out of use is not called old any more', async () => {
    const id = await site(await customer('Depot'), 'Depot');
    const unitId = await unit(id, 'UH-9', { builtOn: '1990-07-01', kind: 'unit heater' });
    const before = await get(`/api/units/${unitId}`);
    expect(before.flagKinds).toEqual(['age']);
    const after = (
      await desk
        .patch(`/api/units/${unitId}`)
        .send({ version: before.version, status: 'out of use' })
        .expect(200)
    ).body;
    expect(after.flagKinds).toEqual([]);
  });

  it('keeps what one person wrote when another changes another field on a fresh version', async () => {
    const id = await unit(await site(await customer('Fresh'), 'Fresh'), 'X-1');
    const one = await get(`/api/units/${id}`);
    await desk.patch(`/api/units/${id}`).send({ version: one.version, serial: 'S-1' }).expect(200);
    await desk
      .patch(`/api/units/${id}`)
      .send({ version: one.version + 1, areaServed: 'hall' })
      .expect(200);
    expect(await get(`/api/units/${id}`)).toMatchObject({
      serial: 'S-1',
      areaServed: 'hall',
      version: one.version + 2,
    });
  });

  it('leaves a line in the log for everything that was changed, with who', async () => {
    const lines = await server.db.rows<{ action: string; entity: string; actor_kind: string }>(
      'select action, entity, actor_kind from log order by seq',
    );
    expect(lines.length).toBeGreaterThan(20);
    expect(lines.every((line) => line.actor_kind === 'user')).toBe(true);
    expect(new Set(lines.map((line) => line.entity))).toEqual(new Set(['customer', 'site', 'unit']));
  });
});
