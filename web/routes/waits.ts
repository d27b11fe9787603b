import { bestPlaces, isUrgent, placeAfter, type Job, type Place } from '#core/planning/routing';
import { compareText } from '#core/base/collections';
import { PRIORITIES, type Priority } from '#core/base/vocabulary';
import type { BoardDay, PlanProblem, Unplanned } from '#contracts/board';

/** How the calls that wait are looked through. */
export interface WaitsAsked {
  readonly typed: string;
  readonly priority: Priority | '';
  readonly sort: WaitsSort;
}
export const WAITS_SORTS = ['worst first', 'longest first', 'by site'] as const;
export type WaitsSort = (typeof WAITS_SORTS)[number];

const rank = (priority: Priority | null): number =>
  priority === null ? PRIORITIES.length : PRIORITIES.indexOf(priority);

const ORDERS: Record<WaitsSort, (a: Unplanned, b: Unplanned) => number> = {
  'worst first': (a, b) =>
    rank(a.call.priority) - rank(b.call.priority) || compareText(a.receivedAt, b.receivedAt),
  'longest first': (a, b) => compareText(a.receivedAt, b.receivedAt),
  'by site': (a, b) => compareText(a.site, b.site) || compareText(a.receivedAt, b.receivedAt),
};

/** The calls that are asked for: every word typed begins a word of site, customer, unit, number or complaint. */
export function waitsFound(all: readonly Unplanned[], { typed, priority, sort }: WaitsAsked): Unplanned[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return all
    .filter(({ call, site, customer }) => {
      if (priority !== '' && call.priority !== priority) return false;
      if (words.length === 0) return true;
      const text = ` ${[site, customer, call.unit, call.ref, call.complaint].join(' ').toLowerCase()}`;
      return words.every((word) => text.includes(` ${word}`) || text.includes(`-${word}`));
    })
    .sort(ORDERS[sort]);
}

/** Who goes to each site anyway, the soonest of the days shown. */
export function dueAnyway(days: readonly BoardDay[]): Map<string, { crew: string; day: string }> {
  const due = new Map<string, { crew: string; day: string }>();
  for (const { crew, day, stops } of [...days].sort((a, b) => compareText(a.day, b.day)))
    for (const { siteId, leftAt } of stops)
      if (leftAt === null && !due.has(siteId)) due.set(siteId, { crew, day });
  return due;
}

export interface OfferedPlace extends Place {
  /** The crew goes there anyway. */
  readonly anyway: boolean;
}

/**
 * The places that are offered for a call: with the crew that goes there anyway in time, then the best of the
 * first days on which anybody works.
 */
export function placesOffered(view: PlanProblem, job: number, most: number): OfferedPlace[] {
  const { problem, orders, jobs } = view;
  const own = problem.jobs[job] as Job;
  const dayOf = (shift: number) => problem.shifts[shift]?.day ?? Infinity;
  const days = [...new Set(problem.shifts.map(({ day }) => day))].sort((a, b) => a - b);
  const last = isUrgent(own) ? Math.max(days[0] ?? 0, own.due?.day ?? 0) : Infinity;
  const [there] = orders
    .flatMap((order, s) =>
      dayOf(s) <= last ? order.filter((other) => jobs[other]?.siteId === jobs[job]?.siteId) : [],
    )
    .flatMap((other) => placeAfter(problem, orders, job, other) ?? [])
    .sort((a, b) => dayOf(a.shift) - dayOf(b.shift));
  const soon = new Set(days.slice(0, 2));
  const best = bestPlaces(problem, orders, job, problem.shifts.length).filter(
    (place) => soon.has(dayOf(place.shift)) && !(place.shift === there?.shift && place.at === there.at),
  );
  return [
    ...(there ? [{ ...there, anyway: true }] : []),
    ...best.map((place) => ({ ...place, anyway: false })),
  ].slice(0, most);
}
