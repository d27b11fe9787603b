import Dexie from 'dexie';
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { jest } from '@jest/globals';
import type { NewEntry } from '#contracts/visits';

// The phone's database opens on what is there when its module is read.
Dexie.dependencies.indexedDB = indexedDB;
Dexie.dependencies.IDBKeyRange = IDBKeyRange;
const { entryItem, phone } = await import('./db.ts');
const { flush, post, send, startOutbox, takeBack } = await import('./sender.ts');

/** What the pretended server does with each request, in order; the last behaviour goes on. */
type Behaviour = 'take' | 'no network' | { status: number; body?: unknown };
let behaviours: Behaviour[] = [];
let received: NewEntry[] = [];

globalThis.fetch = (async (_url: string, init: RequestInit) => {
  const entry = JSON.parse(String(init.body)) as NewEntry;
  const behaviour = behaviours.length > 1 ? (behaviours.shift() as Behaviour) : (behaviours[0] as Behaviour);
  if (behaviour === 'no network') throw new TypeError('fetch failed');
  if (behaviour === 'take') {
    received.push(entry);
    return new Response(JSON.stringify({ id: entry.visitId, entries: received }), { status: 201 });
  }
  return new Response(JSON.stringify(behaviour.body ?? { title: 'no' }), { status: behaviour.status });
}) as typeof fetch;

let serial = 0;
const note = (text: string, visitId = 'visit-1'): NewEntry =>
  ({
    id: `entry-${String(++serial).padStart(3, '0')}`,
    visitId,
    unitId: null,
    occurredAt: '2026-06-01T10:00:00Z',
    kind: 'note',
    body: { text },
  }) as NewEntry;

/** Puts an entry on the phone at a given moment, so that the order is certain. */
async function queue(text: string, at: number): Promise<NewEntry> {
  const entry = note(text);
  await phone.outbox.put(entryItem(entry, at));
  return entry;
}

beforeEach(async () => {
  behaviours = ['take'];
  received = [];
  await phone.outbox.clear();
  await phone.visits.clear();
});

describe('the outbox', () => {
  it('sends what waits, oldest first, and forgets it only when the server has it', async () => {
    await queue('second', 2);
    await queue('first', 1);
    await queue('third', 3);
    await flush();
    expect(received.map((e) => (e.body as { text: string }).text)).toEqual(['first', 'second', 'third']);
    expect(await phone.outbox.count()).toBe(0);
  });

  it('keeps everything when there is no network, in order, and sends it later', async () => {
    behaviours = ['no network'];
    await post(note('one'));
    await flush();
    await post(note('two'));
    await flush();
    expect(await phone.outbox.count()).toBe(2);
    behaviours = ['take'];
    await flush();
    expect(received).toHaveLength(2);
    expect(await phone.outbox.count()).toBe(0);
  });

  it.each([401, 408, 429, 500, 503])('tries again later after a %d', async (status) => {
    behaviours = [{ status }];
    await queue('wait', 1);
    await flush();
    expect((await phone.outbox.toArray()).map((item) => item.state)).toEqual(['waiting']);
  });

  it.each([404, 409, 422])(
    'keeps an entry the server refuses with %d, with why, and goes on with the next',
    async (status) => {
      behaviours = [
        { status, body: { title: 'A reading that cannot be', status, type: 'about:blank' } },
        'take',
      ];
      const bad = await queue('bad', 1);
      const good = await queue('good', 2);
      await flush();
      expect(received.map((e) => e.id)).toEqual([good.id]);
      const [left] = await phone.outbox.toArray();
      expect(left).toMatchObject({
        id: bad.id,
        state: 'refused',
        problem: { title: 'A reading that cannot be' },
      });
    },
  );

  it('does not send a refused entry again by itself, but does when asked', async () => {
    behaviours = [{ status: 422 }];
    const entry = await queue('x', 1);
    await flush();
    behaviours = ['take'];
    await flush();
    expect(received).toHaveLength(0);
    await phone.outbox.update(entry.id, { state: 'waiting' });
    await flush();
    expect(received).toHaveLength(1);
  });

  it('never lets two senders run at once: what is queued meanwhile goes out once', async () => {
    for (let i = 0; i < 10; i++) await queue(`n${i}`, i);
    await Promise.all([flush(), flush(), flush()]);
    expect(received).toHaveLength(10);
    expect(new Set(received.map((e) => e.id)).size).toBe(10);
  });

  it('stops at the first entry without a network, so that an amendment never overtakes what it amends', async () => {
    behaviours = ['take', 'no network'];
    await queue('original', 1);
    await queue('amendment', 2);
    await queue('amendment of the amendment', 3);
    await flush();
    expect(received).toHaveLength(1);
    expect(
      (await phone.outbox.orderBy('queuedAt').toArray()).map(
        (i) => ((i.body as NewEntry).body as { text: string }).text,
      ),
    ).toEqual(['amendment', 'amendment of the amendment']);
  });

  it('keeps the sheet the server answers with, for the next dead spot', async () => {
    await post(note('kept', 'visit-9'));
    await flush();
    expect((await phone.visits.get('visit-9'))?.page).toMatchObject({ id: 'visit-9' });
  });

  it('carries other things than entries: they go to their own address and leave no sheet', async () => {
    await send('/api/links', { id: 'link-1' }, 'site-1', 'fact');
    await flush();
    expect(received.map((e) => e.id)).toEqual(['link-1']);
    expect(await phone.outbox.count()).toBe(0);
    expect(await phone.visits.count()).toBe(0);
  });

  it('gives back an entry that somebody discards', async () => {
    behaviours = [{ status: 422 }];
    const entry = await queue('discard me', 1);
    await flush();
    await takeBack(entry.id);
    expect(await phone.outbox.count()).toBe(0);
  });

  it('survives an answer that is no JSON', async () => {
    const plain = globalThis.fetch;
    globalThis.fetch = (async () =>
      new Response('<html>bad gateway</html>', { status: 418 })) as typeof fetch;
    await queue('teapot', 1);
    await flush();
    globalThis.fetch = plain;
    expect((await phone.outbox.toArray())[0]).toMatchObject({
      state: 'refused',
      problem: { title: 'The server refused this entry' },
    });
  });
});

describe('a running outbox', () => {
  it('sends at once when the signal comes back, tells the screen, and stops when the application closes', async () => {
    const listeners = new Map<string, () => void>();
    globalThis.window = {
      addEventListener: (name: string, go: () => void) => listeners.set(name, go),
      removeEventListener: (name: string) => listeners.delete(name),
      setInterval: () => 1,
      clearInterval: () => {},
    } as unknown as typeof window;
    behaviours = ['no network'];
    await queue('offline', 1);
    const sent = jest.fn();
    const stop = startOutbox(sent);
    await flush();
    expect(sent).not.toHaveBeenCalled();
    behaviours = ['take'];
    listeners.get('online')?.();
    await flush();
    expect(sent).toHaveBeenCalledTimes(1);
    stop();
    expect(listeners.size).toBe(0);
  });
});
