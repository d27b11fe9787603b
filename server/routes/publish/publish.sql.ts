/* Set-wise reads of what customers are told. */

/** Stops of the routes in $1 of the day $2 or later that are timed and that nobody has come to yet. */
export const TO_TELL = `
select
  v.id as "visitId",
  s.name as site,
  v.planned_for as day,
  p.start_at as "startAt",
  coalesce(
    (select json_agg(distinct u.tag)
     from visit_calls vc join calls k on k.id = vc.call_id join units u on u.id = k.unit_id
     where vc.visit_id = v.id),
    '[]') as units
from stops p
  join visits v on v.id = p.visit_id
  join sites s on s.id = v.site_id
where p.route_id = any($1::uuid[]) and p.start_at is not null
  and v.planned_for >= $2::date and v.arrived_at is null and v.cancelled_at is null
order by v.planned_for, p.start_at, v.id`;

/**
 * What was told last of each visit that was to be on one of the days $2, from the day $1 on, and whether it
 * has come off the plan.
 */
export const LAST_TOLD = `
select distinct on (n.visit_id)
  n.visit_id as "visitId",
  n.kind,
  n.day,
  n.from_at as "fromAt",
  n.until_at as "untilAt",
  s.name as site,
  v.cancelled_at is not null and n.day = any($2::date[]) as off
from notices n
  join visits v on v.id = n.visit_id
  join sites s on s.id = v.site_id
where n.day >= $1::date
order by n.visit_id, n.made_at desc, n.id desc`;

export const NOTICES = `
select
  n.id,
  n.kind,
  n.day,
  s.id as "siteId",
  s.name as site,
  c.name as customer,
  s.contact,
  n.text,
  n.made_at as "madeAt"
from notices n
  join visits v on v.id = n.visit_id
  join sites s on s.id = v.site_id
  join customers c on c.id = s.customer_id
where n.day >= $1::date
order by n.made_at desc, n.day, s.name
limit 500`;
