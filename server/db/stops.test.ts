import { randomUUID } from 'node:crypto';
import { emptyDatabase } from '../testing/server.ts';
import { connect, type Database } from './connect.ts';
import { migrate } from '../upgrade/migrate.ts';

/* Routes that were saved as whole plans, brought up to date as rows: order, times and what holds a unit stay. */

const DAY = '2026-06-10';
let db: Database;
const id = {
  customer: randomUUID(),
  crew: randomUUID(),
  route: randomUUID(),
  gone: randomUUID(),
  sites: [randomUUID(), randomUUID()],
  units: [randomUUID(), randomUUID()],
  visits: [randomUUID(), randomUUID()],
  calls: [randomUUID(), randomUUID()],
};

beforeAll(async () => {
  db = connect(await emptyDatabase(), { poolSize: 2 });
  await migrate(db, { upTo: '0008 agreements' });
  await db.run('insert into customers (id, name) values ($1, $2)', [id.customer, 'Bluebell Laundries']);
  const week = JSON.stringify(Array.from({ length: 7 }, () => ({ start: 420, end: 960 })));
  await db.run("insert into crews (id, name, week) values ($1, 'Harbour', $2)", [id.crew, week]);
  for (const k of [0, 1]) {
    await db.run("insert into sites (id, customer_id, name, time_zone) values ($1, $2, $3, 'EST5EDT')", [
      id.sites[k],
      id.customer,
      `Laundry ${k}`,
    ]);
    await db.run(
      "insert into units (id, site_id, tag, kind) values ($1, $2, 'RTU-1', 'package cooling only')",
      [id.units[k], id.sites[k]],
    );
    await db.run(
      `insert into calls (id, ref, site_id, unit_id, kind, received_at, since, complaint, state, scheduled_on, crew_id)
       values ($1, $2, $3, $4, 'maintenance', now(), now(), 'Filters', 'planned', $5, $6)`,
      [id.calls[k], `M-${k}`, id.sites[k], id.units[k], DAY, id.crew],
    );
  }
  // The second site comes first in the plan.
  const stop = (k: number, startAt: number) => ({
    stopId: id.sites[k],
    driveMinutes: 12,
    arriveAt: startAt,
    startAt,
    leaveAt: startAt + 50,
  });
  const plan = { departAt: 468, returnAt: 620, driveMinutes: 34, stops: [stop(1, 480), stop(0, 545)] };
  const problem = { travel: { estimated: true } };
  const add = (route: string, cancelled: boolean) =>
    db.run(
      `insert into routes (id, crew_id, day, problem, plan, work, cancelled_at)
       values ($1, $2, $3, $4, $5, '[]', case when $6 then now() end)`,
      [route, id.crew, DAY, JSON.stringify(problem), JSON.stringify(plan), cancelled],
    );
  await add(id.gone, true);
  await add(id.route, false);
  for (const k of [0, 1]) {
    await db.run(
      'insert into visits (id, site_id, crew_id, route_id, planned_for) values ($1, $2, $3, $4, $5)',
      [id.visits[k], id.sites[k], id.crew, id.route, DAY],
    );
    await db.run('insert into visit_calls (visit_id, call_id) values ($1, $2)', [id.visits[k], id.calls[k]]);
  }
  await migrate(db);
});
afterAll(() => db.close());

it('stops stand in the order of the plan, with its times', async () => {
  const stops = await db.models.Stop.findAll({ order: ['position'] });
  expect(stops.map((stop) => [stop.visitId, stop.startAt, stop.leaveAt, stop.minutes])).toEqual([
    [id.visits[1], 480, 530, 50],
    [id.visits[0], 545, 595, 50],
  ]);
  expect(await db.models.Route.findAll({ raw: true })).toMatchObject([
    {
      id: id.route,
      departAt: 468,
      backAt: 620,
      driveMinutes: 34,
      estimated: true,
      version: 1,
      publishedAt: null,
    },
  ]);
});

it('what was on its way is held, once, by the database itself', async () => {
  const held = await db.models.HeldUnit.findAll({ raw: true });
  expect(new Map(held.map((row) => [row.unitId, row.visitId]))).toEqual(
    new Map([0, 1].map((k) => [id.units[k] as string, id.visits[k] as string])),
  );
  await expect(
    db.models.HeldUnit.create({ unitId: id.units[0] as string, visitId: id.visits[1] as string }),
  ).rejects.toThrow(/Validation error/);
  await expect(
    db.run(
      'insert into stops (visit_id, route_id, position, minutes) select visit_id, route_id, 9, 1 from stops limit 1',
    ),
  ).rejects.toThrow(/Validation error/);
});
