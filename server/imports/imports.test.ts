import { CALL_COLUMNS, UNIT_COLUMNS } from '#contracts/imports';
import type { SystemView } from '#contracts/system';
import { sendFile as send, type Agent } from '../testing/imports.ts';
import { testServer, type TestServer } from '../testing/server.ts';
import { putTogether, takeApart } from './rows.ts';

let server: TestServer;
let manager: Agent;
beforeEach(async () => {
  server = await testServer();
  manager = await server.as('manager');
});
afterEach(() => server.stop());

const text = async (agent: Agent, address: string) => (await agent.get(address).expect(200)).text;
const units = (...rows: string[]) => [UNIT_COLUMNS.join(','), ...rows].join('\n');
const calls = (...rows: string[]) => [CALL_COLUMNS.join(','), ...rows].join('\n');
const TWO = units(
  'Kiln & Co,Studio,S1,"1 Quay, west",41.5,-70.25,HP-1,package heat ' +
    'pump,Norvane,NV-5,0012,2014-02-01,2014-06-30,5,R-410A,9.5,208,3,"throwing room, kilns",in service',
  'Kiln & Co,Studio,S1,"1 Quay, west",41.5,-70.25,HP-2,package heat ' +
    'pump,Norvane,NV-5,,,,7.5,r22,12,208,3,,standby',
);

describe('units', () => {
  it('come in, go out, and come in again byte for byte in an empty company', async () => {
    expect((await send(manager, 'units', TWO, 'all or nothing')).preview.counts).toEqual({
      rows: 2,
      created: 2,
      changed: 0,
      unchanged: 0,
      newCustomers: 1,
      newSites: 1,
      changedSites: 0,
    });
    const out = await text(manager, '/api/exports/units.csv');
    expect(out).toContain('"throwing room, kilns"');
    expect(out).toContain(',R-22,12,');
    const empty = await testServer();
    const other = await empty.as('manager');
    await send(other, 'units', out, 'all or nothing');
    expect(await text(other, '/api/exports/units.csv')).toBe(out);
    await empty.stop();
  });

  it('a plate for 208 and 230 V stays one for both, out and in again, and says so when it changes', async () => {
    const row = (volts: string) => units(`Kiln & Co,Studio,,,,,HP-1,package heat pump,,,,,,5,,,${volts},3,,`);
    await send(manager, 'units', row('208'), 'all or nothing');
    const { preview } = await send(manager, 'units', row('208/230'));
    expect(preview.counts).toMatchObject({ changed: 1 });
    expect(preview.changes).toEqual([
      expect.objectContaining({ column: 'voltage', before: '208', after: '208/230' }),
    ]);
    await send(manager, 'units', row('208/230'), 'all or nothing');
    const [unit] = (await manager.get('/api/units').expect(200)).body.rows as { id: string }[];
    const kept = (await manager.get(`/api/units/${unit?.id}`).expect(200)).body as {
      voltage: number;
      details: { electrical?: { dual?: boolean } };
    };
    expect([kept.voltage, kept.details.electrical?.dual]).toEqual([208, true]);
    const out = await text(manager, '/api/exports/units.csv');
    expect(out).toContain(',208/230,3,');
    expect((await send(manager, 'units', out, 'all or nothing')).preview.counts).toMatchObject({
      unchanged: 1,
    });
    // A new one comes in as both, and a plain number takes it back to one.
    const two = units('Kiln & Co,Studio,,,,,HP-2,package heat pump,,,,,,5,,,208/230,1,,');
    await send(manager, 'units', two, 'all or nothing');
    await send(manager, 'units', row('208'), 'all or nothing');
    const after = await text(manager, '/api/exports/units.csv');
    expect(after).toMatch(/HP-1.*,208,3,/);
    expect(after).toMatch(/HP-2.*,208\/230,1,/);
  });

  it('update and never double when imported again; an empty cell leaves what is known', async () => {
    await send(manager, 'units', TWO, 'all or nothing');
    expect((await send(manager, 'units', TWO, 'all or nothing')).preview.counts).toMatchObject({
      created: 0,
      changed: 0,
      unchanged: 2,
    });
    const changed = units('Kiln & Co,Studio,,,,,HP-1,package heat pump,,,,,,6,,,,,,');
    expect((await send(manager, 'units', changed, 'all or nothing')).preview.counts).toMatchObject({
      created: 0,
      changed: 1,
    });
    const out = await text(manager, '/api/exports/units.csv');
    expect(out).toContain('HP-1,package heat pump,Norvane,NV-5,0012,2014-02-01,2014-06-30,6,R-410A,9.5');
  });

  it('report every bad row by line, column and reason; the preview changes nothing', async () => {
    const bad = units(
      'A,B,,,91,-70,U1,package heat pump,,,,,,,,,,,,',
      'A,B,,,41,-70,U2,toaster,,,,2014-02-30,,x,,,,,,',
      'A,B,,,41,-70,U3,boiler,,,,,,,,,,,,',
      'A,B,,,42,-70,U4,boiler,,,,,,,,,,,,',
      'A,B,,,41,-70,U3,boiler,,,,,,,,,,,,',
      'A,B,,,41,-70,U5',
    );
    const { preview } = await send(manager, 'units', bad);
    expect(preview.problems.map((p) => [p.line, p.column])).toEqual([
      [2, 'lat'],
      [3, 'kind'],
      [3, 'built_on'],
      [3, 'tons'],
      [5, 'lat'],
      [6, 'unit'],
      [7, ''],
    ]);
    expect(preview).toMatchObject({ badRows: 5, counts: { rows: 6, created: 1 } });
    expect(await text(manager, '/api/exports/units.csv')).toBe(`${UNIT_COLUMNS.join(',')}\r\n`);
    expect((await send(manager, 'units', bad, 'all or nothing')).refused).toMatch(/nothing was imported/);
    expect((await send(manager, 'units', bad, 'skip bad rows')).preview.counts.created).toBe(1);
  });

  it('refuse a file with unknown or missing columns, on its first line', async () => {
    const { preview } = await send(manager, 'units', 'customer,site,unit,colour\na,b,c,red');
    expect(preview.problems).toEqual([
      expect.objectContaining({
        line: 1,
        column: 'colour',
        reason: expect.stringContaining('is not a column'),
      }),
      expect.objectContaining({ line: 1, column: 'kind', reason: 'this column is missing' }),
    ]);
  });

  it('count lines inside quoted cells', async () => {
    const { preview } = await send(
      manager,
      'units',
      units('A,B,,"two\nlines",,,U1,boiler,,,,,,,,,,,,', 'A,B,,"two\nlines",,,U2,oven,,,,,,,,,,,,'),
    );
    expect(preview.problems).toMatchObject([{ line: 4, column: 'kind' }]);
  });
});

