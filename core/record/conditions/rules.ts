import { reasonsOf, type ReasonOf } from '#core/base/reasons';
import type { PlainDate } from '#core/base/time';

/** What each rule about what was left open looked at. */
export interface ConditionRules {
  'left too long': {
    condition: string;
    since: PlainDate;
    days: number;
    allowedDays: number | null;
    overdue: boolean;
    closes: string;
  };
}

/** A reason by one of the rules about what was left open. */
export type ConditionReason = ReasonOf<ConditionRules>;
/** Makes a reason by one of them. */
export const because = reasonsOf<ConditionRules>();
