import type { Call, LadderPlate } from '#core/circuitry/ladder';
import type { Beside, Diagnosed, Observed } from '#core/diagnosis';
import { useNewest } from '../workers/useNewest.ts';
import type { FaultWorker } from './fault.worker.ts';

/** What is known of a machine by what was seen; while it is worked out the last answer stands, marked. */
export interface Diagnosis {
  readonly diagnosed: Diagnosed | undefined;
  /** It is of evidence before the last. */
  readonly working: boolean;
  readonly trouble: string | undefined;
}

interface Wish {
  readonly plate: LadderPlate;
  readonly seen: readonly Observed[];
  readonly beside: Beside;
}

/** What follows from what was seen, from a worker; an answer about another machine is none. */
export function useDiagnosis(
  plate: LadderPlate | undefined,
  seen: readonly Observed[],
  beside: Beside,
): Diagnosis {
  const { answered, working, trouble } = useNewest<FaultWorker, Wish, Diagnosed>(
    plate && { plate, seen, beside },
    () => new Worker(new URL('./fault.worker.ts', import.meta.url), { type: 'module' }),
    (worker, wish) => worker.diagnose(wish.plate, wish.seen, wish.beside),
    'it cannot be worked out',
  );
  const own = answered && JSON.stringify(answered.wish.plate) === JSON.stringify(plate);
  return { diagnosed: own ? answered.answer : undefined, working, trouble };
}

/** The call that was on when something was last seen on one; undefined where nothing was. */
export function callSeen(seen: readonly Observed[]): Call | undefined {
  const last = seen.findLast((one) => 'call' in one && one.call !== 'disconnect open');
  return last && 'call' in last ? last.call : undefined;
}
