/* Set-wise reads of calls: lists, and all that is known when one comes in. */

import { PRIORITIES } from '#core/base/vocabulary';
import { CALL_STATES } from '#core/record/work';
import type { CallOnly } from '#contracts/calls';
import { chosen, isOneOf, type Clauses, cut, idsFound, type ListAsked } from '../db/list.sql.ts';

export const CALL_COLUMNS = `
  k.id,
  coalesce(k.ref, '') as ref,
  k.kind,
  k.state,
  k.since,
  k.waiting_for as "waitingFor",
  k.cancelled_as as "cancelledAs",
  case when k.state = 'under way' then coalesce(p.display_name, w.name, 'somebody') end as "onSite",
  k.site_id as "siteId",
  s.name as site,
  c.name as customer,
  coalesce(k.unit_id, k.found_unit_id) as "unitId",
  u.tag as unit,
  k.received_at as "receivedAt",
  k.complaint,
  k.system,
  k.priority,
  k.crew_id as "crewId",
  w.name as crew,
  k.scheduled_on as "scheduledOn",
  k.promised_at as "promisedAt",
  k.completed_at as "completedAt",
  (select v.id from visit_calls vc join visits v on v.id = vc.visit_id
   where vc.call_id = k.id and v.cancelled_at is null
   order by v.planned_for desc nulls last, v.id desc limit 1) as "visitId"`;

const CALL_JOINS = `
  join sites s on s.id = k.site_id
  join customers c on c.id = s.customer_id
  left join units u on u.id = coalesce(k.unit_id, k.found_unit_id)
  left join crews w on w.id = k.crew_id
  left join users p on p.id = k.on_site_by`;

const IS_OPEN = "k.state not in ('done', 'cancelled')";
export const PRIORITY =
  "coalesce(array_position(array['at once', 'today', 'this week', 'with the next route'], k.priority), 5)";

interface CallsAsked {
  readonly searched: boolean;
  /** Only calls that the desk still has before it; maintenance has lists of its own. */
  readonly open: boolean;
  readonly only?: CallOnly;
}
const ONLY: Clauses<CallOnly> = {
  priority: isOneOf('k.priority', PRIORITIES),
  state: isOneOf('k.state', CALL_STATES),
};
const ofCalls = ({ searched, open, only = {} }: CallsAsked) => `
where ${chosen(ONLY, only)} and ${open ? `${IS_OPEN} and k.kind <> 'maintenance'` : 'true'}
  ${searched ? `and k.id in (${idsFound('call')})` : ''}`;

export const countCalls = (asked: CallsAsked): string => `
select count(*)::int as total
from calls k ${ofCalls(asked)}`;

/** All that is open, how much of it cannot wait, and how much nobody is to go to yet. */
export const CALLS_BEFORE_THE_DESK = `
select
  count(*)::int as open,
  (count(*) filter (where k.priority = 'at once'))::int as "atOnce",
  (count(*) filter (where k.state in ('taken', 'reopened')))::int as "withoutCrew"
from calls k
where ${IS_OPEN} and k.kind <> 'maintenance'`;

/** The page is cut before anything is looked up for its rows. */
export const callsPage = (
  asked: CallsAsked,
  order: string,
  page: Pick<ListAsked, 'limit' | 'offset'>,
): string => `
with page as (
  select k.id
  from calls k join sites s on s.id = k.site_id
  ${ofCalls(asked)}
  order by ${order}, k.id
  ${cut(page)})
select ${CALL_COLUMNS}
from page join calls k on k.id = page.id ${CALL_JOINS}
order by ${order}, k.id`;

/** Maintenance that is planned there is nobody's trouble: it stands in {@link DUE_AT_SITE}. */
export const OPEN_CALLS_OF_SITE = `
select ${CALL_COLUMNS}
from calls k ${CALL_JOINS}
where k.site_id = $1 and ${IS_OPEN} and k.kind <> 'maintenance'
order by ${PRIORITY}, k.received_at`;

/** Who goes to site $1 anyway, from day $2 on: the next few visits that nobody has left yet. */
export const DUE_AT_SITE = `
select
  v.id as "visitId",
  v.crew_id as "crewId",
  w.name as crew,
  v.planned_for as day,
  p.start_at as "startAt",
  array(
    select distinct k.kind from visit_calls vc join calls k on k.id = vc.call_id
    where vc.visit_id = v.id order by k.kind) as "for"
from visits v
  join crews w on w.id = v.crew_id
  left join stops p on p.visit_id = v.id
where v.site_id = $1 and v.planned_for >= $2::date and v.cancelled_at is null and v.left_at is null
order by v.planned_for, p.start_at nulls last, v.id
limit 3`;

