import { plural, type Reason } from '../reasons/index.ts';
import { daysBetween } from '../time/index.ts';
import type { ComponentClass } from '../vocabulary/index.ts';
import type { HistorySettings, UnitFacts } from './facts.ts';
import { failuresOf, type FailureEvent } from './failures.ts';

/** Failures that belong together: `kind` says whether one component class came back or failures of any kind piled up. */
export interface Repeat {
  readonly kind: 'same component' | 'any failures';
  readonly componentClass?: ComponentClass;
  /** Oldest first; the last one made it a repeat. */
  readonly failures: readonly FailureEvent[];
  readonly reason: Reason;
}

type RepeatSettings = Pick<HistorySettings, 'repeatWindowDays' | 'repeatSameClass' | 'repeatAnyFailures'>;

/**
 * **Repeat failure**: the same component class failed twice, or any three failures, within any 365 days [common practice;
 * counts and window are company settings]. Failures only, see {@link failuresOf}: planned work never counts.
 *
 * A window of 365 days holds two days at most 365 apart. Every failure that completes a repeat yields one, so a unit with a
 * long history yields the chain that the story line draws.
 */
export function repeatsOf(facts: Pick<UnitFacts, 'calls'>, settings: RepeatSettings): Repeat[] {
  const failures = failuresOf(facts);
  return failures.flatMap((latest, index) => {
    const within = failures
      .slice(0, index + 1)
      .filter((f) => daysBetween(f.call.receivedOn, latest.call.receivedOn) <= settings.repeatWindowDays);
    return [...sameComponent(within, latest, settings), ...anyFailures(within, settings)];
  });
}

function sameComponent(
  within: readonly FailureEvent[],
  latest: FailureEvent,
  settings: RepeatSettings,
): Repeat[] {
  const classes = new Set(latest.findings.flatMap((f) => f.componentClass ?? []));
  return [...classes].flatMap((componentClass) => {
    const failures = within.filter((f) =>
      f.findings.some((finding) => finding.componentClass === componentClass),
    );
    if (failures.length < settings.repeatSameClass) return [];
    const text = `${componentClass} failed ${plural(failures.length, 'time')} in ${spanText(failures)}.`;
    const reason = reasonOf(
      'repeat: same component',
      text,
      failures,
      `${settings.repeatSameClass} within ${settings.repeatWindowDays} days`,
    );
    return [{ kind: 'same component' as const, componentClass, failures, reason }];
  });
}

function anyFailures(within: readonly FailureEvent[], settings: RepeatSettings): Repeat[] {
  if (within.length < settings.repeatAnyFailures) return [];
  const text = `${plural(within.length, 'failure')} of any kind in ${spanText(within)}.`;
  const reason = reasonOf(
    'repeat: any failures',
    text,
    within,
    `${settings.repeatAnyFailures} within ${settings.repeatWindowDays} days`,
  );
  return [{ kind: 'any failures' as const, failures: within, reason }];
}

function spanText(failures: readonly FailureEvent[]): string {
  const first = failures[0] as FailureEvent;
  const last = failures[failures.length - 1] as FailureEvent;
  return plural(daysBetween(first.call.receivedOn, last.call.receivedOn), 'day');
}

function reasonOf(rule: string, text: string, failures: readonly FailureEvent[], threshold: string): Reason {
  return {
    rule,
    text,
    inputs: failures.map(({ call, findings }) => ({
      label: call.receivedOn,
      value:
        findings.map((f) => `${f.componentClass ?? f.componentRaw} ${f.failure} (${f.grade})`).join(', ') ||
        'component not recorded',
      source: `call ${call.ref}`,
    })),
    threshold,
    changedBy: 'One of these calls turning out not to be a failure, or another component.',
  };
}
