import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import ICAL from 'ical.js';
import { fleetViolations } from '#core/planning/routing';
import type { BoardDay, BoardView, JobAsked, NewOrders, OrdersKept, PlanAsked } from '#contracts/board';
import { routingServer } from '../../standins/routing/server.ts';
import { ordersOf, planFor, problemFor, solved } from '../testing/planning.ts';
import { agreeAsUsual, everyDay, member, testServer, type TestServer } from '../testing/server.ts';
import { onlyTasks } from '../testing/tasks.ts';
import { DriveTimes } from '../outside/driveTimes.ts';
import { sharedRoads } from '../outside/roads.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
const DAY = '2026-06-10';
const map = JSON.parse(
  readFileSync(new URL('../../demo/network/port-wrenfall.geojson', import.meta.url), 'utf8'),
);
let engine: http.Server;
let server: TestServer;
let agent: Agent;
let siteIds: string[];

beforeAll(async () => {
  engine = routingServer(map);
  await new Promise<void>((ready) => engine.listen(0, '127.0.0.1', ready));
  const base = `http://127.0.0.1:${(engine.address() as AddressInfo).port}/table/v1/driving/{coordinates}`;
  server = await testServer({
    driveTimes: new DriveTimes(`${base}?annotations=duration&depart={depart}&day={day}`),
  });
  server.setNow('2026-06-03T12:00:00Z');
  await server.db.run('update crews set start_lat = 41.2, start_lon = -66.5');
  await onlyTasks(server.db, 'filters and belts', 'cooling start-up', 'heating start-up');
  agent = await server.as('manager');
  const customerId = randomUUID();
  await agent.post('/api/customers').send({ id: customerId, name: 'Bluebell Laundries' }).expect(201);
  await agreeAsUsual(agent, customerId);
  siteIds = [];
  for (let i = 0; i < 5; i++) {
    const siteId = randomUUID();
    siteIds.push(siteId);
    const openingHours =
      i === 4 ? { '1': [['08:00', '12:00']] } : i === 3 ? null : { '3': [['08:00', '17:00']] };
    await agent
      .post('/api/sites')
      .send({
        id: siteId,
        customerId,
        name: `Laundry ${i}`,
        lat: 41.2 + i * 0.012,
        lon: -66.5 + (i % 2) * 0.03,
        openingHours,
        access: 'side door',
      })
      .expect(201);
    await agent
      .post('/api/units')
      .send({ id: randomUUID(), siteId, tag: 'RTU-1', kind: 'package cooling only' })
      .expect(201);
  }
});
afterAll(async () => {
  await server.stop();
  engine.close();
});

const asked = (more: Partial<PlanAsked> = {}) =>
  planFor({ from: DAY, crewIds: [server.crewId], siteIds, ...more });

async function planDay(more: Partial<PlanAsked> = {}) {
  const body = asked(more);
  const view = await problemFor(agent, body);
  return { body, view, plan: solved(view) };
}

async function keep(
  body: NewOrders,
  status = 201,
): Promise<OrdersKept & { detail?: string; title?: string }> {
  return (await agent.post('/api/board/orders').send(body).expect(status)).body;
}

const routeOn = async (day = DAY, crewId = server.crewId): Promise<BoardDay> => {
  const board = (await agent.get(`/api/board?from=${day}`).expect(200)).body as BoardView;
  return board.days.find((one) => one.crewId === crewId) as BoardDay;
};

