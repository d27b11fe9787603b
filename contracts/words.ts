import { z } from 'zod';
import { COMPONENT_CLASSES, type ComponentClass } from '#core/vocabulary';
import { name } from './common.ts';

/** A technician's word for a component, mapped by the company to a class. */
export const wordMapping = z.object({
  word: name,
  componentClass: z.enum(
    COMPONENT_CLASSES as [ComponentClass, ...ComponentClass[]],
    'must be one of the component classes',
  ),
});
export type WordMapping = z.infer<typeof wordMapping>;

export interface WordsView {
  readonly unmapped: readonly { readonly word: string; readonly uses: number }[];
  readonly mapped: readonly {
    readonly word: string;
    readonly componentClass: string;
    readonly by: string | null;
  }[];
}
