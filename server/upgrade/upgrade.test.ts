import { randomUUID } from 'node:crypto';
import { emptyDatabase } from '../testing/server.ts';
import { connect, type Database } from '../db/connect.ts';
import { migrate } from './migrate.ts';

/*
 * A database as the last version left it, with its derived rows, brought up to date: nothing is lost, and it
 * derives the same.
 */

const clock = { now: () => new Date('2026-06-20T15:00:00Z'), shiftMs: 0 };
let db: Database;
const id = {
  customer: randomUUID(),
  site: randomUUID(),
  unit: randomUUID(),
  other: randomUUID(),
  user: randomUUID(),
  crew: randomUUID(),
  done: randomUUID(),
  planned: randomUUID(),
  waiting: randomUUID(),
  cancelled: randomUUID(),
  bare: randomUUID(),
  visit: randomUUID(),
  imported: randomUUID(),
  first: randomUUID(),
  amended: randomUUID(),
  left: randomUUID(),
  closing: randomUUID(),
  install: randomUUID(),
};

beforeAll(async () => {
  const url = await emptyDatabase();
  db = connect(url, { poolSize: 2 });
  await migrate(db, { upTo: '0002 places', clock });
  await fill();
  await migrate(db, { clock });
});
afterAll(() => db.close());

const add = (table: string, rows: readonly object[]) =>
  db.run(
    `insert into ${table} (${Object.keys(rows[0] as object).join(', ')})
     select ${Object.keys(rows[0] as object).join(', ')} from jsonb_populate_recordset(null::${table}, $1)`,
    [JSON.stringify(rows)],
  );

