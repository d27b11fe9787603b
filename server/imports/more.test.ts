import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { CALL_COLUMNS, UNIT_COLUMNS, type ImportProgress } from '#contracts/imports';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';
import * as cells from './cells.ts';
import { harmless, restored } from '#core/imports';
import { readCsv, writeCsv } from '../http/csv.ts';
import { importFile } from './service.ts';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
  server.setNow('2026-06-10T15:00:00Z');
});
afterAll(() => server.stop());

const clock = { now: () => new Date('2026-06-10T15:00:00Z'), shiftMs: 0 };
const bring = (
  kind: 'units' | 'calls',
  content: string,
  options: Partial<Parameters<typeof importFile>[2]> = {},
) =>
  importFile(
    { db: server.db, clock },
    { id: randomUUID(), kind, fileName: 'x.csv', content },
    { mode: 'all or nothing', actor: randomUUID(), ...options },
  );

describe('reading CSV', () => {
  it.each([
    ['commas', 'a,b\n1,2\n'],
    ['semicolons', 'a;b\n1;2\n'],
    ['tabs', 'a\tb\n1\t2\n'],
    ['a byte order mark and CRLF', '\uFEFFa,b\r\n1,2\r\n'],
    ['quotes, blanks and capitals in the heading', '"A ", B\n" 1 ",2\n'],
    ['blank lines', 'a,b\n\n1,2\n\n\n'],
    ['no line end at the end', 'a,b\n1,2'],
  ])('with %s', async (_what, text) => {
    const { rows, problems } = await readCsv(text, ['a', 'b'], ['a']);
    expect(problems).toEqual([]);
    expect(rows.map((r) => r.cells)).toEqual([{ a: '1', b: '2' }]);
  });

  it('reports rows with too few or too many cells and broken quotes by their line', async () => {
    const { rows, problems } = await readCsv('a,b\n1\n1,2\n1,2,3\n', ['a', 'b'], ['a']);
    expect(rows).toHaveLength(1);
    expect(problems.map((p) => [p.line, p.reason])).toEqual([
      [2, 'has 1 cells, the heading has 2'],
      [4, 'has 3 cells, the heading has 2'],
    ]);
    expect((await readCsv('a,b\n"x"y,2\n', ['a', 'b'], ['a'])).problems[0]).toMatchObject({
      line: 2,
      reason: expect.stringContaining('broken quotes'),
    });
  });

  it('knows the line of each row of a long file, also where cells go over several lines', async () => {
    const rows = Array.from({ length: 40_000 }, (_, i) => `x${i},"${i % 7 ? 'y' : 'y\nz'}"`);
    const { rows: read, problems } = await readCsv(`a,b\n${rows.join('\n')}\n1,2,3\n`, ['a', 'b'], ['a']);
    let line = 2;
    const wrong = read.filter((row, i) => {
      const at = line;
      line += i % 7 ? 1 : 2;
      return row.line !== at || row.cells.a !== `x${i}`;
    });
    expect([read.length, wrong.slice(0, 3)]).toEqual([40_000, []]);
    expect(problems.map((p) => p.line)).toEqual([line]);
  });

  it('refuses an empty file and a heading that stands twice', async () => {
    expect((await readCsv('', ['a'], ['a'])).problems).toEqual([
      expect.objectContaining({ column: 'a', reason: 'this column is missing' }),
    ]);
    expect((await readCsv('a,a\n1,2', ['a'], ['a'])).problems[0]?.reason).toContain('twice');
  });

  it('writes what it reads: commas, quotes and line ends inside cells come back', async () => {
    const row = { a: 'one, "two"', b: 'line\nline' };
    const text = writeCsv(['a', 'b'], [row, { a: null, b: '' }]);
    expect((await readCsv(text, ['a', 'b'], [])).rows.map((r) => r.cells)).toEqual([row, { a: '', b: '' }]);
    expect(text.endsWith('\r\n')).toBe(true);
  });
});

