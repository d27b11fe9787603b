import { randomUUID } from 'node:crypto';
import { everyDay, oneUnit, testServer, YARD, type TestServer } from '../testing/server.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let desk: Agent;
let roof: Agent;
let place: Awaited<ReturnType<typeof oneUnit>>;
let otherCrew: string;

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-10T15:00:00Z');
  place = await oneUnit(server);
  desk = await server.as('dispatcher');
  roof = await server.as('technician');
  otherCrew = (await server.db.models.Crew.create({ name: 'Second', ...YARD, week: everyDay(420, 900) })).id;
});
afterAll(() => server.stop());

const get = async (path: string) => (await desk.get(path).expect(200)).body;
async function take(more: Record<string, unknown> = {}) {
  const body = {
    id: randomUUID(),
    siteId: place.siteId,
    unitId: place.unitId,
    receivedAt: '2026-06-10T12:00:30.789Z',
    complaint: 'warm',
    priority: 'today',
    ...more,
  };
  return (await desk.post('/api/calls').send(body).expect(201)).body;
}
const change = async (call: { id: string; version: number }, patch: object, status = 200) =>
  (
    await desk
      .patch(`/api/calls/${call.id}`)
      .send({ version: call.version, ...patch })
      .expect(status)
  ).body;
const LEFT: Record<string, object> = {
  done: { outcome: 'done' },
  waiting: { outcome: 'waiting', waitingFor: 'parts' },
};
const leave = (visitId: string, outcome: string, at = '2026-06-10T14:00:00Z', who = roof) =>
  who
    .post(`/api/visits/${visitId}/entries`)
    .send({ id: randomUUID(), visitId, unitId: null, occurredAt: at, kind: 'leave', body: LEFT[outcome] })
    .expect(201);

describe('a call', () => {
  it('gets a number of its own, in order, and a time in whole seconds', async () => {
    const [one, two] = [await take(), await take()];
    expect(Number(two.ref.slice(2))).toBe(Number(one.ref.slice(2)) + 1);
    expect(one.receivedAt).toBe('2026-06-10T12:00:30.000Z');
  });

  it('is open until a crew and a day are chosen, and open again when they are taken away', async () => {
    const call = await take();
    expect(call).toMatchObject({ state: 'taken', visits: [] });
    const planned = await change(call, { crewId: server.crewId, scheduledOn: '2026-06-11' });
    expect(planned).toMatchObject({
      state: 'planned',
      crew: 'Test crew',
      visits: [{ plannedFor: '2026-06-11' }],
    });
    const moved = await change(planned, { crewId: otherCrew });
    expect(moved.visits).toHaveLength(1);
    expect(moved).toMatchObject({ crew: 'Second', visits: [{ crew: 'Second' }] });
    expect(await change(moved, { crewId: null })).toMatchObject({ state: 'taken', visits: [] });
  });

  it('keeps the visit somebody has written on, and plans another for the return', async () => {
    const call = await take({ crewId: server.crewId, scheduledOn: '2026-06-10' });
    await leave(call.visitId, 'waiting');
    const back = await get(`/api/calls/${call.id}`);
    expect(back).toMatchObject({
      state: 'waiting',
      waitingFor: 'parts',
      scheduledOn: null,
      completedAt: null,
    });
    const again = await change(back, { scheduledOn: '2026-06-12' });
    expect(again.visits.map((v: { plannedFor: string }) => v.plannedFor)).toEqual([
      '2026-06-10',
      '2026-06-12',
    ]);
    await leave(again.visitId, 'done');
    expect((await get(`/api/calls/${call.id}`)).state).toBe('done');
  });

  it('under one number is one failure, however many visits it took', async () => {
    const { body: unit } = await desk.get(`/api/units/${place.unitId}`);
    const marks = unit.story.marks.filter((m: { kind: string }) => m.kind === 'call');
    expect(new Set(marks.map((m: { ref: string }) => m.ref)).size).toBe(marks.length);
  });

  it('cancelled is opened again as it was', async () => {
    const call = await take({ crewId: server.crewId, scheduledOn: '2026-06-11' });
    const cancelled = await change(call, { step: { step: 'cancel', as: 'solved by phone' } });
    expect((await get('/api/calls')).rows.map((c: { id: string }) => c.id)).not.toContain(call.id);
    expect(await change(cancelled, { step: { step: 'restore' } })).toMatchObject({
      state: 'planned',
      visits: [{ plannedFor: '2026-06-11' }],
    });
  });

  it('changed by two people is changed by one, and the other sees what stands', async () => {
    const call = await take();
    await change(call, { complaint: 'warm upstairs' });
    const late = await change(call, { complaint: 'warm downstairs' }, 409);
    expect(late.current).toMatchObject({ complaint: 'warm upstairs', version: call.version + 1 });
    expect((await get(`/api/calls/${call.id}`)).complaint).toBe('warm upstairs');
  });

  it('is not found under an address nobody gave it', async () => {
    await desk.get(`/api/calls/${randomUUID()}`).expect(404);
    await desk.get('/api/calls/not-an-id').expect(422);
    await desk.get(`/api/calls/known/${randomUUID()}`).expect(404);
  });
});

