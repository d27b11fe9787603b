import * as Comlink from 'comlink';
import { solveDay, type Plan, type RoutingProblem } from '#core/routing';

/** A few seconds of search are worth it; nobody waits longer for a day's route. */
const MOST_MS = 2000;

export interface RouteWorker {
  solve(problem: RoutingProblem, onProgress: (plan: Plan, share: number) => void): Promise<Plan>;
}

/**
 * The solver of core behind a worker: the same generator, stopped by a clock here instead of a count. Cancel
 * by terminating.
 */
const worker: RouteWorker = {
  async solve(problem, onProgress) {
    const started = performance.now();
    const run = solveDay(problem, { seed: 1, iterations: Infinity });
    for (let spent = 0; ; spent = (performance.now() - started) / MOST_MS) {
      const step = run.next(spent);
      if (step.done) return step.value;
      onProgress(step.value.plan, Math.min(1, Math.max(spent, step.value.share)));
    }
  },
};

Comlink.expose(worker);
