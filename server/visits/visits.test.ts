import { randomUUID } from 'node:crypto';
import { wordsOf, type Reason } from '#core/said';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';

let server: TestServer;
let place: { siteId: string; unitId: string };
type Agent = Awaited<ReturnType<TestServer['as']>>;
let desk: Agent;
let roof: Agent;

beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
  place = await oneUnit(server, { builtOn: '2019-05-01' });
  desk = await server.as('dispatcher');
  roof = await server.as('technician');
});
afterAll(() => server.stop());

async function takeCall(
  given: Record<string, unknown> = {},
): Promise<{ id: string; ref: string; visitId: string; version: number }> {
  const body = {
    id: randomUUID(),
    siteId: place.siteId,
    unitId: place.unitId,
    receivedAt: '2026-06-01T12:00:00Z',
    complaint: 'warm hall',
    system: 'cooling',
    priority: 'today',
    crewId: server.crewId,
    scheduledOn: '2026-06-02',
    ...given,
  };
  return (await desk.post('/api/calls').send(body).expect(201)).body;
}

const entry = (visitId: string, kind: string, body: unknown, more: Record<string, unknown> = {}) => ({
  id: randomUUID(),
  visitId,
  unitId: null,
  kind,
  body,
  occurredAt: '2026-06-02T14:00:00Z',
  ...more,
});
const write = (line: ReturnType<typeof entry>, status = 201) =>
  roof.post(`/api/visits/${line.visitId}/entries`).send(line).expect(status);

async function fail(on: string, component: string): Promise<void> {
  const call = await takeCall({ receivedAt: `${on}T12:00:00Z`, scheduledOn: on });
  await write(
    entry(
      call.visitId,
      'finding',
      { component, failure: 'burnt', grade: 'proven', system: 'cooling' },
      { occurredAt: `${on}T14:00:00Z` },
    ),
  );
  await write(entry(call.visitId, 'leave', { outcome: 'done' }, { occurredAt: `${on}T15:00:00Z` }));
}

describe('taking a call', () => {
  it('opens a visit for the crew and the day, which moves with the call until somebody writes on it', async () => {
    const call = await takeCall();
    expect(call.ref).toMatch(/^C-\d{5}$/);
    const moved = (
      await desk
        .patch(`/api/calls/${call.id}`)
        .send({ version: call.version, scheduledOn: '2026-06-05' })
        .expect(200)
    ).body;
    expect(moved.visits).toMatchObject([{ id: call.visitId, plannedFor: '2026-06-05' }]);
    await desk
      .patch(`/api/calls/${call.id}`)
      .send({ version: moved.version, step: { step: 'cancel', as: 'duplicate' } })
      .expect(200);
    expect((await desk.get(`/api/calls/${call.id}`)).body).toMatchObject({
      state: 'cancelled',
      cancelledAs: 'duplicate',
      visits: [],
    });
  });

  it('refuses a unit that stands elsewhere and a call from the future', async () => {
    const wrong = {
      id: randomUUID(),
      siteId: place.siteId,
      unitId: randomUUID(),
      receivedAt: '2026-06-01T12:00:00Z',
      complaint: 'x',
      priority: 'today',
    };
    expect((await desk.post('/api/calls').send(wrong).expect(422)).body.errors[0].path).toBe('unitId');
    await desk
      .post('/api/calls')
      .send({ ...wrong, id: randomUUID(), unitId: null, receivedAt: '2026-07-01T12:00:00Z' })
      .expect(422);
  });

  it('shows at once what is known: open calls, conditions, who knows the place', async () => {
    const call = await takeCall();
    await write(
      entry(call.visitId, 'condition left', {
        condition: 'circuit isolated',
        text: 'stage 2 off at its disconnect',
      }),
    );
    const { body: known } = await desk.get(`/api/calls/known/${place.siteId}`).expect(200);
    expect(known.openCalls.map((c: { id: string }) => c.id)).toContain(call.id);
    expect(known.units[0].conditions).toMatchObject([{ kind: 'circuit isolated', hazard: false }]);
    expect(known.knownTo).toMatchObject([{ name: 'Test technician' }]);
  });
});

