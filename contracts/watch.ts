import { z } from 'zod';
import { FLAG_KINDS } from '#core/history';
import { id, paging, shortText } from './common.ts';
import type { FlagView } from './units.ts';

export const watchQuery = z.object({ ...paging, flag: z.enum(FLAG_KINDS).optional() });

/** Setting a flag aside, with why. It rests on the evidence: new evidence brings the flag back. */
export const newDismissal = z.object({
  id,
  unitId: id,
  flag: z.enum(FLAG_KINDS),
  evidence: z.string().min(1).max(20000),
  reason: shortText.min(1, 'why is it set aside?'),
});
export type NewDismissal = z.infer<typeof newDismissal>;

export interface WatchRow {
  readonly unitId: string;
  readonly tag: string;
  readonly kind: string;
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly score: number;
  readonly sentence: string;
  readonly flags: readonly FlagView[];
}
