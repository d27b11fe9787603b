import type { PhotoView } from '#contracts/photos';
import type { Database } from '../db/connect.ts';

/** Photographs of units, sites or notes, without the pictures themselves, newest first. */
export async function photosOf(
  db: Database,
  owner: 'unit_id' | 'site_id' | 'model_note_id',
  ids: readonly string[],
): Promise<(PhotoView & { ownerId: string })[]> {
  return db.rows<PhotoView & { ownerId: string }>(
    `select f.id, f.${owner} as "ownerId", f.purpose, f.caption, case when f.turn in (90, 270) then f.height else f.width end as width,
       case when f.turn in (90, 270) then f.width else f.height end as height, f.turn, f.marks, f.taken_at as "takenAt", p.display_name as by
     from photos f left join users p on p.id = f.recorded_by where f.${owner} = any($1::uuid[]) and f.retired_at is null
     order by f.purpose <> 'nameplate', f.taken_at desc`,
    [ids],
  );
}
