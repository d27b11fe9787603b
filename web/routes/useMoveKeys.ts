import { useEffect, useRef } from 'react';
import { stepped } from './moving.ts';
import { holds } from './orders.ts';
import type { Moving, Target } from './useMoves.ts';

/** The button that puts it there, which takes the keyboard where Enter alone is not enough. */
export const putItHereId = 'put-it-here';

/**
 * While something is in the hand the arrows carry it; nothing is put anywhere before Enter. Where something
 * does not hold, Enter goes to the button that says so, and only a second Enter, meant for it, puts it there.
 */
export function useMoveKeys(
  moving: Moving | undefined,
  does: {
    aim: (target: Target) => void;
    finish: (anyway: boolean) => void;
    cancel: () => void;
    onShow: (day: string) => void;
  },
): void {
  const latest = useRef({ moving, does });
  useEffect(() => {
    latest.current = { moving, does };
  });
  const active = moving !== undefined;
  useEffect(() => {
    if (!active) return;
    const onKey = (event: KeyboardEvent) => {
      const { moving: held, does: act } = latest.current;
      const inField = event.target instanceof HTMLElement && event.target.closest('input, select, textarea');
      if (!held || inField) return;
      if (event.key === 'Escape') act.cancel();
      else if (event.key === 'Enter') {
        // A button that has the focus is pressed; anywhere else Enter puts it where it is shown.
        const button =
          event.target instanceof HTMLElement &&
          event.target.closest('[aria-label="What the move does"] button');
        // A key held down asks once: it must not answer the question it has just raised.
        if (event.repeat) event.preventDefault();
        if (button || event.repeat || !held.target) return;
        if (holds(held.days)) act.finish(false);
        else document.getElementById(putItHereId)?.focus();
      } else {
        const next = stepped(held, event.key);
        if (!next) return;
        act.aim(next);
        act.onShow(held.view.shifts[next.shift]?.day as string);
      }
      event.preventDefault();
      event.stopPropagation();
    };
    const from = document.activeElement;
    window.addEventListener('keydown', onKey, true);
    return () => {
      window.removeEventListener('keydown', onKey, true);
      // The bar has taken its buttons with it: the keyboard goes on at what was taken up.
      if (document.activeElement === document.body && from instanceof HTMLElement) from.focus();
    };
  }, [active]);
}
