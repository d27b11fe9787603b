import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Call, LadderPlate } from '#core/circuitry/ladder';
import type { Diagnosed, Observed } from '#core/diagnosis';
import type { FaultWorker } from './fault.worker.ts';

/** What is known of a machine by what was seen; while it is worked out the last answer stands, marked. */
export interface Diagnosis {
  readonly diagnosed: Diagnosed | undefined;
  /** It is of evidence before the last. */
  readonly working: boolean;
  readonly trouble: string | undefined;
}

/** Asks the worker; while it works the newest evidence waits and what was before it is dropped. */
export function useDiagnosis(plate: LadderPlate | undefined, seen: readonly Observed[], on: Call): Diagnosis {
  const [answer, setAnswer] = useState<{ key: string; plate: string; diagnosed: Diagnosed }>();
  const [trouble, setTrouble] = useState<string>();
  const worker = useRef<Remote<FaultWorker>>(undefined);
  const busy = useRef(false);
  const waiting = useRef<(() => void) | undefined>(undefined);
  useEffect(() => {
    const made = new Worker(new URL('./fault.worker.ts', import.meta.url), { type: 'module' });
    worker.current = wrap<FaultWorker>(made);
    busy.current = false;
    return () => made.terminate();
  }, []);
  const key = JSON.stringify({ plate, seen, on });
  useEffect(() => {
    const wish = JSON.parse(key) as { plate?: LadderPlate; seen: Observed[]; on: Call };
    if (!wish.plate) return;
    const { plate: own } = wish;
    const ask = () => {
      busy.current = true;
      worker.current
        ?.diagnose(own, wish.seen, wish.on)
        .then((diagnosed) => {
          setAnswer({ key, plate: JSON.stringify(own), diagnosed: diagnosed as Diagnosed });
          setTrouble(undefined);
        })
        .catch((error: unknown) =>
          setTrouble(error instanceof Error ? error.message : 'it cannot be worked out'),
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
  const own = answer?.plate === JSON.stringify(plate) ? answer : undefined;
  return { diagnosed: own?.diagnosed, working: own?.key !== key, trouble };
}

/** The call that was on when something was last seen on one; undefined where nothing was. */
export function callSeen(seen: readonly Observed[]): Call | undefined {
  const last = seen.findLast((one) => 'call' in one && one.call !== 'disconnect open');
  return last && 'call' in last ? last.call : undefined;
}
