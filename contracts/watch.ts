import { z } from 'zod';
import { DECISION_KINDS, FLAG_KINDS, type DecisionKind } from '#core/judging/history';
import { id, paging, plainDate, shortText } from './common.ts';
import type { DecisionView, FlagView } from './units.ts';

/**
 * What of the watch list is shown: what asks for a decision, what was decided, what is advice, what is a plan
 * for later years.
 */
export const WATCH_GROUPS = ['to decide', 'decided', 'advice', 'plan'] as const;
export type WatchGroup = (typeof WATCH_GROUPS)[number];
export const AGES = ['under 10', '10 to 14', '15 to 19', '20 and over', 'not known'] as const;
export type AgeBand = (typeof AGES)[number];

export const watchQuery = z.object({
  ...paging,
  group: z.enum(WATCH_GROUPS).optional().default('to decide'),
  flag: z.enum(FLAG_KINDS).optional(),
  customer: id.optional(),
  refrigerant: shortText.optional(),
  age: z.enum(AGES).optional(),
});
export type WatchQuery = z.infer<typeof watchQuery>;

/** A decision about a unit, with why. It rests on the evidence: new evidence asks anew. */
export const newDecision = z
  .object({
    id,
    unitId: id,
    kind: z.enum(DECISION_KINDS as [DecisionKind, ...DecisionKind[]], 'what is decided?'),
    year: z.int('which year?').min(2000).max(2100).optional(),
    until: plainDate.optional(),
    reason: shortText.min(1, 'why?'),
    covers: z
      .array(z.object({ flag: z.enum(FLAG_KINDS), evidence: z.string().min(1).max(20000) }))
      .min(1, 'what is decided about?')
      .max(FLAG_KINDS.length),
  })
  .refine((d) => d.kind !== 'replace' || d.year !== undefined, { error: 'in which year?', path: ['year'] })
  .refine((d) => d.kind !== 'watch' || d.until !== undefined, { error: 'until which day?', path: ['until'] });
export type NewDecision = z.infer<typeof newDecision>;

export interface WatchRow {
  readonly unitId: string;
  readonly tag: string;
  readonly kind: string;
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly builtOn: string | null;
  readonly refrigerants: readonly string[];
  readonly score: number;
  readonly sentence: string;
  readonly flags: readonly FlagView[];
  readonly decisions: readonly DecisionView[];
  /** Other units of the same customer on which the same was found within a year: they stand together. */
  readonly together: { readonly cause: string; readonly units: number } | null;
}

/** One choice of a filter with how many units it would leave. */
export interface FilterCount {
  readonly value: string;
  readonly label: string;
  readonly count: number;
}

export interface WatchPage {
  readonly rows: WatchRow[];
  readonly total: number;
  readonly units: number;
  readonly groups: readonly FilterCount[];
  readonly flags: readonly FilterCount[];
  readonly customers: readonly FilterCount[];
  readonly refrigerants: readonly FilterCount[];
  readonly ages: readonly FilterCount[];
}
