/**
 * Who was where from when until when, from $1 to before $2, clock times of the zone $3: each visit for each
 * person of its crew who was not away that day. A visit that nobody has left has no end.
 */
export const HOURS = `
with been as (
  select v.id, v.crew_id, v.technician, v.arrived_at, v.left_at, (v.arrived_at at time zone $3)::date as day,
    c.name as customer, s.name as site
  from visits v
    join sites s on s.id = v.site_id
    join customers c on c.id = s.customer_id
  where v.arrived_at >= $1 and v.arrived_at < $2 and v.cancelled_at is null
)
select
  coalesce(u.display_name, b.technician, 'not known') as person,
  to_char(b.day, 'YYYY-MM-DD') as day,
  w.name as crew,
  b.customer,
  b.site,
  to_char(b.arrived_at at time zone $3, 'HH24:MI') as arrived,
  to_char(b.left_at at time zone $3, 'HH24:MI') as "left",
  round(extract(epoch from b.left_at - b.arrived_at) / 60)::int as minutes
from been b
  left join crews w on w.id = b.crew_id
  left join crew_members m on m.crew_id = b.crew_id and m.from_day <= b.day
    and (m.until_day is null or m.until_day >= b.day)
    and not exists (
      select from absences a
      where a.user_id = m.user_id and a.withdrawn_at is null and a.from_day <= b.day and (a.until_day is null or a.until_day >= b.day))
  left join users u on u.id = m.user_id
order by person, b.arrived_at, b.id`;
