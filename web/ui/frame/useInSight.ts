import { useEffect, useRef, useState, type RefObject } from 'react';
import { flushSync } from 'react-dom';

/** So far beyond the edges of the window it counts as in sight: nobody scrolls faster than it is drawn. */
const AROUND = '300px 0px';

interface Watcher {
  readonly say: (inSight: boolean) => void;
  readonly by: IntersectionObserver;
}
const watchers = new Map<Element, Watcher>();
/** One observer for all who ask with the same margin. */
const observers = new Map<string, IntersectionObserver>();

/** Paper shows the whole list: everything on it is in sight while it is printed. */
function onPaper(): void {
  flushSync(() => watchers.forEach(({ say }) => say(true)));
}

/** Back on screen only what is there is in sight: whoever watches anew is told. */
function onScreen(): void {
  for (const [element, { by }] of watchers) {
    by.unobserve(element);
    by.observe(element);
  }
}

function observerFor(around: string): IntersectionObserver {
  const known = observers.get(around);
  if (known) return known;
  if (observers.size === 0) {
    window.addEventListener('beforeprint', onPaper);
    window.addEventListener('afterprint', onScreen);
  }
  const made = new IntersectionObserver(
    (changed) => {
      for (const { target, isIntersecting } of changed) watchers.get(target)?.say(isIntersecting);
    },
    { rootMargin: around },
  );
  observers.set(around, made);
  return made;
}

/**
 * Tells whether an element is in the window or close to it, at once and whenever that changes.
 *
 * @param around how far beyond the edges of the window still counts, as a margin in CSS
 * @returns ends it
 */
export function watchSight(
  element: Element,
  say: (inSight: boolean) => void,
  around: string = AROUND,
): () => void {
  const by = observerFor(around);
  watchers.set(element, { say, by });
  by.observe(element);
  return () => {
    watchers.delete(element);
    by.unobserve(element);
  };
}

/** Whether an element is in the window or close to it; what is not need not be drawn. */
export function useInSight<E extends Element>(): [RefObject<E | null>, boolean] {
  const ref = useRef<E>(null);
  const [inSight, setInSight] = useState(false);
  useEffect(() => (ref.current ? watchSight(ref.current, setInSight) : undefined), []);
  return [ref, inSight];
}
