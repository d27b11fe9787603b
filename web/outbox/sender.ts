import type { NewEntry, VisitPage } from '#contracts/visits';
import type { ProblemDetails } from '#contracts/problem';
import { phone } from './db.ts';

const RETRY_MS = 8000;
/** Answers after which the same entry may well be taken later. */
const TRY_LATER = new Set([401, 408, 425, 429, 500, 502, 503, 504]);

let sending: Promise<void> | undefined;
let onSent: (page: VisitPage) => void = () => {};

/** Puts an entry in the outbox, on disk, before anything else; sending comes after. */
export async function post(entry: NewEntry): Promise<void> {
  await phone.outbox.put({ id: entry.id, visitId: entry.visitId, entry, queuedAt: Date.now(), state: 'waiting' });
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
      response = await fetch(`/api/visits/${next.visitId}/entries`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(next.entry),
      });
    } catch {
      return;
    }
    if (response.ok) {
      const page = (await response.json()) as VisitPage;
      await phone.transaction('rw', phone.outbox, phone.visits, async () => {
        await phone.outbox.delete(next.id);
        await phone.visits.put({ id: page.id, page, seenAt: Date.now() });
      });
      onSent(page);
    } else if (TRY_LATER.has(response.status)) {
      return;
    } else {
      const problem = (await response
        .json()
        .catch(() => ({ title: 'The server refused this entry', status: response.status, type: 'about:blank' }))) as ProblemDetails;
      await phone.outbox.update(next.id, { state: 'refused', problem });
    }
  }
}

/** Keeps trying while the application is open, and at once when the signal comes back. */
export function startOutbox(sent: (page: VisitPage) => void): () => void {
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
