import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Played, Wish } from './play.ts';

/**
 * Asks the worker for the state that goes with the sliders; while it works, the newest wish waits and older
 * ones are dropped.
 */
export function usePlay(wish: Wish): { played: Played | undefined; trouble: string | undefined } {
  const [played, setPlayed] = useState<Played>();
  const [trouble, setTrouble] = useState<string>();
  const worker = useRef<{ remote: Remote<{ play: (wish: Wish) => Played }>; end: () => void }>(undefined);
  const busy = useRef(false);
  const waiting = useRef<(() => void) | undefined>(undefined);
  useEffect(() => {
    const made = new Worker(new URL('./play.worker.ts', import.meta.url), { type: 'module' });
    worker.current = { remote: wrap(made), end: () => made.terminate() };
    busy.current = false;
    return () => worker.current?.end();
  }, []);
  const key = JSON.stringify(wish);
  useEffect(() => {
    const ask = () => {
      busy.current = true;
      worker.current?.remote
        .play(JSON.parse(key) as Wish)
        .then((answer) => {
          setPlayed(answer);
          setTrouble(undefined);
        })
        .catch((error: unknown) =>
          setTrouble(error instanceof Error ? error.message : 'the machine cannot be solved'),
        )
        .finally(() => {
          busy.current = false;
          const next = waiting.current;
          waiting.current = undefined;
          next?.();
        });
    };
    if (busy.current) waiting.current = ask;
    else ask();
  }, [key]);
  return { played, trouble };
}
