import { randomUUID } from 'node:crypto';
import { mergeRoofs, rectangleRoof, type RoofItem, type RoofPlan } from '#core/places/roof';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let ada: Agent;
let siteId: string;
let unitId: string;
const roofId = randomUUID();
const item = (more: Partial<RoofItem> = {}): RoofItem => ({
  id: randomUUID(),
  kind: 'skylight',
  x: 20,
  y: 20,
  w: 4,
  h: 4,
  turn: 0,
  ...more,
});
const withItems = (...items: RoofItem[]): RoofPlan => ({ ...rectangleRoof(60, 40), items });

beforeAll(async () => {
  server = await testServer();
  ada = await server.as('technician');
  ({ siteId, unitId } = await oneUnit(server));
});
afterAll(() => server.stop());

describe('a roof', () => {
  let unit: RoofItem;
  beforeAll(() => {
    unit = item({ kind: 'unit', unitId, label: 'RTU-1', w: 8, h: 5 });
  });

  it('is drawn by a technician and shows its units with how they were left', async () => {
    await ada
      .post('/api/roofs')
      .send({ id: roofId, siteId, name: 'Main roof', plan: withItems(unit) })
      .expect(201);
    const { body } = await ada.get(`/api/roofs/${roofId}`).expect(200);
    expect(body).toMatchObject({ name: 'Main roof', site: 'Rink hall', version: 1 });
    expect(body.units[0]).toMatchObject({ id: unitId, tag: 'RTU-1', conditions: [], feed: null });
    expect((await ada.get(`/api/sites/${siteId}`)).body.roofs).toEqual([
      { id: roofId, name: 'Main roof', units: 1 },
    ]);
    expect((await ada.get(`/api/units/${unitId}`)).body.roofs).toEqual([{ id: roofId, name: 'Main roof' }]);
  });

  it('refuses a unit off the roof, drawn twice, or of another site', async () => {
    const save = (plan: RoofPlan) => ada.patch(`/api/roofs/${roofId}`).send({ version: 1, plan });
    const off = await save(withItems({ ...unit, x: 59 })).expect(422);
    expect(off.body.errors).toEqual([{ path: 'plan.items.0', message: 'RTU-1 does not stand on the roof' }]);
    expect(
      (await save(withItems(unit, { ...unit, id: randomUUID(), x: 40 })).expect(422)).body.errors[0].message,
    ).toMatch(/twice/);
    expect(
      (await save(withItems({ ...unit, unitId: randomUUID() })).expect(422)).body.errors[0].message,
    ).toMatch(/belongs to no site/);
    expect((await save({ ...withItems(), outline: [] }).expect(422)).body.errors[0].message).toMatch(
      /three corners/,
    );
    const second = await ada
      .post('/api/roofs')
      .send({ id: randomUUID(), siteId, name: 'Annex', plan: withItems(unit) })
      .expect(422);
    expect(second.body.errors[0].message).toBe('RTU-1 stands on “Main roof” already');
  });

  it('drawn by two at once keeps both: the later save gets the other’s roof, joins, and saves again', async () => {
    const bo = await server.as('manager');
    const base = (await ada.get(`/api/roofs/${roofId}`)).body;
    const [hatch, tap] = [
      item({ kind: 'hatch', x: 5, y: 5, w: 3, h: 3 }),
      item({ kind: 'water tap', x: 50, y: 30, w: 1.5, h: 1.5, psi: 45 }),
    ];
    await bo
      .patch(`/api/roofs/${roofId}`)
      .send({ version: base.version, plan: withItems(unit, hatch) })
      .expect(200);
    const mine = withItems({ ...unit, turn: 90 }, tap);
    const refused = await ada
      .patch(`/api/roofs/${roofId}`)
      .send({ version: base.version, plan: mine })
      .expect(409);
    const merged = mergeRoofs(base.plan, mine, refused.body.current.plan);
    expect(merged.conflicts).toEqual([]);
    const saved = await ada
      .patch(`/api/roofs/${roofId}`)
      .send({ version: refused.body.current.version, plan: merged.plan })
      .expect(200);
    expect(saved.body.plan.items.map((i: RoofItem) => i.kind).sort()).toEqual(['hatch', 'unit', 'water tap']);
    expect(saved.body.plan.items.find((i: RoofItem) => i.unitId === unitId).turn).toBe(90);
  });

  it('is put away and its name is free again', async () => {
    const { version } = (await ada.get(`/api/roofs/${roofId}`)).body;
    await ada.patch(`/api/roofs/${roofId}`).send({ version, retired: true }).expect(200);
    expect((await ada.get(`/api/sites/${siteId}`)).body.roofs).toEqual([]);
    await ada
      .post('/api/roofs')
      .send({ id: randomUUID(), siteId, name: 'Main roof', plan: withItems() })
      .expect(201);
  });
});
