/* Set-wise reads of what customers are told. */

import { CONTACT_LINE, LAST_WRITTEN } from '../../telling/telling.sql.ts';

/**
 * Stops of the routes in $1 of the day $2 or later that are timed and that nobody has come to yet, and those on
 * other days whose customers were told for one of the days $3.
 */
export const TO_TELL = `
select
  v.id as "visitId",
  s.id as "siteId",
  s.name as site,
  v.planned_for as day,
  v.crew_id as "crewId",
  p.start_at as "startAt",
  s.opening_hours as "openingHours",
  coalesce(
    (select json_agg(distinct u.tag)
     from visit_calls vc join calls k on k.id = vc.call_id join units u on u.id = k.unit_id
     where vc.visit_id = v.id),
    '[]') as units
from stops p
  join visits v on v.id = p.visit_id
  join sites s on s.id = v.site_id
where p.start_at is not null
  and v.planned_for >= $2::date and v.arrived_at is null and v.cancelled_at is null
  and (p.route_id = any($1::uuid[])
    or exists (select from (${LAST_WRITTEN}) n where n.kind <> 'called off' and n.day = any($3::date[])))
order by v.planned_for, p.start_at, v.id`;

/** A visit `v` stands on a crew's day, today ($n) or later, and nobody has put it in order: it has no time. */
const LOOSE = (today: string) => `
  (v.crew_id is not null and v.cancelled_at is null and v.planned_for >= ${today}::date
    and not exists (select from stops t where t.visit_id = v.id and t.start_at is not null))`;

/**
 * What was written to customers last of visits for one of the days $3, and of the stops of the
 * routes $2; from the day $1 on. What has no time yet is neither moved nor called off.
 */
export const TOLD_LAST = `
select
  v.id as "visitId",
  s.id as "siteId",
  s.name as site,
  n.day,
  n.from_at as "from",
  n.until_at as "until",
  n.heard
from visits v
  join sites s on s.id = v.site_id
  join lateral (${LAST_WRITTEN}) n on true
where n.kind <> 'called off' and n.from_at is not null and n.day >= $1::date and v.arrived_at is null
  and not ${LOOSE('$1')}
  and v.id in (
    select visit_id from notices where day = any($3::date[])
    union
    select visit_id from stops where route_id = any($2::uuid[]))
order by v.id`;

/**
 * Visits whose customers were told for one of the days $1, or that stand on one of them, with where they stand
 * and whom to ask.
 */
export const WHERE_TOLD = `
select
  v.id as "visitId",
  s.id as "siteId",
  s.name as site,
  c.name as customer,
  ${CONTACT_LINE} as contact,
  json_build_object('day', n.day, 'from', n.from_at, 'until', n.until_at) as told,
  case when v.planned_for >= $2::date and v.cancelled_at is null and v.crew_id is not null then
    json_build_object('day', v.planned_for, 'crewId', v.crew_id, 'crew', w.name, 'startAt', p.start_at)
  end as now,
  ${LOOSE('$2')} as loose
from visits v
  join sites s on s.id = v.site_id
  join customers c on c.id = s.customer_id
  join lateral (${LAST_WRITTEN}) n on true
  left join crews w on w.id = v.crew_id
  left join stops p on p.visit_id = v.id
where n.heard and n.kind <> 'called off' and n.from_at is not null and n.day >= $2::date
  and v.arrived_at is null
  and v.id in (
    select visit_id from notices where day = any($1::date[])
    union
    select p.visit_id from stops p join routes r on r.id = p.route_id where r.day = any($1::date[]))
order by n.day, n.from_at, s.name, v.id`;

/** The day for which the customer of the visit $1 was told last. */
export const DAY_TOLD = `select n.day from visits v join lateral (${LAST_WRITTEN}) n on true where v.id = $1`;

/** Less is no change of a time, minutes. */
const NOTICED = 10;

/**
 * The stops of the routes $1 as their crews are to see them from now on. What is different from what was
 * published before is marked until the crew has seen it; the first publishing of a day marks nothing. What comes
 * from a day that was published is off that one from now on, whether that day is published again or not: two
 * crews would go there.
 */
export const PUBLISH_STOPS = `
with before as (
  select * from published_stops
  where route_id = any($1::uuid[])
    or visit_id in (select visit_id from stops where route_id = any($1::uuid[]))
),
now as (
  select p.visit_id, r.id as route_id, r.crew_id, r.day, p.position, p.drive_minutes, p.arrive_at, p.start_at,
    p.leave_at, r.published_at is not null as again
  from stops p join routes r on r.id = p.route_id
  where r.id = any($1::uuid[])
),
written as (
  insert into published_stops as t (
    visit_id, route_id, crew_id, day, position, drive_minutes, arrive_at, start_at, leave_at, changed, was_at)
  select n.visit_id, n.route_id, n.crew_id, n.day, n.position, n.drive_minutes, n.arrive_at, n.start_at, n.leave_at,
    case
      when b.visit_id is null or b.changed = 'off' then
        case when n.again or exists (select from before o where o.visit_id = n.visit_id) then 'new' end
      when b.changed = 'new' then 'new'
      when abs(coalesce(b.was_at, b.start_at) - n.start_at) >= ${NOTICED} then 'moved'
    end,
    coalesce(b.was_at, b.start_at)
  from now n left join before b on b.visit_id = n.visit_id and b.route_id = n.route_id
  on conflict (route_id, visit_id) do update set
    crew_id = excluded.crew_id, day = excluded.day, position = excluded.position,
    drive_minutes = excluded.drive_minutes, arrive_at = excluded.arrive_at, start_at = excluded.start_at,
    leave_at = excluded.leave_at, changed = excluded.changed, was_at = excluded.was_at
  returning t.visit_id
)
update published_stops t
set changed = 'off'
where (t.route_id = any($1::uuid[]) or t.visit_id in (select visit_id from now))
  and not exists (select from now n where n.visit_id = t.visit_id and n.route_id = t.route_id)
  and not exists (select from visits v where v.id = t.visit_id and v.arrived_at is not null)`;
