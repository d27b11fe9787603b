import { randomUUID } from 'node:crypto';
import { UNIT_COLUMNS } from '#contracts/imports';
import { sendFile, type Agent } from '../testing/imports.ts';
import { testServer, type TestServer } from '../testing/server.ts';

let server: TestServer;
let manager: Agent;
beforeEach(async () => {
  server = await testServer();
  manager = await server.as('manager');
});
afterEach(() => server.stop());

const send = (kind: string, content: string, mode?: string) => sendFile(manager, kind, content, mode);
const back = (id: string) => manager.post(`/api/imports/${id}/back`);
const out = async () => (await manager.get('/api/exports/units.csv').expect(200)).text;
const row = (cells: Record<string, string>) => UNIT_COLUMNS.map((name) => cells[name] ?? '').join(',');
const units = (...rows: Record<string, string>[]) => [UNIT_COLUMNS.join(','), ...rows.map(row)].join('\n');
const EF = { customer: 'Kiln', site: 'Studio', unit: 'EF-1', kind: 'exhaust fan' };

describe('what a row changes', () => {
  it('is listed before it happens, an address or a position alone included', async () => {
    await send('units', units(EF), 'all or nothing');
    const more = units({
      ...EF,
      address: '1 Quay',
      lat: '41.5',
      lon: '-70.2',
      model: 'X1',
      refrigerant: 'R-22',
    });
    const { preview } = await send('units', more);
    expect(preview.counts).toMatchObject({ created: 0, changed: 1, changedSites: 1 });
    expect(preview.changes).toEqual([
      { line: 2, what: 'Studio', column: 'address', before: null, after: '1 Quay' },
      { line: 2, what: 'Studio', column: 'lat', before: null, after: '41.5' },
      { line: 2, what: 'Studio', column: 'lon', before: null, after: '-70.2' },
      { line: 2, what: 'EF-1 at Studio', column: 'model', before: null, after: 'X1' },
      { line: 2, what: 'EF-1 at Studio', column: 'refrigerant', before: null, after: 'R-22' },
    ]);
    // A change of the site alone is a change too.
    const place = units({ ...EF, lat: '41.5', lon: '-70.2' });
    expect((await send('units', place)).preview.counts).toMatchObject({ changed: 0, changedSites: 1 });
  });

  it('lines are those of the file it came from', async () => {
    const content =
      'customer,site,unit,kind,tons,line_in_file\nKiln,Studio,A,boiler,x,17\nKiln,Studio,B,boiler,,18';
    const { preview } = await send('units', content);
    expect(preview.problems).toMatchObject([{ line: 17, column: 'tons' }]);
  });
});

describe('an import is taken back as a whole', () => {
  it('what it made is gone, what it changed is as before, to the byte', async () => {
    await send(
      'units',
      units({ ...EF, model: 'OLD', refrigerant: 'R-22', charge_lb: '4' }),
      'all or nothing',
    );
    const before = await out();
    const { id } = await send(
      'units',
      units(
        { ...EF, model: 'NEW', address: '1 Quay', charge_lb: '5', refrigerant: 'R-410A' },
        { ...EF, unit: 'EF-2' },
        { customer: 'Rink', site: 'Hall', unit: 'RTU-1', kind: 'boiler', refrigerant: 'R-32' },
      ),
      'all or nothing',
    );
    expect(await out()).not.toBe(before);
    const rows = (await back(id).expect(200)).body;
    expect(rows[0]).toMatchObject({ id, created: 2, changed: 1 });
    expect(rows[0].takenBackAt).not.toBeNull();
    expect(await out()).toBe(before);
    expect((await manager.get('/api/customers').expect(200)).body.total).toBe(1);
    expect((await manager.get('/api/search').query({ q: 'Rink' })).text).not.toContain('Hall');
    // Once is enough; the same file can come again.
    await back(id).expect(200);
    const again = await send(
      'units',
      units({ customer: 'Rink', site: 'Hall', unit: 'RTU-1', kind: 'boiler' }),
      'all or nothing',
    );
    expect(again.preview.counts.created).toBe(1);
  });

  it('unless something is built on it: then it says what', async () => {
    const { id } = await send('units', units(EF), 'all or nothing');
    const [unit] = (await manager.get('/api/units').expect(200)).body.rows;
    await manager.patch(`/api/units/${unit.id}`).send({ version: 1, areaServed: 'Kiln room' }).expect(200);
    const refused = await back(id).expect(409);
    expect(JSON.parse(refused.text).detail).toBe('1 changed since, such as EF-1');
    expect(await out()).toContain('EF-1');
  });

  it('calls with what was found and done; units are as before', async () => {
    const first = await send('units', units(EF), 'all or nothing');
    const calls =
      'customer,site,unit,ref,received_at,complaint,component,failure,action,technician\n' +
      'Kiln,Studio,EF-1,77,2026-06-01T10:00,loud,blower bearing,worn,replaced it,B. Old\n' +
      'Kiln,Studio,EF-1,78,2026-07-01T10:00,loud again,blower bearing,worn,replaced it,B. Old';
    const { id, preview } = await send('calls', calls, 'all or nothing');
    expect(preview.counts.created).toBe(2);
    const sentence = async () => (await manager.get('/api/units').expect(200)).body.rows[0].sentence;
    expect(await sentence()).not.toBe('Nothing speaks against this unit.');
    // The units can only go after the calls on them.
    await back(first.id).expect(409);
    await back(id).expect(200);
    expect(await sentence()).toBe('Nothing speaks against this unit.');
    expect((await manager.get('/api/exports/calls.csv').expect(200)).text.trim().split('\n')).toHaveLength(1);
    await back(first.id).expect(200);
    expect((await out()).trim().split('\n')).toHaveLength(1);
    await expect(server.db.run('delete from entries')).rejects.toThrow(/append-only/);
  });
});

it('a recipe is kept under its name and comes back', async () => {
  const recipe = {
    kind: 'units',
    columns: { customer: { from: 'Account' }, site: { all: 'Main' } },
    dateOrder: 'day first',
    words: { kind: { rtu: 'package gas/electric' } },
    fixes: {},
    joins: {},
  };
  const body = { id: randomUUID(), name: 'Old list', headings: ['Account', 'Tag'], recipe };
  await manager.post('/api/import-recipes').send(body).expect(201);
  const changed = { ...recipe, dateOrder: 'month first' };
  await manager
    .post('/api/import-recipes')
    .send({ ...body, id: randomUUID(), name: 'old LIST', recipe: changed });
  const kept = (await manager.get('/api/import-recipes').expect(200)).body;
  expect(kept).toHaveLength(1);
  expect(kept[0]).toMatchObject({ headings: ['Account', 'Tag'], recipe: { dateOrder: 'month first' } });
  await send('units', units(EF, { ...EF, unit: 'EF-2' }), 'all or nothing');
  expect((await manager.get('/api/import-names').expect(200)).body).toEqual({
    places: { Kiln: { Studio: ['EF-1', 'EF-2'] } },
    people: expect.arrayContaining([expect.any(String)]),
    makers: [],
  });
});
