import { compareText } from '#core/base/collections';

/*
 * A save whose answer was lost may have arrived. It is sent again under the same identity, so that it counts
 * once; never as a second call. What was sent is kept over a reload until an answer comes.
 */

type Body = Readonly<Record<string, unknown>> & { readonly id: string };

/**
 * Times the screen puts in when a button is pressed: they differ at each try and are not what somebody typed.
 */
const STAMPED: ReadonlySet<string> = new Set(['id', 'receivedAt', 'occurredAt', 'takenAt']);

const named = (path: string, owner: string): string => `gradum lost ${owner} ${path}`;
const typed = (body: Body): string =>
  JSON.stringify(
    Object.entries(body)
      .filter(([name]) => !STAMPED.has(name))
      .sort(([a], [b]) => compareText(a, b)),
  );

/** What was sent to an address and never answered. */
function lostAt(path: string, owner: string): Body | undefined {
  try {
    return (JSON.parse(localStorage.getItem(named(path, owner)) ?? 'null') as Body | null) ?? undefined;
  } catch {
    return undefined;
  }
}

/** True for a body that creates something under an id of its own. */
export const hasIdentity = (body: unknown): body is Body =>
  typeof body === 'object' && body !== null && typeof (body as { id?: unknown }).id === 'string';

/**
 * The body to send: the very one that was sent before where the same was typed; else this one, under the
 * identity of the one that may have arrived.
 *
 * @param owner id of the person who writes: what somebody else lost on this device is theirs
 */
export function sameAgain(path: string, body: Body, owner: string): { body: Body; changed: boolean } {
  const lost = lostAt(path, owner);
  if (!lost) return { body, changed: false };
  return typed(lost) === typed(body)
    ? { body: lost, changed: false }
    : { body: { ...body, id: lost.id }, changed: true };
}

/** No answer came. A browser that keeps nothing forgets it with the page. */
export function keepLost(path: string, body: Body, owner: string): void {
  try {
    localStorage.setItem(named(path, owner), JSON.stringify(body));
  } catch {
    // Nothing better is at hand.
  }
}

/** An answer came, whatever it was. */
export function answered(path: string, owner: string): void {
  try {
    localStorage.removeItem(named(path, owner));
  } catch {
    // Where nothing is kept there is nothing to forget.
  }
}
