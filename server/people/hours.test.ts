import { randomUUID } from 'node:crypto';
import Papa from 'papaparse';
import { member, oneUnit, testServer, type TestServer } from '../testing/server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-03T12:00:00Z');
});
afterAll(() => server.stop());

const hours = async (from: string, until: string, status = 200) => {
  const manager = await server.as('manager');
  const { text } = await manager.get(`/api/exports/hours.csv?from=${from}&until=${until}`).expect(status);
  return Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true }).data;
};

it('each person of a crew has its visits, by the clock of the company; who is away has none', async () => {
  const { siteId } = await oneUnit(server);
  const { User, Visit, Absence, Crew } = server.db.models;
  const crew = await Crew.findByPk(server.crewId, { rejectOnEmpty: true });
  const mate = await User.findOne({ where: { role: 'dispatcher' }, rejectOnEmpty: true });
  await member(server.db, crew.id, mate.id);
  const visit = (arrivedAt: string, leftAt: string | null) =>
    Visit.create({
      ...{ id: randomUUID(), siteId, crewId: crew.id, plannedFor: arrivedAt.slice(0, 10) },
      ...{ arrivedAt: new Date(arrivedAt), leftAt: leftAt === null ? null : new Date(leftAt) },
    } as never);
  await visit('2026-06-01T12:10:00Z', '2026-06-01T13:40:30Z');
  // Eleven at night of the second where the company is, past midnight elsewhere.
  await visit('2026-06-03T02:30:00Z', null);
  const away = { id: randomUUID(), userId: mate.id, kind: 'ill' as const, createdBy: mate.id };
  await Absence.create({ ...away, fromDay: '2026-06-02', untilDay: '2026-06-02' } as never);

  // Taken back: it was there all the same.
  const other = { ...away, id: randomUUID(), fromDay: '2026-06-01', untilDay: '2026-06-01' };
  await Absence.create({ ...other, withdrawnAt: new Date() } as never);

  const rows = await hours('2026-06-01', '2026-06-02');
  expect(rows.filter(({ day }) => day === '2026-06-01')).toHaveLength(2);
  expect(rows[0]).toMatchObject({ crew: crew.name, arrived: '08:10', left: '09:40', minutes: '91' });
  const second = rows.filter(({ day }) => day === '2026-06-02');
  expect(second).toHaveLength(1);
  // Nobody has left: how long it took is not known, and is not nothing.
  expect(second[0]).toMatchObject({ arrived: '22:30', left: '', minutes: '' });
  expect(second[0]?.person).not.toBe(mate.displayName);
  expect(await hours('2026-06-03', '2026-06-30')).toEqual([]);
});

it('is refused to who does not keep people, and for days that end before they begin', async () => {
  await hours('2026-06-02', '2026-06-01', 422);
  const roof = await server.as('technician');
  await roof.get('/api/exports/hours.csv?from=2026-06-01&until=2026-06-02').expect(403);
});