async function fill(): Promise<void> {
  const { site, unit, user } = id;
  await add('crews', [
    { id: id.crew, name: 'North', yard_lat: 41, yard_lon: -70, shift_start: 420, shift_end: 960 },
  ]);
  await add('users', [
    {
      id: user,
      login: 'ada',
      display_name: 'Ada',
      role: 'technician',
      password_hash: 'x',
      crew_id: id.crew,
      active: true,
    },
  ]);
  await add('customers', [{ id: id.customer, name: 'Rink', version: 1 }]);
  await add('sites', [
    { id: site, customer_id: id.customer, name: 'Hall', time_zone: 'UTC', hazards: [], version: 1 },
  ]);
  const machine = {
    site_id: site,
    kind: 'package gas/electric',
    status: 'in service',
    version: 1,
    details: {},
    found_by: {},
    found_words: '',
  };
  await add('units', [
    { id: unit, tag: 'RTU-1', ...machine },
    { id: id.other, tag: 'RTU-2', ...machine },
  ]);
  await add(
    'circuits',
    [1, 2].map((number) => ({
      id: randomUUID(),
      unit_id: unit,
      number,
      refrigerant: 'R-22',
      compressors: [],
    })),
  );
  const call = (of: string, status: string, more: object = {}) => ({
    id: of,
    ref: `C-${of.slice(0, 8)}`,
    site_id: site,
    unit_id: unit,
    kind: 'call',
    status,
    received_at: '2026-05-01T12:00:00Z',
    complaint: 'warm',
    system: 'cooling',
    completed_at: null,
    crew_id: null,
    scheduled_on: null,
    version: 3,
    ...more,
  });
  const plan = { crew_id: id.crew, scheduled_on: '2026-05-02' };
  await add('calls', [
    call(id.done, 'completed', { completed_at: '2026-05-02T16:00:00Z', ...plan }),
    call(id.planned, 'scheduled', { ...plan, scheduled_on: '2026-06-25' }),
    call(id.waiting, 'return planned', { crew_id: id.crew }),
    call(id.cancelled, 'cancelled'),
    call(id.bare, 'completed', { completed_at: '2025-01-02T16:00:00Z', received_at: '2025-01-01T12:00:00Z' }),
  ]);
  await add('visits', [
    { id: id.visit, site_id: site, crew_id: id.crew, planned_for: '2026-05-02', technician: null },
    { id: id.imported, site_id: site, crew_id: null, planned_for: '2026-05-03', technician: 'B. Old' },
  ]);
  await add('visit_calls', [
    { visit_id: id.visit, call_id: id.done },
    { visit_id: id.imported, call_id: id.waiting },
  ]);
  const line = (of: string, kind: string, body: object, hour: number, more: object = {}) => ({
    id: of,
    visit_id: id.visit,
    call_id: id.done,
    unit_id: unit,
    kind,
    body,
    author_id: user,
    occurred_at: `2026-05-02T${hour}:00:00Z`,
    recorded_at: `2026-05-02T${hour}:30:00Z`,
    supersedes: null,
    reason: null,
    ...more,
  });
  await add('entries', [
    line(randomUUID(), 'arrive', {}, 11, { unit_id: null }),
    line(id.first, 'finding', { component: 'contacter', failure: 'burnt', grade: 'proven' }, 12),
    line(id.amended, 'finding', { component: 'contactor', failure: 'burnt', grade: 'proven' }, 13, {
      supersedes: id.first,
      reason: 'spelt wrong',
    }),
    line(id.install, 'work', { text: 'new', installed: { slot: 'circuit 2 compressor', serial: 'S-1' } }, 14),
    line(
      randomUUID(),
      'work',
      { text: 'board', installed: { slot: 'control board' }, tasks: ['cooling start-up'] },
      14,
    ),
    line(randomUUID(), 'refrigerant', { refrigerant: 'R-22', circuit: 2, addedLb: 3 }, 14),
    line(id.left, 'condition left', { condition: 'filters out', text: 'none' }, 15),
    line(id.closing, 'condition closed', { conditionId: id.left, text: 'in' }, 15, {
      occurred_at: '2026-05-03T10:00:00Z',
    }),
    line(randomUUID(), 'leave', { outcome: 'completed' }, 16, { unit_id: null }),
    line(randomUUID(), 'leave', { outcome: 'return planned' }, 17, {
      visit_id: id.imported,
      call_id: id.waiting,
      unit_id: null,
    }),
    line(
      randomUUID(),
      'reading set',
      {
        mode: 'cooling',
        circuit: 2,
        readings: [
          { point: 'suction pressure', value: 68.5, unit: 'psig' },
          { point: 'suction line', value: 52, unit: '°F' },
        ],
      },
      14,
    ),
  ]);
  await add('open_conditions', [
    {
      id: id.left,
      unit_id: unit,
      kind: 'filters out',
      hazard: false,
      text: 'none',
      opened_at: '2026-05-02T15:00:00Z',
    },
  ]);
  await add('component_words', [
    { word: 'doohickey', component_class: 'economizer' },
    { word: 'hi-lo', component_class: 'pressure switch' },
    { word: 'brain', component_class: 'control board' },
  ]);
  await add('dismissals', [
    {
      id: randomUUID(),
      unit_id: unit,
      flag: 'age',
      evidence: 'age 2001-01-01',
      reason: 'known',
      dismissed_by: user,
    },
  ]);
}

const rows = <T extends object>(sql: string, bind: unknown[] = []) => db.rows<T>(sql, bind);

