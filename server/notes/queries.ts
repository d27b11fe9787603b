import { col, fn, Op, where } from 'sequelize';
import { modelLineOf } from '#core/machine';
import type { ModelNoteView } from '#contracts/notes';
import type { Database } from '../db/connect.ts';
import { photosOf } from '../photos/queries.ts';

/**
 * What is known of how machines of this model line come apart, newest first. Without maker or line nothing
 * can be known.
 */
export async function modelNotesFor(
  db: Database,
  manufacturer: string | null,
  model: string | null,
): Promise<ModelNoteView[]> {
  const line = modelLineOf(model);
  if (!manufacturer || !line) return [];
  const found = await db.models.ModelNote.findAll({
    where: {
      line,
      retiredAt: null,
      [Op.and]: where(fn('lower', col('manufacturer')), manufacturer.toLowerCase()),
    },
    include: 'recorder',
    order: [['recordedAt', 'desc']],
  });
  const notes = found.map((note) => ({
    id: note.id,
    title: note.title,
    text: note.text,
    by: (note as unknown as { recorder: { displayName: string } | null }).recorder?.displayName ?? null,
    at: note.recordedAt.toISOString(),
  }));
  if (notes.length === 0) return [];
  const photos = await photosOf(
    db,
    'model_note_id',
    notes.map((n) => n.id),
  );
  return notes.map((note) => ({ ...note, photos: photos.filter((photo) => photo.ownerId === note.id) }));
}