describe('cells that a spreadsheet would run', () => {
  it.each([
    ['=1+1', "'=1+1"],
    ['=cmd|"/c calc"!A1', `'=cmd|"/c calc"!A1`],
    ['+1 555 0100', "'+1 555 0100"],
    ['-off since May', "'-off since May"],
    ['@SUM(A1)', "'@SUM(A1)"],
    // Full-width signs: some spreadsheets take them for the others.
    ['＝1+1', "'＝1+1"],
    ['＋1', "'＋1"],
    ['－A1', "'－A1"],
    ['＠SUM(A1)', "'＠SUM(A1)"],
    ['\n=1+1', "'\n=1+1"],
    ["'=kept", "''=kept"],
    ["''@kept", "'''@kept"],
    ['-70.25', '-70.25'],
    ["'-70.25", "'-70.25"],
    ['RTU-4', 'RTU-4'],
    ["'quoted'", "'quoted'"],
    ['', ''],
  ])('%s goes out as %s and comes back unharmed', (cell, out) => {
    expect(harmless(cell)).toBe(out);
    expect(restored(out)).toBe(cell);
  });

  it('whatever it is, it comes back, and nothing that goes out is run (property)', async () => {
    const nasty = fc
      .array(fc.constantFrom("'", '=', '＝', '＠', '+', '-', '@', '1', '.', 'a', '"', ','), { maxLength: 8 })
      .map((parts) => parts.join(''));
    await fc.assert(
      fc.asyncProperty(nasty, async (cell) => {
        const text = writeCsv(['a', 'b'], [{ a: cell, b: 'x' }]);
        expect((await readCsv(text, ['a', 'b'], [])).rows[0]?.cells.a).toBe(cell);
        expect(harmless(cell).normalize('NFKC')).not.toMatch(/^[=@]|^[-+](?!\d+(\.\d+)?$)/);
      }),
    );
  });
});

describe('cells', () => {
  it.each([
    ['7.5', 7.5],
    ['.5', 0.5],
    ['+3', 3],
    ['-70.25', -70.25],
    ['7,5', 7.5],
    ['1,200', 1200],
  ])('number %s', (cell, value) => expect(cells.number()(cell)).toBe(value));

  it.each(['1e3', '5 lb', 'NaN', '0x10', '--1', '1.2.3'])('no number: %s', (cell) =>
    expect(() => cells.number()(cell)).toThrow(RangeError),
  );

  it('of two ways to read a number the one that cannot be is left out', () => {
    expect(cells.number({ least: -90, most: 90 })('53,412')).toBe(53.412);
    expect(cells.number({ above: 0, most: 1000 })('1.200')).toBe(1.2);
    expect(() => cells.number({ most: 90 })('153,412')).toThrow(/between/);
  });

  it.each([
    ['R-410A', 'R-410A'],
    ['r410a', 'R-410A'],
    ['R 22', 'R-22'],
    ['r-454b', 'R-454B'],
    ['R-427A', 'R-427A'],
    ['R-22+R-410A', 'R-22+R-410A'],
  ])('refrigerant %s is %s', (cell, name) => expect(cells.refrigerant(cell)).toBe(name));

  it.each(['freon', '410', 'R', 'R-410A and some'])('no refrigerant: %s', (cell) =>
    expect(() => cells.refrigerant(cell)).toThrow(/refrigerant number/),
  );

  it.each([
    ['0', 0],
    ['12', 1200],
    ['12.5', 1250],
    ['12.05', 1205],
    ['$5', 500],
    ['1,000', 100_000],
  ])('money %s is %d cents', (cell, cents) => expect(cells.money(cell)).toBe(cents));

  it.each(['12.345', '-3', '1.000', 'five'])('no money: %s', (cell) =>
    expect(() => cells.money(cell)).toThrow(RangeError),
  );

  it('times are read in the zone unless they bring an offset, days must be in the calendar', () => {
    expect(cells.time('2026-07-01T08:00', 'EST5EDT')).toBe('2026-07-01T12:00:00Z');
    expect(cells.time('2026-07-01 08:00:30+02:00', 'EST5EDT')).toBe('2026-07-01T06:00:30Z');
    expect(() => cells.day('2026-06-31')).toThrow(RangeError);
    expect(cells.oneOf(['In Service'])('in service')).toBe('In Service');
  });
});

