import { useEffect, useRef, type RefObject } from 'react';

/**
 * The keyboard goes on in a list whose button has just gone with what it answered: to the first button of a group
 * that still asks.
 *
 * @param changes whatever is new once the answer has arrived
 * @returns the list, and what is called when something in it is answered
 */
export function useNextFocus<T extends HTMLElement>(
  changes: unknown,
): { list: RefObject<T | null>; answered: () => void } {
  const list = useRef<T>(null);
  const waits = useRef(false);
  useEffect(() => {
    // Whoever has gone somewhere else meanwhile is left there.
    if (!waits.current || document.activeElement !== document.body) return;
    waits.current = false;
    list.current?.querySelector<HTMLElement>('[role="group"] button')?.focus({ preventScroll: true });
  }, [changes]);
  return { list, answered: () => (waits.current = true) };
}
