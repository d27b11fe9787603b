import { randomUUID } from 'node:crypto';
import type { FleetPlan } from '#core/routing';
import type { NewOrders, PlanAsked, PlanProblem } from '#contracts/board';

/** A plan as it is sent to be kept: who, when and in which order. */
export function asOrders(asked: PlanAsked, view: PlanProblem, plan: FleetPlan): NewOrders {
  const numbers = new Map(view.problem.jobs.map(({ id }, j) => [id, j]));
  return {
    id: randomUUID(),
    from: asked.from,
    days: asked.days,
    takeOff: [],
    anyway: false,
    orders: view.shifts.map(({ crewId, day, version }, s) => ({
      crewId,
      day,
      version,
      jobs: (plan.routes[s]?.stops ?? []).flatMap(
        ({ jobId }) => view.jobs[numbers.get(jobId) ?? -1]?.asked ?? [],
      ),
    })),
  };
}
