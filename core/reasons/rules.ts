import type { Measured } from '../quantities/index.ts';
import type { Cadence } from '../maintenance/cadence.ts';
import type { PlainDate } from '../time/index.ts';

/*
 * Reasons are data: the rule that spoke and what it looked at. They are put into words in one place
 * (wording.ts), in the units of whoever reads; nothing ever takes a sentence apart.
 */

/** One failure as a repeat counts it. */
export interface FailureLine {
  readonly on: PlainDate;
  /** Number of the call, or the visit's day where nobody called. */
  readonly call: string;
  readonly found: readonly { readonly what: string; readonly failure: string; readonly grade: string }[];
}

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

/** A maintenance task, and for what it was agreed how often it comes round. */
interface Agreed {
  readonly task: string;
  readonly agreed: 'kind' | 'customer' | 'site' | 'unit';
}

interface Clue {
  /** What it adds to the score; negative where it speaks against the unit. */
  readonly points: number;
  /** Words of the complaint that were found, each with the word it was found as. */
  readonly found: readonly { readonly word: string; readonly as: string }[];
  readonly names: readonly string[];
}

export interface RuleParams {
  /* history */
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
  /* conditions */
  'left too long': {
    condition: string;
    since: PlainDate;
    days: number;
    allowedDays: number | null;
    overdue: boolean;
    closes: string;
  };
  /* maintenance */
  'no record': Agreed & { cadence: Cadence };
  'comes round': Agreed & { cadence: Cadence; last: PlainDate; dueOn: PlainDate; lateDays: number };
  'plugs sooner': Agreed & {
    cadence: Cadence;
    last: PlainDate;
    dueOn: PlainDate;
    lateDays: number;
    days: number;
    pluggedAfter: number;
  };
  'new machine': { task: string; installedOn: PlainDate; dueOn: PlainDate; lateDays: number };
  season: Agreed & { from: PlainDate; to: PlainDate; last: PlainDate | null; lateDays: number };
  'season missed': Agreed & { from: PlainDate; to: PlainDate; last: PlainDate | null; lateDays: number };
  /* intake */
  danger: Record<string, never>;
  'danger heard': { kind: string; words: string };
  'people at risk': Record<string, never>;
  'goods at stake': Record<string, never>;
  'room against set point': { room: Measured; setPoint: Measured; off: Measured };
  'no heat in frost': { outdoor: Measured };
  water: Record<string, never>;
  'nothing at stake': Record<string, never>;
  'not enough known': Record<string, never>;
  /* locate */
  serial: { points: number; serial: string };
  tag: { points: number; tag: string };
  poles: { points: number; poles: readonly number[]; of: string };
  area: Clue;
  control: Clue;
  panel: Clue;
  site: Clue;
  customer: Clue;
  model: Clue;
  'kind named': Clue;
  'what is felt': { points: number; word: string; system: string; kind: string; does: boolean };
  'left open': { points: number; conditions: readonly string[] };
  'open call': { points: number };
  state: { points: number; status: string };
  /* tracing */
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

export type RuleId = keyof RuleParams;
export type Reason<R extends RuleId = RuleId> = {
  [Rule in R]: { readonly rule: Rule; readonly params: Readonly<RuleParams[Rule]> };
}[R];

/** A reason of a rule. @example because('danger', {}) */
export const because = <R extends RuleId>(rule: R, params: Readonly<RuleParams[R]>): Reason<R> =>
  ({ rule, params }) as Reason<R>;
