/* Set-wise reads of what customers are told. */

import { LAST_WRITTEN } from '../../telling/telling.sql.ts';

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

/**
 * What was written to customers last of visits for one of the days $3, and of the stops of the
 * routes $2; from the day $1 on.
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
  and v.id in (
    select visit_id from notices where day = any($3::date[])
    union
    select visit_id from stops where route_id = any($2::uuid[]))
order by v.id`;
