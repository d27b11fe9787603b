import { ENDANGERING_FAILURES } from '#core/machine';
import { foldedKinds, KINDS_ABOUT_CALLS } from '#core/record/kinds';
import { HOLDING_KINDS } from '#core/record/sheet';

/*
 * Set-wise reads of the sheets: what the fold of many units, points and calls needs, with a fixed number of
 * queries. Bodies that the fold does not look into stay in the database.
 */

const named = (kinds: readonly string[]): string => kinds.map((kind) => `'${kind}'`).join(', ');
/** From which moment on what was found and measured opens something, ms; 0 where it always has. */
const SINCE = `coalesce((
    select (extract(epoch from (value->>'since')::timestamptz) * 1000)::float8
    from settings where name = 'facts' order by recorded_at desc limit 1), 0) as since`;
export const FACTS_SINCE = `select ${SINCE}`;

const ENTRY = `
  e.id,
  e.root_id as "rootId",
  e.visit_id as "visitId",
  e.unit_id as "unitId",
  e.point_id as "pointId",
  e.call_id as "callId",
  e.kind,
  case
    when e.kind in (${named(foldedKinds('all'))}) then e.body
    when e.kind in (${named(foldedKinds('answers'))}) then jsonb_strip_nulls(jsonb_build_object(
      'circuit', e.body->'circuit', 'mode', e.body->'mode', 'answers', e.body->'answers'))
    else jsonb_strip_nulls(jsonb_build_object('circuit', e.body->'circuit')) end as body,
  e.author_id as "authorId",
  (extract(epoch from e.occurred_at) * 1000)::float8 as "occurredMs",
  (extract(epoch from e.recorded_at) * 1000)::float8 as "recordedMs",
  e.supersedes`;

/** The unit that lent a part, of a line of work; null of most. */
const LENT_BY = "(body->'installed'->'borrowed'->>'fromUnitId')::uuid";

/** Whole lines of amendments that touch the units or points of $1. */
export const LINES_OF_SUBJECTS = `
select ${ENTRY}
from entries e
where e.root_id in (
  select root_id from entries where unit_id = any($1::uuid[])
  union
  select root_id from entries where point_id = any($1::uuid[])
  union
  select root_id from entries where kind = 'work' and ${LENT_BY} = any($1::uuid[]))`;

/**
 * Of the units in $1 those with a line that can keep a call open: the others need not be read for a call's
 * state.
 */
export const UNITS_THAT_MAY_HOLD = `
select u.id
from unnest($1::uuid[]) as u(id)
where exists (
  select from entries e
  where e.unit_id = u.id
    and ((e.kind = 'condition left' and e.body->>'condition' in (${named(HOLDING_KINDS)}))
      or (e.kind = 'finding' and e.body->>'failure' in (${named(ENDANGERING_FAILURES)}))
      or (e.kind = 'look' and e.body->>'sign' = 'crack or hole')
      or (e.kind in (${named(foldedKinds('answers'))}) and e.body @? '$.answers[*] ? (@.advice == "act")')))`;

/** Whole lines of amendments of the closings of the conditions in $1. */
export const LINES_OF_CLOSINGS = `
select ${ENTRY}
from entries e
where e.root_id in (
  select root_id from entries
  where kind = 'condition closed' and (body->>'conditionId')::uuid = any($1::uuid[]))`;

/**
 * The lines of other visits than $2 on which rests what stands open at the site $1, or what the sheet of $2 says
 * or closes: whole lines of amendments of what says it, of what closes it and of what explains it.
 */
