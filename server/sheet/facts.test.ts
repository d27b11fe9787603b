import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/server.ts';
import { derivedRows, sheetWriter, type SheetWriter } from '../testing/sheets.ts';
import { rebuild } from './rebuild.ts';

/* A fact is written once, and whatever should hear of it does. Each of these was seen not to. */

const clock = { now: () => new Date('2026-06-20T15:00:00Z'), shiftMs: 0 };
let server: TestServer;
let at: SheetWriter;
let unitId: string;
let halls = 0;
beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-20T15:00:00Z');
});
beforeEach(async () => {
  at = await sheetWriter(server, `Works${++halls}`);
  unitId = await at.unit('RTU-1');
});
afterAll(() => server.stop());

interface Call {
  state: string;
  waitingFor: string | null;
  completedAt: string | null;
  version: number;
}
const callOf = (id: string) => at.get<Call>(`/api/calls/${id}`);
const unitOf = () =>
  at.get<{
    flagKinds: string[];
    sentence: string;
    conditions: { id: string; kind: string; closedAt: null }[];
  }>(`/api/units/${unitId}`);
const open = async () => (await unitOf()).conditions.filter(({ closedAt }) => closedAt === null);
const board = async () =>
  (await at.get<{ rows: { id: string; unitId: string; kind: string }[] }>('/api/conditions')).rows.filter(
    (row) => row.unitId === unitId,
  );
const hour = (n: number) => ({ occurredAt: `2026-06-02T${n}:00:00Z` });
const no = { complaint: 'no heat', system: 'heating' };
const DONE = { outcome: 'done' };
const flue = (co: number, mode = 'heating') => ({
  mode,
  readings: [
    { point: 'flue CO', value: co, unit: 'ppm' },
    { point: 'flue oxygen', value: 7, unit: '%' },
  ],
});

/** A no-heat call with its visit. */
async function noHeat() {
  const callId = await at.call(unitId, '2026-06-02T11:00:00Z', no);
  return { callId, visitId: await at.visit([callId], '2026-06-02') };
}
/** What is derived is what a rebuild derives. */
async function expectSameAnew() {
  const before = await derivedRows(server);
  await server.db.transaction((transaction) => rebuild(server.db, clock, transaction));
  expect(await derivedRows(server)).toEqual(before);
}

it('flue CO of 450 ppm stands on the unit, the board and the watch list, and the call waits for repair', async () => {
  const { callId, visitId } = await noHeat();
  await at.write(visitId, 'reading set', flue(450), { unitId, ...hour(12) });
  expect(await open()).toMatchObject([{ kind: 'carbon monoxide found' }]);
  expect(await board()).toMatchObject([{ kind: 'carbon monoxide found' }]);
  expect((await unitOf()).flagKinds).toContain('hazard');
  const watched = await at.get<{ rows: { unitId: string }[] }>('/api/watch');
  expect(watched.rows.map((row) => row.unitId)).toContain(unitId);
  await at.write(visitId, 'leave', DONE, hour(13));
  expect(await callOf(callId)).toMatchObject({
    ...{ state: 'waiting', waitingFor: 'repair' },
    // Nobody has said that anything was made safe, so nothing says it.
    outcomes: [],
  });
  // The call is what closes it: no second visit is offered for the same thing.
  expect(await board()).toMatchObject([{ callId }]);
  // Words close nothing; the machine off proves nothing; the same read again in its band does.
  const lineId = (await server.db.models.Entry.findOne({ where: { visitId, kind: 'reading set' } }))?.id;
  const act = { lineId, rule: 'flue CO' };
  await at.write(visitId, 'explained', { act, text: 'a cold start' }, { unitId, ...hour(14) }, 422);
  await at.write(visitId, 'reading set', flue(20, 'off'), { unitId, ...hour(14) });
  expect(await open()).toHaveLength(1);
  await at.write(visitId, 'reading set', flue(20), { unitId, ...hour(15) });
  expect(await open()).toEqual([]);
  expect(await callOf(callId)).toMatchObject({ state: 'done', completedAt: '2026-06-02T15:00:00.000Z' });
  await expectSameAnew();
});

