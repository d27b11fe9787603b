import Dexie from 'dexie';
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { jest } from '@jest/globals';
import type { NewEntry } from '#contracts/visits';

// The phone's database opens on what is there when its module is read.
Dexie.dependencies.indexedDB = indexedDB;
Dexie.dependencies.IDBKeyRange = IDBKeyRange;
const { entryItem, phone } = await import('./db.ts');
const { flush, post, send, sendAgain, startOutbox, takeBack } = await import('./sender.ts');
const { setWriter } = await import('../state/writer.ts');
const { moveClock } = await import('../state/clock.ts');
const { bringBack } = await import('./file.ts');
const { waitingFile } = await import('./waitingFile.ts');

const ADA = { id: 'ada', name: 'Ada' };
const BRAM = { id: 'bram', name: 'Bram' };

/** What the pretended server does with each request, in order; the last behaviour goes on. */
type Behaviour = 'take' | 'no network' | 'silence' | 'not ours' | { status: number; body?: unknown };
let behaviours: Behaviour[] = [];
let received: NewEntry[] = [];
let sentAs: string[] = [];

globalThis.fetch = (async (_url: string, init: RequestInit) => {
  const entry = JSON.parse(String(init.body)) as NewEntry;
  const behaviour = behaviours.length > 1 ? (behaviours.shift() as Behaviour) : (behaviours[0] as Behaviour);
  sentAs.push(new Headers(init.headers).get('x-gradum-person') ?? '');
  if (behaviour === 'no network') throw new TypeError('fetch failed');
  if (behaviour === 'silence') throw Object.assign(new Error('no answer'), { name: 'TimeoutError' });
  if (behaviour === 'not ours') return new Response('<html>Welcome to our guests</html>', { status: 200 });
  const headers = { 'x-gradum': '1' };
  if (behaviour === 'take') {
    received.push(entry);
    return new Response(JSON.stringify({ id: entry.visitId, entries: received }), { status: 201, headers });
  }
  return new Response(JSON.stringify(behaviour.body ?? { title: 'no' }), {
    status: behaviour.status,
    headers,
  });
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
async function queue(text: string, at: number, of = ADA, visitId?: string): Promise<NewEntry> {
  const entry = note(text, visitId);
  await phone.outbox.put(entryItem(entry, at, of));
  return entry;
}
/** As if the pause after a failure were over. */
const later = () => phone.outbox.toCollection().modify({ nextAt: 0 });
const texts = () => received.map((e) => (e.body as { text: string }).text);

beforeEach(async () => {
  behaviours = ['take'];
  received = [];
  sentAs = [];
  setWriter(ADA);
  moveClock(0);
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
    await later();
    await flush();
    expect(received).toHaveLength(2);
    expect(await phone.outbox.count()).toBe(0);
  });

  it.each([408, 429, 500, 503])('tries again later after a %d', async (status) => {
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

  it('survives an answer of ours that is no JSON', async () => {
    const plain = globalThis.fetch;
    const headers = { 'x-gradum': '1' };
    globalThis.fetch = (async () => new Response('<html>', { status: 418, headers })) as typeof fetch;
    await queue('teapot', 1);
    await flush();
    globalThis.fetch = plain;
    expect((await phone.outbox.toArray())[0]).toMatchObject({
      state: 'refused',
      problem: { title: 'The server refused this entry' },
    });
  });
});

describe('two people on one phone', () => {
  it('each one’s words go out under that name only, and wait while somebody else is signed in', async () => {
    await queue('of Bram', 1, BRAM);
    await queue('of Ada', 2, ADA);
    await flush();
    expect([texts(), sentAs]).toEqual([['of Ada'], ['ada']]);
    setWriter(BRAM);
    await flush();
    expect([texts(), sentAs]).toEqual([
      ['of Ada', 'of Bram'],
      ['ada', 'bram'],
    ]);
  });

  it('an ended session, or one of somebody else, is told and takes nothing away', async () => {
    const signedOut = jest.fn();
    globalThis.window = {
      addEventListener: () => {},
      removeEventListener: () => {},
      setInterval: () => 1,
      clearInterval: () => {},
    } as unknown as typeof window;
    behaviours = [{ status: 401 }];
    const entry = await queue('x', 1);
    const stop = startOutbox(() => {}, signedOut);
    await flush();
    stop();
    expect(signedOut).toHaveBeenCalled();
    expect(await phone.outbox.get(entry.id)).toMatchObject({ state: 'waiting', tries: 0 });
  });
});

describe('networks that go wrong', () => {
  it('a hotel’s sign-in page, or a proxy’s refusal, refuses nothing', async () => {
    behaviours = ['not ours'];
    const entry = await queue('in the lobby', 1);
    await flush();
    const plain = globalThis.fetch;
    globalThis.fetch = (async () => new Response('blocked', { status: 403 })) as typeof fetch;
    await later();
    await flush();
    globalThis.fetch = plain;
    expect(await phone.outbox.get(entry.id)).toMatchObject({ state: 'waiting' });
    behaviours = ['take'];
    await later();
    await flush();
    expect(texts()).toEqual(['in the lobby']);
  });

  it('what gets no answer is tried again after pauses that grow, and holds up its own visit only', async () => {
    behaviours = ['silence', 'take'];
    const slow = await queue('slow', 1, ADA, 'visit-1');
    await queue('after it', 2, ADA, 'visit-1');
    await queue('elsewhere', 3, ADA, 'visit-2');
    const began = Date.now();
    await flush();
    expect(texts()).toEqual(['elsewhere']);
    const first = (await phone.outbox.get(slow.id))?.nextAt as number;
    expect(first).toBeGreaterThan(began + 2000);
    behaviours = ['silence'];
    await later();
    await flush();
    expect((await phone.outbox.get(slow.id))?.nextAt).toBeGreaterThan(first);
    behaviours = ['take'];
    await later();
    await flush();
    expect(texts()).toEqual(['elsewhere', 'slow', 'after it']);
  });

  it('what the server fails on each time is set aside with its words, and the rest goes on', async () => {
    const bad = await queue('breaks the server', 1);
    await queue('fine', 2);
    for (let i = 0; i < 8; i++) {
      behaviours = [{ status: 500, body: { title: 'Something went wrong', status: 500 } }];
      await later();
      await flush();
    }
    behaviours = ['take'];
    await later();
    await flush();
    expect(texts()).toEqual(['fine']);
    expect(await phone.outbox.get(bad.id)).toMatchObject({
      state: 'aside',
      body: { body: { text: 'breaks the server' } },
      problem: { title: 'Something went wrong' },
    });
    await sendAgain(bad.id);
    expect(texts()).toEqual(['fine', 'breaks the server']);
  });
});

describe('a clock that is wrong', () => {
  it('is corrected in what was written before it was noticed, once, and never after it was sent', async () => {
    // Written by a clock four hours fast, which nobody knew.
    const entry = await queue('early', 1);
    moveClock(-4 * 3600_000);
    behaviours = ['silence'];
    await flush();
    const sent = ((await phone.outbox.get(entry.id))?.body as NewEntry).occurredAt;
    expect(sent).toBe('2026-06-01T06:00:00.000Z');
    // Found to be another hour off: the server may have it already, so it stays as it was sent.
    moveClock(-5 * 3600_000);
    behaviours = ['take'];
    await later();
    await flush();
    expect(received[0]?.occurredAt).toBe(sent);
  });

  it('that is right, or wrong by seconds, changes nothing', async () => {
    moveClock(3000);
    await queue('now', 1);
    await flush();
    expect(received[0]?.occurredAt).toBe('2026-06-01T10:00:00Z');
  });
});

describe('what waits, as a file', () => {
  it('comes back on another phone under the same names, and is sent once', async () => {
    await queue('one', 1, ADA);
    await queue('two', 2, BRAM);
    const text = waitingFile(await phone.outbox.orderBy('queuedAt').toArray());
    await phone.outbox.clear();
    expect(await bringBack(text)).toBe(2);
    await flush();
    expect(texts()).toEqual(['one']);
    expect((await phone.outbox.toArray()).map((item) => item.ownerName)).toEqual(['Bram']);
  });

  it.each(['', '{}', '[]', '{"format":"gradum waiting 1","items":[{"path":"http://evil"}]}'])(
    'refuses %p',
    async (text) => {
      await expect(bringBack(text)).rejects.toThrow(/no file of what waits/);
      expect(await phone.outbox.count()).toBe(0);
    },
  );
});

describe('a running outbox', () => {
  it(
    'sends at once when the signal comes back, tells the screen, and stops when the application ' + 'closes',
    async () => {
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
      const stop = startOutbox(sent, () => {});
      await flush();
      expect(sent).not.toHaveBeenCalled();
      behaviours = ['take'];
      listeners.get('online')?.();
      await new Promise((go) => setTimeout(go, 50));
      await flush();
      expect(sent).toHaveBeenCalledTimes(1);
      stop();
      expect(listeners.size).toBe(0);
    },
  );
});
