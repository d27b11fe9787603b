import { compareText } from '#core/base/collections';
import { isConsumable } from '#core/machine';
import type { CallFact, FindingFact, UnitFacts } from './facts.ts';
import type { FailureLine } from './rules.ts';

/** A call that counts as a failure of the unit, with the findings that say so. */
export interface FailureEvent {
  readonly call: CallFact;
  readonly findings: readonly FindingFact[];
}

const diagnosed = ({ grade }: FindingFact): boolean => grade === 'proven' || grade === 'presumed';

function eventsWith(
  { calls }: Pick<UnitFacts, 'calls'>,
  counts: (finding: FindingFact) => boolean,
): FailureEvent[] {
  return calls
    .filter((call) => call.kind === 'call')
    .map((call) => ({ call, findings: call.findings.filter((f) => diagnosed(f) && counts(f)) }))
    .filter(({ findings }) => findings.length > 0)
    .sort((a, b) => a.call.receivedAtMs - b.call.receivedAtMs || compareText(a.call.id, b.call.id));
}

/**
 * The failures in a unit's history, oldest first: calls on which something was found wrong with this unit,
 * proven or presumed.
 *
 * Only calls of kind `call` can be failures: maintenance and planned returns never count. A call nobody has
 * diagnosed is not a failure, nor is one on which nothing was found or the trouble would not show itself:
 * nobody knows that the unit was at fault. Filters and belts are no failure of the machine, see {@link
 * consumablesOf}.
 */
export const failuresOf = (facts: Pick<UnitFacts, 'calls'>): FailureEvent[] =>
  eventsWith(facts, (finding) => !isConsumable(finding.part));

/**
 * Calls on which something was found that runs out and is renewed: they speak of the interval, not of the
 * machine.
 */
export const consumablesOf = (facts: Pick<UnitFacts, 'calls'>): FailureEvent[] =>
  eventsWith(facts, (finding) => isConsumable(finding.part));

/** The finding in words: "refrigerant circuit leak", or the technician's own word where it is not mapped. */
export const findingText = (finding: FindingFact): string =>
  `${finding.part ?? finding.component} ${finding.failure}`.trim();

/** A failure as reasons list it. */
export const failureLine = ({ call, findings }: FailureEvent): FailureLine => ({
  on: call.receivedOn,
  call: call.ref,
  found: findings.map((f) => ({ what: f.part ?? f.component, failure: f.failure, grade: f.grade })),
});