it('a cracked exchanger that was found is the open condition; no second thing has to be written', async () => {
  const { callId, visitId } = await noHeat();
  const cracked = { component: 'heat exchanger', failure: 'cracked', grade: 'presumed' };
  const found = await at.write(
    visitId,
    'finding',
    { ...cracked, madeSafe: 'heat off and tagged', told: 'manager, in writing' },
    { unitId, ...hour(12) },
  );
  expect(await open()).toMatchObject([{ id: found, kind: 'exchanger holed or cracked' }]);
  await at.write(visitId, 'leave', DONE, hour(13));
  expect(await callOf(callId)).toMatchObject({ state: 'waiting', waitingFor: 'repair' });
  expect((await unitOf()).sentence).toMatch(/Hazard left open: exchanger holed or cracked/);
  // A return puts a new one in: what was found there is repaired, and the call with it.
  const back = await at.visit([callId], '2026-06-09');
  const put = { text: 'new exchanger', installed: { slot: { part: 'heat exchanger', circuit: null } } };
  await at.write(back, 'work', put, { unitId, occurredAt: '2026-06-09T12:00:00Z' });
  expect(await open()).toEqual([]);
  expect((await callOf(callId)).state).toBe('done');
  await expectSameAnew();
});

it('what somebody found or measured that is dangerous is not talked away by somebody else', async () => {
  const { visitId } = await noHeat();
  const cracked = { component: 'heat exchanger', failure: 'cracked', grade: 'proven' };
  const found = await at.write(visitId, 'finding', cracked, { unitId, ...hour(11) });
  const read = await at.write(visitId, 'reading set', flue(450), { unitId, ...hour(12) });
  const worn = await at.write(visitId, 'finding', { ...cracked, failure: 'dirty' }, { unitId, ...hour(12) });
  const desk = await server.as('dispatcher');
  const takesBack = async (supersedes: string) => {
    const entry = {
      id: randomUUID(),
      visitId,
      unitId,
      kind: 'withdrawn',
      body: {},
      supersedes,
      reason: 'no',
    };
    return (await desk.post(`/api/visits/${visitId}/entries`).send(entry)).status;
  };
  expect([await takesBack(found), await takesBack(read), await takesBack(worn)]).toEqual([403, 403, 201]);
  await at.withdraw(visitId, found);
  expect((await open()).map(({ kind }) => kind)).toEqual(['carbon monoxide found']);
});

it('a hole that was seen, and the finding of it, are one condition', async () => {
  const { visitId } = await noHeat();
  const seen = { part: 'heat exchanger', sign: 'crack or hole', looked: 'mirror or camera', by: 'eye' };
  const look = await at.write(visitId, 'look', seen, { unitId, ...hour(11) });
  const cracked = { component: 'heat exchanger', failure: 'cracked', grade: 'proven' };
  const found = await at.write(visitId, 'finding', cracked, { unitId, ...hour(12) });
  const off = { condition: 'heat disabled', text: 'gas cock shut' };
  const left = await at.write(visitId, 'condition left', off, { unitId, ...hour(12) });
  expect(await open()).toMatchObject([{ id: look, kind: 'exchanger holed or cracked' }]);
  // Closing any of its lines closes it.
  for (const conditionId of [found, left]) {
    const closing = await at.write(
      visitId,
      'condition closed',
      { conditionId, text: 'new exchanger in' },
      { unitId, ...hour(13) },
    );
    expect(await open()).toEqual([]);
    await at.withdraw(visitId, closing);
    expect(await open()).toHaveLength(1);
  }
  await expectSameAnew();
});

