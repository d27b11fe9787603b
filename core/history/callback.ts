import { plural, type Reason } from '../reasons/index.ts';
import { daysBetween } from '../time/index.ts';
import type { CallFact, HistorySettings, UnitFacts } from './facts.ts';

/** A new call that came back on the same unit and system soon after an earlier one was completed. */
export interface Callback {
  readonly earlier: CallFact;
  readonly later: CallFact;
  readonly days: number;
  readonly reason: Reason;
}

/**
 * **Callback**: a new call on the same unit and the same system within `callbackDays` (30) site-local days after the earlier
 * one was completed [common practice]. Maintenance and planned returns are neither the earlier nor the later side. A call
 * received before the earlier one was completed is not a callback: the first was still open. Where a system is not known on
 * either side the two cannot be joined, and are not.
 *
 * Each later call is joined to the latest earlier call that fits.
 */
export function callbacksOf(
  facts: Pick<UnitFacts, 'calls'>,
  settings: Pick<HistorySettings, 'callbackDays'>,
): Callback[] {
  const calls = facts.calls
    .filter((call) => call.kind === 'call')
    .sort((a, b) => a.receivedAtMs - b.receivedAtMs);
  return calls.flatMap((later) => {
    const earlier = calls
      .filter(
        (call) =>
          call.completedAtMs !== undefined &&
          call.completedAtMs <= later.receivedAtMs &&
          call.id !== later.id,
      )
      .filter((call) => call.systems.some((system) => later.systems.includes(system)))
      .sort((a, b) => (b.completedAtMs as number) - (a.completedAtMs as number))[0];
    if (!earlier?.completedOn) return [];
    const days = daysBetween(earlier.completedOn, later.receivedOn);
    if (days > settings.callbackDays) return [];
    const system = earlier.systems.find((s) => later.systems.includes(s)) as string;
    const reason: Reason = {
      rule: 'callback',
      text: `Call ${later.ref} came ${plural(days, 'day')} after ${earlier.ref} was completed, on the same ${system} system.`,
      inputs: [
        { label: 'earlier call completed', value: earlier.completedOn, source: `call ${earlier.ref}` },
        { label: 'new call received', value: later.receivedOn, source: `call ${later.ref}` },
        { label: 'system', value: system, source: `calls ${earlier.ref}, ${later.ref}` },
      ],
      threshold: `at most ${plural(settings.callbackDays, 'day')}`,
      changedBy: 'Finding that the later call had another system, or that it was planned work.',
    };
    return [{ earlier, later, days, reason }];
  });
}
