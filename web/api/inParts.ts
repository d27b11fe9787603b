import { chunks } from '#core/base/collections';

/** So many records are asked for in one request; the contract takes twice as many. */
const AT_ONCE = 100;

interface Answer<T> {
  readonly data?: T;
  readonly error?: unknown;
}

/**
 * Asks for many records in requests the server takes, and joins the answers. The first that fails is the
 * answer of all: half of what was asked for would look like the whole.
 *
 * @param ask one request for some of the ids
 */
export async function inParts<T, E>(
  ids: readonly string[],
  ask: (
    some: readonly string[],
  ) => PromiseLike<{ data?: unknown; error?: E }> | { data?: unknown; error?: E },
  join: (parts: readonly T[]) => T,
): Promise<{ data: T } | { error: E }> {
  const answers = await Promise.all(chunks(ids, AT_ONCE).map((some) => ask(some)));
  const failed = answers.find((answer: Answer<unknown>) => answer.error !== undefined);
  if (failed) return { error: failed.error as E };
  return { data: join(answers.map((answer) => answer.data as T)) };
}