describe('calls', () => {
  const PAST = calls(
    'Kiln & Co,Studio,HP-1,K-1,2025-04-20T08:15,cold studio,cooling,refrigerant circuit,leak,topped ' +
      'up,2025-04-21T16:00:00-04:00,Ada Quill,R-410A,2.5,,180.5,call',
    'Kiln & Co,Studio,HP-1,,2026-04-25T09:00,cold again,cooling,widget,leak,topped ' +
      'up,2026-04-25T15:30,Ada Quill,R-410A,3,,,call',
    'Kiln & Co,Studio,HP-1,K-3,2026-05-02T09:00,start-up,,,,washed coil [cooling ' +
      'start-up],2026-05-02T10:00,,,,,,maintenance',
    'Kiln & Co,Studio,,K-4,2026-05-03T09:00,noise on the roof,,,,,,,,,,,',
  );

  beforeEach(async () => void (await send(manager, 'units', TWO, 'all or nothing')));

  it('become calls, sheets and refrigerant, and the unit is judged by them', async () => {
    server.setNow('2026-06-01T12:00:00Z');
    const { preview } = await send(manager, 'calls', PAST, 'all or nothing');
    expect(preview.counts).toMatchObject({ created: 4, changed: 0 });
    expect(preview.unmappedWords).toEqual([{ word: 'widget', uses: 1 }]);
    const { body: found } = await manager.get('/api/search?q=hp-1');
    const { body: unit } = await manager.get(`/api/units/${found[0].id}`).expect(200);
    expect(unit.verdict.flags.map((f: { kind: string }) => f.kind)).toContain('leaker');
    const [pounds] = await server.db.rows<{ lb: number }>(
      "select sum(pounds) as lb from refrigerant_movements where to_place = 'circuit 1'",
    );
    expect(pounds?.lb).toBe(5.5);
    expect(unit.calls.find((c: { ref: string }) => c.ref === 'K-1')).toMatchObject({
      receivedAt: '2025-04-20T12:15:00.000Z',
      completedAt: '2025-04-21T20:00:00.000Z',
    });
  });

  it('go out and come in again byte for byte in an empty company', async () => {
    await send(manager, 'calls', PAST, 'all or nothing');
    const [unitsOut, callsOut] = [
      await text(manager, '/api/exports/units.csv'),
      await text(manager, '/api/exports/calls.csv'),
    ];
    expect(callsOut).toContain('washed coil [cooling start-up]');
    const empty = await testServer();
    const other = await empty.as('manager');
    await send(other, 'units', unitsOut, 'all or nothing');
    await send(other, 'calls', callsOut, 'all or nothing');
    expect(await text(other, '/api/exports/calls.csv')).toBe(callsOut);
    expect((await send(other, 'calls', callsOut, 'all or nothing')).preview.counts).toMatchObject({
      created: 0,
      changed: 0,
      unchanged: 4,
    });
    await empty.stop();
  });

  it('imported again with a correction amend the sheet instead of doubling it', async () => {
    await send(manager, 'calls', PAST, 'all or nothing');
    const corrected = PAST.replace('R-410A,2.5,', 'R-410A,4,').replace(',widget,', ',schrader,');
    expect((await send(manager, 'calls', corrected, 'all or nothing')).preview.counts).toMatchObject({
      created: 0,
      changed: 2,
      unchanged: 2,
    });
    const [pounds] = await server.db.rows<{ lb: number }>(
      "select sum(pounds) as lb from refrigerant_movements where to_place = 'circuit 1'",
    );
    expect(pounds?.lb).toBe(7);
    const [kept] = await server.db.rows<{ n: number }>(
      "select count(*)::int as n from entries where kind = 'refrigerant'",
    );
    expect(kept?.n).toBe(3);
    expect((await send(manager, 'calls', corrected, 'all or nothing')).preview.counts).toMatchObject({
      changed: 0,
      unchanged: 4,
    });
  });

  it('refuse times that clocks skipped or repeated, unknown places, and an end before the beginning', async () => {
    const { preview } = await send(
      manager,
      'calls',
      calls(
        'Kiln & Co,Studio,HP-1,A,2026-03-08T02:30,x,,,,,,,,,,,call',
        'Kiln & Co,Studio,HP-1,B,2026-11-01T01:30,x,,,,,,,,,,,call',
        'Kiln & Co,Attic,HP-1,C,2026-03-09T02:30,x,,,,,,,,,,,call',
        'Kiln & Co,Studio,HP-9,D,2026-03-09T02:30,x,,,,,,,,,,,call',
        'Kiln & Co,Studio,HP-1,E,2026-03-09T02:30,x,,,,,2026-03-08T12:00,,,,,,call',
        'Kiln & Co,Studio,HP-1,F,2026-03-09T02:30,x,,,,,,,,,,12.345,call',
      ),
    );
    expect(preview.problems.map((p) => [p.line, p.column, p.reason.slice(0, 40)])).toEqual([
      [2, 'received_at', expect.stringContaining('does not exist')],
      [3, 'received_at', expect.stringContaining('exists twice')],
      [4, 'site', expect.stringContaining('customer "Kiln & Co"')],
      [5, 'unit', expect.stringContaining('no unit of this name')],
      [6, 'completed_at', expect.stringContaining('before the call')],
      [7, 'cost', expect.stringContaining('not an amount')],
    ]);
  });
});

