import { z } from 'zod';
import { id, longText, name } from './common.ts';
import type { PhotoView } from './photos.ts';

/** How a model line comes apart: the order, the hidden screws; shown to whoever meets the line next. */
export const newModelNote = z.object({
  id,
  unitId: id,
  title: name,
  text: longText.min(1, 'how does it come apart?'),
});
export type NewModelNote = z.infer<typeof newModelNote>;
export const modelNotePatch = z.object({
  title: name.optional(),
  text: longText.min(1, 'how does it come apart?').optional(),
  retired: z.boolean().optional(),
});
export type ModelNotePatch = z.infer<typeof modelNotePatch>;

export interface ModelNoteView {
  readonly id: string;
  readonly title: string;
  readonly text: string;
  readonly by: string | null;
  readonly at: string;
  readonly photos: readonly PhotoView[];
}
