/* Set-wise reads of photographs, without the pictures themselves. */

export type PhotoOwner = 'unit_id' | 'site_id' | 'model_note_id';

/** Newest first, nameplates before all; width and height as they are shown, turned. */
export const photosOfOwners = (owner: PhotoOwner): string => `
select
  f.id,
  f.${owner} as "ownerId",
  f.purpose,
  f.caption,
  case when f.turn in (90, 270) then f.height else f.width end as width,
  case when f.turn in (90, 270) then f.width else f.height end as height,
  f.turn,
  f.marks,
  f.taken_at as "takenAt",
  p.display_name as by
from photos f left join users p on p.id = f.recorded_by
where f.${owner} = any($1::uuid[]) and f.retired_at is null
order by f.purpose <> 'nameplate', f.taken_at desc`;
