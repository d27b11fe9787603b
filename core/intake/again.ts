import { saysAgain, systemHeard } from '#core/heard';
import { callbacksOf, findingText, type CallFact } from '#core/judging/history';
import { SYSTEMS, type System } from '#core/base/vocabulary';

/** What was done on one unit of the site lately, as the rules of its history see it. */
export interface RecentWork {
  readonly unitId: string;
  readonly tag: string;
  readonly calls: readonly CallFact[];
}

/** An earlier repair that the caller's trouble comes back from. */
export interface CalledBack {
  readonly unitId: string;
  readonly tag: string;
  /** The earlier call. */
  readonly ref: string;
  readonly days: number;
  /** The day the earlier one was done. */
  readonly on: string;
  /** What was found then. */
  readonly found: readonly string[];
  readonly system: System;
  /** The caller's words for it; null where only the unit and the system say so. */
  readonly said: string | null;
}

/**
 * What a call that is being taken would be a callback of, by the very rule that judges it once it is saved
 * (judging/history/callback.ts), the latest repair first. With a unit chosen its system decides; without one
 * only a caller who says that it happened before is taken at his word. A caller who names no system means
 * the one that was repaired.
 *
 * @param now.today the day at the site
 * @param now.callbackDays the company's limit, the last day counted
 */
export function calledBack(
  now: {
    readonly words: string;
    readonly system?: System;
    readonly unitId: string | null;
    readonly today: string;
    readonly nowMs: number;
    readonly callbackDays: number;
  },
  recent: readonly RecentWork[],
): CalledBack[] {
  const { words, unitId, today, nowMs, callbackDays } = now;
  const said = saysAgain(words) ?? null;
  const system = now.system ?? systemHeard(words);
  if (said === null && (unitId === null || system === undefined)) return [];
  return recent
    .filter((one) => unitId === null || one.unitId === unitId)
    .flatMap(({ unitId: id, tag, calls }) => {
      const later: CallFact = {
        id: 'the call being taken',
        ref: 'this call',
        kind: 'call',
        receivedOn: today,
        receivedAtMs: nowMs,
        systems: system ? [system] : SYSTEMS,
        findings: [],
      };
      const back = callbacksOf({ calls: [...calls, later] }, { callbackDays }).find(
        (one) => one.later.id === later.id,
      );
      if (!back) return [];
      const { ref, completedOn, findings } = back.earlier;
      return {
        ...{ unitId: id, tag, ref, days: back.days, on: completedOn as string, said },
        found: [...new Set(findings.map(findingText))],
        system: back.system,
      };
    })
    .sort((a, b) => a.days - b.days);
}
