import type { PlainDate } from '#core/base/time';

/** What a manager can decide about a unit that gave cause to. */
export const DECISIONS = {
  repair: { words: 'Repair it', asks: 'nothing' },
  quote: { words: 'Quote it', asks: 'nothing' },
  replace: { words: 'Replace it in a certain year', asks: 'year' },
  visit: { words: 'Send somebody to confirm', asks: 'nothing' },
  watch: { words: 'Watch it until a day', asks: 'day' },
  'set aside': { words: 'Set it aside', asks: 'nothing' },
} as const;
export type DecisionKind = keyof typeof DECISIONS;
export const DECISION_KINDS = Object.keys(DECISIONS) as DecisionKind[];

/** A decision that stands, with the evidence it rests on: new evidence asks anew. */
export interface Decision {
  readonly id: string;
  readonly kind: DecisionKind;
  /** The year of a replacement. */
  readonly year?: number | undefined;
  /** The day until which a unit is watched. */
  readonly until?: PlainDate | undefined;
  /** Flags it settles, each with exactly the evidence it had. */
  readonly covers: readonly { readonly flag: string; readonly evidence: string }[];
}

/** The last day on which a decision settles anything; undefined when it holds until new evidence comes. */
export const holdsUntil = ({ kind, year, until }: Decision): PlainDate | undefined =>
  kind === 'watch' ? until : kind === 'replace' && year !== undefined ? `${year}-12-31` : undefined;

/** The decision that settles a flag on a day, or undefined: the latest wins, as they come oldest first. */
export function decisionFor(
  decisions: readonly Decision[],
  flag: { readonly kind: string; readonly evidence: string },
  asOf: PlainDate,
): Decision | undefined {
  return decisions.findLast(
    (d) =>
      d.covers.some((c) => c.flag === flag.kind && c.evidence === flag.evidence) &&
      (holdsUntil(d) ?? '9999-12-31') >= asOf,
  );
}
