import * as Comlink from 'comlink';
import type { Plan, RoutingProblem } from '#core/routing';
import type { RouteWorker } from './route.worker.ts';

/** Solves a day off the main thread. `cancel` ends the worker; the promise then never settles and the best plan so far stands. */
export function solveInWorker(
  problem: RoutingProblem,
  onProgress: (plan: Plan, share: number) => void,
): { result: Promise<Plan>; cancel: () => void } {
  const worker = new Worker(new URL('./route.worker.ts', import.meta.url), { type: 'module' });
  const remote = Comlink.wrap<RouteWorker>(worker);
  const result = remote.solve(problem, Comlink.proxy(onProgress)).finally(() => worker.terminate());
  return { result, cancel: () => worker.terminate() };
}