describe('a database of the last version', () => {
  it('keeps every line, the newest under the first one’s name', async () => {
    const [count] = await rows<{ n: number }>('select count(*)::int as n from entries where visit_id = $1', [
      id.visit,
    ]);
    expect(count?.n).toBe(10);
    const [amended] = await rows<{ root: string }>('select root_id as root from entries where id = $1', [
      id.amended,
    ]);
    expect(amended?.root).toBe(id.first);
  });

  it('has its calls in the states they were in', async () => {
    const states = await rows<{ id: string; state: string; completed: Date | null; on: string | null }>(
      'select id, state, completed_at as completed, scheduled_on as on from calls',
    );
    const state = Object.fromEntries(states.map((row) => [row.id, row.state]));
    expect(state).toEqual({
      [id.done]: 'done',
      [id.planned]: 'planned',
      [id.waiting]: 'waiting',
      [id.cancelled]: 'cancelled',
      [id.bare]: 'done',
    });
    const of = (call: string) => states.find((row) => row.id === call);
    expect(of(id.done)?.completed?.toISOString()).toBe('2026-05-02T16:00:00.000Z');
    expect(of(id.bare)?.completed?.toISOString()).toBe('2025-01-02T16:00:00.000Z');
    expect(of(id.planned)?.on).toBe('2026-06-25');
  });

  it(
    'derives the same from its sheets: findings, pounds, parts in slots, what was closed, what was ' + 'done',
    async () => {
      expect(await rows('select entry_id, part, call_id from findings')).toEqual([
        { entry_id: id.amended, part: 'contactor', call_id: id.done },
      ]);
      expect(await rows('select circuit, pounds, from_place, to_place from refrigerant_movements')).toEqual([
        { circuit: 2, pounds: 3, from_place: 'cylinder', to_place: 'circuit 2' },
      ]);
      const lives = await rows(
        'select part, circuit, from_on, until_on, serial from components order by part, from_on nulls first',
      );
      expect(lives).toEqual([
        { part: 'compressor', circuit: 2, from_on: null, until_on: '2026-05-02', serial: null },
        { part: 'compressor', circuit: 2, from_on: '2026-05-02', until_on: null, serial: 'S-1' },
        { part: 'main board', circuit: null, from_on: null, until_on: '2026-05-02', serial: null },
        { part: 'main board', circuit: null, from_on: '2026-05-02', until_on: null, serial: null },
      ]);
      const [condition] = await rows<{ closed: Date; by: string }>(
        'select closed_at as closed, closed_by_entry as by from open_conditions',
      );
      expect([condition?.closed.toISOString(), condition?.by]).toEqual([
        '2026-05-03T10:00:00.000Z',
        id.closing,
      ]);
      const done = await rows<{ done: object }>(
        'select last_done as done from unit_summaries where unit_id = $1',
        [id.unit],
      );
      expect(done[0]?.done).toEqual({ 'cooling start-up': '2026-05-02' });
    },
  );

  it('tells our own sheets from records that came from elsewhere', async () => {
    const sources = await rows<{ id: string; source: string }>(
      'select id, source from visits where id = any($1::uuid[])',
      [[id.visit, id.imported]],
    );
    expect(Object.fromEntries(sources.map((row) => [row.id, row.source]))).toEqual({
      [id.visit]: 'own',
      [id.imported]: 'imported',
    });
  });

  it('keeps what the company mapped and set aside; a word that could be two parts is asked again', async () => {
    expect(await rows('select word, part from component_words order by word')).toEqual([
      { word: 'brain', part: 'main board' },
      { word: 'doohickey', part: 'economizer' },
    ]);
    expect(await rows('select kind, covers, reason from decisions')).toEqual([
      { kind: 'set aside', covers: [{ flag: 'age', evidence: 'age 2001-01-01' }], reason: 'known' },
    ]);
  });

  it('has the answers of old readings worked out once, by the plate, and kept', async () => {
    const [set] = await rows<{ answers: { name: string; value: number }[]; at: Date }>(
      "select body->'answers' as answers, occurred_at as at from entries where kind = 'reading set'",
    );
    // 68.5 psig is 40 °F on the curve of R-22 (published chart point).
    expect(set?.answers.find((a) => a.name === 'superheat')?.value).toBeCloseTo(12, 0);
  });

  it('has no work due that was part of other work before: the new tasks wait to be wanted', async () => {
    const [tasks] = await rows<{ value: unknown[] }>("select value from settings where name = 'tasks'");
    expect(tasks?.value).toContainEqual({ key: 'coils', dropped: true });
  });

  it('refuses to change what was written', async () => {
    await expect(db.run('delete from entries')).rejects.toThrow(/append-only/);
    await expect(db.run('delete from call_events')).rejects.toThrow(/append-only/);
  });
});

