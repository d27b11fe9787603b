import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type http from 'node:http';
import type { AddressInfo } from 'node:net';
import ICAL from 'ical.js';
import { exactPlan, type Plan, type RoutingProblem } from '#core/routing';
import { routingServer } from '../../standins/routing/server.ts';
import { agreeAsUsual, everyDay, member, testServer, type TestServer } from '../testing/server.ts';
import { DriveTimes } from './driveTimes.ts';

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

async function planDay(
  crewId = server.crewId,
): Promise<{ problem: RoutingProblem; plan: Plan; notes: string[] }> {
  const { body } = await agent.post('/api/routes/problem').send({ day: DAY, crewId, siteIds }).expect(200);
  return { problem: body.problem, plan: exactPlan(body.problem), notes: body.notes };
}

describe('planning a day', () => {
  let routeId: string;

  it('lists what is due by site with reasons', async () => {
    const { body } = await agent.get('/api/routes/due').expect(200);
    expect(body).toHaveLength(5);
    expect(body[0].units[0].tasks[0].reason.rule).toBe('no record');
  });

  it('makes a problem from opening hours, work and drive times through the day', async () => {
    const { problem, plan, notes } = await planDay();
    expect(problem.travel.samples.length).toBeGreaterThan(10);
    expect(notes).toEqual(['Opening hours of Laundry 3 are not known; taken as open all day.']);
    expect(plan.stops).toHaveLength(4);
    expect(plan.unserved).toEqual([{ stopId: siteIds[4], why: 'closed on this day' }]);
  });

  it('does not take a plan on trust: one that does not hold is refused with what is wrong', async () => {
    const { plan } = await planDay();
    const rushed = {
      ...plan,
      stops: plan.stops.map((s) => ({
        ...s,
        arriveAt: s.arriveAt - 4,
        startAt: s.startAt - 4,
        leaveAt: s.leaveAt - 4,
      })),
    };
    const refused = await agent
      .post('/api/routes')
      .send({ id: randomUUID(), day: DAY, crewId: server.crewId, siteIds, plan: rushed })
      .expect(422);
    expect(refused.body.errors.map((e: { message: string }) => e.message).join()).toContain(
      'sooner than the roads allow',
    );
  });

  it('saves a plan once, opens a visit at each stop and takes its units off the due list', async () => {
    const { plan } = await planDay();
    routeId = randomUUID();
    const body = { id: routeId, day: DAY, crewId: server.crewId, siteIds, plan };
    await agent.post('/api/routes').send(body).expect(201);
    await agent.post('/api/routes').send(body).expect(201);
    const { body: route } = await agent.get(`/api/routes/${routeId}`).expect(200);
    expect(route.stops.filter((s: { visitId: string | null }) => s.visitId)).toHaveLength(4);
    expect((await agent.get('/api/routes/due')).body).toHaveLength(1);
    const roof = await server.as('technician');
    const { body: visits } = await roof.get(`/api/visits?day=${DAY}&crewId=${server.crewId}`).expect(200);
    expect(visits).toHaveLength(4);
    expect(visits[0].calls[0]).toMatchObject({ kind: 'maintenance', unit: 'RTU-1' });
    const second = await agent.post('/api/routes').send({ ...body, id: randomUUID() });
    expect([409, 422]).toContain(second.status);
  });

  it('goes out as iCalendar that an independent parser reads, and as GPX', async () => {
    const ics = (await agent.get(`/api/routes/${routeId}/calendar.ics`).expect(200)).text;
    const events = new ICAL.Component(ICAL.parse(ics))
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e));
    expect(events).toHaveLength(4);
    const { body: route } = await agent.get(`/api/routes/${routeId}`);
    const first = route.plan.stops[0];
    const minutes =
      (events[0]?.startDate.toJSDate().getTime() as number) / 60000 - Date.parse(`${DAY}T04:00:00Z`) / 60000;
    expect(minutes).toBeCloseTo(first.startAt, 0);
    const gpx = (
      await agent
        .get(`/api/routes/${routeId}/track.gpx`)
        .buffer(true)
        .parse((r, done) => {
          let t = '';
          r.on('data', (c: Buffer) => (t += c.toString()));
          r.on('end', () => done(null, t));
        })
    ).body as string;
    expect(gpx.match(/<rtept /g)).toHaveLength(6);
    expect(gpx).toContain('xmlns="http://www.topografix.com/GPX/1/1"');
  });

  it('is planned once, whoever else plans the same work at the same moment, or a day later', async () => {
    await agent.patch(`/api/routes/${routeId}`).send({ cancelled: true }).expect(200);
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
    const plans = await Promise.all([server.crewId, second.id].map((crewId) => planDay(crewId)));
    const answers = await Promise.all(
      [server.crewId, second.id].map((crewId, i) =>
        agent.post('/api/routes').send({ id: randomUUID(), day: DAY, crewId, siteIds, plan: plans[i]?.plan }),
      ),
    );
    expect(answers.map((answer) => answer.status).sort()).toEqual([201, 409]);
    const lost = answers.find((answer) => answer.status === 409);
    expect(lost?.body.detail).toMatch(
      /RTU-1 at .*: (Test|Second) crew on \d+ \w+ \d{4}\. Plan the day again/,
    );
    const calls = await server.db.rows(
      "select 1 from calls where kind = 'maintenance' and state = 'planned'",
    );
    expect(calls).toHaveLength(4);
    // Asked for a later day, the work is still on its way.
    const later = await agent
      .post('/api/routes/problem')
      .send({ day: '2026-06-12', crewId: second.id, siteIds })
      .expect(200);
    expect(later.body.problem.stops).toHaveLength(1);
    // A cancelled route whose work is planned anew does not come back beside it.
    await agent.patch(`/api/routes/${routeId}`).send({ cancelled: false }).expect(409);
    const won = answers.find((answer) => answer.status === 201)?.body.id;
    await agent.patch(`/api/routes/${won}`).send({ cancelled: true }).expect(200);
    await agent.patch(`/api/routes/${routeId}`).send({ cancelled: false }).expect(200);
  });

  it('is cancelled and brought back with its visits and calls', async () => {
    await agent.patch(`/api/routes/${routeId}`).send({ cancelled: true }).expect(200);
    expect((await agent.get('/api/routes/due')).body).toHaveLength(5);
    await agent.get(`/api/routes/${routeId}`).expect(404);
    await agent.patch(`/api/routes/${routeId}`).send({ cancelled: false }).expect(200);
    expect((await agent.get('/api/routes/due')).body).toHaveLength(1);
  });
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
