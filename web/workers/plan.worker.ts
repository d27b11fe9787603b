import * as Comlink from 'comlink';
import { exactShift, searchFleet, type FleetPlan, type FleetProblem, type Orders } from '#core/routing';

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
  ): Promise<Solved>;
}

export interface Solved {
  readonly plan: FleetPlan;
  /** Nothing better exists: proved, not only not found. */
  readonly proved: boolean;
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
      if (step.done) {
        // One crew's day of a dozen stops is proved while one waits.
        const best = problem.shifts.length === 1 ? exactShift(problem) : undefined;
        return best && best.cost <= step.value.cost + 1e-6
          ? { plan: best, proved: true }
          : { plan: step.value, proved: false };
      }
      const now = performance.now();
      if (now - told < TELL_EVERY_MS) continue;
      told = now;
      const { cost, orders } = step.value;
      onProgress({ cost, orders, share: Math.min(1, spent), seconds: (now - began) / 1000 });
    }
  },
};

Comlink.expose(worker);
