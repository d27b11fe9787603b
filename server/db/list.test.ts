import { randomUUID } from 'node:crypto';
import { SETTABLE } from '#contracts/roles';
import { chosen, isOneOf } from './list.sql.ts';
import { oneUnit, testServer, type TestServer } from '../testing/server.ts';

let server: TestServer;
beforeEach(async () => {
  server = await testServer();
});
afterEach(() => server.stop());

describe('lists narrowed by what they show', () => {
  it('only what was asked for is listed and counted, and more than one filter at a time', async () => {
    const { siteId, customerId } = await oneUnit(server, { model: 'NV-60', installedOn: '2020-05-01' });
    const agent = await server.as('manager');
    const unit = { id: randomUUID(), siteId, tag: 'B-1', kind: 'boiler', status: 'standby' };
    await agent.post('/api/units').send(unit).expect(201);
    const [empty, unplaced] = [randomUUID(), randomUUID()];
    await agent.post('/api/customers').send({ id: empty, name: 'Salt Lane Baths' }).expect(201);
    await agent.post('/api/sites').send({ id: unplaced, customerId: empty, name: 'Baths' }).expect(201);
    const tags = async (list: string, query: string) => {
      const { body } = await agent.get(`/api/${list}?${query}`).expect(200);
      expect(body.total).toBe(body.rows.length);
      return body.rows.map((row: { id: string; tag?: string }) => row.tag ?? row.id);
    };
    expect(await tags('units', 'kind=boiler')).toEqual(['B-1']);
    expect(await tags('units', 'status=in%20service')).toEqual(['RTU-1']);
    expect(await tags('units', 'plate=not%20known')).toEqual(['B-1']);
    expect(await tags('units', 'kind=boiler&status=in%20service')).toEqual([]);
    expect(await tags('units', 'standing=nothing%20open&q=rink&sort=tag')).toEqual(['B-1', 'RTU-1']);
    expect(await tags('units', 'standing=to%20decide')).toEqual([]);
    expect(await tags('sites', 'placed=no')).toEqual([unplaced]);
    expect(await tags('sites', 'placed=yes&hours=not%20known&watched=no')).toEqual([siteId]);
    expect(await tags('customers', 'has=no%20units')).toEqual([empty]);
    expect(await tags('customers', 'has=units')).toEqual([customerId]);
  });

  it('calls by priority and state', async () => {
    const { siteId } = await oneUnit(server);
    const agent = await server.as('dispatcher');
    for (const priority of ['today', 'this week'])
      await agent
        .post('/api/calls')
        .send({
          id: randomUUID(),
          siteId,
          unitId: null,
          receivedAt: '2026-06-02T12:00:00Z',
          complaint: 'warm',
          system: 'cooling',
          priority,
        })
        .expect(201);
    const total = async (query: string) => (await agent.get(`/api/calls?${query}`).expect(200)).body.total;
    expect(await total('priority=today')).toBe(1);
    expect(await total('state=taken')).toBe(2);
    expect(await total('state=planned&priority=today')).toBe(0);
  });

  it.each([
    ['/api/units?kind=chiller', 'kind'],
    ["/api/sites?placed=no'--", 'placed'],
    ['/api/calls?priority=at%20once%3B', 'priority'],
  ])('refuses a value that is none: %s', async (path, field) => {
    const agent = await server.as('dispatcher');
    const { body } = await agent.get(path).expect(422);
    expect(body.errors[0].path).toBe(field);
  });

  it('puts nothing into SQL but what stands in its table', () => {
    const clauses = { role: isOneOf('x.role', [...SETTABLE]) };
    expect(chosen(clauses, {})).toBe('true');
    expect(chosen(clauses, { role: 'read every key' })).toBe("(x.role = 'read every key')");
    expect(isOneOf('c', ["it's"])).toEqual({ "it's": "c = 'it''s'" });
  });
});
