/** What was, what is, and what was undone; each step is a whole plan, so undoing can never half work. */
export interface Steps<T> {
  readonly past: readonly T[];
  readonly now: T;
  readonly future: readonly T[];
}

const MOST_STEPS = 200;

export const firstStep = <T>(now: T): Steps<T> => ({ past: [], now, future: [] });

/** The steps after a change; a change that changes nothing is no step. */
export function stepTo<T>(steps: Steps<T>, next: T): Steps<T> {
  if (Object.is(next, steps.now)) return steps;
  return { past: [...steps.past, steps.now].slice(-MOST_STEPS), now: next, future: [] };
}

export function undone<T>(steps: Steps<T>): Steps<T> {
  if (steps.past.length === 0) return steps;
  return { past: steps.past.slice(0, -1), now: steps.past.at(-1) as T, future: [steps.now, ...steps.future] };
}

export function redone<T>(steps: Steps<T>): Steps<T> {
  const [next, ...future] = steps.future;
  if (next === undefined) return steps;
  return { past: [...steps.past, steps.now], now: next, future };
}
