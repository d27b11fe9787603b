import { useEffect, useRef } from 'react';
import { stepped } from './moving.ts';
import type { Moving, Target } from './useMoves.ts';

/** While something is in the hand the arrows carry it; nothing is put anywhere before Enter. */
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
        if (button || !held.target) return;
        act.finish(false);
      } else {
        const next = stepped(held, event.key);
        if (!next) return;
        act.aim(next);
        act.onShow(held.view.shifts[next.shift]?.day as string);
      }
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [active]);
}
