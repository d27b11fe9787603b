import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';

/**
 * The width a picture has on screen, px, so that it can be drawn at that size and its letters keep theirs.
 * `guess` stands until it has been measured.
 */
export function useWidth<E extends Element>(guess: number): [RefObject<E | null>, number] {
  const ref = useRef<E>(null);
  const [width, setWidth] = useState(guess);
  // Before anything is painted: drawn by the guess first, whatever stands below would jump.
  useLayoutEffect(() => {
    const { width: across = 0 } = ref.current?.getBoundingClientRect() ?? {};
    if (across > 0) setWidth(Math.round(across));
  }, []);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) setWidth(Math.round(entry.contentRect.width));
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}