describe('the visit sheet', () => {
  it('takes an entry once however often the phone sends it', async () => {
    const call = await takeCall();
    const note = entry(call.visitId, 'note', { text: 'hatch key at the till' });
    await write(note);
    const { body } = await write(note);
    expect(body.entries.filter((e: { id: string }) => e.id === note.id)).toHaveLength(1);
    await write({ ...note, body: { text: 'something else' } }, 409);
  });

  it(
    'keeps readings as typed with their SI value, marks doubtful ones, refuses impossible ones by ' + 'path',
    async () => {
      const call = await takeCall();
      const set = (value: number) =>
        entry(call.visitId, 'reading set', {
          mode: 'cooling',
          readings: [
            { point: 'suction pressure', value: 118, unit: 'psig' },
            { point: 'suction line', value, unit: '°F' },
          ],
        });
      const { body } = await write(set(52));
      const readings = body.entries.at(-1).body.readings;
      expect(readings[0]).toMatchObject({ value: 118, unit: 'psig', quality: 'good' });
      expect(readings[1].si).toBeCloseTo(284.26, 2);
      expect((await write(set(350))).body.entries.at(-1).body.readings[1].quality).toBe('doubtful');
      const refused = await write(set(-500), 422);
      expect(refused.body.errors[0]).toMatchObject({
        path: 'body.readings.1.value',
        message: expect.stringContaining('absolute zero'),
      });
    },
  );

  it('what a code means, written on one sheet, is on every other; amended and withdrawn it follows', async () => {
    const [one, other] = [await takeCall(), await takeCall({ scheduledOn: '2026-06-04' })];
    const charts = async () => (await roof.get(`/api/visits/${other.visitId}`).expect(200)).body.charts;
    const line = (code: string, more: object) => entry(one.visitId, 'code', { board: 'HC-2', code, ...more });
    const seen = line('3', { when: 'now', means: 'proof open', points: ['combustion-air proof'] });
    await write(seen);
    await write(line('4', { when: 'now' }));
    await write(line('5', { when: 'on the chart', means: 'limit open' }));
    expect(await charts()).toEqual([
      { board: 'HC-2', code: '3', means: 'proof open', points: ['combustion-air proof'] },
      { board: 'HC-2', code: '5', means: 'limit open', points: [] },
    ]);
    // Another sheet may know better; letters large or small are one code.
    const later = { occurredAt: '2026-06-04T14:00:00Z' };
    const better = entry(
      other.visitId,
      'code',
      { board: 'hc-2', code: '3', when: 'now', means: 'draft' },
      later,
    );
    await write(better);
    expect(await charts()).toMatchObject([{ means: 'draft' }, { means: 'limit open' }]);
    await write(entry(other.visitId, 'withdrawn', {}, { supersedes: better.id, reason: 'misread' }));
    expect(await charts()).toMatchObject([{ means: 'proof open' }, { means: 'limit open' }]);
  });

  it('a sheet knows what was renewed on a machine, and what failed on others of its panel', async () => {
    const [panel, other, fan] = [randomUUID(), randomUUID(), randomUUID()];
    const { siteId, unitId } = place;
    const unit = { siteId, kind: 'package cooling only' };
    const manager = await server.as('manager');
    await manager
      .post('/api/units')
      .send({ ...unit, id: other, tag: 'RTU-90' })
      .expect(201);
    await manager
      .post('/api/units')
      .send({ ...unit, id: fan, tag: 'RTU-91' })
      .expect(201);
    await roof.post('/api/points').send({ id: panel, siteId, kind: 'panel', name: 'MZ-9' }).expect(201);
    const fed = { siteId, kind: 'feeds', from: panel, how: 'traced', on: '2026-06-03' };
    for (const to of [unitId, other])
      await roof
        .post('/api/links')
        .send({ ...fed, id: randomUUID(), to, poles: [to === other ? 1 : 3] })
        .expect(201);
    const { visitId } = await takeCall();
    const found = { component: 'contactor', part: 'contactor', failure: 'burnt', grade: 'proven' };
    await write(entry(visitId, 'finding', found, { unitId: other }));
    const put = { text: 'new contactor', installed: { slot: { part: 'contactor', circuit: null } } };
    await write(entry(visitId, 'work', put, { unitId: other }));
    const { units } = (await roof.get(`/api/visits/${visitId}`).expect(200)).body;
    const of = (id: string) => units.find((one: { id: string }) => one.id === id);
    expect(of(other)).toMatchObject({ fedBy: panel, renewed: [{ part: 'contactor', on: '2026-06-02' }] });
    expect(of(unitId)).toMatchObject({ fedBy: panel, elsewhere: [{ part: 'contactor', unit: 'RTU-90' }] });
    expect(of(unitId).renewed).not.toContainEqual(expect.objectContaining({ on: '2026-06-02' }));
    // What nobody has traced is on no panel, and hears of nothing.
    expect(of(fan)).toMatchObject({ fedBy: null, renewed: [], elsewhere: [] });
  });

  it('an answer of the machine is a line about a unit, read by one contract', async () => {
    const { visitId } = await takeCall();
    const seen = { kind: 'ran', call: 'cool', what: 'blower', how: 'no' };
    const about = { unitId: place.unitId };
    await write(entry(visitId, 'observation', { asked: 'does the blower run?', seen }, about));
    const odd = { ...seen, how: 'perhaps' };
    await write(entry(visitId, 'observation', { asked: 'does the blower run?', seen: odd }, about), 422);
    const unsaid = { kind: 'done', check: 'compressor shell cool', waived: ' ' };
    await write(entry(visitId, 'observation', { asked: 'waived', seen: unsaid }, about), 422);
  });

  it('amends by superseding, takes back what the old entry had done, and lets only one amendment win', async () => {
    const call = await takeCall();
    const added = entry(call.visitId, 'refrigerant', { refrigerant: 'R-410A', addedLb: 30 });
    await write(added);
    const mended = entry(
      call.visitId,
      'refrigerant',
      { refrigerant: 'R-410A', addedLb: 3 },
      { supersedes: added.id, reason: 'slipped a digit' },
    );
    await write(mended);
    const [sum] = await server.db.rows<{ lb: number }>(
      'select sum(m.pounds) as lb from refrigerant_movements m join entries e on e.id = m.entry_id ' +
        'where e.visit_id = $1',
      [call.visitId],
    );
    expect(sum?.lb).toBe(3);
    await write(
      entry(
        call.visitId,
        'refrigerant',
        { refrigerant: 'R-410A', addedLb: 4 },
        { supersedes: added.id, reason: 'late' },
      ),
      409,
    );
    await write(entry(call.visitId, 'withdrawn', {}, { supersedes: mended.id, reason: 'wrong unit' }));
    expect(
      await server.db.rows(
        'select 1 from refrigerant_movements m join entries e on e.id = m.entry_id where e.visit_id = $1',
        [call.visitId],
      ),
    ).toEqual([]);
  });

  it('completes its call on leaving, and opens it again when the leaving is withdrawn', async () => {
    const call = await takeCall();
    const leaving = entry(call.visitId, 'leave', { outcome: 'done' });
    await write(leaving);
    expect((await desk.get(`/api/calls/${call.id}`)).body).toMatchObject({
      state: 'done',
      completedAt: '2026-06-02T14:00:00.000Z',
    });
    await write(entry(call.visitId, 'withdrawn', {}, { supersedes: leaving.id, reason: 'went back up' }));
    expect((await desk.get(`/api/calls/${call.id}`)).body).toMatchObject({
      state: 'planned',
      completedAt: null,
    });
  });

  it('gives a component its own life in its slot', async () => {
    const call = await takeCall();
    const { body: sheet } = await roof.get(`/api/visits/${call.visitId}`).expect(200);
    const slot = { part: 'blower motor', circuit: null };
    expect(sheet.units[0].slots).toContainEqual(slot);
    await write(entry(call.visitId, 'work', { text: 'new blower motor', installed: { slot, model: 'B-2' } }));
    const { body: unit } = await roof.get(`/api/units/${place.unitId}`);
    expect(unit.slots.find((s: { part: string }) => s.part === 'blower motor')).toMatchObject({
      installed: { from: '2026-06-02', model: 'B-2' },
      earlier: 1,
    });
    await write(
      entry(call.visitId, 'work', {
        text: 'x',
        installed: { slot: { part: 'flux capacitor', circuit: null } },
      }),
      422,
    );
  });

  it('refuses a unit of another site and a clock that runs ahead', async () => {
    const call = await takeCall();
    await write(entry(call.visitId, 'note', { text: 'x' }, { unitId: randomUUID() }), 422);
    await write(entry(call.visitId, 'note', { text: 'x' }, { occurredAt: '2026-06-25T00:00:00Z' }), 422);
    await write(entry(randomUUID(), 'note', { text: 'x' }), 404);
  });
});

