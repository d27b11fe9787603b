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
  const notes = await db.rows<Omit<ModelNoteView, 'photos'>>(
    `select n.id, n.title, n.text, p.display_name as by, n.recorded_at as at from model_notes n left join users p on p.id = n.recorded_by
     where lower(n.manufacturer) = lower($1) and n.line = $2 and n.retired_at is null order by n.recorded_at desc`,
    [manufacturer, line],
  );
  if (notes.length === 0) return [];
  const photos = await photosOf(
    db,
    'model_note_id',
    notes.map((n) => n.id),
  );
  return notes.map((note) => ({ ...note, photos: photos.filter((photo) => photo.ownerId === note.id) }));
}
