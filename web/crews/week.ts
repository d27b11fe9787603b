import { clockText, hoursText, minutesOfDay, parseDay, WEEKDAYS, type Weekday } from '#core/base/time';
import type { Shift, Week } from '#core/planning/crews';

/** A week of shifts as typed: one text a day, empty where the crew does not work. */
export type TypedWeek = Record<Weekday, string>;

const spanText = ({ start, end }: Shift): string => `${clockText(start)}-${clockText(end)}`;

export const typedWeek = (week: Week): TypedWeek =>
  Object.fromEntries(
    WEEKDAYS.map(([key], i) => [key, week[i] ? spanText(week[i] as Shift) : '']),
  ) as TypedWeek;

/**
 * The week as typed, with what is not right by day. A shift is one span: two in a day are two crews' work.
 */
export function weekTyped(typed: TypedWeek): { week: (Shift | null)[]; problems: [Weekday, string][] } {
  const problems: [Weekday, string][] = [];
  const week = WEEKDAYS.map(([key]): Shift | null => {
    try {
      const [span, more] = parseDay(typed[key]);
      if (more) throw new RangeError('one shift a day, such as 07:00-16:00');
      return span ? { start: minutesOfDay(span[0]), end: minutesOfDay(span[1]) } : null;
    } catch {
      problems.push([key, 'write it like 07:00-16:00, or leave it empty']);
      return null;
    }
  });
  return { week, problems };
}

/** @example weekText(…) // "Mon–Thu 07:00–16:00; Fri 07:00–15:00" */
export const weekText = (week: Week): string =>
  hoursText(
    Object.fromEntries(
      WEEKDAYS.flatMap(([key], i) => {
        const shift = week[i];
        return shift ? [[key, [[clockText(shift.start), clockText(shift.end)]]]] : [];
      }),
    ),
  );

/** Monday to Friday, as most begin. */
export const USUAL_WEEK: Week = [1, 2, 3, 4, 5, 6, 7].map((day) =>
  day > 5 ? null : { start: 7 * 60, end: 16 * 60 },
);
