import { bestPlaces, timedRoute, type Shift } from '#core/planning/routing';
import { placeAt } from './orders.ts';
import type { Moving, Target } from './useMoves.ts';

/** Where a thing stands now; a call that has no place begins at the one that costs least. */
export function whereNow({ view, job }: Moving): Target | undefined {
  const shift = view.orders.findIndex((order) => order.includes(job));
  if (shift !== -1) return { shift, at: (view.orders[shift] as readonly number[]).indexOf(job) };
  const [best] = bestPlaces(view.problem, view.orders, job, 1);
  return best && { shift: best.shift, at: best.at };
}

/** A day without what is in the hand. */
export const restRoute = ({ view: { problem, orders }, job }: Moving, shift: number) =>
  timedRoute(
    problem,
    problem.shifts[shift] as Shift,
    (orders[shift] ?? []).filter((one) => one !== job),
  );

/** The best place on a day, whichever crew's. */
export function bestOn({ view, job }: Moving, day: string): Target | undefined {
  const best = bestPlaces(view.problem, view.orders, job, view.problem.shifts.length).find(
    (place) => view.shifts[place.shift]?.day === day,
  );
  return best && { shift: best.shift, at: best.at };
}

/** The place one step of a key further; undefined for a key that does not move, or where there is none. */
export function stepped(held: Moving, key: string): Target | undefined {
  const at = held.target ?? whereNow(held);
  if (!at) return undefined;
  const { shifts } = held.view;
  const here = shifts[at.shift] as (typeof shifts)[number];
  const rest = (held.view.orders[at.shift] ?? []).filter((job) => job !== held.job);
  if (key === 'ArrowLeft') return { shift: at.shift, at: Math.max(0, at.at - 1) };
  if (key === 'ArrowRight') return { shift: at.shift, at: Math.min(rest.length, at.at + 1) };
  const sameDay = shifts.flatMap((one, s) => (one.day === here.day ? [s] : []));
  const others =
    key === 'ArrowUp' || key === 'ArrowDown'
      ? sameDay
      : key === 'PageUp' || key === 'PageDown'
        ? shifts.flatMap((one, s) => (one.crewId === here.crewId ? [s] : []))
        : undefined;
  if (!others) return undefined;
  const place = others.indexOf(at.shift) + (key === 'ArrowDown' || key === 'PageDown' ? 1 : -1);
  const shift = others[Math.max(0, Math.min(others.length - 1, place))] as number;
  if (shift === at.shift) return at;
  // About the same time of day.
  const route = held.days.find((day) => day.shift === at.shift)?.after ?? restRoute(held, at.shift);
  const jobId = held.view.problem.jobs[held.job]?.id;
  const start = route.stops.find((stop) => stop.jobId === jobId)?.startAt ?? route.departAt;
  return { shift, at: placeAt(restRoute(held, shift), start) };
}
