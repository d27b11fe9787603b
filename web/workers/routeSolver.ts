import * as Comlink from 'comlink';
import type { Plan, RoutingProblem } from '#core/routing';
import type { RouteWorker } from './route.worker.ts';

/**
 * Solves a day off the main thread. `cancel` ends the worker; the promise then never settles and the best
 * plan so far stands.
 */
export function solveInWorker(
  problem: RoutingProblem,
  onProgress: (plan: Plan, share: number) => void,
): { result: Promise<Plan>; cancel: () => void } {
  const worker = new Worker(new URL('./route.worker.ts', import.meta.url), { type: 'module' });
  const remote = Comlink.wrap<RouteWorker>(worker);
  // Progress travels on a channel of its own and may arrive after the result; then it is old news.
  let settled = false;
  const progress = Comlink.proxy((plan: Plan, share: number) => {
    if (!settled) onProgress(plan, share);
  });
  const result = remote.solve(problem, progress).finally(() => {
    settled = true;
    worker.terminate();
  });
  return {
    result,
    cancel: () => {
      settled = true;
      worker.terminate();
    },
  };
}
