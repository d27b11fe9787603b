import * as Comlink from 'comlink';
import { searchFleet, type FleetPlan, type FleetProblem, type Orders } from '#core/routing';

export interface PlanProgress {
  readonly cost: number;
  readonly share: number;
  readonly seconds: number;
  readonly orders: Orders;
}

export interface PlanWorker {
  solve(
    problem: FleetProblem,
    from: Orders,
    mostMs: number,
    onProgress: (progress: PlanProgress) => void,
  ): Promise<FleetPlan>;
}

/** Often enough for the eye; a message costs time. */
const TELL_EVERY_MS = 120;

/** The search of core behind a worker, stopped by a clock here instead of a count. Cancel by terminating. */
const worker: PlanWorker = {
  async solve(problem, from, mostMs, onProgress) {
    const began = performance.now();
    const run = searchFleet(problem, { seed: 1, turns: Infinity, from });
    let told = -Infinity;
    for (let spent = 0; ; spent = (performance.now() - began) / mostMs) {
      const step = run.next(spent);
      if (step.done) return step.value;
      const now = performance.now();
      if (now - told < TELL_EVERY_MS) continue;
      told = now;
      const { cost, orders } = step.value;
      onProgress({ cost, orders, share: Math.min(1, spent), seconds: (now - began) / 1000 });
    }
  },
};

Comlink.expose(worker);
