/* Set-wise reads and writes of routes. */

export const ROUTE_ROWS = `
select
  r.id,
  r.day,
  r.crew_id as "crewId",
  w.name as crew,
  jsonb_array_length(r.plan->'stops') as stops,
  (r.plan->>'returnAt')::float8 as "returnAt"
from routes r join crews w on w.id = r.crew_id
where r.cancelled_at is null and r.day >= $1::date
order by r.day, w.name
limit 200`;

export const STOPS_OF_ROUTE = `
select
  s.id as "siteId",
  s.name as site,
  c.name as customer,
  s.address,
  s.access,
  s.lat,
  s.lon,
  (select v.id
   from visits v
     join routes r on r.id = $2
   where v.site_id = s.id and v.cancelled_at is null
     and (v.route_id = r.id or (v.crew_id = r.crew_id and v.planned_for = r.day))
   order by v.route_id = r.id desc nulls last
   limit 1) as "visitId"
from sites s join customers c on c.id = s.customer_id
where s.id = any($1::uuid[])`;

/**
 * Sites where the crew $1 is to be on the day $2 for calls that somebody gave it, outside of any route: how
 * many, and by when somebody was promised to be there.
 */
export const CALLS_OF_CREW_DAY = `
select
  v.site_id as "siteId",
  count(distinct k.id)::int as calls,
  min(k.promised_at) as "promisedAt"
from visits v
  join visit_calls vc on vc.visit_id = v.id
  join calls k on k.id = vc.call_id
where v.crew_id = $1
  and v.planned_for = $2::date
  and v.route_id is null
  and v.cancelled_at is null
  and k.state = 'planned'
group by v.site_id
order by v.site_id`;

export const CALLS_OF_ROUTE = `
select distinct k.id, k.unit_id as "unitId"
from visits v
  join visit_calls vc on vc.visit_id = v.id
  join calls k on k.id = vc.call_id
where v.route_id = $1 and k.unit_id is not null
order by k.id`;

/**
 * Takes the visits nobody has written on off the plan; gives their maintenance calls that are still to be
 * done.
 */
export const CANCEL_UNUSED_VISITS = `
with gone as (
  update visits v set cancelled_at = now()
  where v.route_id = $1 and v.cancelled_at is null
    and not exists (select 1 from entries e where e.visit_id = v.id)
  returning v.id)
select distinct k.id
from gone join visit_calls vc on vc.visit_id = gone.id join calls k on k.id = vc.call_id
where k.kind = 'maintenance' and k.state not in ('done', 'cancelled')`;

export const RESTORE_VISITS = `
with back as (
  update visits v set cancelled_at = null where v.route_id = $1 and v.cancelled_at is not null returning v.id)
select distinct k.id
from back join visit_calls vc on vc.visit_id = back.id join calls k on k.id = vc.call_id
where k.kind = 'maintenance' and k.state = 'cancelled'`;
