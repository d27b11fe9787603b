import type { OrdersKept } from '#contracts/board';
import { daysBetween } from '#core/base/time';
import { notFound, Problem } from '../../http/problem.ts';
import { visitsBetween, visitsById } from '../reads/boardReads.ts';
import type { Needs } from '../problem/problem.ts';
import { saveOrders } from './orders.ts';
import { dayKey } from '../reads/shifts.ts';

/**
 * Puts the days of a change back as they were before it. Only what still stands as the change left it can be
 * put back: what somebody changed afterwards is not thrown over, and what has begun stays.
 *
 * @param id of the new change
 * @throws Problem 404; 409 where a day was changed since, by name; whatever refuses orders
 */
export async function undoChange(
  needs: Needs,
  changeId: string,
  id: string,
  actor: string,
): Promise<OrdersKept> {
  const { db } = needs;
  const change = await db.models.RouteChange.findByPk(changeId);
  if (!change) throw notFound('Change');
  const days = [...change.before, ...change.after].map(({ day }) => day).sort();
  const from = days[0] ?? '';
  const to = days.at(-1) ?? from;
  const stands = await visitsBetween(db, from, to);
  const inOrder = (crewId: string, day: string) =>
    stands.filter((visit) => visit.crewId === crewId && visit.day === day && visit.position !== null);
  for (const { crewId, day, visits } of change.after)
    if (
      inOrder(crewId, day)
        .map(({ visitId }) => visitId)
        .join() !== visits.join()
    )
      throw new Problem(409, 'Somebody has changed this day since', {
        detail: 'Put back the later change first, or move the stops by hand.',
      });
  const routes = await db.models.Route.findAll({ where: { day: [...new Set(days)] } });
  const versions = new Map(routes.map((route) => [dayKey(route.crewId, route.day), route.version]));
  const ids = [...change.before, ...change.after].flatMap(({ visits }) => visits);
  const begun = new Set(
    (await visitsById(db, ids)).filter((visit) => visit.begun).map(({ visitId }) => visitId),
  );
  const before = new Set(change.before.flatMap(({ visits }) => visits));
  return saveOrders(
    needs,
    {
      id,
      from,
      days: daysBetween(from, to) + 1,
      // It stood so before.
      anyway: true,
      takeOff: change.after.flatMap(({ visits }) => visits).filter((visit) => !before.has(visit)),
      orders: change.before.map(({ crewId, day, visits }) => ({
        crewId,
        day,
        version: versions.get(dayKey(crewId, day)) ?? null,
        jobs: visits.filter((visit) => !begun.has(visit)).map((visit) => ({ visit })),
      })),
    },
    actor,
  );
}
