import { useEffect, useRef, useState, type RefObject } from 'react';
import { flushSync } from 'react-dom';

/** So far beyond the edges of the window it counts as in sight: nobody scrolls faster than it is drawn. */
const AROUND = '300px 0px';

const watchers = new Map<Element, (inSight: boolean) => void>();
let watch: IntersectionObserver | undefined;

/** Paper shows the whole list: everything on it is in sight while it is printed. */
function onPaper(): void {
  flushSync(() => watchers.forEach((say) => say(true)));
}

/** Back on screen only what is there is in sight: whoever watches anew is told. */
function onScreen(): void {
  for (const element of watchers.keys()) {
    watch?.unobserve(element);
    watch?.observe(element);
  }
}

/**
 * Tells whether an element is in the window or close to it, at once and whenever that changes.
 *
 * @returns ends it
 */
export function watchSight(element: Element, say: (inSight: boolean) => void): () => void {
  if (!watch) {
    watch = new IntersectionObserver(
      (changed) => {
        for (const { target, isIntersecting } of changed) watchers.get(target)?.(isIntersecting);
      },
      { rootMargin: AROUND },
    );
    window.addEventListener('beforeprint', onPaper);
    window.addEventListener('afterprint', onScreen);
  }
  watchers.set(element, say);
  watch.observe(element);
  return () => {
    watchers.delete(element);
    watch?.unobserve(element);
  };
}

/** Whether an element is in the window or close to it; what is not need not be drawn. */
export function useInSight<E extends Element>(): [RefObject<E | null>, boolean] {
  const ref = useRef<E>(null);
  const [inSight, setInSight] = useState(false);
  useEffect(() => (ref.current ? watchSight(ref.current, setInSight) : undefined), []);
  return [ref, inSight];
}
