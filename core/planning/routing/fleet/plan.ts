import { costOn, type FleetPlan, type FleetProblem, type Job, type Orders } from './problem.ts';
import { routeCost, routeOf } from './route.ts';
import { whyLeftOut } from './why.ts';

/**
 * Writes orders out as a plan with times, costs and the reason of every job left out.
 *
 * @throws RangeError when an order does not fit its shift
 */
export function fleetPlanOf(problem: FleetProblem, orders: Orders): FleetPlan {
  const served = new Set<number>();
  let cost = 0;
  const routes = problem.shifts.map((shift, s) => {
    const order = orders[s] ?? [];
    const route = routeOf(problem, shift, order);
    if (!route) throw new RangeError(`these jobs do not fit the shift of ${shift.crew}`);
    for (const index of order) {
      served.add(index);
      cost += costOn(shift, problem.jobs[index] as Job);
    }
    cost += routeCost(problem, shift, route, order);
    return route;
  });
  const left = problem.jobs.flatMap((job, index) => (served.has(index) ? [] : [{ job, index }]));
  return {
    routes,
    leftOut: left.map(({ job, index }) => ({ jobId: job.id, why: whyLeftOut(problem, orders, index) })),
    driveMinutes: routes.reduce((sum, route) => sum + route.driveMinutes, 0),
    cost: cost + left.reduce((sum, { job }) => sum + job.leftOut, 0),
  };
}

/** The orders a plan was written from: jobs by shift, by their numbers in the problem. */
export function ordersOf(problem: FleetProblem, plan: FleetPlan): number[][] {
  const numbers = new Map(problem.jobs.map(({ id }, j) => [id, j]));
  return problem.shifts.map(
    (_, s) => plan.routes[s]?.stops.flatMap(({ jobId }) => numbers.get(jobId) ?? []) ?? [],
  );
}
