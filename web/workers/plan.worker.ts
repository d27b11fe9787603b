import * as Comlink from 'comlink';
import {
  searchByClock,
  type FleetProblem,
  type Orders,
  type SearchTold,
  type Solved,
} from '#core/planning/routing';

export interface PlanWorker {
  solve(problem: FleetProblem, from: Orders, mostMs: number, onTold: (told: SearchTold) => void): Solved;
}

/** The search of core behind a worker. Cancel by terminating. */
const worker: PlanWorker = {
  solve: (problem, from, mostMs, onTold) =>
    searchByClock(problem, { from, mostMs, onTold, now: () => performance.now() }),
};

Comlink.expose(worker);
