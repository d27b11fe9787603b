import { plural } from '#core/base/sentences';
import type { Orders } from '#core/planning/routing';
import type { PlanProblem } from '#contracts/board';
import { day as dayText } from '../ui/words/format.ts';

/** From so many stops on, of which so large a share is on one day, somebody asks why. */
const ASKED_ABOUT = { stops: 6, share: 0.6 } as const;

/**
 * Why most of a plan of several days is on one of them, in a sentence: how much of it is late or due by then,
 * and that the rest comes ahead of its last day because there is room. Undefined where nobody would ask.
 */
export function fullestDay(
  { problem, shifts }: Pick<PlanProblem, 'problem' | 'shifts'>,
  orders: Orders,
): string | undefined {
  const days = new Map<string, number[]>();
  shifts.forEach(({ day }, s) => days.set(day, [...(days.get(day) ?? []), ...(orders[s] ?? [])]));
  const all = [...days.values()].flat().length;
  const [fullest] = [...days].sort(([, a], [, b]) => b.length - a.length);
  if (!fullest || days.size < 2 || all < ASKED_ABOUT.stops) return undefined;
  const [day, jobs] = fullest;
  if (jobs.length < all * ASKED_ABOUT.share) return undefined;
  const at = problem.shifts[shifts.findIndex((shift) => shift.day === day)]?.day ?? 0;
  const pressing = jobs.filter((j) => {
    const job = problem.jobs[j];
    return (job?.due !== undefined && job.due.day <= at) || (job?.limits ?? []).length > 0;
  }).length;
  const rest = jobs.length - pressing;
  const said = [
    pressing > 0 ? `${pressing} ${pressing === 1 ? 'is' : 'are'} late, promised or due by then` : '',
    rest > 0
      ? `${rest} come${rest === 1 ? 's' : ''} ahead of the last day for it, since there is room and the days after stay free for calls`
      : '',
  ].filter(Boolean);
  return `${jobs.length} of ${plural(all, 'stop')} are on ${dayText(day)}: ${said.join('; ')}.`;
}
