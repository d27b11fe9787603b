import { randomUUID } from 'node:crypto';
import { TRADE_TASKS } from '#core/upkeep/maintenance';
import { agreeAsUsual, oneUnit, openVisit, testServer, type TestServer } from '../testing/server.ts';
import { problemFor } from '../testing/planning.ts';

/* The company's task list, and what sheets say of tasks beside that they were done. */

type Agent = Awaited<ReturnType<TestServer['as']>>;
interface Due {
  key: string;
  reason: { rule: string; params: Record<string, unknown> };
  putOff: { on: string; why: string } | null;
}
const TODAY = '2026-04-06';
let server: TestServer;
let manager: Agent;
let roof: Agent;

beforeEach(async () => {
  server = await testServer();
  server.setNow(`${TODAY}T15:00:00Z`);
  manager = await server.as('manager');
  roof = await server.as('technician');
});
afterEach(() => server.stop());

async function agreedUnit(unit: Record<string, unknown> = {}) {
  const place = await oneUnit(server, unit);
  await agreeAsUsual(manager, place.customerId);
  return place;
}
async function due(days = 14): Promise<Due[]> {
  const { body } = await manager.get(`/api/routes/due?days=${days}`).expect(200);
  return body.flatMap((site: { units: { tasks: Due[] }[] }) => site.units.flatMap((unit) => unit.tasks));
}
const keys = async () => (await due()).map(({ key }) => key);
const work = async (siteId: string, unitId: string, body: object, on = TODAY) => {
  const visit = await openVisit(server, siteId, on);
  const line = {
    id: randomUUID(),
    visitId: visit,
    unitId,
    kind: 'work',
    body,
    occurredAt: `${on}T14:00:00.000Z`,
  };
  await roof.post(`/api/visits/${visit}/entries`).send(line).expect(201);
};
const setTasks = (value: object, status = 201) =>
  manager.post('/api/settings/tasks').send({ id: randomUUID(), validFrom: TODAY, value }).expect(status);

it('the trade’s list has coils, drains, economizer and electrics in spring', async () => {
  await agreedUnit();
  expect(await keys()).toEqual(
    expect.arrayContaining(['cooling start-up', 'coils', 'drains', 'economizer check', 'electrical check']),
  );
});

it('make-up air that cools has a cooling start-up, once its circuit is on record', async () => {
  const { unitId } = await agreedUnit({ kind: 'make-up air' });
  expect(await keys()).not.toContain('cooling start-up');
  const circuits = [{ number: 1, refrigerant: 'R-410A', chargeLb: 12, metering: null, compressors: [] }];
  await manager.patch(`/api/units/${unitId}/machine`).send({ version: 1, circuits }).expect(200);
  expect(await keys()).toContain('cooling start-up');
});

it('the company drops a task, changes one and adds its own, from a day on; a strange one is refused', async () => {
  await agreedUnit();
  const filters = TRADE_TASKS.find((task) => task.key === 'filters and belts')!;
  const own = { ...filters, key: 'lint screens', title: 'Lint screens', usual: { by: 'days', days: 14 } };
  await setTasks([{ key: 'coils', dropped: true }, { ...filters, minutes: 35 }, own]);
  expect(await keys()).toEqual(expect.arrayContaining(['filters and belts', 'lint screens']));
  expect(await keys()).not.toContain('coils');
  await setTasks([{ ...own, readings: ['no such card'] }], 422);
  await setTasks([own, own], 422);
});

it('a task that needs a licence is planned for nobody without it', async () => {
  const { siteId } = await agreedUnit();
  await server.db.run('update crews set start_lat = 41, start_lon = -70');
  const filters = TRADE_TASKS.find((task) => task.key === 'filters and belts')!;
  await setTasks([{ ...filters, skills: ['Confined space'] }]);
  const asked = {
    from: TODAY,
    days: 1,
    crewIds: [],
    siteIds: [siteId],
    calls: [],
    planned: 'stays',
    keepFree: false,
  };
  const view = await problemFor(manager, asked as never);
  expect(view.problem.jobs[0]?.skills).toEqual(['confined space']);
});

it('filters found plugged come round sooner, and the list says why', async () => {
  const { siteId, unitId } = await agreedUnit();
  const tasks = ['filters and belts'];
  await work(siteId, unitId, { text: '', tasks, found: { 'filters and belts': 'dirty' } }, '2026-02-20');
  await work(siteId, unitId, { text: '', tasks, found: { 'filters and belts': 'plugged' } }, '2026-03-20');
  // 28 days to plug, three quarters of it.
  const filters = (await due()).find(({ key }) => key === 'filters and belts');
  expect(filters).toMatchObject({
    dueOn: '2026-04-10',
    reason: { rule: 'plugs sooner', params: { days: 21, pluggedAfter: 28 } },
  });
});

it('what could not be done stays due with its reason, on the list and on the next sheet, until it is done', async () => {
  const { siteId, unitId } = await agreedUnit();
  await work(siteId, unitId, { text: 'No tap', putOff: { coils: 'water' } });
  const coils = async () => (await due()).find(({ key }) => key === 'coils');
  expect((await coils())?.putOff).toEqual({ on: TODAY, why: 'water' });
  const visit = await openVisit(server, siteId, '2026-04-07');
  const { body: sheet } = await roof.get(`/api/visits/${visit}`).expect(200);
  const said = sheet.units[0].due.find((task: { key: string }) => task.key === 'coils');
  expect(said.text).toContain('Put off 6 Apr 2026: no water pressure on the roof.');
  expect(said.steps.length).toBeGreaterThan(0);
  server.setNow('2026-04-08T15:00:00Z');
  await work(siteId, unitId, { text: '', tasks: ['coils'] }, '2026-04-08');
  expect(await coils()).toBeUndefined();
});

it('a machine on standby is exercised in its months and nothing else; it stands in for one of its own site', async () => {
  const { siteId, unitId } = await agreedUnit();
  const standby = randomUUID();
  await manager
    .post('/api/units')
    .send({
      id: standby,
      siteId,
      tag: 'RTU-2',
      kind: 'package gas/electric',
      status: 'standby',
      standsInFor: unitId,
    })
    .expect(201);
  const { body } = await manager.get(`/api/units/${unitId}`).expect(200);
  expect(body.beside).toEqual([{ id: standby, tag: 'RTU-2', standsInFor: unitId }]);
  expect(await keys()).not.toContain('exercise');
  server.setNow('2026-05-04T15:00:00Z');
  expect((await keys()).filter((key) => key === 'exercise')).toEqual(['exercise']);
  await manager.patch(`/api/units/${unitId}`).send({ version: 1, standsInFor: unitId }).expect(422);
});

it('a new machine has its start-up sheet due, and what the weather forbids stays due', async () => {
  const { siteId, unitId } = await agreedUnit({ installedOn: '2026-04-01' });
  expect(await keys()).toEqual(expect.arrayContaining(['first power', 'first cooling', 'first heating']));
  await work(siteId, unitId, {
    text: '',
    tasks: ['first power', 'first heating'],
    putOff: { 'first cooling': 'weather' },
  });
  const left = (await due()).filter(({ key }) => key.startsWith('first'));
  expect(left).toMatchObject([{ key: 'first cooling', putOff: { why: 'weather' } }]);
});