describe('a big import', () => {
  const many = [
    UNIT_COLUMNS.join(','),
    ...Array.from({ length: 4500 }, (_, i) => `Big,Site ${i % 90},,,,,U${i},exhaust fan,,,,,,,,,,,,`),
  ].join('\n');

  it('that is cancelled on the way leaves nothing behind', async () => {
    let steps = 0;
    await expect(
      bring('units', many, { progress: () => steps++, gone: () => steps > 2 }),
    ).rejects.toMatchObject({ details: { title: 'The import was cancelled' } });
    expect(await server.db.rows("select 1 from customers where name = 'Big'")).toEqual([]);
  });

  it('reports progress that never runs backwards and ends with the counts', async () => {
    const seen: ImportProgress[] = [];
    const result = await bring('units', many, { progress: (line) => seen.push(line) });
    const done = seen.map((line) => (line.kind === 'progress' ? line.done : 0));
    expect(done).toEqual([...done].sort((a, b) => a - b));
    expect(result.counts).toMatchObject({ created: 4500, newCustomers: 1, newSites: 90 });
    const [summaries] = await server.db.rows<{ n: number }>(
      'select count(*)::int as n from unit_summaries m join units u on u.id = m.unit_id where u.kind ' +
        "= 'exhaust fan'",
    );
    expect(summaries?.n).toBe(4500);
  });

  it('is found by search at once', async () => {
    const manager = await server.as('manager');
    expect((await manager.get('/api/search?q=u4499')).body).toMatchObject([{ kind: 'unit', title: 'U4499' }]);
  });
});

describe('what was recorded in the application', () => {
  it('goes out with its facts, comes in elsewhere, and re-importing it here changes nothing', async () => {
    const { unitId, siteId } = await oneUnit(server, { tag: 'HP-7', kind: 'package heat pump' });
    const manager = await server.as('manager');
    const id = randomUUID();
    const call = {
      id,
      siteId,
      unitId,
      receivedAt: '2026-06-09T12:00:00Z',
      complaint: 'iced, "again"',
      priority: 'today',
      system: 'cooling',
      crewId: server.crewId,
      scheduledOn: '2026-06-09',
    };
    const { visitId } = (await manager.post('/api/calls').send(call).expect(201)).body;
    const write = (kind: string, body: object) =>
      manager
        .post(`/api/visits/${visitId}/entries`)
        .send({ id: randomUUID(), visitId, unitId, occurredAt: '2026-06-09T14:00:00Z', kind, body })
        .expect(201);
    await write('finding', { component: 'schrader', failure: 'leak', grade: 'proven', system: 'cooling' });
    await write('work', { text: 'new cores', leakRepair: 'proven' });
    await write('work', { text: 'washed coil', tasks: ['filters and belts'] });
    await write('refrigerant', { refrigerant: 'R-410A', recoveredLb: 1.5 });
    await write('refrigerant', { refrigerant: 'R-410A', addedLb: 2.5 });
    await write('leave', { outcome: 'done' });
    const out = (await manager.get('/api/exports/calls.csv').expect(200)).text;
    expect(out).toContain('"iced, ""again"""');
    expect(out).toContain('new cores; washed coil [filters and belts] [leak repair proven]');
    expect(out).toContain('R-410A,2.5,1.5');
    expect((await bring('calls', out)).counts).toMatchObject({ created: 0, changed: 0, unchanged: 1 });

    const elsewhere = await testServer();
    const there = await elsewhere.as('manager');
    const units = (await manager.get('/api/exports/units.csv')).text;
    const send = (kind: 'units' | 'calls', content: string) =>
      importFile(
        { db: elsewhere.db, clock },
        { id: randomUUID(), kind, fileName: 'x', content },
        { mode: 'all or nothing', actor: randomUUID() },
      );
    await send('units', units);
    await send('calls', out);
    expect((await there.get('/api/exports/calls.csv')).text).toBe(out);
    expect((await there.get('/api/exports/units.csv')).text).toBe(units);
    await elsewhere.stop();
  });

  it('is not guessed at: a row that would change one of several entries is refused', async () => {
    const out = (await (await server.as('manager')).get('/api/exports/calls.csv')).text;
    const preview = await bring('calls', out.replace('new cores; washed coil', 'new cores only'), {
      mode: undefined as never,
    });
    expect(preview.problems).toEqual([
      expect.objectContaining({
        line: 2,
        column: 'action',
        reason: expect.stringContaining('several entries'),
      }),
    ]);
    const pounds = await bring('calls', out.replace('R-410A,2.5,1.5', 'R-410A,9,1.5'), {
      mode: undefined as never,
    });
    expect(pounds.problems[0]?.column).toBe('refrigerant_added_lb');
  });
});

