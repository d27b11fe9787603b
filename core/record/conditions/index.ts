import { daysBetween, type PlainDate } from '#core/base/time';
import { CONDITION_KINDS, type ConditionKind } from '#core/base/vocabulary';
import { because, type ConditionReason } from './rules.ts';

export type { ConditionRules } from './rules.ts';
export { conditionWords } from './wordings.ts';

/** How long a unit may be left as it is, and whether that is over. */
interface ConditionStanding {
  readonly days: number;
  /** Days beyond what its kind allows; 0 while it is within. */
  readonly overdueDays: number;
  readonly overdue: boolean;
  readonly reason: ConditionReason;
}

/**
 * Judges an open condition on a day. A kind that is allowed no day at all (a bypassed safety) is overdue from
 * the moment the visit is left, so already on the day itself.
 */
export function conditionStanding(
  kind: ConditionKind,
  openedOn: PlainDate,
  asOf: PlainDate,
): ConditionStanding {
  const { allowedDays } = CONDITION_KINDS[kind];
  const days = Math.max(0, daysBetween(openedOn, asOf));
  const overdue = allowedDays !== null && (allowedDays === 0 || days > allowedDays);
  return {
    days,
    overdueDays: overdue ? days - allowedDays : 0,
    overdue,
    reason: because('left too long', {
      condition: kind,
      since: openedOn,
      days,
      allowedDays,
      overdue,
      closes: CONDITION_KINDS[kind].closes,
    }),
  };
}

/** Kinds that must not be left behind: a visit with one of them still open is not left without saying why. */
export const neverPastTheVisit = (kind: ConditionKind): boolean => CONDITION_KINDS[kind].allowedDays === 0;
