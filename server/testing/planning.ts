import { searchToEnd, unpackProblem, type FleetPlan } from '#core/planning/routing';
import type { PlanAsked, PlanProblem, SentProblem } from '#contracts/board';
import type { TestServer } from './server.ts';

export { asOrders as ordersOf } from '../routes/solve/asOrders.ts';

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
  const { body } = await agent.post('/api/board/problem').send(asked).expect(200);
  const { problem, ...view } = body as SentProblem;
  return { ...view, problem: unpackProblem(problem) };
}

/** The plan of a few hundred turns, as the phone or the desk would find it. */
export const solved = ({ problem, orders }: PlanProblem, turns = 300): FleetPlan =>
  searchToEnd(problem, { turns, from: orders });
