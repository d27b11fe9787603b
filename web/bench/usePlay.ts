import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Faults, MachineSpec, Surroundings } from '#core/simulation';
import type { Played } from './play.ts';

/**
 * Asks the worker for the state that goes with the sliders; while it works, the newest wish waits and older
 * ones are dropped.
 */
export function usePlay(
  spec: MachineSpec,
  around: Surroundings,
  faults: Faults,
): { played: Played | undefined; trouble: string | undefined } {
  const [played, setPlayed] = useState<Played>();
  const [trouble, setTrouble] = useState<string>();
  const worker = useRef<{
    remote: Remote<{ play: (s: MachineSpec, a: Surroundings, f: Faults) => Played }>;
    end: () => void;
  }>(undefined);
  const busy = useRef(false);
  const wish = useRef<(() => void) | undefined>(undefined);
  useEffect(() => {
    const made = new Worker(new URL('./play.worker.ts', import.meta.url), { type: 'module' });
    worker.current = { remote: wrap(made), end: () => made.terminate() };
    busy.current = false;
    return () => worker.current?.end();
  }, []);
  const key = JSON.stringify([spec, around, faults]);
  useEffect(() => {
    const ask = () => {
      const [s, a, f] = JSON.parse(key) as [MachineSpec, Surroundings, Faults];
      busy.current = true;
      worker.current?.remote
        .play(s, a, f)
        .then((answer) => {
          setPlayed(answer);
          setTrouble(undefined);
        })
        .catch((error: unknown) =>
          setTrouble(error instanceof Error ? error.message : 'the machine cannot be solved'),
        )
        .finally(() => {
          busy.current = false;
          const next = wish.current;
          wish.current = undefined;
          next?.();
        });
    };
    if (busy.current) wish.current = ask;
    else ask();
  }, [key]);
  return { played, trouble };
}
