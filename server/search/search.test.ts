import { prefixQuery } from './queries.ts';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';

describe('what is typed as a query', () => {
  it.each([
    ['RTU-1 press', 'rtu:* & 1:* & press:*'],
    ['  Größe  ', 'größe:*'],
    ["o'neill & sons", 'o:* & neill:* & sons:*'],
    ['a b c d e f g h i j', 'a:* & b:* & c:* & d:* & e:* & f:* & g:* & h:*'],
  ])('%s', (typed, query) => {
    expect(prefixQuery(typed)).toBe(query);
  });

  it('signs alone are none', () => {
    for (const typed of ['', '   ', '&|!()', ':*', '---', '“”']) expect(prefixQuery(typed)).toBeUndefined();
  });
});

describe('the find box', () => {
  let server: TestServer;
  let unitId: string;
  const find = async (q: string) =>
    (await (await server.as('technician')).get('/api/search').query({ q }).expect(200)).body as {
      kind: string;
      id: string;
      why?: unknown[];
    }[];

  beforeAll(async () => {
    server = await testServer();
    ({ unitId } = await oneUnit(server, {
      areaServed: 'Archive upstairs',
      serial: 'NV-4471-K',
      manufacturer: 'Norvane',
      model: 'NVG-090',
    }));
  });
  afterAll(() => server.stop());

  it('finds a unit by tag, area, serial with or without its dashes, maker and model', async () => {
    for (const q of ['rtu-1', 'archive', 'NV-4471-K', 'nv4471k', 'norvane', 'NVG-09'])
      expect([q, (await find(q)).some((f) => f.kind === 'unit' && f.id === unitId)]).toEqual([q, true]);
  });

  it('a complaint finds the unit likely meant, with reasons', async () => {
    const [first] = await find('archive upstairs is muggy');
    expect(first).toMatchObject({ kind: 'unit', id: unitId });
    expect(first?.why?.length).toBeGreaterThan(0);
  });

  it('words of another house find nothing, and a sign of the query language is only a sign', async () => {
    expect(await find('walrus')).toEqual([]);
    for (const q of ["'; drop table units; --", '%', '_', '\\', 'archive & !rtu', '(('])
      expect(Array.isArray(await find(q))).toBe(true);
    expect((await find('archive')).length).toBeGreaterThan(0);
  });
});
