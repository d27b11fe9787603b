import { plural } from '#core/base/sentences';
import type { MessageRow, MessageState } from '#contracts/telling';

/** What somebody at the site has heard for sure. */
export const HEARD: ReadonlySet<MessageState> = new Set(['sent', 'told by telephone', 'agreed']);

/**
 * What became of the messages of a day, in a sentence that is true: everybody has been told only where each was
 * sent or called. The rest is said by what it waits for, the most pressing first.
 */
export function toldWords(messages: readonly Pick<MessageRow, 'state'>[]): string {
  if (messages.length === 0) return 'No customer had to be told anything.';
  const count = (...states: MessageState[]) => messages.filter(({ state }) => states.includes(state)).length;
  const heard = messages.filter(({ state }) => HEARD.has(state)).length;
  if (heard === messages.length)
    return heard === 1 ? 'The customer has been told.' : `All ${heard} customers have been told.`;
  const rest = [
    [count('refused'), 'was refused', 'were refused'],
    [count('not known whether it went'), 'may have gone or not', 'may have gone or not'],
    [count('to be called'), 'is to be called', 'are to be called'],
    [count('no contact'), 'has nobody to tell on record', 'have nobody to tell on record'],
    [count('waits', 'going'), 'waits to be sent', 'wait to be sent'],
  ] as const;
  const said = rest.flatMap(([n, one, many]) => (n > 0 ? [`${n} ${n === 1 ? one : many}`] : []));
  return `${heard} of ${plural(messages.length, 'customer')} told; ${said.join(', ')}.`;
}