describe('history', () => {
  it('sees the repeat in the transaction that made it, shows its reasons, and lets it be set aside', async () => {
    await fail('2026-05-01', 'contactor');
    await fail('2026-06-10', 'contacts');
    const { body: unit } = await desk.get(`/api/units/${place.unitId}`).expect(200);
    const repeat = unit.verdict.flags.find((f: { kind: string }) => f.kind === 'repeat');
    expect(wordsOf(repeat.reasons[0]).text).toContain('contactor failed 2 times in 40 days');
    expect(unit.story.arcs).toContainEqual(
      expect.objectContaining({ kind: 'repeat', label: 'contactor again' }),
    );
    const manager = await server.as('manager');
    const { body: watch } = await manager.get('/api/watch?flag=repeat').expect(200);
    expect(watch.rows[0]).toMatchObject({ unitId: place.unitId });
    const decision = {
      id: randomUUID(),
      unitId: place.unitId,
      kind: 'set aside',
      covers: [{ flag: 'repeat', evidence: repeat.evidence }],
      reason: 'batch recalled',
    };
    await manager.post('/api/watch/decisions').send(decision).expect(201);
    expect((await manager.get('/api/watch?flag=repeat')).body.total).toBe(0);
    await manager.delete(`/api/watch/decisions/${decision.id}`).expect(200);
    expect((await manager.get('/api/watch?flag=repeat')).body.total).toBe(1);
  });

  it('keeps the word as written and judges anew when the company maps it', async () => {
    await fail('2026-06-12', 'doohickey');
    await fail('2026-06-14', 'doohickey');
    expect((await desk.get('/api/words')).body.unmapped).toContainEqual({ word: 'doohickey', uses: 2 });
    await desk.post('/api/words').send({ word: 'Doohickey', part: 'economizer' }).expect(200);
    const { body: unit } = await desk.get(`/api/units/${place.unitId}`);
    expect(
      unit.verdict.flags
        .find((f: { kind: string }) => f.kind === 'repeat')
        .reasons.map((reason: Reason) => wordsOf(reason).text)
        .join(),
    ).toContain('economizer failed 2 times');
    expect(unit.calls[0].found).toContain('doohickey');
  });

  it('judges by the rules that hold on the day: a new setting counts from its day on', async () => {
    const manager = await server.as('manager');
    const { body } = await manager.get('/api/settings/history').expect(200);
    const stricter = {
      id: randomUUID(),
      validFrom: '2026-06-20',
      value: { ...body.current, repeatSameClass: 9, repeatAnyFailures: 20 },
    };
    await manager.post('/api/settings/history').send(stricter).expect(201);
    expect((await manager.get('/api/watch?flag=repeat')).body.total).toBe(0);
    expect((await manager.get('/api/settings/history')).body.rows).toMatchObject([
      { validFrom: '2026-06-20', by: 'Test manager' },
    ]);
  });

  it('lets a verdict grow old by itself', async () => {
    server.setNow('2028-08-01T12:00:00Z');
    const manager = await server.as('manager');
    expect((await manager.get('/api/watch?flag=callback')).body.total).toBe(0);
    expect((await manager.get('/api/watch?flag=left open')).body.total).toBe(1);
  });
});
