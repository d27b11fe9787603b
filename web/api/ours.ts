/**
 * True when an answer is Gradum's own. A network that wants its guests to sign in first, or a proxy that
 * refuses for reasons of its own, answers in its place; that says nothing about what was asked.
 */
export const isOurs = (response: Response): boolean => response.headers.has('x-gradum');
