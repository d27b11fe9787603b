import { useEffect, useRef, useState } from 'react';
import { settling, type CoolingState, type Faults } from '#core/simulation';

/** A minute of the machine passes in a second of the screen. */
const MINUTE_MS = 1000;
/** After this a machine counts as settled, minutes. */
const SETTLED_MIN = 15;
const FRAME_MS = 100;

/**
 * The machine on its way from where it stood to its new steady state; a hunting valve never comes to rest.
 * Who asks for less motion sees the steady state at once.
 *
 * @param to the steady state that goes with the sliders; undefined while there is none
 */
export function useSettling(
  to: CoolingState | undefined,
  faults: Faults,
): { state: CoolingState | undefined; minutes: number; settled: boolean } {
  const [shown, setShown] = useState<{ state: CoolingState; minutes: number }>();
  const last = useRef<CoolingState>(undefined);
  const hunting = (faults['valve hunting'] ?? 0) > 0 && to?.running === true;
  const strengths = JSON.stringify(faults);
  useEffect(() => {
    if (!to) return;
    const calm = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    const from = last.current ?? to;
    const began = performance.now();
    const wanted = JSON.parse(strengths) as Faults;
    const tick = () => {
      const minutes = calm || from === to ? SETTLED_MIN : (performance.now() - began) / MINUTE_MS;
      last.current = settling(
        from,
        to,
        hunting && !calm ? (performance.now() - began) / MINUTE_MS : minutes,
        wanted,
      );
      setShown({ state: last.current, minutes });
      if (minutes >= SETTLED_MIN && (!hunting || calm)) window.clearInterval(timer);
    };
    const timer = window.setInterval(tick, FRAME_MS);
    tick();
    return () => window.clearInterval(timer);
  }, [to, hunting, strengths]);
  return {
    state: to && shown?.state,
    minutes: shown?.minutes ?? 0,
    settled: !hunting && (shown?.minutes ?? SETTLED_MIN) >= SETTLED_MIN,
  };
}
