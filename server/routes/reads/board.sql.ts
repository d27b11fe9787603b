/* Set-wise reads of the board: what stands on crews' days, and what waits for a place. */

import { LAST_HEARD } from '../../telling/telling.sql.ts';

const SITE = `
  s.id as "siteId",
  s.name as site,
  c.name as customer,
  s.lat,
  s.lon`;

const CALLS_THERE = `
  coalesce(
    (select json_agg(json_build_object(
        'id', k.id,
        'ref', coalesce(k.ref, ''),
        'kind', k.kind,
        'complaint', k.complaint,
        'unit', u.tag,
        'unitId', u.id,
        'state', k.state,
        'priority', k.priority,
        'minutes', k.minutes,
        'people', k.people,
        'receivedAt', k.received_at,
        'promisedAt', k.promised_at) order by u.tag, k.id)
     from visit_calls vc
       join calls k on k.id = vc.call_id
       left join units u on u.id = k.unit_id
     where vc.visit_id = v.id),
    '[]') as calls`;

const VISIT = `
select
  v.id as "visitId",
  v.crew_id as "crewId",
  v.planned_for as day,
  v.arrived_at as "arrivedAt",
  v.left_at as "leftAt",
  exists (select 1 from entries e where e.visit_id = v.id) as begun,
  v.cancelled_at as "cancelledAt",
  p.route_id as "routeId",
  p.position,
  coalesce(p.minutes, 0) as minutes,
  coalesce(p.shared, 0) as shared,
  coalesce(p.pace, 1) as pace,
  p.drive_minutes as "driveMinutes",
  p.arrive_at as "arriveAt",
  p.start_at as "startAt",
  p.leave_at as "leaveAt",
  p.locked_at is not null as locked,
  coalesce(p.troubles, '[]') as troubles,
  (select json_build_object('day', n.day, 'from', n.from_at, 'until', n.until_at)
   from (${LAST_HEARD}) n
   where n.kind <> 'called off' and n.from_at is not null) as told,
  s.hazards,
  array(
    select distinct o.kind
    from visit_calls vc
      join calls k on k.id = vc.call_id
      join open_conditions o on o.unit_id = coalesce(k.unit_id, k.found_unit_id)
    where vc.visit_id = v.id and o.hazard and o.closed_at is null
    order by o.kind) as acute,
  s.opening_hours as "openingHours",
  s.needs,
  s.time_zone as "timeZone",
  ${SITE},
  ${CALLS_THERE}
from visits v
  join sites s on s.id = v.site_id
  join customers c on c.id = s.customer_id
  left join stops p on p.visit_id = v.id`;

/** Visits of crews from the day $1 to the day $2, those that are in order first, by their place. */
export const VISITS_OF_BOARD = `
${VISIT}
where v.planned_for between $1::date and $2::date and v.crew_id is not null and v.cancelled_at is null
order by v.planned_for, v.crew_id, p.position nulls last, v.created_at, v.id`;

export const VISITS_BY_ID = `
${VISIT}
where v.id = any($1::uuid[])
order by v.id`;

/**
 * Open calls that stand on no plan of the day $1 or later: taken, reopened, or planned for a day that has
 * gone by without anybody coming. Only those of $2 where ids are given; each says how many there are in all.
 */
export const UNPLANNED = `
select
  ${SITE},
  s.opening_hours as "openingHours",
  s.needs,
  s.time_zone as "timeZone",
  json_build_object(
    'id', k.id,
    'ref', coalesce(k.ref, ''),
    'kind', k.kind,
    'complaint', k.complaint,
    'unit', u.tag,
    'unitId', u.id,
    'state', k.state,
    'priority', k.priority,
    'minutes', k.minutes,
    'people', k.people,
    'receivedAt', k.received_at,
    'promisedAt', k.promised_at) as call,
  k.received_at as "receivedAt",
  case when k.state = 'planned' then k.scheduled_on end as "missedOn",
  case when k.state = 'planned' then w.name end as "missedBy",
  count(*) over ()::int as "of"
from calls k
  join sites s on s.id = k.site_id
  join customers c on c.id = s.customer_id
  left join units u on u.id = k.unit_id
  left join crews w on w.id = k.crew_id
where k.kind <> 'maintenance'
  and (k.state in ('taken', 'reopened') or (k.state = 'planned' and k.scheduled_on < $1::date))
  and ($2::uuid[] is null or k.id = any($2))
order by
  array_position(array['at once', 'today', 'this week', 'with the next route'], k.priority),
  k.promised_at nulls last,
  k.received_at
limit 2000`;

/** Calls on hold, the longest first: what each waits for, and since when. */
export const ON_HOLD = `
select
  ${SITE},
  k.id,
  coalesce(k.ref, '') as ref,
  k.complaint,
  u.tag as unit,
  u.id as "unitId",
  k.waiting_for as "waitingFor",
  k.since,
  k.version,
  f.id as "fetchId",
  f.state as "fetchState",
  f.scheduled_on as "fetchOn",
  w.name as "fetchBy"
from calls k
  join sites s on s.id = k.site_id
  join customers c on c.id = s.customer_id
  left join units u on u.id = k.unit_id
  left join lateral (
    select * from calls x where x.fetches = k.id and x.state <> 'cancelled' order by x.received_at desc limit 1) f on true
  left join crews w on w.id = f.crew_id
where k.state = 'waiting'
order by k.since, k.id
limit 200`;