describe('planning a day', () => {
  let kept: OrdersKept;

  it('lists what is due by site with reasons', async () => {
    const { body } = await agent.get('/api/routes/due').expect(200);
    expect(body).toHaveLength(5);
    expect(body[0].units[0].tasks[0].reason.rule).toBe('no record');
  });

  it('makes a problem from opening hours, work and drive times through the day', async () => {
    const { view, plan } = await planDay();
    expect(view.problem.travel.samples.length).toBeGreaterThan(10);
    expect(view.notes).toEqual(['Opening hours of Laundry 3 are not known; taken as open all day.']);
    expect(fleetViolations(view.problem, plan)).toEqual([]);
    expect(plan.routes[0]?.stops).toHaveLength(4);
    expect(plan.leftOut).toEqual([
      {
        jobId: expect.stringContaining(siteIds[4] as string) as string,
        why: 'closed on every day that is planned for who may do it',
      },
    ]);
  });

  it('works the times out itself, and refuses what does not hold unless it is meant', async () => {
    const { body, view } = await planDay();
    const everything = ordersOf(body, view, solved(view));
    const closed = view.jobs.find((job) => job.siteId === siteIds[4])?.asked as JobAsked;
    const forced = {
      ...everything,
      orders: everything.orders.map((one) => ({ ...one, jobs: [...one.jobs, closed] })),
    };
    const refused = await agent.post('/api/board/orders').send(forced).expect(422);
    expect(refused.body.type).toBe('does-not-hold');
    expect(refused.body.errors[0].message).toMatch(
      /Laundry 4 at \d+:\d\d with Test crew on 10 Jun 2026: closed then/,
    );
    expect((await routeOn()).stops).toEqual([]);
  });

  it('saves a plan once, opens a visit at each stop and takes its units off the due list', async () => {
    const { body, view, plan } = await planDay();
    const orders = ordersOf(body, view, plan);
    kept = await keep(orders);
    expect(await keep(orders)).toEqual(kept);
    const route = await routeOn();
    expect(route.stops).toHaveLength(4);
    const timed = plan.routes[0]?.stops.map((stop) => stop.startAt) ?? [];
    route.stops.forEach((stop, i) => expect(stop.startAt).toBeCloseTo(timed[i] as number, 6));
    expect((await agent.get('/api/routes/due')).body).toHaveLength(1);
    const roof = await server.as('technician');
    const { body: visits } = await roof.get(`/api/visits?day=${DAY}&crewId=${server.crewId}`).expect(200);
    expect(visits).toHaveLength(4);
    expect(visits[0].calls[0]).toMatchObject({ kind: 'maintenance', unit: 'RTU-1', state: 'planned' });
    // A plan made from the board as it was before is refused: nothing is overwritten unseen.
    await keep({ ...orders, id: randomUUID() }, 409);
  });

  it('goes out as iCalendar that an independent parser reads, as GPX and as GeoJSON', async () => {
    const { routeId } = await routeOn();
    const ics = (await agent.get(`/api/routes/${routeId}/calendar.ics`).expect(200)).text;
    const events = new ICAL.Component(ICAL.parse(ics))
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e));
    expect(events).toHaveLength(4);
    const { body: route } = await agent.get(`/api/routes/${routeId}`).expect(200);
    const minutes =
      (events[0]?.startDate.toJSDate().getTime() as number) / 60000 - Date.parse(`${DAY}T04:00:00Z`) / 60000;
    expect(minutes).toBeCloseTo(route.stops[0].startAt, 0);
    const text = async (file: string) =>
      (
        await agent
          .get(`/api/routes/${routeId}/${file}`)
          .buffer(true)
          .parse((r, done) => {
            let t = '';
            r.on('data', (c: Buffer) => (t += c.toString()));
            r.on('end', () => done(null, t));
          })
      ).body as string;
    const gpx = await text('track.gpx');
    expect(gpx.match(/<rtept /g)).toHaveLength(6);
    expect(gpx).toContain('xmlns="http://www.topografix.com/GPX/1/1"');
    const features = JSON.parse(await text('stops.geojson'));
    expect(features.features.map((one: { properties: { order: number } }) => one.properties.order)).toEqual([
      1, 2, 3, 4,
    ]);
  });

  it('stops move to another place in the day, and back: what is not named is not touched', async () => {
    const before = await routeOn();
    const ids = before.stops.map((stop) => stop.visitId);
    const order = (visits: string[], version: number | null) => ({
      id: randomUUID(),
      from: DAY,
      days: 1,
      takeOff: [],
      anyway: false,
      orders: [{ crewId: server.crewId, day: DAY, version, jobs: visits.map((visit) => ({ visit })) }],
    });
    const moved = await keep(order([ids[1], ids[0], ids[2], ids[3]] as string[], before.version));
    expect(moved.before[0]?.visits).toEqual(ids);
    expect((await routeOn()).stops.map((stop) => stop.visitId)).toEqual([ids[1], ids[0], ids[2], ids[3]]);
    // One that is neither kept nor taken off would be lost by accident.
    const forgotten = await keep(order(ids.slice(1), (await routeOn()).version), 409);
    expect(forgotten.detail).toMatch(/Laundry \d stands on it too/);
    expect(forgotten.title).toBe('Test manager changed this plan meanwhile');
    const { version } = await routeOn();
    await keep(order(ids, version));
    const { body: page } = await agent.get(`/api/routes/${before.routeId}`).expect(200);
    expect(page.history.slice(0, 2)).toMatchObject([
      { by: 'Test manager', put: [], taken: [], reordered: true },
      { by: 'Test manager', put: [], taken: [], reordered: true },
    ]);
  });

  it('is planned once, whoever else plans the same work at the same moment, or a day later', async () => {
    await clear();
    const second = await server.db.models.Crew.create({
      name: 'Second crew',
      startName: 'Shed',
      startLat: 41.2,
      startLon: -66.5,
      week: everyDay(420, 960),
    });
    const helper = await server.db.models.User.create({
      login: 'helper',
      displayName: 'Helper',
      role: 'technician',
      passwordHash: 'none',
    });
    await member(server.db, second.id, helper.id);
    const plans = await Promise.all(
      [server.crewId, second.id].map((crewId) => planDay({ crewIds: [crewId] })),
    );
    const answers = await Promise.all(
      plans.map(({ body, view, plan }) => agent.post('/api/board/orders').send(ordersOf(body, view, plan))),
    );
    expect(answers.map((answer) => answer.status).sort()).toEqual([201, 409]);
    const lost = answers.find((answer) => answer.status === 409);
    expect(lost?.body.detail).toMatch(/RTU-1 at .*: (Test|Second) crew on \d+ \w+ \d{4}\. Look at the board/);
    const calls = await server.db.rows(
      "select 1 from calls where kind = 'maintenance' and state = 'planned'",
    );
    expect(calls).toHaveLength(4);
    expect(await server.db.rows('select 1 from held_units')).toHaveLength(4);
    // Asked for a later day, the work is still on its way.
    const later = await problemFor(agent, asked({ from: '2026-06-12', crewIds: [second.id] }));
    expect(later.problem.jobs).toHaveLength(1);
  });

  it('comes off the plan and is brought back with its visits and calls', async () => {
    const crewId = (await routeOn()).stops.length > 0 ? server.crewId : (await secondCrew()).id;
    const there = await routeOn(DAY, crewId);
    const ids = there.stops.map((stop) => stop.visitId);
    await clear();
    expect((await agent.get('/api/routes/due')).body).toHaveLength(5);
    const { version } = await routeOn(DAY, crewId);
    const back = {
      id: randomUUID(),
      from: DAY,
      days: 1,
      takeOff: [],
      anyway: false,
      orders: [{ crewId, day: DAY, version, jobs: ids.map((visit) => ({ visit })) }],
    };
    await keep(back);
    expect((await agent.get('/api/routes/due')).body).toHaveLength(1);
    expect((await routeOn(DAY, crewId)).stops.map((stop) => stop.visitId)).toEqual(ids);
    // Work that is planned anew does not come back beside it.
    await clear();
    const anew = await planDay();
    await keep(ordersOf(anew.body, anew.view, anew.plan));
    const again = await keep(
      {
        ...back,
        id: randomUUID(),
        orders: [
          {
            ...back.orders[0]!,
            crewId: (await secondCrew()).id,
            version: (await routeOn(DAY, (await secondCrew()).id)).version,
          },
        ],
      },
      409,
    );
    expect(again.detail).toMatch(/RTU-1 at Laundry/);
  });

  const secondCrew = async () =>
    await server.db.models.Crew.findOne({ where: { name: 'Second crew' }, rejectOnEmpty: true });

  /** Takes everything off every crew's day. */
  async function clear(): Promise<void> {
    const board = (await agent.get(`/api/board?from=${DAY}`).expect(200)).body as BoardView;
    const days = board.days.filter((one) => one.stops.length > 0);
    await keep({
      id: randomUUID(),
      from: DAY,
      days: 1,
      takeOff: days.flatMap((one) => one.stops.map((stop) => stop.visitId)),
      anyway: false,
      orders: days.map(({ crewId, day, version }) => ({ crewId, day, version, jobs: [] })),
    });
  }
});