describe('a unit with several circuits', () => {
  it('exports the sum of its charge and refuses to have it changed by one number', async () => {
    const manager = await server.as('manager');
    const [site] = await server.db.rows<{ id: string }>('select id from sites limit 1');
    const id = randomUUID();
    await manager
      .post('/api/units')
      .send({ id, siteId: site?.id, tag: 'TWO-1', kind: 'package cooling only' })
      .expect(201);
    await server.db.run(
      "insert into circuits (unit_id, number, refrigerant, charge_lb) values ($1, 1, 'R-410A', 7.1), " +
        "($1, 2, 'R-410A', 7.2)",
      [id],
    );
    const line = (await manager.get('/api/exports/units.csv')).text
      .split('\r\n')
      .find((l) => l.includes('TWO-1')) as string;
    expect(line).toContain(',R-410A,14.3,');
    expect((await bring('units', `${UNIT_COLUMNS.join(',')}\n${line}`)).counts).toMatchObject({
      unchanged: 1,
    });
    const changed = await bring('units', `${UNIT_COLUMNS.join(',')}\n${line.replace('14.3', '20')}`, {
      mode: undefined as never,
    });
    expect(changed.problems[0]).toMatchObject({
      line: 2,
      column: 'charge_lb',
      reason: expect.stringContaining('several circuits'),
    });
  });

  it('with a circuit whose charge nobody knows exports no sum at all', async () => {
    await server.db.run(
      'update circuits set charge_lb = null where number = 2 and unit_id = (select id from units ' +
        "where tag = 'TWO-1')",
    );
    const out = (await (await server.as('manager')).get('/api/exports/units.csv')).text;
    expect(out.split('\r\n').find((l) => l.includes('TWO-1'))).toContain(',R-410A,,');
  });
});

describe('an import', () => {
  it('that was sent twice under one id is stored once, and an unknown one cannot be applied', async () => {
    const manager = await server.as('manager');
    const body = {
      id: randomUUID(),
      kind: 'calls',
      fileName: 'c.csv',
      content: `${CALL_COLUMNS.join(',')}\n`,
    };
    await manager.post('/api/imports').send(body).expect(201);
    await manager.post('/api/imports').send(body).expect(201);
    await manager
      .post('/api/imports')
      .send({ ...body, fileName: 'other.csv' })
      .expect(409);
    await manager.post(`/api/imports/${randomUUID()}/preview`).send({}).expect(404);
    await manager.post(`/api/imports/${body.id}/apply`).send({ mode: 'whatever' }).expect(422);
  });
});
