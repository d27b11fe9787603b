import type { NewEntry, VisitPage } from '#contracts/visits';
import type { ProblemDetails } from '#contracts/problem';
import { clockShift } from '../state/clock.ts';
import { isOurs } from '../api/ours.ts';
import { entryItem, phone, type OutboxItem } from './db.ts';
import { writer } from '../state/writer.ts';

const LOOK_MS = 4000;
/** A request without an answer for so long is given up and tried again; a picture takes longer than words. */
const PATIENCE_MS = 20_000;
const PATIENCE_PER_MB_MS = 30_000;
const FIRST_PAUSE_MS = 4000;
const LONGEST_PAUSE_MS = 5 * 60_000;
/** What failed so often is set aside, so that the rest goes on. */
const MOST_TRIES = 8;
/** Answers after which the same thing may well be taken later. */
const TRY_LATER = new Set([408, 425, 429, 500, 502, 503, 504]);
/** Times of the same moment on two clocks differ by less. */
const SAME_CLOCK_MS = 60_000;

let sending: Promise<void> | undefined;
let onSent: () => void = () => {};
let onSignedOut: () => void = () => {};

const pauseAfter = (tries: number): number => Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** (tries - 1));

/** Puts an entry in the outbox, on disk, before anything else; sending comes after. */
export async function post(entry: NewEntry): Promise<void> {
  await keep(entryItem(entry, Date.now(), writer(), clockShift()));
}

/** Queues anything else that is created under an id of its own: a photograph, a note, a fact about a site. */
export async function send<Body extends { readonly id: string }>(
  path: string,
  body: Body,
  about: string,
  what: string,
): Promise<void> {
  const { id: owner, name: ownerName } = writer();
  await keep({
    id: body.id,
    owner,
    ownerName,
    about,
    path,
    body: { ...body },
    what,
    queuedAt: Date.now(),
    state: 'waiting',
    tries: 0,
    nextAt: 0,
    shiftMs: clockShift(),
  });
}

async function keep(item: OutboxItem): Promise<void> {
  await phone.outbox.put(item);
  // Asked once there is something to lose: the browser may otherwise clear it when the disk is short.
  void globalThis.navigator?.storage?.persist?.();
  void flush();
}

/** Takes a refused entry out again, for the form to be filled in anew. */
export async function takeBack(id: string): Promise<void> {
  await phone.outbox.delete(id);
}

/** Sends something again that was refused or set aside. */
export async function sendAgain(id: string): Promise<void> {
  await phone.outbox.update(id, { state: 'waiting', tries: 0, nextAt: 0 });
  await flush();
}

/**
 * Sends what waits, in the order in which it was written for each visit, unit or site: an amendment must not
 * overtake what it amends. Only what the person who is signed in has written.
 */
export function flush(): Promise<void> {
  sending ??= sendAll().finally(() => {
    sending = undefined;
  });
  return sending;
}

/** What came of one attempt. */
type Outcome = 'sent' | 'refused' | 'later' | 'no connection' | 'signed out';

async function sendAll(): Promise<void> {
  const { id: owner } = writer();
  /** Subjects whose next thing has to wait; what follows it waits with it. */
  const held = new Set<string>();
  for (;;) {
    if (writer().id !== owner) return;
    const own = (await phone.outbox.orderBy('queuedAt').toArray()).filter((item) => item.owner === owner);
    const next = own.find((item) => {
      if (item.state !== 'waiting' || held.has(item.about)) return false;
      if (item.nextAt <= Date.now()) return true;
      held.add(item.about);
      return false;
    });
    if (!next) return;
    const outcome = await attempt(next);
    if (outcome === 'sent') onSent();
    if (outcome === 'later') held.add(next.about);
    if (outcome === 'no connection') return;
    if (outcome === 'signed out') return onSignedOut();
  }
}

/** The body as it is sent: written by a clock that has been found wrong since, it gets the time it was. */
function corrected({ body, shiftMs, tries }: OutboxItem): OutboxItem['body'] {
  const wrong = clockShift() - shiftMs;
  const { occurredAt } = body as { occurredAt?: string };
  // Sent before, the server may have it as it was; the same thing twice has to be the same.
  if (occurredAt === undefined || tries > 0 || Math.abs(wrong) < SAME_CLOCK_MS) return body;
  return {
    ...body,
    occurredAt: new Date(Date.parse(occurredAt) + wrong).toISOString(),
  } as OutboxItem['body'];
}

async function attempt(item: OutboxItem): Promise<Outcome> {
  const body = corrected(item);
  const text = JSON.stringify(body);
  // On disk before it goes out: after a crash in between the very same is sent again.
  await phone.outbox.update(item.id, { body, shiftMs: clockShift() });
  let response: Response;
  try {
    response = await fetch(item.path, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-gradum-person': item.owner },
      body: text,
      signal: AbortSignal.timeout(Math.round(PATIENCE_MS + (text.length / 1e6) * PATIENCE_PER_MB_MS)),
    });
  } catch (error) {
    await later(item, undefined);
    return (error as Error).name === 'TimeoutError' ? 'later' : 'no connection';
  }
  // A hotel's sign-in page, a proxy's 403: whoever answered was not Gradum, and has refused nothing.
  if (!isOurs(response)) return 'no connection';
  if (response.ok) {
    const answer: unknown = await response.json().catch(() => undefined);
    if (answer === undefined) {
      await later(item, undefined);
      return 'later';
    }
    await phone.transaction('rw', phone.outbox, phone.visits, async () => {
      await phone.outbox.delete(item.id);
      if (item.path.endsWith('/entries'))
        await phone.visits.put({ id: item.about, page: answer as VisitPage, seenAt: Date.now() });
    });
    return 'sent';
  }
  if (response.status === 401) return 'signed out';
  const problem = (await response
    .json()
    .catch(() => ({
      title: 'The server refused this entry',
      status: response.status,
      type: 'about:blank',
    }))) as ProblemDetails;
  if (TRY_LATER.has(response.status)) {
    await later(item, problem);
    return 'later';
  }
  await phone.outbox.update(item.id, { state: 'refused', problem });
  return 'refused';
}

/** Tries again after a pause that grows; what has failed often enough is set aside with what was said. */
async function later(item: OutboxItem, problem: ProblemDetails | undefined): Promise<void> {
  const tries = item.tries + 1;
  const aside = problem !== undefined && tries >= MOST_TRIES;
  await phone.outbox.update(item.id, {
    tries,
    nextAt: Date.now() + pauseAfter(tries),
    ...(aside ? { state: 'aside', problem } : {}),
  });
}

/** Keeps trying while the application is open, and at once when the signal comes back. */
export function startOutbox(sent: () => void, signedOut: () => void): () => void {
  onSent = sent;
  onSignedOut = signedOut;
  const go = () => void flush();
  const back = () =>
    void phone.outbox
      .filter((item) => item.state === 'waiting')
      .modify({ nextAt: 0 })
      .then(flush);
  window.addEventListener('online', back);
  const timer = window.setInterval(go, LOOK_MS);
  go();
  return () => {
    window.removeEventListener('online', back);
    window.clearInterval(timer);
  };
}