it('with heat disabled a no-heat call that is left done waits for repair, and a cooling call is done', async () => {
  const { callId, visitId } = await noHeat();
  const cooling = await at.call(unitId, '2026-06-02T11:00:00Z');
  const other = await at.visit([cooling], '2026-06-02');
  const off = { condition: 'heat disabled', text: 'until the inducer is in' };
  const left = await at.write(visitId, 'condition left', off, { unitId, ...hour(12) });
  await at.write(visitId, 'leave', DONE, hour(13));
  await at.write(other, 'leave', DONE, hour(13));
  expect(await callOf(callId)).toMatchObject({ state: 'waiting', waitingFor: 'repair' });
  expect((await callOf(cooling)).state).toBe('done');
  await at.withdraw(visitId, left);
  expect((await callOf(callId)).state).toBe('done');
  await expectSameAnew();
});

it('two calls of a visit never claim one finding: a call that is given the unit takes it from the other', async () => {
  const [second, third] = [await at.unit('RTU-2'), await at.unit('RTU-3')];
  const trouble = await at.call(second, '2026-06-02T11:00:00Z');
  const [planned = ''] = await at.maintenance([third], '2026-06-02');
  const visitId = await at.visit([trouble, planned], '2026-06-02');
  const burnt = { component: 'contactor', failure: 'burnt', grade: 'proven' };
  await at.write(visitId, 'finding', burnt, { unitId, ...hour(12) });
  const claims = async (id: string) =>
    (await at.get<{ outcomes: { subjectId: string }[] }>(`/api/calls/${id}`)).outcomes.length;
  expect([await claims(trouble), await claims(planned)]).toEqual([1, 0]);
  const { version } = await callOf(planned);
  const desk = await server.as('dispatcher');
  await desk.patch(`/api/calls/${planned}`).send({ version, unitId }).expect(200);
  expect([await claims(trouble), await claims(planned)]).toEqual([0, 1]);
  await expectSameAnew();
});

it('what a reading asks is heard at a point of the site, and settled by the rule, never by its words', async () => {
  const { visitId } = await noHeat();
  const volts = (v: number) => ({
    mode: 'cooling',
    readings: ['L1-L2', 'L2-L3', 'L3-L1'].map((pair, i) => ({
      ...{ point: `volts ${pair}`, value: i === 0 ? v : 460, unit: 'V' },
    })),
  });
  const lineId = await at.write(visitId, 'reading set', volts(400), { unitId, ...hour(12) });
  const [act] = await open();
  expect(act).toMatchObject({ kind: 'reading to act on' });
  const rule = (await server.db.models.Condition.findByPk(act?.id))?.rule;
  // It is no line that somebody left, and is not closed as one.
  const closing = { conditionId: act?.id, text: 'fine' };
  await at.write(visitId, 'condition closed', closing, { unitId, ...hour(13) }, 422);
  const other = { act: { lineId: randomUUID(), rule }, text: 'another reading' };
  await at.write(visitId, 'explained', other, { unitId, ...hour(13) }, 422);
  await at.write(
    visitId,
    'explained',
    { act: { lineId, rule }, text: 'on the generator' },
    { unitId, ...hour(13) },
  );
  expect((await open()).map(({ id }) => id)).not.toContain(act?.id);
  await expectSameAnew();
});

it('a sheet brings the lines of other visits on which rests what stands open there, and no others', async () => {
  const { visitId } = await noHeat();
  const off = { condition: 'heat disabled', text: 'gas cock shut' };
  const left = await at.write(visitId, 'condition left', off, { unitId, ...hour(12) });
  const mended = { supersedes: left, reason: 'a word', occurredAt: undefined };
  const again = await at.write(
    visitId,
    'condition left',
    { ...off, text: 'cock and wire' },
    { unitId, ...mended },
  );
  await at.write(visitId, 'note', { text: 'key at the till' }, { unitId, ...hour(12) });
  const out = { condition: 'filters out', text: 'none' };
  const gone = await at.write(visitId, 'condition left', out, { unitId, ...hour(12) });
  const back = { conditionId: gone, text: 'in' };
  await at.write(visitId, 'condition closed', back, { unitId, ...hour(13) });
  const next = await at.visit([await at.call(unitId, '2026-06-03T11:00:00Z', no)], '2026-06-03');
  const before = async () =>
    (await at.get<{ before: { id: string }[] }>(`/api/visits/${next}`)).before.map(({ id }) => id).sort();
  expect(await before()).toEqual([left, again].sort());
  // What this sheet has closed stays with it, so that the phone can take the closing back.
  const closing = { conditionId: left, text: 'inducer in' };
  await at.write(next, 'condition closed', closing, { unitId, occurredAt: '2026-06-03T12:00:00Z' });
  expect(await open()).toEqual([]);
  expect(await before()).toEqual([left, again].sort());
});

