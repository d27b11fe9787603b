import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';

/** An answer of a worker with the wish it answers; while a newer one is worked out the last stands. */
export interface Newest<Wish, Answer> {
  readonly answered: { readonly wish: Wish; readonly answer: Answer } | undefined;
  /** What is wished now is not answered yet. */
  readonly working: boolean;
  readonly trouble: string | undefined;
}

/**
 * Asks a worker of this screen's own for whatever is wished; while it works the newest wish waits and older ones are
 * dropped. It ends with the screen.
 *
 * @param make starts the worker, once
 * @param ask puts a wish to it; the wish is of plain data
 * @param failed what is said where the worker gives no reason
 */
export function useNewest<Worked, Wish, Answer>(
  wish: Wish | undefined,
  make: () => Worker,
  ask: (worker: Remote<Worked>, wish: Wish) => Promise<unknown>,
  failed: string,
): Newest<Wish, Answer> {
  const [answered, setAnswered] = useState<{ key: string; wish: Wish; answer: Answer }>();
  const [trouble, setTrouble] = useState<string>();
  const started = useRef({ make, ask, failed });
  const worker = useRef<Remote<Worked>>(undefined);
  const busy = useRef(false);
  const waiting = useRef<(() => void) | undefined>(undefined);
  useEffect(() => {
    const made = started.current.make();
    worker.current = wrap<Worked>(made);
    busy.current = false;
    return () => made.terminate();
  }, []);
  const key = wish === undefined ? undefined : JSON.stringify(wish);
  useEffect(() => {
    if (key === undefined) return;
    const own = JSON.parse(key) as Wish;
    const put = () => {
      if (!worker.current) return;
      busy.current = true;
      started.current
        .ask(worker.current, own)
        .then((answer) => {
          setAnswered({ key, wish: own, answer: answer as Answer });
          setTrouble(undefined);
        })
        .catch((error: unknown) =>
          setTrouble(error instanceof Error ? error.message : started.current.failed),
        )
        .finally(() => {
          busy.current = false;
          const next = waiting.current;
          waiting.current = undefined;
          next?.();
        });
    };
    if (busy.current) waiting.current = put;
    else put();
  }, [key]);
  return { answered, working: key !== undefined && answered?.key !== key, trouble };
}
