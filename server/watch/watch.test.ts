import { wordsOf } from '#core/said';
import { randomUUID } from 'node:crypto';
import { oneUnit, openVisit, testServer, type TestServer } from '../testing/server.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;
let server: TestServer;
let manager: Agent;
let roof: Agent;
let place: { customerId: string; siteId: string; unitId: string };

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-10T15:00:00Z');
  place = await oneUnit(server);
  manager = await server.as('manager');
  roof = await server.as('technician');
});
afterAll(() => server.stop());

const watch = async (query = '') => (await manager.get(`/api/watch${query}`).expect(200)).body;

/** A visit on its own, without a call: what is seen in passing. */
async function sheet(): Promise<string> {
  const id = randomUUID();
  await roof
    .post('/api/visits')
    .send({ id, siteId: place.siteId, callIds: [], crewId: server.crewId, plannedFor: '2026-06-10' })
    .expect(201);
  return id;
}
async function write(visitId: string, kind: string, body: object, more: object = {}): Promise<string> {
  const id = randomUUID();
  await roof
    .post(`/api/visits/${visitId}/entries`)
    .send({ id, visitId, unitId: place.unitId, occurredAt: '2026-06-10T14:00:00Z', kind, body, ...more })
    .expect(201);
  return id;
}

describe('the watch list', () => {
  it('is empty while nothing speaks against any unit', async () => {
    expect(await watch()).toMatchObject({ rows: [], total: 0, units: 1 });
  });

  it('puts a hazard on top the moment it is written down, and takes it off when it is closed', async () => {
    const visitId = await sheet();
    const left = await write(visitId, 'condition left', {
      condition: 'burnt wiring',
      text: 'burner harness',
      told: 'foreman, in writing',
    });
    expect((await watch()).rows[0]).toMatchObject({
      unitId: place.unitId,
      flags: [{ kind: 'hazard', sentence: 'Hazard left open: burnt wiring.' }],
    });
    const closing = await write(visitId, 'condition closed', {
      conditionId: left,
      text: 'new harness, tested',
    });
    expect((await watch()).total).toBe(0);
    // The closing was a mistake: withdrawn, the hazard is back in front of everybody.
    await write(visitId, 'withdrawn', {}, { supersedes: closing, reason: 'other unit' });
    expect((await watch('?flag=hazard')).total).toBe(1);
    await write(visitId, 'condition closed', { conditionId: left, text: 'now really' });
  });

  it('does not lose a condition that was withdrawn: it closes, and its line stays in the record', async () => {
    const visitId = await sheet();
    const left = await write(visitId, 'condition left', {
      condition: 'filters out',
      text: 'none on the truck',
    });
    await write(visitId, 'withdrawn', {}, { supersedes: left, reason: 'found some' });
    expect((await watch()).total).toBe(0);
    expect(await server.db.rows('select 1 from entries where id = $1', [left])).toHaveLength(1);
  });

  it('two people closing the same condition agree', async () => {
    const visitId = await sheet();
    const left = await write(visitId, 'condition left', { condition: 'override on', text: 'fan on' });
    await write(visitId, 'condition closed', { conditionId: left, text: 'one' });
    await write(visitId, 'condition closed', { conditionId: left, text: 'two' });
    expect((await watch()).total).toBe(0);
    await roof
      .post(`/api/visits/${visitId}/entries`)
      .send({
        id: randomUUID(),
        visitId,
        unitId: place.unitId,
        occurredAt: '2026-06-10T14:00:00Z',
        kind: 'condition closed',
        body: { conditionId: randomUUID(), text: 'x' },
      })
      .expect(422);
  });

  it('follows refrigerant over the years: twice within 24 months makes a leaker, a proven repair ends it', async () => {
    const visitId = await sheet();
    await write(
      visitId,
      'refrigerant',
      { refrigerant: 'R-410A', addedLb: 2 },
      { occurredAt: '2025-05-01T12:00:00Z' },
    );
    expect((await watch('?flag=leaker')).total).toBe(0);
    await write(
      visitId,
      'refrigerant',
      { refrigerant: 'R-410A', notWeighed: true },
      { occurredAt: '2026-05-01T12:00:00Z' },
    );
    const [row] = (await watch('?flag=leaker')).rows;
    expect(wordsOf(row.flags[0].reasons[0]).text).toContain('2 lb at least');
    await write(
      visitId,
      'work',
      { text: 'cores replaced, stood overnight', leakRepair: 'proven' },
      { occurredAt: '2026-06-09T12:00:00Z' },
    );
    expect((await watch('?flag=leaker')).total).toBe(0);
  });

  it('is searched and filtered, and refuses a flag nobody knows', async () => {
    const visitId = await sheet();
    await write(visitId, 'condition left', { condition: 'part borrowed', text: 'contactor to RTU-4' });
    expect((await watch('?q=lantern')).total).toBe(1);
    expect((await watch('?q=elsewhere')).total).toBe(0);
    expect((await watch('?flag=left open')).total).toBe(1);
    await manager.get('/api/watch?flag=ugly').expect(422);
  });

  it('keeps what was set aside off until there is new evidence', async () => {
    const [row] = (await watch()).rows;
    const flag = row.flags[0];
    const decision = {
      id: randomUUID(),
      unitId: place.unitId,
      kind: 'set aside',
      covers: [{ flag: flag.kind, evidence: flag.evidence }],
      reason: 'known',
    };
    await manager.post('/api/watch/decisions').send(decision).expect(201);
    await manager.post('/api/watch/decisions').send(decision).expect(201);
    expect((await watch()).total).toBe(0);
    expect((await watch('?group=decided')).rows[0].decisions).toMatchObject([
      { kind: 'set aside', by: 'Test manager', reason: 'known' },
    ]);
    const { body: unit } = await manager.get(`/api/units/${place.unitId}`);
    expect(unit.verdict.flags[0].decision).toMatchObject({ by: 'Test manager', reason: 'known' });
    const visitId = await sheet();
    await write(visitId, 'condition left', { condition: 'overcharge left', text: '1 lb over' });
    expect((await watch()).rows[0].flags[0].sentence).toContain('part borrowed, overcharge left');
    await manager.delete(`/api/watch/decisions/${decision.id}`).expect(200);
    await manager.delete(`/api/watch/decisions/${decision.id}`).expect(404);
  });

  it('counts for each choice of a filter the units that asking for it gives', async () => {
    for (const [name, builtOn, refrigerant] of [
      ['Gull Street Pottery', '2004-03-01', 'R-22'],
      ['Wrenfall Planetarium', '2019-03-01', 'R-410A'],
    ]) {
      const [customerId, siteId, unitId] = [randomUUID(), randomUUID(), randomUUID()];
      await manager.post('/api/customers').send({ id: customerId, name }).expect(201);
      await manager.post('/api/sites').send({ id: siteId, customerId, name }).expect(201);
      await manager
        .post('/api/units')
        .send({ id: unitId, siteId, tag: 'RTU-2', kind: 'package gas/electric', builtOn })
        .expect(201);
      const circuits = [{ number: 1, refrigerant, chargeLb: null, metering: null, compressors: [] }];
      await manager.patch(`/api/units/${unitId}/machine`).send({ version: 1, circuits }).expect(200);
      const visitId = await openVisit(server, siteId, '2026-06-10');
      await write(visitId, 'condition left', { condition: 'part borrowed', text: 'contactor' }, { unitId });
    }
    const filters = {
      group: 'groups',
      flag: 'flags',
      customer: 'customers',
      refrigerant: 'refrigerants',
      age: 'ages',
    } as const;
    let asked = 0;
    for (const around of ['', 'refrigerant=R-22&', 'age=under 10&']) {
      const page = await watch(`?${around}`);
      for (const [filter, choices] of Object.entries(filters)) {
        if (around.startsWith(filter)) continue;
        for (const { value, count } of page[choices] as { value: string; count: number }[]) {
          const chosen = await watch(`?${around}${filter}=${encodeURIComponent(value)}`);
          expect([around, filter, value, chosen.total]).toEqual([around, filter, value, count]);
          asked++;
        }
      }
    }
    expect(asked).toBeGreaterThan(15);
    const { ages, refrigerants, customers } = await watch();
    expect(ages.map((age: { value: string }) => age.value)).toEqual(['under 10', '20 and over', 'not known']);
    expect(refrigerants.map((one: { value: string }) => one.value)).toEqual(['R-22', 'R-410A']);
    expect(customers).toHaveLength(3);
    // What is chosen stays in sight where nothing is left of it.
    expect((await watch('?flag=hazard&refrigerant=R-22')).flags).toContainEqual({
      value: 'hazard',
      label: 'hazard',
      count: 0,
    });
    expect((await watch('?flag=hazard&refrigerant=R-22')).refrigerants).toContainEqual({
      value: 'R-22',
      label: 'R-22',
      count: 0,
    });
  });

  it('judges the same from the summary as from the facts', async () => {
    const before = await server.db.rows(
      'select unit_id, score, sentence, flags from unit_summaries order by unit_id',
    );
    await server.db.run("update unit_summaries set changes_on = '2000-01-01'");
    await watch();
    expect(
      await server.db.rows('select unit_id, score, sentence, flags from unit_summaries order by unit_id'),
    ).toEqual(before);
  });
});

describe('sessions', () => {
  it('outlive the process: another one with the same secret knows who is signed in', async () => {
    const rows = await server.db.rows<{ login: string }>(
      "select u.login from sessions s join users u on u.id = (s.sess->>'userId')::uuid",
    );
    expect(rows.map((row) => row.login)).toEqual(expect.arrayContaining(['manager', 'technician']));
  });

  it('of a person who was sent away cannot sign in again', async () => {
    await server.db.run("update users set active = false where login = 'dispatcher'");
    await expect(server.as('dispatcher')).rejects.toThrow();
    await server.db.run("update users set active = true where login = 'dispatcher'");
    await server.as('dispatcher');
  });
});
