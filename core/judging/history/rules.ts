import type { Measured } from '#core/base/quantities';
import { reasonsOf, type ReasonOf } from '#core/base/reasons';
import type { PlainDate } from '#core/base/time';

/** One failure as a repeat counts it. */
export interface FailureLine {
  readonly on: PlainDate;
  /** Number of the call, or the visit's day where nobody called. */
  readonly call: string;
  readonly found: readonly { readonly what: string; readonly failure: string; readonly grade: string }[];
}

/** What each rule about the history of a unit looked at. */
export interface HistoryRules {
  'same part again': {
    part: string;
    circuit: number | null;
    failures: readonly FailureLine[];
    days: number;
    limit: number;
    windowDays: number;
  };
  'many failures': { failures: readonly FailureLine[]; days: number; limit: number; windowDays: number };
  'wears out early': {
    part: string;
    failures: readonly FailureLine[];
    days: number;
    limit: number;
    windowDays: number;
  };
  'came back': {
    earlier: string;
    later: string;
    completedOn: PlainDate;
    receivedOn: PlainDate;
    days: number;
    system: string;
    limitDays: number;
  };
  leaker: {
    circuit: number | null;
    additions: readonly { on: PlainDate; call: string; added: Measured | null }[];
    total: Measured | null;
    /** Share of the charge within twelve months, where that is what speaks. */
    sharePct: number | null;
    limits: { apartDays: number; withinDays: number; sharePct: number };
  };
  old: {
    years: number;
    since: PlainDate;
    from: 'built' | 'installed';
    kind: string;
    lifeYears: number;
    refrigerants: readonly string[];
    phasedOut: readonly string[];
  };
  'left so': { condition: string; hazard: boolean; since: PlainDate; text: string; closes: string };
  recommended: { text: string; on: PlainDate };
}

/** A reason by one of the rules about the history of a unit. */
export type HistoryReason = ReasonOf<HistoryRules>;
/** Makes a reason by one of them. */
export const because = reasonsOf<HistoryRules>();
