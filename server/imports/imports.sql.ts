/* What imports of every kind have in common. */

export const STAGED_STATISTICS = `
analyze staged (line)`;

/** A line for the import `$4` itself and one for each of the units `$3`, by `$1`, with the same words `$2`. */
export const LOG_IMPORT = `
insert into log (actor_kind, actor_id, action, entity, entity_id, detail)
select 'user', $1::uuid, 'import', 'unit', id, $2::jsonb
from unnest($3::uuid[]) id
union all
select 'user', $1::uuid, 'import', 'import', $4::uuid, $2::jsonb`;
