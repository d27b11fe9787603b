import { compareText } from '#core/base/collections';
import { daysBetween } from '#core/base/time';
import type { System } from '#core/base/vocabulary';
import type { CallFact, HistorySettings, UnitFacts } from './facts.ts';
import { because, type HistoryReason } from './rules.ts';

/** A new call that came back on the same unit and system soon after an earlier one was done. */
export interface Callback {
  readonly earlier: CallFact;
  readonly later: CallFact;
  readonly days: number;
  /** The system both are about. */
  readonly system: System;
  readonly reason: HistoryReason;
}

/**
 * **Callback**: a new call on the same unit and the same system within `callbackDays` (30) site-local days
 * after the earlier one was done [common practice]. A repair finished on a planned return starts the clock
 * too; maintenance does not, and neither is ever the later side. A call taken before the earlier one was done
 * is not a callback: the first was still open. Where a system is not known on either side the two cannot be
 * joined, and are not.
 *
 * Each later call is joined to the latest earlier call that fits.
 */
export function callbacksOf(
  facts: Pick<UnitFacts, 'calls'>,
  settings: Pick<HistorySettings, 'callbackDays'>,
): Callback[] {
  const calls = facts.calls
    .filter((call) => call.kind !== 'maintenance')
    .sort((a, b) => a.receivedAtMs - b.receivedAtMs || compareText(a.id, b.id))
    .map((call, i, all) => ({ ...call, systems: systemsOf(call, all.slice(0, i)) }));
  return calls
    .filter((call) => call.kind === 'call')
    .flatMap((later) => {
      const earlier = calls
        .filter(
          (call) =>
            call.completedAtMs !== undefined &&
            call.completedAtMs <= later.receivedAtMs &&
            call.id !== later.id &&
            call.systems.some((system) => later.systems.includes(system)),
        )
        .sort((a, b) => (b.completedAtMs as number) - (a.completedAtMs as number))[0];
      if (!earlier?.completedOn) return [];
      const days = daysBetween(earlier.completedOn, later.receivedOn);
      if (days > settings.callbackDays) return [];
      const system = earlier.systems.find((s) => later.systems.includes(s)) as System;
      const reason = because('came back', {
        earlier: earlier.ref,
        later: later.ref,
        completedOn: earlier.completedOn,
        receivedOn: later.receivedOn,
        days,
        system,
        limitDays: settings.callbackDays,
      });
      return [{ earlier, later, days, system, reason }];
    });
}

/**
 * The systems of a call. A planned return on which nobody named one goes on with the trouble of the call
 * before it: it is the rest of that repair.
 */
const systemsOf = (call: CallFact, before: readonly CallFact[]): CallFact['systems'] =>
  call.kind === 'planned return' && call.systems.length === 0
    ? (before.findLast((b) => b.kind === 'call')?.systems ?? [])
    : call.systems;
