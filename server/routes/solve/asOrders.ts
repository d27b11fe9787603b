import { randomUUID } from 'node:crypto';
import { ordersOf, type FleetPlan } from '#core/planning/routing';
import type { NewOrders, PlanAsked, PlanProblem } from '#contracts/board';

/** A plan as it is sent to be kept: who, when and in which order. */
export function asOrders(asked: PlanAsked, view: PlanProblem, plan: FleetPlan): NewOrders {
  const orders = ordersOf(view.problem, plan);
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
      jobs: (orders[s] ?? []).flatMap((job) => view.jobs[job]?.asked ?? []),
    })),
  };
}
