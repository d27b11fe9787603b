import * as Comlink from 'comlink';
import { fleetPlanOf, type FleetProblem, type Orders } from '#core/routing';
import type { PlanProgress, PlanWorker, Solved } from './plan.worker.ts';

/**
 * Seconds of search by how much there is to do: a day is done while one watches, two weeks in half a minute.
 */
export const searchMs = ({ jobs }: Pick<FleetProblem, 'jobs'>): number =>
  Math.min(30_000, 1500 + 100 * jobs.length);

/**
 * Plans off the main thread. `stop` ends the search and keeps the best so far; `cancel` ends it and keeps
 * nothing, the promise then never settles.
 */
export function planInWorker(
  problem: FleetProblem,
  from: Orders,
  onProgress: (progress: PlanProgress) => void,
): { readonly result: Promise<Solved>; readonly stop: () => void; readonly cancel: () => void } {
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
  const remote = Comlink.wrap<PlanWorker>(worker);
  let settled = false;
  let best = from;
  let keep: (solved: Solved) => void = () => {};
  const stopped = new Promise<Solved>((resolve) => (keep = resolve));
  const progress = Comlink.proxy((told: PlanProgress) => {
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
