import type { NewEntry, VisitPage } from '#contracts/visits';
import type { ProblemDetails } from '#contracts/problem';
import { entryItem, phone } from './db.ts';

const RETRY_MS = 8000;
/** Answers after which the same entry may well be taken later. */
const TRY_LATER = new Set([401, 408, 425, 429, 500, 502, 503, 504]);

let sending: Promise<void> | undefined;
let onSent: () => void = () => {};

/** Puts an entry in the outbox, on disk, before anything else; sending comes after. */
export async function post(entry: NewEntry): Promise<void> {
  await phone.outbox.put(entryItem(entry, Date.now()));
  void flush();
}

/** Queues anything else that is created under an id of its own: a photograph, a note, a fact about a site. */
export async function send<Body extends { readonly id: string }>(
  path: string,
  body: Body,
  about: string,
  what: string,
): Promise<void> {
  await phone.outbox.put({
    id: body.id,
    about,
    path,
    body: { ...body },
    what,
    queuedAt: Date.now(),
    state: 'waiting',
  });
  void flush();
}

/** Takes a refused entry out again, for the form to be filled in anew. */
export async function takeBack(id: string): Promise<void> {
  await phone.outbox.delete(id);
}

/** Sends what waits, oldest first, one after the other: an amendment must not overtake what it amends. */
export function flush(): Promise<void> {
  sending ??= sendAll().finally(() => {
    sending = undefined;
  });
  return sending;
}

async function sendAll(): Promise<void> {
  for (;;) {
    const next = (await phone.outbox.orderBy('queuedAt').toArray()).find((item) => item.state === 'waiting');
    if (!next) return;
    let response: Response;
    try {
      response = await fetch(next.path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(next.body),
      });
    } catch {
      return;
    }
    if (response.ok) {
      const answer: unknown = await response.json();
      await phone.transaction('rw', phone.outbox, phone.visits, async () => {
        await phone.outbox.delete(next.id);
        if (next.path.endsWith('/entries'))
          await phone.visits.put({ id: next.about, page: answer as VisitPage, seenAt: Date.now() });
      });
      onSent();
    } else if (TRY_LATER.has(response.status)) {
      return;
    } else {
      const problem = (await response
        .json()
        .catch(() => ({
          title: 'The server refused this entry',
          status: response.status,
          type: 'about:blank',
        }))) as ProblemDetails;
      await phone.outbox.update(next.id, { state: 'refused', problem });
    }
  }
}

/** Keeps trying while the application is open, and at once when the signal comes back. */
export function startOutbox(sent: () => void): () => void {
  onSent = sent;
  const go = () => void flush();
  window.addEventListener('online', go);
  const timer = window.setInterval(go, RETRY_MS);
  go();
  return () => {
    window.removeEventListener('online', go);
    window.clearInterval(timer);
  };
}
