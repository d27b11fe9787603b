import type { ReadingSet } from '#core/evidence';
import type { Circuit, Judged } from '#core/judging/readings';
import { useWho } from '../state/session.ts';
import { useNewest } from '../workers/useNewest.ts';
import type { ReadingsWorker } from './readings.worker.ts';

interface Wish {
  readonly set: ReadingSet;
  readonly circuit: Circuit;
  readonly healthy: readonly ReadingSet[];
  readonly lowestOutdoorF: number;
}

/** What a set says of its circuit, from a worker; while a newer one is worked out the last stands, marked. */
export function useJudged(
  set: ReadingSet | undefined,
  circuit: Circuit,
  healthy: readonly ReadingSet[] = [],
): { judged: Judged | undefined; working: boolean; trouble: string | undefined } {
  const { measuring } = useWho();
  const wish = set && { set, circuit, healthy, lowestOutdoorF: measuring.chargeOutdoorF };
  const { answered, working, trouble } = useNewest<ReadingsWorker, Wish, Judged>(
    wish,
    () => new Worker(new URL('./readings.worker.ts', import.meta.url), { type: 'module' }),
    (worker, one) => worker.judge(one.set, one.circuit, one.healthy, one.lowestOutdoorF),
    'it cannot be worked out',
  );
  const own = set && answered && JSON.stringify(answered.wish.circuit) === JSON.stringify(circuit);
  return { judged: own ? answered.answer : undefined, working, trouble };
}