/** Supply counters, by name. */
export const COUNTERS = `
select id, name
from sites
where counter and retired_at is null
order by name, id`;

/**
 * The crew that knows each of the sites in $1 best: whose people of the day $2 wrote on most visits there in
 * two years, where they were at least twice.
 */
export const KNOWN_BEST = `
select distinct on (site_id) site_id as "siteId", crew
from (
  select v.site_id, w.name as crew, count(distinct v.id) as visits
  from visits v
    join entries e on e.visit_id = v.id
    join crew_members m on m.user_id = e.author_id and $2::date between m.from_day and coalesce(m.until_day, 'infinity')
    join crews w on w.id = m.crew_id
  where v.site_id = any($1::uuid[]) and v.arrived_at > $2::date - interval '2 years'
  group by v.site_id, w.name
) known
where visits >= 2
order by site_id, visits desc, crew`;

/**
 * Calls that came in on each day since $1, days without any included, by the company's clock in $2; days
 * before the first call on record say nothing.
 */
export const CALLS_BY_DAY = `
select d::date as day, count(k.id)::int as calls
from (select min(received_at at time zone $2)::date as first from calls where kind = 'call') since
  cross join lateral generate_series(
    case when since.first is not null then greatest($1::date, since.first) end, $3::date - 1, interval '1 day') d
  left join calls k on k.kind = 'call'
    and k.received_at >= (d::timestamp at time zone $2) and k.received_at < ((d + interval '1 day')::timestamp at time zone $2)
group by d
order by d`;

/**
 * Minutes on site of visits since $1 made for calls alone, for each call; what took longer than a day is no
 * length.
 */
export const LENGTHS_OF_CALLS = `
select extract(epoch from v.left_at - v.arrived_at)::float8 / 60 / count(*) as minutes
from visits v
  join visit_calls vc on vc.visit_id = v.id
  join calls k on k.id = vc.call_id
where v.arrived_at >= $1 and v.left_at - v.arrived_at between interval '5 minutes' and interval '10 hours'
group by v.id
having bool_and(k.kind = 'call')`;

/**
 * Visits of routes since $1 that were made: minutes on site by the usual figures, without what was learned by
 * then, and as it was.
 */
export const PLANNED_AND_ACTUAL = `
select
  (p.leave_at - p.start_at) / p.pace as planned,
  extract(epoch from v.left_at - v.arrived_at)::float8 / 60 as actual
from stops p
  join visits v on v.id = p.visit_id
where v.arrived_at >= $1 and v.left_at - v.arrived_at between interval '5 minutes' and interval '16 hours'
  and p.leave_at - p.start_at >= 5
  and not exists (
    select 1 from visit_calls vc join calls k on k.id = vc.call_id
    where vc.visit_id = v.id and k.kind <> 'maintenance')`;

/**
 * Units whose maintenance stands on a stop that is still to be made, by somebody else than the visits in $2.
 */
export const HELD_BY_OTHERS = `
select u.tag, s.name as site, w.name as crew, v.planned_for as day
from held_units h
  join units u on u.id = h.unit_id
  join sites s on s.id = u.site_id
  join visits v on v.id = h.visit_id
  left join crews w on w.id = v.crew_id
where h.unit_id = any($1::uuid[])
order by s.name, u.tag`;

/**
 * Lets units go that nobody is on the way to any more: their maintenance is done, called off, or was planned
 * for a day before $2 on which nobody came.
 */
export const LET_UNITS_GO = `
delete from held_units h
using visits v
where h.unit_id = any($1::uuid[]) and v.id = h.visit_id
  and (v.cancelled_at is not null
    or not exists (
      select 1
      from visit_calls vc join calls k on k.id = vc.call_id
      where vc.visit_id = v.id and k.unit_id = h.unit_id and k.kind = 'maintenance'
        and ((k.state = 'planned' and k.scheduled_on >= $2::date) or k.state = 'under way')))`;

/** Calls of visits, with what decides what becomes of them when a visit moves or comes off the plan. */
export const CALLS_OF_VISITS = `
select vc.visit_id as "visitId", k.id, k.kind, k.state, k.unit_id as "unitId"
from visit_calls vc join calls k on k.id = vc.call_id
where vc.visit_id = any($1::uuid[])
order by k.id`;

export const BEGUN = `
select v.id, s.name as site, w.name as crew
from visits v
  join sites s on s.id = v.site_id
  left join crews w on w.id = v.crew_id
where v.id = any($1::uuid[]) and exists (select 1 from entries e where e.visit_id = v.id)
order by s.name`;

/** The last change of each day of a crew: who changed what, newest first. */
export const CHANGES_OF_ROUTE = `
select h.id, h.made_at as "madeAt", p.display_name as by, h.before, h.after, h.taken_off as "takenOff"
from route_changes h left join users p on p.id = h.made_by
where h.after @> $1::jsonb
order by h.made_at desc
limit 50`;

/** Makes the route of a crew's day where there is none; answers a row only then. */
export const ROUTE_FOR = `
insert into routes (crew_id, day, created_by) values ($1, $2, $3)
on conflict (crew_id, day) do nothing
returning id`;
