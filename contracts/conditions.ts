import { z } from 'zod';
import type { CallKind } from '#core/base/vocabulary';
import type { ReasonView } from './common.ts';
import { id, paging } from './common.ts';
import type { ConditionView } from './units.ts';

export const CONDITION_ORDERS = ['hazard', 'age', 'customer'] as const;
export const conditionList = z.object({
  ...paging,
  sort: z.enum(CONDITION_ORDERS).optional().default('hazard'),
  overdue: z.enum(['only', 'all']).optional().default('all'),
  kind: z.string().max(60).optional(),
});

/** An open condition on the board: what, where, since when, and whether it has been left too long. */
export interface ConditionRow extends ConditionView {
  /** Set where it was left at a point of the site and not on a unit. */
  readonly pointId: string | null;
  readonly tag: string;
  readonly unitStatus: string;
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly visitId: string;
  readonly days: number;
  readonly overdue: boolean;
  readonly usuallyCloses: string;
  readonly reason: ReasonView;
  /** What is to close it: a return that was planned for it, or the call that was made safe there. */
  readonly callId: string | null;
  readonly callRef: string | null;
  readonly callKind: CallKind | null;
  readonly callOn: string | null;
}

export interface ConditionBoard {
  readonly rows: readonly ConditionRow[];
  readonly total: number;
  /** Over all conditions, whatever the filter. */
  readonly hazards: number;
  readonly overdue: number;
}

/** Returns to close what was left open, one call for each. */
export const newReturns = z.object({
  id,
  conditions: z
    .array(z.object({ conditionId: id, callId: id }))
    .min(1, 'which of them?')
    .max(200, 'at most 200 at once'),
});
export type NewReturns = z.infer<typeof newReturns>;
