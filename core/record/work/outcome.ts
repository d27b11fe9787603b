import { addDays, type PlainDate } from '#core/base/time';
import type { FindingGrade } from '#core/base/vocabulary';

/** How sure a call can be about a unit when it was left. */
export const OUTCOME_GRADES = ['proven', 'presumed', 'made safe', 'not reproduced', 'not found'] as const;
export type OutcomeGrade = (typeof OUTCOME_GRADES)[number];

/** What a call came to on one unit or point of the site. */
export interface Outcome {
  readonly subjectId: string;
  readonly grade: OutcomeGrade;
  /** A presumed cause is looked at again on this day. */
  readonly watchUntil?: PlainDate | undefined;
}

/**
 * How long a presumed cause is watched where nobody names a day [common practice: a month of ordinary
 * service].
 */
const WATCH_DAYS = 30;

interface Found {
  readonly subjectId: string;
  readonly grade: FindingGrade;
  readonly on: PlainDate;
  readonly watchUntil?: PlainDate | undefined;
}

/** The day until which a finding is watched: presumed ones only. */
export const watchDay = ({ grade, on, watchUntil }: Omit<Found, 'subjectId'>): PlainDate | undefined =>
  grade === 'presumed' ? (watchUntil ?? addDays(on, WATCH_DAYS)) : undefined;

/**
 * The outcome of a call for each unit or point somebody wrote about. A cause that was proven outweighs a
 * presumed one, both outweigh making safe, and a trouble that was looked for in vain comes last.
 *
 * @param madeSafe subjects on which something dangerous was left in a safe state
 */
export function outcomesOf(findings: readonly Found[], madeSafe: ReadonlySet<string>): Outcome[] {
  const subjects = [...new Set([...findings.map((f) => f.subjectId), ...madeSafe])].sort();
  return subjects.map((subjectId): Outcome => {
    const own = findings.filter((f) => f.subjectId === subjectId);
    const grade =
      OUTCOME_GRADES.find(
        (g) => own.some((f) => f.grade === g) || (g === 'made safe' && madeSafe.has(subjectId)),
      ) ?? 'not found';
    const days = own.flatMap((f) => watchDay(f) ?? []).sort();
    return grade === 'presumed' ? { subjectId, grade, watchUntil: days.at(-1) } : { subjectId, grade };
  });
}
