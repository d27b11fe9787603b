import { v7 as uuid } from 'uuid';
import { plural } from '#core/base/sentences';
import {
  consequenceOf,
  timedRoute,
  type Consequence,
  type FleetProblem,
  type Orders,
  type Shift,
  type TimedRoute,
} from '#core/planning/routing';
import { clockText, durationText } from '#core/base/time';
import type { NewOrders, OrderOfDay, OrdersKept, PlanAsked, PlanProblem } from '#contracts/board';

/**
 * The orders with a job at a place of a shift, counted among the other stops of it; or taken off where there
 * is no place.
 */
export const withJob = (
  orders: Orders,
  job: number,
  to: { shift: number; at: number } | undefined,
): number[][] =>
  orders.map((order, s) => {
    const rest = order.filter((one) => one !== job);
    return to?.shift === s ? [...rest.slice(0, to.at), job, ...rest.slice(to.at)] : rest;
  });

/**
 * The place in a day at which something that begins at `minute` belongs: before the first stop that begins
 * later.
 */
export const placeAt = (route: TimedRoute, minute: number): number => {
  const at = route.stops.findIndex((stop) => (stop.startAt + stop.leaveAt) / 2 > minute);
  return at === -1 ? route.stops.length : at;
};

export interface ChangedDay {
  readonly shift: number;
  readonly before: TimedRoute;
  readonly after: TimedRoute;
  readonly consequence: Consequence;
}

/** Days whose order differs, with what that does to them. */
export function changedDays(problem: FleetProblem, before: Orders, after: Orders): ChangedDay[] {
  return problem.shifts.flatMap((shift, s): ChangedDay[] => {
    const [was, is] = [before[s] ?? [], after[s] ?? []];
    if (was.join() === is.join()) return [];
    const [routeBefore, routeAfter] = [timedRoute(problem, shift, was), timedRoute(problem, shift, is)];
    return [
      {
        shift: s,
        before: routeBefore,
        after: routeAfter,
        consequence: consequenceOf(routeBefore, routeAfter),
      },
    ];
  });
}

/** True where nothing speaks against the changes. */
export const holds = (days: readonly ChangedDay[]): boolean =>
  days.every(({ consequence }) => consequence.troubles.length === 0 && consequence.tooLong <= 0);

/** What a change does to a day, as somebody at the desk would say it; what does not hold first. */
export function consequenceWords(
  { consequence, after }: Pick<ChangedDay, 'consequence' | 'after'>,
  { problem, jobs }: Pick<PlanProblem, 'problem' | 'jobs'>,
  shift: Shift,
): { readonly against: string[]; readonly also: string[] } {
  const nameOf = (jobId: string) => jobs[problem.jobs.findIndex(({ id }) => id === jobId)]?.site ?? 'a stop';
  const startOf = (jobId: string) => after.stops.find((stop) => stop.jobId === jobId)?.startAt ?? 0;
  const against = consequence.troubles.map(
    ({ jobId, trouble }) => `${nameOf(jobId)} at ${clockText(startOf(jobId))}: ${trouble}`,
  );
  if (consequence.tooLong > 0)
    against.push(
      `back at ${clockText(after.backAt)}, ${durationText(after.overtime)} after the shift ends at ${clockText(shift.end)}`,
    );
  const also: string[] = [];
  const drive = Math.round(consequence.driveMinutes);
  if (drive !== 0) also.push(`${durationText(Math.abs(drive))} ${drive > 0 ? 'more' : 'less'} on the road`);
  if (consequence.later > 0)
    also.push(`${plural(consequence.later, 'stop')} later, by up to ${durationText(consequence.latestBy)}`);
  if (consequence.earlier > 0)
    also.push(
      `${plural(consequence.earlier, 'stop')} earlier, by up to ${durationText(consequence.earliestBy)}`,
    );
  if (consequence.overtime > 1 && consequence.tooLong <= 0)
    also.push(`${durationText(consequence.overtime)} more overtime`);
  if (after.stops.length > 0) also.push(`back at ${clockText(after.backAt)}`);
  return { against, also };
}

/**
 * What is sent to keep a change: the days that differ, and the visits that are on none of them any more.
 *
 * @param settle days on which something has no time yet are sent as well, so that it gets one
 * @param stands when visits begin as the board has them; days on which one begins at another time by these
 *   roads are sent as well, so that what is kept is what was shown
 */
export function ordersToKeep(
  asked: Pick<PlanAsked, 'from' | 'days'>,
  view: PlanProblem,
  before: Orders,
  after: Orders,
  anyway: boolean,
  settle = false,
  stands: ReadonlyMap<string, number | null> = new Map(),
): NewOrders {
  const on = new Set(after.flat());
  const off = before.flat().filter((job) => !on.has(job));
  return {
    id: uuid(),
    from: asked.from,
    days: asked.days,
    anyway,
    takeOff: off.flatMap((job) => {
      const of = view.jobs[job]?.asked;
      return of && 'visit' in of ? [of.visit] : [];
    }),
    orders: [
      ...view.shifts.flatMap(({ crewId, day, version }, s) =>
        (before[s] ?? []).join() === (after[s] ?? []).join() &&
        !(settle && after[s]?.some((job) => view.jobs[job]?.loose)) &&
        !beginsAnew(view, s, after[s] ?? [], stands)
          ? []
          : [{ crewId, day, version, jobs: (after[s] ?? []).flatMap((job) => view.jobs[job]?.asked ?? []) }],
      ),
      // What found no better place stays on the day that nobody works.
      ...view.orphaned.flatMap(({ crewId, day, version, jobs }) =>
        jobs.some((job) => on.has(job))
          ? [
              {
                crewId,
                day,
                version,
                jobs: jobs.flatMap((job) => (on.has(job) ? [] : (view.jobs[job]?.asked ?? []))),
              },
            ]
          : [],
      ),
    ],
  };
}

/** As much is no other time, minutes. */
const SAME_MINUTE = 1;

/** Whether a visit of a shift begins at another time than it stands on the board. */
export function beginsAnew(
  { problem, jobs }: Pick<PlanProblem, 'problem' | 'jobs'>,
  shift: number,
  order: readonly number[],
  stands: ReadonlyMap<string, number | null>,
): boolean {
  if (stands.size === 0 || order.length === 0) return false;
  const { stops } = timedRoute(problem, problem.shifts[shift] as Shift, order);
  return order.some((job, i) => {
    const asked = jobs[job]?.asked;
    const was = asked && 'visit' in asked ? stands.get(asked.visit) : undefined;
    return was != null && Math.abs((stops[i]?.startAt as number) - was) >= SAME_MINUTE;
  });
}

/** What is sent to undo a change that was kept. */
export function ordersToUndo(kept: OrdersKept, asked: Pick<PlanAsked, 'from' | 'days'>): NewOrders {
  const version = ({ crewId, day }: OrderOfDay) =>
    kept.routes.find((route) => route.crewId === crewId && route.day === day)?.version ?? null;
  const before = new Set(kept.before.flatMap(({ visits }) => visits));
  const begun = new Set(kept.begun);
  return {
    id: uuid(),
    from: asked.from,
    days: asked.days,
    // It stood so before.
    anyway: true,
    takeOff: kept.after.flatMap(({ visits }) => visits).filter((visit) => !before.has(visit)),
    orders: kept.before.map((order) => ({
      crewId: order.crewId,
      day: order.day,
      version: version(order),
      jobs: order.visits.filter((visit) => !begun.has(visit)).map((visit) => ({ visit })),
    })),
  };
}