it('a body of a kind or a version that only a newer program reads is refused by its field', async () => {
  const { visitId } = await noHeat();
  await at.write(visitId, 'thermogram', { hot: 'L2' }, { unitId, ...hour(12) }, 422);
});

it('a unit with an open call is never said to have nothing open', async () => {
  expect(await unitOf()).toMatchObject({ flagKinds: [], sentence: 'Nothing speaks against this unit.' });
  const { visitId } = await noHeat();
  expect(await unitOf()).toMatchObject({
    flagKinds: ['open call'],
    sentence: '1 call open. Nothing else speaks against this unit.',
  });
  const list = await at.get<{ total: number }>(`/api/units?q=Works${halls}&standing=nothing+open`);
  expect(list.total).toBe(0);
  await at.write(visitId, 'leave', DONE, hour(13));
  expect(await unitOf()).toMatchObject({ flagKinds: [], sentence: 'Nothing speaks against this unit.' });
});

it('what was recommended and left open on its visits stands on the call, at a panel as well', async () => {
  const { callId, visitId } = await noHeat();
  const pointId = randomUUID();
  const desk = await server.as('dispatcher');
  const panel = { id: pointId, siteId: at.siteId, kind: 'panel', name: 'MDP' };
  await desk.post('/api/points').send(panel).expect(201);
  await at.write(visitId, 'recommendation', { text: 'new curb' }, { unitId, ...hour(12) });
  await at.write(visitId, 'recommendation', { text: 'label the breakers' }, { pointId, ...hour(12) });
  const lug = { component: 'wiring', failure: 'burnt', grade: 'proven' };
  await at.write(visitId, 'finding', lug, { pointId, ...hour(12) });
  const burnt = { subject: 'MDP', kind: 'burnt wiring', hazard: true, unitId: null };
  expect(await at.get(`/api/calls/${callId}`)).toMatchObject({
    standing: [burnt],
    recommended: expect.arrayContaining([
      expect.objectContaining({ subject: 'RTU-1', text: 'new curb' }),
      expect.objectContaining({ subject: 'MDP', text: 'label the breakers' }),
    ]),
  });
  expect(await at.get(`/api/sites/${at.siteId}`)).toMatchObject({
    atPoints: { standing: [burnt], recommended: [{ text: 'label the breakers' }] },
  });
});

