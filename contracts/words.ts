import { z } from 'zod';
import { PART_IDS, type PartId } from '#core/machine';
import { name } from './common.ts';

/** A technician's word, mapped by the company to the part it means. */
export const wordMapping = z.object({
  word: name,
  part: z.enum(PART_IDS as [PartId, ...PartId[]], 'must be one of the parts'),
});
export type WordMapping = z.infer<typeof wordMapping>;

export interface WordsView {
  readonly unmapped: readonly { readonly word: string; readonly uses: number }[];
  readonly mapped: readonly { readonly word: string; readonly part: string; readonly by: string | null }[];
}
