import { z } from 'zod';
import { id, instant, shortText } from './common.ts';

export const PHOTO_PURPOSES = ['nameplate', 'condition', 'wiring', 'mark', 'roof'] as const;
export type PhotoPurpose = (typeof PHOTO_PURPOSES)[number];

/** Largest picture taken, bytes. Phones scale theirs down before sending. */
export const MOST_PHOTO_BYTES = 8_000_000;

export const photoMark = z.object({
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1),
  text: shortText.min(1, 'what is there?'),
});
export type PhotoMark = z.infer<typeof photoMark>;

export const newPhoto = z
  .object({
    id,
    siteId: id.optional(),
    unitId: id.optional(),
    modelNoteId: id.optional(),
    purpose: z.enum(PHOTO_PURPOSES, 'what is it a picture of?'),
    caption: shortText.optional(),
    marks: z.array(photoMark).max(40).optional(),
    takenAt: instant,
    /** The file itself, base64. */
    content: z
      .string()
      .min(1, 'an empty picture')
      .max(Math.ceil((MOST_PHOTO_BYTES * 4) / 3) + 4, 'a picture has at most 8 MB'),
  })
  .refine(
    (p) => [p.siteId, p.unitId, p.modelNoteId].filter(Boolean).length === 1,
    'a picture belongs to one unit, one site or one note',
  );
export type NewPhoto = z.infer<typeof newPhoto>;

export const photoPatch = z.object({
  turn: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)], 'a quarter turn').optional(),
  caption: shortText.optional(),
  marks: z.array(photoMark).max(40).optional(),
  retired: z.boolean().optional(),
});
export type PhotoPatch = z.infer<typeof photoPatch>;

export interface PhotoView {
  readonly id: string;
  readonly purpose: PhotoPurpose;
  readonly caption: string | null;
  /** As it is shown, after turning. */
  readonly width: number;
  readonly height: number;
  readonly turn: number;
  readonly marks: readonly PhotoMark[];
  readonly takenAt: string;
  readonly by: string | null;
}