/** Units of site $1 about which a call was done since $2, the latest first: what a caller may come back to. */
export const UNITS_REPAIRED_SINCE = `
select u.id
from calls k
  join lateral (
    select k.unit_id as id
    union
    select k.found_unit_id
    union
    select (o->>'subjectId')::uuid from jsonb_array_elements(k.outcomes) o) about on true
  join units u on u.id = about.id and u.site_id = $1
where k.site_id = $1 and k.kind <> 'maintenance' and k.completed_at >= $2
group by u.id
order by max(k.completed_at) desc
limit 10`;

export const ONE_CALL = `
select ${CALL_COLUMNS},
  k.caller,
  k.minutes,
  k.people,
  k.caller_phone as "callerPhone",
  k.told,
  k.area,
  k.room_f as "roomF",
  k.set_point_f as "setPointF",
  k.stake,
  s.time_zone as "timeZone",
  k.version,
  coalesce(
    (select json_agg(o || jsonb_build_object('subject', coalesce(ou.tag, op.name, '')) order by ou.tag, op.name)
     from jsonb_array_elements(k.outcomes) o
       left join units ou on ou.id = (o->>'subjectId')::uuid
       left join site_points op on op.id = (o->>'subjectId')::uuid and op.unit_id is null),
    '[]') as outcomes,
  (select case when o.closed_at is not null then
     json_build_object('kind', o.kind, 'on', to_char(o.closed_at at time zone s.time_zone, 'YYYY-MM-DD')) end
   from open_conditions o where o.id = k.condition_id) as "closedMeanwhile"
from calls k ${CALL_JOINS}
where k.id = $1`;

export const VISITS_OF_CALL = `
select
  v.id,
  v.planned_for as "plannedFor",
  coalesce(w.name, v.technician) as crew,
  (select count(*)::int from entries e where e.visit_id = v.id) as entries,
  v.arrived_at as "arrivedAt",
  v.left_at as "leftAt"
from visit_calls vc
  join visits v on v.id = vc.visit_id
  left join crews w on w.id = v.crew_id
where vc.call_id = $1 and v.cancelled_at is null
order by v.planned_for, v.id`;

/** The visit of a call that nobody has written on yet, and whether other calls are seen to on it as well. */
export const UNUSED_VISIT = `
select
  v.id,
  exists (select 1 from visit_calls o where o.visit_id = v.id and o.call_id <> $1) as shared
from visit_calls vc join visits v on v.id = vc.visit_id
where vc.call_id = $1 and v.cancelled_at is null
  and not exists (select 1 from entries e where e.visit_id = v.id)
order by v.id
limit 1`;

export const VISIT_OF_PLAN = `
select v.id
from visit_calls vc join visits v on v.id = vc.visit_id
where vc.call_id = $1 and v.crew_id = $2 and v.planned_for = $3 and v.cancelled_at is null
limit 1`;

/** Technicians still with the company by how often they were on site $1, with their crew on day $2. */
export const KNOWN_TO = `
select p.display_name as name, max(m.crew_id::text)::uuid as "crewId", count(distinct e.visit_id)::int as visits
from visits v
  join entries e on e.visit_id = v.id
  join users p on p.id = e.author_id
  left join crew_members m on m.user_id = p.id
    and $2::date between m.from_day and coalesce(m.until_day, 'infinity')
where v.site_id = $1 and p.role = 'technician' and p.active
group by p.id
order by visits desc, name
limit 3`;

/**
 * What shares a visit with the call $1: which line answers which call follows from all calls of a visit, so a
 * change of one may alter the others. Its calls, and the units they name or something was written about.
 */
export const BESIDE_CALL = `
with own as (
  select visit_id as id from visit_calls where call_id = $1::uuid
),
near as (
  select k.id, k.unit_id, k.found_unit_id
  from calls k
  where k.id in (
    select $1::uuid
    union
    select call_id from visit_calls where visit_id in (select id from own))
)
select
  array(select id from near order by id) as calls,
  array(
    select unit_id from near where unit_id is not null
    union
    select found_unit_id from near where found_unit_id is not null
    union
    select unit_id from entries where visit_id in (select id from own) and unit_id is not null) as units,
  array(
    select distinct point_id from entries
    where visit_id in (select id from own) and point_id is not null) as points`;
