import { useEffect, useRef, useState } from 'react';
import { hasSettled, LOOK_MIN, settling, type CircuitState, type Faults } from '#core/simulation';

/** A minute of the machine passes in a second of the screen. */
const MINUTE_MS = 1000;
/** Nothing moves any more after this, whatever the change was, minutes. */
const LONGEST_MIN = 25;
const FRAME_MS = 100;

/**
 * The machine on its way from where it stood to its new steady state; a hunting valve never comes to rest.
 * Who asks for less motion sees the steady state at once.
 *
 * @param to the steady state that goes with the sliders; undefined while there is none
 */
export function useSettling(
  to: CircuitState | undefined,
  faults: Faults,
): { state: CircuitState | undefined; minutes: number; settled: boolean } {
  const [shown, setShown] = useState<{ state: CircuitState; minutes: number; settled: boolean }>();
  const last = useRef<CircuitState>(undefined);
  const hunting = (faults['valve hunting'] ?? 0) > 0 && to?.running === true;
  const strengths = JSON.stringify(faults);
  useEffect(() => {
    if (!to) return;
    const calm = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    const from = last.current ?? to;
    const began = performance.now();
    const wanted = JSON.parse(strengths) as Faults;
    const looks: { at: number; state: CircuitState }[] = [];
    const tick = () => {
      const passed = (performance.now() - began) / MINUTE_MS;
      const still = !hunting || calm;
      const minutes = (calm || from === to) && still ? LONGEST_MIN : passed;
      const state = settling(from, to, minutes, calm ? {} : wanted);
      last.current = state;
      looks.push({ at: minutes, state });
      while (looks.length > 1 && (looks[1] as { at: number }).at <= minutes - LOOK_MIN) looks.shift();
      const longEnough = minutes >= LONGEST_MIN || minutes - (looks[0]?.at ?? minutes) >= LOOK_MIN;
      const settled = longEnough && hasSettled(looks.map((look) => look.state));
      setShown({ state, minutes, settled });
      if (minutes >= LONGEST_MIN && still) window.clearInterval(timer);
    };
    const timer = window.setInterval(tick, FRAME_MS);
    tick();
    return () => window.clearInterval(timer);
  }, [to, hunting, strengths]);
  return { state: to && shown?.state, minutes: shown?.minutes ?? 0, settled: shown?.settled ?? true };
}