describe('progress and cancel', () => {
  it('reports progress in rising steps over many rows', async () => {
    const many = units(
      ...Array.from({ length: 5000 }, (_, i) => `C${i % 50},S${i % 200},,,,,U${i},exhaust fan,,,,,,,,,,,,`),
    );
    const { lines } = await send(manager, 'units', many, 'all or nothing');
    const done = lines
      .filter((l): l is { kind: string; done: number } => l.kind === 'progress')
      .map((l) => l.done);
    expect(done.length).toBeGreaterThan(4);
    expect([...done].sort((a, b) => a - b)).toEqual(done);
  });

  it('is seen by a manager among the long work while it runs, and among what was taken in afterwards', async () => {
    const many = units(
      ...Array.from({ length: 5000 }, (_, i) => `C${i % 50},S${i % 200},,,,,U${i},exhaust fan,,,,,,,,,,,,`),
    );
    const system = async (): Promise<SystemView> => (await manager.get('/api/system').expect(200)).body;
    expect((await system()).jobs).toEqual([]);
    let over = false;
    const done = send(manager, 'units', many, 'all or nothing').finally(() => (over = true));
    const seen: SystemView['jobs'][number][] = [];
    while (!over) seen.push(...(await system()).jobs);
    await done;
    expect(seen.length).toBeGreaterThan(0);
    for (const job of seen) {
      expect(job).toMatchObject({ name: 'importing x.csv', by: 'Test manager' });
      expect(job.share).toBeGreaterThanOrEqual(0);
      expect(job.share).toBeLessThanOrEqual(1);
    }
    const after = await system();
    expect(after.jobs).toEqual([]);
    expect(after.imports).toEqual([
      { fileName: 'x.csv', kind: 'units', by: 'Test manager', at: expect.any(String) },
    ]);
    await (await server.as('technician')).get('/api/system').expect(403);
  });
});

describe('an action with marks', () => {
  it('comes apart and goes together again', () => {
    expect(
      takeApart('Washed coil [Filters and belts] [leak repair proven] [sic]', new Set(['filters and belts'])),
    ).toEqual({ text: 'Washed coil [sic]', tasks: ['filters and belts'], leakRepair: 'proven' });
    expect(putTogether('Washed coil', ['filters and belts'], 'proven')).toBe(
      'Washed coil [filters and belts] [leak repair proven]',
    );
    expect(putTogether('', [], null)).toBe('');
  });
});