export const LINES_BEFORE_VISIT = `
with recursive here as (
  select unit_id, part, rule, opened_at, lines, closed_at, closed_by_entry
  from open_conditions
  where unit_id = any(array(select id from units where site_id = $1))
  union all
  select unit_id, part, rule, opened_at, lines, closed_at, closed_by_entry
  from open_conditions
  where point_id = any(array(select id from site_points where site_id = $1 and unit_id is null))
),
near as (
  select h.unit_id, h.part, h.rule, h.opened_at, h.lines, h.closed_by_entry, e.visit_id as closed_on
  from here h left join entries e on e.id = h.closed_by_entry
  where h.closed_at is null or e.visit_id = $2::uuid
    or exists (select from entries l where l.id = any(h.lines) and l.visit_id = $2::uuid)
),
beginning as (
  select unnest(lines) as root_id from near
  union
  select e.root_id from near n join entries e on e.id = n.closed_by_entry
),
-- A line that is told may say something else as well, as work with a borrowed part does: so that is told whole.
told as (
  select root_id from beginning
  union
  select x.root_id
  from told t
    join here h on t.root_id = any(h.lines)
    cross join lateral (
      select unnest(h.lines) as root_id
      union all
      select e.root_id from entries e where e.id = h.closed_by_entry) x
),
wanted as (
  select root_id from told
  union
  select c.root_id
  from told t
    join entries l on l.root_id = t.root_id
    join entries c on c.kind = 'condition closed' and (c.body->>'conditionId')::uuid = l.id
  union
  select x.root_id
  from told t
    join entries l on l.root_id = t.root_id
    join entries x on x.kind = 'explained' and (x.body->'act'->>'lineId')::uuid = l.id
  union
  -- What would end it where this sheet takes back what has ended it: a part put in there, the same read again.
  select w.root_id
  from near n
    join entries w on w.unit_id = n.unit_id
      and ((n.part is not null and w.kind = 'work' and w.body->'installed'->'slot'->>'part' = n.part)
        or (n.rule is not null and w.kind in ('reading set', 'measurement') and w.occurred_at >= n.opened_at))
  where n.closed_on = $2::uuid
)
select ${ENTRY}
from entries e
where e.root_id in (select root_id from wanted) and e.visit_id <> $2::uuid
order by e.occurred_at, e.recorded_at, e.id`;

/**
 * What the sheets of the visits in $1 say about calls: coming, leaving, findings, work and what was made
 * safe.
 */
export const LINES_OF_VISITS = `
select ${ENTRY}
from entries e
where e.visit_id = any($1::uuid[])
  and e.kind in (${named(KINDS_ABOUT_CALLS)}, 'withdrawn')`;

export const VISITS = `
select
  v.id,
  v.site_id as "siteId",
  s.time_zone as "timeZone",
  v.source,
  coalesce(
    (select json_agg(json_build_object('id', k.id, 'kind', k.kind, 'unitId', k.unit_id) order by k.id)
     from visit_calls vc join calls k on k.id = vc.call_id where vc.visit_id = v.id),
    '[]') as calls
from visits v join sites s on s.id = v.site_id
where v.id = any($1::uuid[])`;

export const UNITS = `
select
  u.id,
  u.site_id as "siteId",
  u.kind,
  u.status,
  u.built_on as "builtOn",
  u.installed_on as "installedOn",
  case when u.status = 'retired' then json_build_object('on', u.retired_on) end as retired,
  s.time_zone as "timeZone",
  array(select number from circuits c where c.unit_id = u.id order by number) as circuits,
  array(select distinct refrigerant from circuits c where c.unit_id = u.id and refrigerant is not null) as refrigerants,
  (select jsonb_object_agg(c.number, c.charge_lb) from circuits c
    where c.unit_id = u.id and c.charge_lb is not null) as charges,
  (select digests from folded f where f.subject_id = u.id) as folded,
  ${SINCE}
from units u join sites s on s.id = u.site_id
where u.id = any($1::uuid[])`;

export const POINTS = `
select
  p.id,
  p.site_id as "siteId",
  (select digests from folded f where f.subject_id = p.id) as folded,
  ${SINCE}
from site_points p
where p.id = any($1::uuid[]) and p.unit_id is null`;

/** Calls that name one of the units in $1, and those in $2 that a line about one of them answers. */
export const CALLS_OF_UNITS = `
select
  k.id,
  k.ref,
  k.kind,
  k.system,
  (extract(epoch from k.received_at) * 1000)::float8 as "receivedMs",
  (extract(epoch from k.completed_at) * 1000)::float8 as "completedMs",
  k.unit_id as "unitId",
  k.outcomes
from calls k
where (k.unit_id = any($1::uuid[]) or k.id = any($2::uuid[])) and k.state <> 'cancelled'`;