describe('the list of calls', () => {
  it('puts what cannot wait first', async () => {
    await take({ priority: 'with the next route', complaint: 'hum' });
    await take({ priority: 'at once', complaint: 'smoke' });
    const priorities = (await get('/api/calls?sort=priority')).rows.map(
      (c: { priority: string }) => c.priority,
    );
    const order = ['at once', 'today', 'this week', 'with the next route'];
    expect(priorities).toEqual([...priorities].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
    expect(priorities[0]).toBe('at once');
  });

  it('is searched by number and by words of the complaint', async () => {
    const call = await take({ complaint: 'rattling like a teacup' });
    expect((await get('/api/calls?q=teac')).rows.map((c: { id: string }) => c.id)).toEqual([call.id]);
    expect((await get(`/api/calls?q=${call.ref}`)).rows.map((c: { id: string }) => c.id)).toEqual([call.id]);
  });

  it('shows open ones unless all are asked for', async () => {
    const open = (await get('/api/calls?limit=200')).rows;
    const all = (await get('/api/calls?limit=200&status=all')).rows;
    expect(all.length).toBeGreaterThan(open.length);
    expect(open.every((c: { state: string }) => !['done', 'cancelled'].includes(c.state))).toBe(true);
  });
});

describe('a technician’s day', () => {
  it('holds the visits of the crew, with those of the days before that nobody has left', async () => {
    const today = await take({ crewId: otherCrew, scheduledOn: '2026-06-10', complaint: 'today' });
    const before = await take({
      crewId: otherCrew,
      scheduledOn: '2026-06-08',
      complaint: 'left over',
      receivedAt: '2026-06-08T12:00:00Z',
    });
    const old = await take({
      crewId: otherCrew,
      scheduledOn: '2026-05-01',
      complaint: 'forgotten',
      receivedAt: '2026-05-01T12:00:00Z',
    });
    const ids = (await get(`/api/visits?day=2026-06-10&crewId=${otherCrew}`)).map(
      (v: { id: string }) => v.id,
    );
    expect(ids).toEqual(expect.arrayContaining([today.visitId, before.visitId]));
    expect(ids).not.toContain(old.visitId);
    await leave(before.visitId, 'done', undefined, desk);
    expect(
      (await get(`/api/visits?day=2026-06-10&crewId=${otherCrew}`)).map((v: { id: string }) => v.id),
    ).not.toContain(before.visitId);
  });

  it('can start on the spot, for the calls of that site only', async () => {
    const call = await take();
    const visit = {
      id: randomUUID(),
      siteId: place.siteId,
      callIds: [call.id],
      crewId: server.crewId,
      plannedFor: '2026-06-10',
    };
    const made = (await roof.post('/api/visits').send(visit).expect(201)).body;
    expect(made).toMatchObject({ calls: [{ id: call.id }], entries: [], leftAt: null });
    await roof.post('/api/visits').send(visit).expect(201);
    const foreign = await roof
      .post('/api/visits')
      .send({ ...visit, id: randomUUID(), callIds: [randomUUID()] })
      .expect(422);
    expect(foreign.body.errors[0].path).toBe('callIds.0');
  });
});

describe('a call without a unit', () => {
  it('gets the one that the first finding names', async () => {
    const call = await take({
      unitId: null,
      crewId: server.crewId,
      scheduledOn: '2026-06-10',
      complaint: 'somewhere upstairs',
    });
    const entry = {
      id: randomUUID(),
      visitId: call.visitId,
      unitId: place.unitId,
      occurredAt: '2026-06-10T13:00:00Z',
      kind: 'finding',
      body: { component: 'belt', failure: 'broken', grade: 'proven' },
    };
    await roof.post(`/api/visits/${call.visitId}/entries`).send(entry).expect(201);
    expect((await get(`/api/calls/${call.id}`)).unitId).toBe(place.unitId);
    const unit = await get(`/api/units/${place.unitId}`);
    expect(unit.calls.find((c: { id: string }) => c.id === call.id).found).toBe('belt broken (proven)');
  });
});

describe('what is told on the telephone', () => {
  it('is kept with the call, and a question that is none is refused', async () => {
    const { id } = await take({
      callerPhone: '555-0134',
      told: { down: 'two of four', theory: 'a fuse again' },
    });
    expect(await get(`/api/calls/${id}`)).toMatchObject({
      callerPhone: '555-0134',
      told: { down: 'two of four', theory: 'a fuse again' },
    });
    await desk
      .post('/api/calls')
      .send({
        id: randomUUID(),
        siteId: place.siteId,
        receivedAt: '2026-06-10T14:00:00Z',
        complaint: 'warm',
        priority: 'today',
        told: { weather: 'hot' },
      })
      .expect(422);
  });

  it('what is before the desk is counted whole, whatever page of it is shown', async () => {
    const before = await get('/api/calls/counts');
    for (let i = 0; i < 60; i++) await take({ priority: 'at once', complaint: `it roars ${i}` });
    const { id } = await take({ priority: 'this week' });
    await change(await get(`/api/calls/${id}`), { crewId: server.crewId, scheduledOn: '2026-06-10' });
    expect(await get('/api/calls/counts')).toEqual({
      open: before.open + 61,
      atOnce: before.atOnce + 60,
      withoutCrew: before.withoutCrew + 60,
    });
    expect((await get('/api/calls')).rows.length).toBeLessThan(60);
  });

  it('what the caller thought is confirmed or not once somebody has looked, also when the call is done', async () => {
    const { id } = await take({ told: { theory: 'a fuse again' } });
    const taken = await get(`/api/calls/${id}`);
    const { visitId } = await change(taken, { crewId: server.crewId, scheduledOn: '2026-06-10' });
    await leave(visitId, 'done');
    const { version, state } = await get(`/api/calls/${id}`);
    expect(state).toBe('done');
    const told = { theory: 'a fuse again', theoryHeld: 'it was not so' };
    const { body } = await desk.patch(`/api/calls/${id}`).send({ version, told }).expect(200);
    expect([body.told, body.state]).toEqual([told, 'done']);
    await desk
      .patch(`/api/calls/${id}`)
      .send({ version: body.version, told: { theoryHeld: 'perhaps' } })
      .expect(422);
  });

  it('another caller on the same trouble is added to it and changes nothing of its state', async () => {
    const { id } = await take();
    const { version, state } = await get(`/api/calls/${id}`);
    const step = { step: 'call again', caller: 'Night porter', phone: '555-0199', note: 'still warm' };
    const after = (await desk.patch(`/api/calls/${id}`).send({ version, step }).expect(200)).body;
    expect(after.state).toBe(state);
    expect(after.events.at(-1)).toMatchObject({
      kind: 'called again',
      note: 'Night porter, 555-0199, still warm',
    });
    await desk
      .patch(`/api/calls/${id}`)
      .send({ version: after.version, step: { step: 'call again' } })
      .expect(422);
  });

  it('turns out to be about another site: moved while nobody has been there, never after', async () => {
    const other = randomUUID();
    await desk
      .post('/api/sites')
      .send({ id: other, customerId: place.customerId, name: 'Annex' })
      .expect(201);
    const { id } = await take({ unitId: place.unitId });
    const before = await get(`/api/calls/${id}`);
    const wrong = { version: before.version, siteId: other, unitId: place.unitId };
    await desk.patch(`/api/calls/${id}`).send(wrong).expect(422);
    const moved = (
      await desk.patch(`/api/calls/${id}`).send({ version: before.version, siteId: other }).expect(200)
    ).body;
    expect(moved).toMatchObject({ site: 'Annex', unitId: null });
    const planned = { version: moved.version, crewId: server.crewId, scheduledOn: '2026-06-10' };
    const { visitId, version } = (await desk.patch(`/api/calls/${id}`).send(planned).expect(200)).body;
    await roof
      .post(`/api/visits/${visitId}/entries`)
      .send({
        id: randomUUID(),
        visitId,
        unitId: null,
        kind: 'arrive',
        body: {},
        occurredAt: '2026-06-10T15:00:00Z',
      })
      .expect(201);
    const now = (await get(`/api/calls/${id}`)).version ?? version;
    const refused = await desk
      .patch(`/api/calls/${id}`)
      .send({ version: now, siteId: place.siteId })
      .expect(422);
    expect(JSON.parse(refused.text).errors[0].message).toMatch(/somebody has been there/);
  });

  it('its words point at units of the site, with the reason', async () => {
    await desk
      .post('/api/units')
      .send({
        id: randomUUID(),
        siteId: place.siteId,
        tag: 'HP-9',
        kind: 'package heat pump',
        areaServed: 'Skate shop',
      })
      .expect(201);
    const likely = await get(
      `/api/calls/likely/${place.siteId}?q=${encodeURIComponent('skate shop is warm')}`,
    );
    expect(likely[0]).toMatchObject({ title: 'HP-9', why: [{ rule: 'area' }, expect.anything()] });
  });
});
