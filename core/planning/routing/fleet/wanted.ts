import type { Priority } from '#core/base/vocabulary';
import { addDays, type PlainDate } from '#core/base/time';
import type { Job } from './problem.ts';

/** The latest time at which somebody is to begin on a call. */
export interface Latest {
  readonly day: PlainDate;
  /** Minutes since midnight; the end of the day where any time of it will do. */
  readonly by: number;
}

const DAY = 1440;

/**
 * The latest time by the priority: two hours after the call for "at once", its day for "today", four days more
 * for "this week", four weeks for "with the next route" [common practice, our starting values].
 *
 * @param received the day and the minute at the site
 */
export function latestFor(
  priority: Priority,
  received: { readonly day: PlainDate; readonly minute: number },
): Latest {
  if (priority !== 'at once') return { day: addDays(received.day, DAYS[priority]), by: DAY };
  const by = received.minute + AT_ONCE_MINUTES;
  return { day: addDays(received.day, Math.floor(by / DAY)), by: by % DAY };
}
const AT_ONCE_MINUTES = 120;
const DAYS = { today: 0, 'this week': 4, 'with the next route': 28 } as const;

/** Somebody is to come today: the soonest is asked for, and not the shortest drive. */
export const isUrgent = ({ limits = [] }: Pick<Job, 'limits'>): boolean =>
  limits.some(({ kind }) => kind === 'wanted');