export const CALLS = `
select
  k.id,
  k.kind,
  k.system,
  k.unit_id as "unitId",
  ${SINCE},
  (extract(epoch from k.received_at) * 1000)::float8 as "receivedMs",
  coalesce(
    (select json_agg(v.body || jsonb_build_object(
        'id', v.id,
        'kind', v.kind,
        'atMs', (extract(epoch from v.occurred_at) * 1000)::float8,
        'recordedMs', (extract(epoch from v.recorded_at) * 1000)::float8))
     from call_events v where v.call_id = k.id),
    '[]') as events,
  array(
    select vc.visit_id from visit_calls vc join visits v on v.id = vc.visit_id
    where vc.call_id = k.id and v.cancelled_at is null order by vc.visit_id) as "visitIds"
from calls k
where k.id = any($1::uuid[])`;

export const DECISIONS = `
select unit_id as "unitId", id, kind, year, until_on as until, covers
from decisions
where unit_id = any($1::uuid[]) and undone_at is null
order by decided_at, id`;

/**
 * What an entry may touch beyond the unit it names, in one look. $1 the visit, $2 the entry it amends, $3 the
 * conditions it closes, $4 when it happened, $5 the unit it names: where the visit is, its calls with the
 * units they name, units something was found on, the amended entry's kind, the units and points its line and
 * those conditions were ever about, and the calls that what stands open on those units may keep from being
 * done.
 */
export const TOUCHED_BY_ENTRY = `
with old as (
  select kind, body, occurred_at
  from entries
  where id = $2::uuid
),
own_line as (
  select e.unit_id, e.point_id, e.kind, e.body
  from entries e
  where e.root_id in (
    select root_id
    from entries
    where id = $2::uuid
      or id = any($3::uuid[])
      or id = (select (body->>'conditionId')::uuid from old where kind = 'condition closed'))
),
line as (
  select unit_id, point_id from own_line
  union
  select ${LENT_BY}, null from own_line where kind = 'work'
),
about as (
  select unit_id as id from line where unit_id is not null
  union
  select $5::uuid where $5 is not null
  union
  -- What names none is about the unit of the visit's only call.
  select min(k.unit_id::text)::uuid
  from visit_calls vc join calls k on k.id = vc.call_id
  where vc.visit_id = $1 and $5 is null
  having count(*) = 1 and min(k.unit_id::text) is not null
),
first as (
  select least($4::timestamptz, (select occurred_at from old), min(o.opened_at)) as at
  from open_conditions o
  where o.unit_id in (select id from about)
),
kept as (
  select k.id
  from calls k
  where k.id in (
      select id from calls where unit_id in (select id from about)
      union
      select id from calls where found_unit_id in (select id from about))
    and (k.waiting_for = 'repair' or k.completed_at >= (select at from first))
)
select
  (select json_build_object('siteId', s.id, 'timeZone', s.time_zone, 'crewId', v.crew_id, 'left', v.left_at is not null)
   from visits v join sites s on s.id = v.site_id where v.id = $1) as visit,
  (select kind from old) as "oldKind",
  coalesce(
    (select json_agg(json_build_object('id', k.id, 'unitId', k.unit_id) order by k.id)
     from visit_calls vc join calls k on k.id = vc.call_id where vc.visit_id = $1),
    '[]') as calls,
  array(
    select distinct unit_id from entries
    where visit_id = $1 and kind = 'finding' and unit_id is not null) as found,
  array(select distinct unit_id from line where unit_id is not null) as units,
  array(select distinct point_id from line where point_id is not null) as points,
  array(select id from kept order by id) as kept`;

export const allIds = (table: 'units' | 'visits' | 'calls'): string => `
select id
from ${table}
order by id`;

/** Panels, supplies, towers and the like: what a sheet can be about that is no unit. */
export const POINTS_THAT_ARE_NO_UNIT = `
select id
from site_points
where unit_id is null
order by id`;

export type Locked = 'units' | 'site_points' | 'calls' | 'visits';

/** Holds rows against other writers until the transaction ends, always in the order of their ids. */
export const lockRows = (table: Locked): string => `
select id
from ${table}
where id = any($1::uuid[])
order by id
for no key update`;

/** Units whose verdict time alone has changed by `$1`; held by whoever judges them anew. */
export const STALE_UNITS = `
select unit_id as "unitId"
from unit_summaries
where changes_on <= $1
order by unit_id
for update skip locked`;

export const ANY_STALE_UNIT = `
select unit_id as "unitId"
from unit_summaries
where changes_on <= $1
limit 1`;
