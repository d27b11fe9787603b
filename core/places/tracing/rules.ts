import { reasonsOf, type ReasonOf } from '#core/base/reasons';

/** A fact of the site that a contradiction rests on. */
export interface FactLine {
  readonly what: string;
  readonly how: string;
  readonly by: string;
  readonly on: string;
}

interface Contradicting {
  readonly facts: readonly FactLine[];
  readonly to: string;
  readonly from: string;
}

/** What each rule about what cannot be so in the feeds and controls of a site looked at. */
export interface TracingRules {
  'poles taken twice': { facts: readonly FactLine[]; a: string; b: string; poles: string; panel: string };
  'fed twice': { facts: readonly FactLine[]; to: string; from: readonly string[] };
  loop: { facts: readonly FactLine[]; way: readonly string[] };
  'poles beyond the panel': Contradicting & { poles: string; spaces: number };
  'poles not neighbours': Contradicting & { poles: readonly number[] };
  'wrong voltage': Contradicting & { plateV: number; fedV: number; sharePct: number };
  'wrong phase': Contradicting & { phase: 1 | 3; poles: number };
  'breaker below minimum': Contradicting & { breakerA: number; limitA: number };
  'breaker above maximum': Contradicting & { breakerA: number; limitA: number };
  'area served by nobody': { facts: readonly FactLine[]; area: string };
}

/** A reason by one of the rules about what cannot be so in the feeds and controls of a site. */
export type TracingReason = ReasonOf<TracingRules>;
/** Makes a reason by one of them. */
export const because = reasonsOf<TracingRules>();
