/* Set-wise reads of the log for those who listen. */

const LINE = `l.seq, l.entity, l.entity_id as "entityId"`;

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
