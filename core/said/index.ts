import { conditionWords, type ConditionRules } from '#core/record/conditions';
import { historyWords, type HistoryRules } from '#core/judging/history';
import { intakeWords, type IntakeRules } from '#core/intake';
import { locateWords, type LocateRules } from '#core/places/locate';
import { maintenanceWords, type MaintenanceRules } from '#core/upkeep/maintenance';
import { shownQuantity, type UnitSystem } from '#core/base/quantities';
import type { ReasonOf, Says, Show, Worded, WordsOf } from '#core/base/reasons';
import { tracingWords, type TracingRules } from '#core/places/tracing';

export type { Worded } from '#core/base/reasons';

type Rules = ConditionRules & HistoryRules & IntakeRules & LocateRules & MaintenanceRules & TracingRules;
/** A reason by any rule of any area. */
export type Reason = ReasonOf<Rules>;

/** Every area's words; a rule of two areas would be a property of two kinds here and not compile. */
const WORDS: WordsOf<Rules> = {
  ...conditionWords,
  ...historyWords,
  ...intakeWords,
  ...locateWords,
  ...maintenanceWords,
  ...tracingWords,
};

/**
 * A reason in words, with every quantity in the reader's units. The one place where reasons are worded.
 *
 * @param system units of whoever reads; paper and exports use the company's
 */
export function wordsOf(reason: Reason, system: UnitSystem = 'US'): Worded {
  const say = WORDS[reason.rule] as (params: Reason['params'], show: Show) => Says;
  const says = say(reason.params, (measured) => shownQuantity(measured, system));
  return { rule: reason.rule, inputs: [], ...says };
}
