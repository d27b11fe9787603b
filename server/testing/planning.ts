import { randomUUID } from 'node:crypto';
import { searchFleet, type FleetPlan } from '#core/routing';
import type { NewOrders, PlanAsked, PlanProblem } from '#contracts/board';
import type { TestServer } from './server.ts';

type Agent = Awaited<ReturnType<TestServer['as']>>;

/** What is asked for unless a test asks for something else: one day of one crew, and nothing beside it. */
export const planFor = (asked: Partial<PlanAsked> & Pick<PlanAsked, 'from'>): PlanAsked => ({
  days: 1,
  crewIds: [],
  siteIds: [],
  calls: [],
  planned: 'stays',
  keepFree: false,
  ...asked,
});

export async function problemFor(agent: Agent, asked: PlanAsked): Promise<PlanProblem> {
  return (await agent.post('/api/board/problem').send(asked).expect(200)).body as PlanProblem;
}

/** The plan of a few hundred turns, as the phone or the desk would find it. */
export function solved({ problem, orders }: PlanProblem, turns = 300): FleetPlan {
  const run = searchFleet(problem, { turns, from: orders });
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}

/** A plan as it is sent to be kept. */
export function ordersOf(asked: PlanAsked, view: PlanProblem, plan: FleetPlan): NewOrders {
  const job = new Map(view.problem.jobs.map(({ id }, j) => [id, j]));
  return {
    id: randomUUID(),
    from: asked.from,
    days: asked.days,
    takeOff: [],
    anyway: false,
    orders: plan.routes.map((route, s) => {
      const { crewId, day, version } = view.shifts[s] as PlanProblem['shifts'][number];
      return {
        crewId,
        day,
        version,
        jobs: route.stops.map(
          (stop) => (view.jobs[job.get(stop.jobId) as number] as PlanProblem['jobs'][number]).asked,
        ),
      };
    }),
  };
}