describe('the routing engine', () => {
  const places = [
    { lat: 41.2, lon: -66.5 },
    { lat: 41.22, lon: -66.52 },
  ];

  it('may be a plain one without traffic: its times are stretched by the usual rush hours', async () => {
    const plain = new DriveTimes(
      `http://127.0.0.1:${(engine.address() as AddressInfo).port}/table/v1/driving/{coordinates}?annotations=duration`,
    );
    const table = await plain.table(places, DAY);
    const at = (minute: number) => table.minutes[table.samples.indexOf(minute)]?.[1] as number;
    expect(plain.knowsTraffic).toBe(false);
    expect(at(480) / at(720)).toBeCloseTo(1.6, 2);
  });

  it('is asked in blocks where an address would be too long, each place as if alone', async () => {
    // As far from each other as their numbers are apart, in seconds, and a little farther one way.
    const asked: number[] = [];
    const line = http.createServer((request, response) => {
      const url = new URL(request.url as string, 'http://engine');
      asked.push((request.url as string).length);
      const at = url.pathname
        .split('/')
        .at(-1)
        ?.split(';')
        .map((pair) => Number(pair.split(',')[1]) * 6000);
      const named = (name: string) =>
        url.searchParams
          .get(name)
          ?.split(';')
          .map((n) => at?.[Number(n)]) ?? at;
      const durations = named('sources')?.map((from = NaN) =>
        named('destinations')?.map((to = NaN) => Math.abs(from - to) + (from > to ? 60 : 0)),
      );
      response.end(JSON.stringify({ code: 'Ok', durations }));
    });
    await new Promise<void>((ready) => line.listen(0, '127.0.0.1', ready));
    const times = new DriveTimes(
      `http://127.0.0.1:${(line.address() as AddressInfo).port}/table/v1/driving/{coordinates}`,
    );
    const many = Array.from({ length: 800 }, (_, i) => ({ lat: i / 100, lon: -66.123456 }));
    const table = await times.table(many, DAY);
    const noon = table.minutes[table.samples.indexOf(720)] as Float32Array;
    expect(Math.max(...asked)).toBeLessThanOrEqual(8000);
    expect(asked.length).toBeGreaterThan(4);
    many.forEach((_, i) =>
      many.forEach((__, j) => {
        const minutes = Math.abs(i - j) + (i > j ? 1 : 0);
        if (Math.abs((noon[i * 800 + j] as number) - minutes) > 0.05)
          throw new Error(`from ${i} to ${j}: ${noon[i * 800 + j]} instead of ${minutes} minutes`);
      }),
    );
    line.close();
  });

  it('that fails once is not asked for the rest of the table', async () => {
    let asked = 0;
    const broken = http.createServer((request, response) => {
      if (++asked === 1) return void response.end('not a table');
      const url = new URL(request.url as string, 'http://engine');
      const all = url.pathname.split(';').length;
      const count = (name: string) => url.searchParams.get(name)?.split(';').length ?? all;
      const row = Array.from({ length: count('destinations') }, () => 0);
      response.end(
        JSON.stringify({ code: 'Ok', durations: Array.from({ length: count('sources') }, () => row) }),
      );
    });
    await new Promise<void>((ready) => broken.listen(0, '127.0.0.1', ready));
    const times = new DriveTimes(
      `http://127.0.0.1:${(broken.address() as AddressInfo).port}/{coordinates}?depart={depart}`,
    );
    const many = Array.from({ length: 800 }, (_, i) => ({ lat: i / 100, lon: -66.123456 }));
    await expect(times.table(many, DAY)).rejects.toThrow(/could not be fetched/);
    await new Promise((gone) => broken.close(gone));
    // Of some hundred requests those that were under way already, and what came before the first was read.
    expect(asked).toBeLessThanOrEqual(100);
  });

  it('that answers for fewer places than it was asked for is not believed', async () => {
    const short = http.createServer((_, response) => response.end('{"code":"Ok","durations":[[0,60]]}'));
    await new Promise<void>((ready) => short.listen(0, '127.0.0.1', ready));
    const times = new DriveTimes(`http://127.0.0.1:${(short.address() as AddressInfo).port}/{coordinates}`);
    await expect(times.table(places, DAY)).rejects.toThrow(/something else than drive times/);
    short.close();
  });

  it('is asked anew by every process once somebody has said that a road is closed or open again', async () => {
    let asked = 0;
    const counting = http.createServer((_request, response) => {
      asked++;
      response.end(
        JSON.stringify({
          code: 'Ok',
          durations: [
            [0, 60 * asked],
            [60 * asked, 0],
          ],
        }),
      );
    });
    await new Promise<void>((ready) => counting.listen(0, '127.0.0.1', ready));
    const url = `http://127.0.0.1:${(counting.address() as AddressInfo).port}/{coordinates}`;
    const [here, there] = [1, 2].map(() => new DriveTimes(url, undefined, sharedRoads(server.db)));
    const free = async (times: DriveTimes | undefined) => (await times?.table(places, DAY))?.minutes[6]?.[1];
    expect([await free(here), await free(there), await free(there)]).toEqual([1, 2, 2]);
    await here?.roadsChanged();
    expect([await free(there), await free(here), await free(there)]).toEqual([3, 4, 3]);
    await new Promise((gone) => counting.close(gone));
  });

  it('is done without by estimates; one that is mute or talks of something else is said to', async () => {
    const estimated = await new DriveTimes(undefined).table(places, DAY);
    expect(estimated.minutes[0]?.[1]).toBeGreaterThan(0);
    await expect(new DriveTimes('http://127.0.0.1:1/{coordinates}').table(places, DAY)).rejects.toMatchObject(
      { details: { status: 502 } },
    );
    const health = `http://127.0.0.1:${(engine.address() as AddressInfo).port}/health?{coordinates}`;
    await expect(new DriveTimes(health).table(places, DAY)).rejects.toMatchObject({
      details: { status: 502 },
    });
    expect(() => new DriveTimes('http://127.0.0.1/table')).toThrow(/coordinates/);
  });
});
