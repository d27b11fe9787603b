import { v7 as uuid } from 'uuid';
import { searchToEnd } from '#core/planning/routing';
import { localMinutes } from '#core/base/time';
import type { PlanAsked } from '#contracts/board';
import { crews } from '../server/crews/service.ts';
import type { Database } from '../server/db/connect.ts';
import type { Clock } from '../server/http/clock.ts';
import { asOrders } from '../server/routes/solve/asOrders.ts';
import { DriveTimes } from '../server/outside/driveTimes.ts';
import { Forecast } from '../server/outside/forecast.ts';
import { saveOrders } from '../server/routes/board/orders.ts';
import { planProblem } from '../server/routes/problem/problem.ts';
import { publish } from '../server/routes/publish/publish.ts';
import { ZONE } from './scenario/writer.ts';

/** Crews whose day the desk has put in order and published; the others wait for whoever looks. */
const IN_ORDER = ['Harbour', 'South Bank'];
const TURNS = 2000;
/** Less than three hours of a shift are no day to plan, minutes. */
const ENOUGH = 180;

/**
 * Puts the day of some crews in order and publishes it, by the same search and the same service as the
 * desk.
 */
export async function planDemo(db: Database, clock: Clock, today: string): Promise<void> {
  const needs = { db, clock, driveTimes: new DriveTimes(undefined), forecast: new Forecast(undefined) };
  const manager = await db.models.User.findOne({ where: { role: 'manager' }, rejectOnEmpty: true });
  const minute = localMinutes(clock.now(), ZONE);
  // From now on: nobody has been anywhere yet. In the evening there is nothing left to put in order.
  const working = (await crews(db, today)).filter(
    ({ name, day }) => IN_ORDER.includes(name) && day.works && minute < day.shift.end - ENOUGH,
  );
  if (working.length === 0) return;
  const asked: PlanAsked = {
    ...{ from: today, days: 1, siteIds: [], calls: [], planned: 'stays', keepFree: false },
    crewIds: working.map(({ id }) => id),
  };
  const view = await planProblem(needs, asked);
  const plan = searchToEnd(view.problem, { turns: TURNS, from: view.orders });
  // What was promised this morning cannot be kept where the demo is made in the afternoon; it says so.
  await saveOrders(needs, { ...asOrders(asked, view, plan), anyway: true }, manager.id);
  await publish(needs, { id: uuid(), from: today, days: 1, crewIds: asked.crewIds }, manager.id);
}
