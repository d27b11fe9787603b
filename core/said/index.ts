import { conditionWords, type ConditionRules } from '../conditions/index.ts';
import { historyWords, type HistoryRules } from '../history/index.ts';
import { intakeWords, type IntakeRules } from '../intake/index.ts';
import { locateWords, type LocateRules } from '../locate/index.ts';
import { maintenanceWords, type MaintenanceRules } from '../maintenance/index.ts';
import { shownQuantity, type UnitSystem } from '../quantities/index.ts';
import type { ReasonOf, Says, Show, Worded, WordsOf } from '../reasons/index.ts';
import { tracingWords, type TracingRules } from '../tracing/index.ts';

export type { Worded } from '../reasons/index.ts';

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
