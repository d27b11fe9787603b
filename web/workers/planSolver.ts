import * as Comlink from 'comlink';
import {
  fleetPlanOf,
  searchMs,
  type FleetProblem,
  type Orders,
  type SearchTold,
  type Solved,
} from '#core/planning/routing';
import type { PlanWorker } from './plan.worker.ts';

/** A search that goes on somewhere: here in a worker, or on the server. */
export interface PlanSearch {
  readonly result: Promise<Solved>;
  /** Ends it and keeps the best so far. */
  readonly stop: () => void;
  /** Ends it and keeps nothing; the result then never settles. */
  readonly cancel: () => void;
}

/** Plans off the main thread. */
export function planInWorker(
  problem: FleetProblem,
  from: Orders,
  onProgress: (told: SearchTold) => void,
): PlanSearch {
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
  const remote = Comlink.wrap<PlanWorker>(worker);
  let settled = false;
  let best = from;
  let keep: (solved: Solved) => void = () => {};
  const stopped = new Promise<Solved>((resolve) => (keep = resolve));
  const progress = Comlink.proxy((told: SearchTold) => {
    if (settled) return;
    best = told.orders;
    onProgress(told);
  });
  const end = () => {
    settled = true;
    worker.terminate();
  };
  const result = Promise.race([remote.solve(problem, from, searchMs(problem), progress), stopped]).finally(
    end,
  );
  return {
    result,
    stop: () => {
      end();
      keep({ plan: fleetPlanOf(problem, best), proved: false });
    },
    cancel: end,
  };
}
