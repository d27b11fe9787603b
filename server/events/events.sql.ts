/* Set-wise reads of the log for those who listen. */

/** A line with the site that what it names is at. */
const LINE = `
  l.seq,
  l.entity,
  l.entity_id as id,
  case l.entity
    when 'site' then l.entity_id
    when 'unit' then (select x.site_id from units x where x.id = l.entity_id)
    when 'call' then (select x.site_id from calls x where x.id = l.entity_id)
    when 'visit' then (select x.site_id from visits x where x.id = l.entity_id)
    when 'roof' then (select x.site_id from roofs x where x.id = l.entity_id)
    when 'point' then (select x.site_id from site_points x where x.id = l.entity_id)
    when 'link' then (select x.site_id from site_links x where x.id = l.entity_id)
    when 'photo' then (
      select coalesce(x.site_id, u.site_id)
      from photos x left join units u on u.id = x.unit_id
      where x.id = l.entity_id)
  end as "siteId"`;

/** The newest $1 lines, oldest of them first. */
export const NEWEST_LINES = `
select ${LINE}
from (select * from log order by seq desc limit $1) l
order by l.seq`;

/** The lines of the numbers in $1. */
export const LINES_NAMED = `
select ${LINE}
from log l
where l.seq = any($1::bigint[])
order by l.seq`;

/** The first $2 lines after number $1. */
export const LINES_SINCE = `
select ${LINE}
from log l
where l.seq > $1
order by l.seq
limit $2`;

/** Which of the sessions $1, each of the person at the same place in $2, are still somebody's. */
export const STILL_SIGNED_IN = `
select s.sid
from unnest($1::text[], $2::uuid[]) asked(sid, user_id)
  join sessions s on s.sid = asked.sid and s.expire > now()
  join users u on u.id = asked.user_id and u.active`;