describe('a database of the version before what was found and measured opened something', () => {
  let last: Database;
  const own = { unit: randomUUID(), call: randomUUID(), visit: randomUUID(), left: randomUUID() };
  beforeAll(async () => {
    last = connect(await emptyDatabase(), { poolSize: 2 });
    await migrate(last, { upTo: '0013 processes', clock });
    const put = (table: string, row: object) =>
      last.run(
        `insert into ${table} (${Object.keys(row).join(', ')})
         select ${Object.keys(row).join(', ')} from jsonb_populate_record(null::${table}, $1)`,
        [JSON.stringify(row)],
      );
    const [customer, site] = [randomUUID(), randomUUID()];
    const place = { hazards: [], opening_hours: null, version: 1 };
    await put('customers', { id: customer, name: 'Works', version: 1 });
    await put('sites', { id: site, customer_id: customer, name: 'Hall', time_zone: 'UTC', ...place });
    const machine = { kind: 'unit heater', status: 'in service', version: 1, details: {} };
    await put('units', {
      id: own.unit,
      site_id: site,
      tag: 'UH-1',
      ...machine,
      found_by: {},
      found_words: '',
    });
    const [received, since] = [new Date('2026-05-01T12:00:00Z'), new Date('2026-05-01T16:00:00Z')];
    await last.models.Call.create({
      ...{ id: own.call, ref: 'C-9', siteId: site, unitId: own.unit, kind: 'call', state: 'done' },
      ...{ complaint: 'no heat', system: 'heating', receivedAt: received, since },
      completedAt: since,
    });
    await put('visits', { id: own.visit, site_id: site, planned_for: '2026-05-01', source: 'own' });
    await put('visit_calls', { visit_id: own.visit, call_id: own.call });
    const line = (id: string, kind: string, body: object, hour: number, unit: string | null = own.unit) =>
      put('entries', {
        ...{ id, root_id: id, visit_id: own.visit, unit_id: unit, kind, body },
        occurred_at: `2026-05-01T${hour}:00:00Z`,
        recorded_at: `2026-05-01T${hour}:00:00Z`,
      });
    const co = {
      name: 'CO in the room',
      value: 80,
      unit: 'ppm',
      quantity: 'concentration',
      advice: 'act',
      text: '',
    };
    await line(randomUUID(), 'reading set', { mode: 'heating', readings: [], answers: [co] }, 12);
    const cracked = { component: 'heat exchanger', failure: 'cracked', grade: 'proven' };
    await line(randomUUID(), 'finding', cracked, 13);
    await line(own.left, 'condition left', { condition: 'heat disabled', text: 'gas shut' }, 14);
    await line(randomUUID(), 'leave', { outcome: 'done' }, 16, null);
    await migrate(last, { clock });
  });
  afterAll(() => last.close());

  it('opens nothing by its old lines and re-opens no call; what was left stands as it stood', async () => {
    expect(await last.rows('select state, waiting_for from calls')).toEqual([
      { state: 'done', waiting_for: null },
    ]);
    expect(await last.rows('select id, source, kind, lines, closed_at from open_conditions')).toEqual([
      { id: own.left, source: 'left', kind: 'heat disabled', lines: [own.left], closed_at: null },
    ]);
  });

  it('says from when on they do; a company that begins today has always had it so', async () => {
    const since = await last.rows<{ since: string }>(
      "select value->>'since' as since from settings where name = 'facts'",
    );
    expect(since).toHaveLength(1);
    expect(Math.abs(Date.parse(since[0]?.since ?? '') - Date.now())).toBeLessThan(3_600_000);
    const begun = connect(await emptyDatabase(), { poolSize: 1 });
    await migrate(begun, { clock });
    expect(await begun.rows("select value from settings where name = 'facts'")).toEqual([]);
    await begun.close();
  });
});