it('a part that is taken out of one unit and put into another is one line, and stands open where it is missing', async () => {
  const { visitId } = await noHeat();
  const lender = await at.unit('RTU-2');
  const slot = { part: 'igniter', circuit: null };
  const put = (fromUnitId: string, more: object = {}) =>
    at.write(
      visitId,
      'work',
      {
        text: '',
        installed: { slot, because: 'failed', borrowed: { fromUnitId, from: 'RTU-2', to: 'RTU-1' } },
      },
      { unitId, ...hour(12), ...more },
    );
  const line = await put(lender);
  const lent = async () => (await at.get<{ conditions: object[] }>(`/api/units/${lender}`)).conditions;
  expect(await lent()).toMatchObject([
    { id: line, kind: 'part borrowed', text: 'igniter: now in RTU-1', closedAt: null },
  ]);
  expect(await open()).toEqual([]);
  const lives = (id: string) =>
    server.db.rows(
      'select ended, entry_id as entry from components where unit_id = $1 order by from_on nulls first',
      [id],
    );
  expect(await lives(lender)).toEqual([{ ended: 'borrowed', entry: null }]);
  expect(await lives(unitId)).toEqual([
    { ended: 'failed', entry: null },
    { ended: null, entry: line },
  ]);
  await expectSameAnew();
  // It was another one: the first is whole again.
  const third = await at.unit('RTU-3');
  const amended = await put(third, { supersedes: line, reason: 'other unit' });
  expect([await lent(), await lives(lender)]).toEqual([[], []]);
  expect(await lives(third)).toMatchObject([{ ended: 'borrowed' }]);
  // A new one put in there ends it.
  await at.write(visitId, 'work', { text: 'new', installed: { slot } }, { unitId: third, ...hour(13) });
  expect(await lives(third)).toMatchObject([{ ended: 'borrowed' }, { ended: null }]);
  const { conditions } = await at.get<{ conditions: { id: string; closedAt: string | null }[] }>(
    `/api/units/${third}`,
  );
  expect(conditions).toMatchObject([{ id: line, closedAt: expect.any(String) as string }]);
  await expectSameAnew();
  await at.write(visitId, 'withdrawn', {}, { unitId, supersedes: amended, reason: 'not meant' });
  expect(await lives(third)).toMatchObject([{ ended: 'unknown' }, { ended: null }]);
  await expectSameAnew();
});

it('a part is taken out of another unit of the same site', async () => {
  const { visitId } = await noHeat();
  const elsewhere = await (await sheetWriter(server, `Works${++halls}`)).unit('RTU-1');
  for (const fromUnitId of [unitId, elsewhere, randomUUID()])
    await at.write(
      visitId,
      'work',
      {
        text: '',
        installed: {
          slot: { part: 'igniter', circuit: null },
          borrowed: { fromUnitId, from: 'RTU-2', to: 'RTU-1' },
        },
      },
      { unitId, ...hour(12) },
      422,
    );
});

it('a line of another visit that says two things is sent with what became of both', async () => {
  const { visitId } = await noHeat();
  const lender = await at.unit('RTU-2');
  const slot = { part: 'heat exchanger', circuit: null };
  const cracked = {
    component: 'heat exchanger',
    part: 'heat exchanger',
    failure: 'cracked',
    grade: 'proven',
  };
  await at.write(visitId, 'finding', cracked, { unitId, ...hour(12) });
  const [second, third] = [
    await at.visit([await at.call(unitId, '2026-06-03T11:00:00Z', no)], '2026-06-03'),
    await at.visit([await at.call(lender, '2026-06-04T11:00:00Z', no)], '2026-06-04'),
  ];
  const borrowed = { fromUnitId: lender, from: 'RTU-2', to: 'RTU-1' };
  const swap = await at.write(
    second,
    'work',
    { text: '', installed: { slot, borrowed } },
    { unitId, occurredAt: '2026-06-03T12:00:00Z' },
  );
  const ended = await at.write(
    third,
    'work',
    { text: 'new', installed: { slot } },
    { unitId: lender, occurredAt: '2026-06-04T12:00:00Z' },
  );
  // The sheet of the first visit rests on the work that closed its finding; that work opened something else.
  const { before } = await at.get<{ before: { id: string }[] }>(`/api/visits/${visitId}`);
  expect(before.map(({ id }) => id)).toEqual([swap, ended]);
});

it('an amendment is of the same kind: another kind is another line', async () => {
  const { visitId } = await noHeat();
  const line = await at.write(visitId, 'note', { text: 'belt squeals' }, { unitId, ...hour(12) });
  const more = { unitId, supersedes: line, reason: 'put right' };
  await at.write(visitId, 'finding', { component: 'belt', failure: 'worn', grade: 'proven' }, more, 422);
  await at.write(visitId, 'note', { text: 'belt is worn' }, more);
});
