/** Who works when: a crew's day from its week, the holidays, its members and who is away. */
import { dayWords, weekday, type PlainDate } from '#core/base/time';

/** Minutes after midnight; the end is later than the start, a shift over midnight is two. */
export interface Shift {
  readonly start: number;
  readonly end: number;
}

/** Shifts of a week, Monday first; null on days the crew does not work. */
export type Week = readonly (Shift | null)[];

/** Days from the first to the last, both included; open-ended where there is no last. */
export interface Days {
  readonly from: PlainDate;
  readonly until: PlainDate | null;
}

export const ABSENCE_KINDS = ['ill', 'on holiday', 'training', 'away'] as const;
export type AbsenceKind = (typeof ABSENCE_KINDS)[number];

export interface Absence extends Days {
  readonly userId: string;
  readonly kind: AbsenceKind;
}
interface Member {
  readonly userId: string;
  readonly name: string;
}
export interface Away extends Member {
  readonly kind: AbsenceKind;
  readonly until: PlainDate | null;
}

type NoWork =
  | { readonly rule: 'holiday'; readonly name: string }
  | { readonly rule: 'day off' }
  | { readonly rule: 'no members' }
  | { readonly rule: 'all away'; readonly away: readonly Away[] };

export type CrewDay =
  | {
      readonly works: true;
      readonly shift: Shift;
      readonly present: readonly Member[];
      readonly away: readonly Away[];
    }
  | { readonly works: false; readonly why: NoWork };

/** True when the day is one of them. */
export const within = (day: PlainDate, { from, until }: Days): boolean =>
  from <= day && (until === null || day <= until);

/** True when two stretches of days share one. */
export const overlap = (a: Days, b: Days): boolean =>
  (a.until === null || b.from <= a.until) && (b.until === null || a.from <= b.until);

/**
 * Whether a crew works on a day, when, and who of it is there. A holiday of the company goes before
 * everything; then the crew's own week; then its people.
 *
 * @param members who belongs to the crew on that day
 */
export function crewDay(
  day: PlainDate,
  {
    week,
    members,
    absences,
    holidays,
  }: {
    readonly week: Week;
    readonly members: readonly Member[];
    readonly absences: readonly Absence[];
    readonly holidays: readonly { readonly on: PlainDate; readonly name: string }[];
  },
): CrewDay {
  const holiday = holidays.find(({ on }) => on === day);
  if (holiday) return { works: false, why: { rule: 'holiday', name: holiday.name } };
  const shift = week[weekday(day) - 1] ?? null;
  if (shift === null) return { works: false, why: { rule: 'day off' } };
  if (members.length === 0) return { works: false, why: { rule: 'no members' } };
  const away = members.flatMap((member): Away[] => {
    const absence = absences.find(({ userId, ...days }) => userId === member.userId && within(day, days));
    return absence ? [{ ...member, kind: absence.kind, until: absence.until }] : [];
  });
  const present = members.filter(({ userId }) => !away.some((a) => a.userId === userId));
  if (present.length === 0) return { works: false, why: { rule: 'all away', away } };
  return { works: true, shift, present, away };
}

/**
 * @example awayWords({ name: 'Ada', kind: 'ill', until: '2026-06-02', … }) // "Ada is ill until 2 Jun 2026"
 */
export const awayWords = ({ name, kind, until }: Away): string =>
  `${name} is ${kind === 'training' ? 'at a training' : kind}${until === null ? '' : ` until ${dayWords(until)}`}`;

/** Why a crew does not work on a day, as somebody at the desk would say it. */
export function noWorkWords(why: NoWork): string {
  switch (why.rule) {
    case 'holiday':
      return `${why.name}, a company holiday`;
    case 'day off':
      return 'it is not one of its working days';
    case 'no members':
      return 'nobody is in it';
    case 'all away':
      return why.away.map(awayWords).join(', ');
  }
}
