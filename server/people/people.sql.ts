/**
 * Sites crew $1 is sent to around day $2: visits of the last fortnight that nobody has left, and of the next
 * month. A visit that a technician opened sends nobody anywhere, but to calls that are the crew's already.
 */
export const SITES_OF_CREW = `
select distinct v.site_id as "siteId"
from visits v
where v.crew_id = $1
  and v.cancelled_at is null
  and v.planned_for between $2::date - 14 and $2::date + 30
  and (v.left_at is null or v.planned_for = $2::date)
  and (
    exists (select 1 from visit_calls vc join calls c on c.id = vc.call_id where vc.visit_id = v.id and c.crew_id = $1)
    or not exists (
      select 1 from commands made join users u on u.id = made.actor where made.id = v.id and u.role = 'technician'
    )
  )`;

/**
 * Ends the sessions of person $1, but for session $2. Streams of theirs end on the log line that goes with
 * it.
 */
export const END_SESSIONS = `
delete from sessions
where sess::jsonb->>'userId' = $1
  and sid is distinct from $2`;
