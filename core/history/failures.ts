import type { CallFact, FindingFact, UnitFacts } from './facts.ts';

/** A call that counts as a failure of the unit, with the finding that says so where one was recorded. */
export interface FailureEvent {
  readonly call: CallFact;
  readonly findings: readonly FindingFact[];
}

/**
 * The failures in a unit's history, oldest first.
 *
 * Only calls of kind `call` can be failures: maintenance and planned returns never count. A call whose every finding is
 * "not found" or "not reproduced" is no failure. A call without any finding recorded is a failure of an unknown component:
 * something was wrong enough to call, and what it was stays unknown.
 */
export function failuresOf(facts: Pick<UnitFacts, 'calls'>): FailureEvent[] {
  return facts.calls
    .filter((call) => call.kind === 'call')
    .map((call) => ({
      call,
      findings: call.findings.filter((f) => f.grade === 'proven' || f.grade === 'presumed'),
    }))
    .filter(({ call, findings }) => findings.length > 0 || call.findings.length === 0)
    .sort((a, b) => a.call.receivedAtMs - b.call.receivedAtMs);
}

/** The finding in words: "refrigerant circuit leak", or the technician's own word where it is not mapped. */
export function findingText(finding: FindingFact): string {
  return `${finding.componentClass ?? finding.componentRaw} ${finding.failure}`.trim();
}
