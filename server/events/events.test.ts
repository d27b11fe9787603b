import { randomUUID } from 'node:crypto';
import type http from 'node:http';
import type { AddressInfo } from 'node:net';
import pg from 'pg';
import { PASSWORD, testServer, type TestServer } from '../testing/server.ts';

let server: TestServer;
let listening: http.Server;
let address: string;
let cookie: string;

beforeAll(async () => {
  server = await testServer();
  await new Promise<void>((ready) => {
    listening = server.app.listen(0, '127.0.0.1', () => ready());
  });
  address = `http://127.0.0.1:${(listening.address() as AddressInfo).port}`;
  const answer = await post('/api/session', { login: 'manager', password: PASSWORD });
  cookie = answer.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
});
afterAll(async () => {
  listening.closeAllConnections();
  listening.close();
  await server.stop();
});

const post = (path: string, body: unknown) =>
  fetch(`${address}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...(cookie ? { cookie } : {}) },
    body: JSON.stringify(body),
  });

/** Reads a stream until `count` changes have come. */
async function changes(
  count: number,
  start: () => Promise<unknown>,
  lastEventId?: string,
): Promise<{ id: string; event: string; data: { entity: string } }[]> {
  const stop = new AbortController();
  const response = await fetch(`${address}/api/events`, {
    headers: { cookie, ...(lastEventId ? { 'last-event-id': lastEventId } : {}) },
    signal: stop.signal,
  });
  const reader = (response.body as ReadableStream<Uint8Array>).getReader();
  const decoder = new TextDecoder();
  await start();
  let text = '';
  const seen = () =>
    [...text.matchAll(/id: (\d+)\nevent: (change|gap)\ndata: (.*)\n/g)].map(([, id, event, data]) => ({
      id: id as string,
      event: event as string,
      data: JSON.parse(data as string),
    }));
  while (seen().length < count) {
    const { done, value } = await reader.read();
    if (done) throw new Error(`the stream ended after ${text}`);
    text += decoder.decode(value, { stream: true });
  }
  stop.abort();
  return seen();
}

const newCustomer = (name: string) => post('/api/customers', { id: randomUUID(), name });

describe('news of what others change', () => {
  it('arrives once for each change, without asking', async () => {
    const seen = await changes(2, async () => {
      await newCustomer('Copper Lane Garden Centre');
      await newCustomer('Foundry Street Print');
    });
    expect(seen.map((s) => s.data.entity)).toEqual(['customer', 'customer']);
    expect(new Set(seen.map((s) => s.id)).size).toBe(2);
  });

  it('names the record and the site it is at, so that other pages are left alone', async () => {
    const { id: customerId } = await server.db.models.Customer.create({ name: 'Saltgrass Records' });
    const siteId = randomUUID();
    const unit = { id: randomUUID(), siteId, tag: 'RTU-1', kind: 'package gas/electric' };
    const seen = await changes(2, async () => {
      const site = { id: siteId, customerId, name: 'Annex', timeZone: 'EST5EDT' };
      expect((await post('/api/sites', site)).status).toBe(201);
      expect((await post('/api/units', unit)).status).toBe(201);
    });
    expect(seen.map((s) => s.data)).toEqual([
      { entity: 'site', id: siteId, siteId },
      { entity: 'unit', id: unit.id, siteId },
    ]);
  });

  it('catches up by the last event seen after a broken connection', async () => {
    const [first] = await changes(1, () => newCustomer('Before the break'));
    await newCustomer('While away');
    const missed = await changes(1, async () => undefined, first?.id);
    expect(Number(missed[0]?.id)).toBeGreaterThan(Number(first?.id));
  });

  it('more than can be told line by line is told as a gap, now and after a broken connection', async () => {
    const many = () =>
      server.db.run(
        `insert into log (actor_kind, action, entity) select 'system', 'x', 'unit' from ` +
          `generate_series(1, 300)`,
      );
    const [before] = await changes(1, () => newCustomer('Before the flood'));
    const [told] = await changes(1, many);
    expect(told?.event).toBe('gap');
    const [after] = await changes(1, () => newCustomer('After the flood'));
    expect([after?.event, after?.data.entity]).toEqual(['change', 'customer']);
    const [missed] = await changes(1, async () => undefined, before?.id);
    expect(missed?.event).toBe('gap');
  });

  it('a line that took its number early and was committed late is told all the same', async () => {
    const late = new pg.Client({ connectionString: server.url });
    await late.connect();
    await late.query('begin');
    await late.query("insert into log (actor_kind, action, entity) values ('system', 'x', 'late')");
    for (let i = 0; i < 3; i++)
      await server.db.run(
        `insert into log (actor_kind, action, entity) select 'system', 'x', 'unit' from ` +
          `generate_series(1, 100)`,
      );
    await new Promise((go) => setTimeout(go, 300));
    const [told] = await changes(1, () => late.query('commit'));
    await late.end();
    expect(told).toMatchObject({ event: 'change', data: { entity: 'late' } });
  });

  it('is for people who are signed in', async () => {
    expect((await fetch(`${address}/api/events`)).status).toBe(401);
  });
});
