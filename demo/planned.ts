import { v7 as uuid } from 'uuid';
import { searchFleet, type FleetPlan } from '#core/routing';
import { instantAt } from '#core/time';
import type { NewOrders, PlanAsked, PlanProblem } from '#contracts/board';
import { crews } from '../server/crews/service.ts';
import type { Database } from '../server/db/connect.ts';
import { DriveTimes } from '../server/routes/driveTimes.ts';
import { Forecast } from '../server/routes/forecast.ts';
import { saveOrders } from '../server/routes/orders.ts';
import { planProblem } from '../server/routes/problem.ts';
import { publish } from '../server/routes/publish.ts';

/** Crews whose day the desk has put in order and published by the morning; the others wait for whoever looks. */
const IN_ORDER = ['Harbour', 'South Bank'];
/** Half past six: everybody is still at the yard. */
const MORNING = 390;
const TURNS = 2000;

/** Puts the day of some crews in order and publishes it, by the same search and the same service as the desk. */
export async function planDemo(db: Database, today: string, zone: string): Promise<void> {
  const clock = { now: () => instantAt(today, MORNING, zone), shiftMs: 0 };
  const needs = { db, clock, driveTimes: new DriveTimes(undefined), forecast: new Forecast(undefined) };
  const manager = await db.models.User.findOne({ where: { role: 'manager' }, rejectOnEmpty: true });
  const working = (await crews(db, today)).filter(({ name, day }) => IN_ORDER.includes(name) && day.works);
  if (working.length === 0) return;
  const asked: PlanAsked = {
    ...{ from: today, days: 1, siteIds: [], calls: [], planned: 'stays', keepFree: false },
    crewIds: working.map(({ id }) => id),
  };
  const view = await planProblem(needs, asked);
  await saveOrders(needs, ordersOf(view, today), manager.id);
  await publish(needs, { id: uuid(), from: today, days: 1, crewIds: asked.crewIds }, manager.id);
}

function ordersOf({ problem, orders, jobs, shifts }: PlanProblem, today: string): NewOrders {
  const plan = found({ problem, orders });
  const numbers = new Map(problem.jobs.map(({ id }, j) => [id, j]));
  return {
    ...{ id: uuid(), from: today, days: 1, takeOff: [], anyway: true },
    orders: shifts.map(({ crewId, day, version }, s) => ({
      ...{ crewId, day, version },
      jobs: (plan.routes[s]?.stops ?? []).flatMap(({ jobId }) => {
        const job = jobs[numbers.get(jobId) ?? -1];
        return job ? [job.asked] : [];
      }),
    })),
  };
}

function found({ problem, orders }: Pick<PlanProblem, 'problem' | 'orders'>): FleetPlan {
  const run = searchFleet(problem, { turns: TURNS, from: orders });
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}
