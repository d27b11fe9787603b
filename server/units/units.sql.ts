/* Set-wise reads of units: lists and what a unit page gathers. */

import { CARED_FOR_COLUMNS } from '../db/machine.sql.ts';
import { CONDITION } from '../conditions/conditions.sql.ts';
import { UNIT_KINDS, UNIT_STATUSES } from '#core/base/vocabulary';
import type { UnitOnly } from '#contracts/units';
import { chosen, isOneOf, type Clauses, cut, idsFound, type ListAsked } from '../db/list.sql.ts';

/** Columns of a unit as lists show it; needs u, s, c and m (the summary) in the from clause. */
export const UNIT_COLUMNS = `
  u.id,
  u.site_id as "siteId",
  s.name as site,
  c.name as customer,
  u.tag,
  u.kind,
  u.status,
  u.manufacturer,
  u.model,
  u.serial,
  u.built_on as "builtOn",
  u.installed_on as "installedOn",
  u.tons,
  u.area_served as "areaServed",
  coalesce(m.score, 0) as score,
  coalesce(m.to_decide, false) as "toDecide",
  coalesce(m.sentence, '') as sentence,
  coalesce(m.flag_kinds, '{}') as "flagKinds",
  coalesce(m.open_conditions, 0) as "openConditions",
  m.last_visit_at as "lastVisitAt"`;

const BESIDE_UNITS = `
  join sites s on s.id = u.site_id
  join customers c on c.id = s.customer_id
  left join unit_summaries m on m.unit_id = u.id`;
const UNIT_TABLES = `
  units u${BESIDE_UNITS}`;

const ONLY: Clauses<UnitOnly> = {
  kind: isOneOf('u.kind', UNIT_KINDS),
  status: isOneOf('u.status', UNIT_STATUSES),
  standing: {
    'to decide': 'm.to_decide',
    'left open': 'm.open_conditions > 0',
    'nothing open': "coalesce(m.flag_kinds, '{}') = '{}'",
  },
  plate: { 'not known': 'u.model is null or coalesce(u.installed_on, u.built_on) is null' },
};

const ofUnits = (searched: boolean, only: UnitOnly) => `
where ${chosen(ONLY, only)}
  ${searched ? `and u.id in (${idsFound('unit')})` : ''}`;

export const countUnits = (searched: boolean, only: UnitOnly = {}): string => `
select count(*)::int as total
from units u ${only.standing ? 'left join unit_summaries m on m.unit_id = u.id' : ''}
${ofUnits(searched, only)}`;

/** The page is chosen by what it is ordered by alone; what the rows show is read for those that are on it. */
export const unitsPage = (
  searched: boolean,
  order: string,
  page: Pick<ListAsked, 'limit' | 'offset'>,
  only: UnitOnly = {},
): string => `
with page as (
  select u.id
  from ${UNIT_TABLES}
  ${ofUnits(searched, only)}
  order by ${order}, u.id
  ${cut(page)}
)
select ${UNIT_COLUMNS}
from page p
  join units u on u.id = p.id${BESIDE_UNITS}
order by ${order}, u.id`;

export const UNITS_OF_SITE = `
select ${UNIT_COLUMNS}
from ${UNIT_TABLES}
where u.site_id = $1
order by u.status = 'retired', coalesce(m.score, 0) desc, u.tag`;

export const UNITS_AT_INTAKE = `
select ${UNIT_COLUMNS}
from ${UNIT_TABLES}
where u.site_id = $1 and u.status <> 'retired'
order by coalesce(m.score, 0) desc, u.tag`;

export const ONE_UNIT = `
select ${UNIT_COLUMNS},
  u.voltage,
  u.phase,
  u.handling_notes as "handlingNotes",
  u.version,
  u.details,
  s.hazards,
  s.customer_id as "customerId",
  m.flags,
  m.as_of as "asOf",
  ${CARED_FOR_COLUMNS},
  u.stands_in_for as "standsInFor"
from ${UNIT_TABLES}
where u.id = $1`;

export const CONDITIONS_OF_UNITS = `
select
  ${CONDITION}
from open_conditions o left join users p on p.id = o.opened_by
where o.unit_id = any($1::uuid[])
order by o.closed_at is not null, o.hazard desc, o.opened_at`;

/**
 * The calls of a unit with what was found on it, newest first: those taken about it and those whose cause was
 * found on it. Three lookups by index: the same with `or` goes through all calls of the company.
 */
export const CALLS_OF_UNIT = `
select
  k.id,
  coalesce(k.ref, '') as ref,
  k.kind,
  k.received_at as "receivedAt",
  k.completed_at as "completedAt",
  k.complaint,
  k.state,
  coalesce(
    (select string_agg(concat_ws(' ', f.component, f.failure, '(' || f.grade || ')'), ', ' order by f.found_at, f.entry_id)
     from findings f where f.call_id = k.id and f.unit_id = $1),
    (select 'found on ' || string_agg(distinct x.tag, ', ')
     from findings f join units x on x.id = f.unit_id
     where f.call_id = k.id and f.grade in ('proven', 'presumed')),
    '') as found,
  (select v.visit_id from visit_calls v where v.call_id = k.id order by v.visit_id desc limit 1) as "visitId"
from calls k
where k.id in (
  select id from calls where unit_id = $1
  union
  select id from calls where found_unit_id = $1
  union
  select call_id from findings where unit_id = $1)
order by k.received_at desc
limit 200`;

/** The newest reading of each point and circuit. */
export const LAST_READINGS = `
select distinct on (r->>'point', coalesce(e.body->>'circuit', '1'))
  r->>'point' as point,
  (r->>'value')::float as value,
  r->>'unit' as unit,
  coalesce((e.body->>'circuit')::int, 1) as circuit,
  e.occurred_at as at
from current_entries e cross join jsonb_array_elements(e.body->'readings') r
where e.unit_id = $1 and e.kind = 'reading set'
order by r->>'point', coalesce(e.body->>'circuit', '1'), e.occurred_at desc`;

export const LAST_FINDINGS = `
select part, circuit, component, failure, grade, found_at as at
from findings
where unit_id = $1 and grade in ('proven', 'presumed')
order by found_at desc
limit 8`;

/** What stands in the slots of a unit now, with how many were in each before. */
export const COMPONENTS_IN_SLOTS = `
select
  p.part,
  p.circuit,
  max(p.from_on) filter (where p.there) as from,
  max(p.manufacturer) filter (where p.there) as manufacturer,
  max(p.model) filter (where p.there) as model,
  (count(*) filter (where not p.there))::int as earlier
from (select *, ended is null or ended = 'with the unit' as there from components) p
where p.unit_id = $1
group by p.part, p.circuit`;

export const DECISIONS_OF_UNITS = `
select
  d.id,
  d.unit_id as "unitId",
  d.kind,
  d.year,
  d.until_on as until,
  d.reason,
  coalesce(p.display_name, '') as by,
  d.decided_at as at
from decisions d left join users p on p.id = d.decided_by
where d.unit_id = any($1::uuid[]) and d.undone_at is null
order by d.decided_at desc, d.id`;

export const RECOMMENDATIONS_OF_UNIT = `
select r.id, r.text, to_char(r.made_at at time zone s.time_zone, 'YYYY-MM-DD') as on, p.display_name as by
from recommendations r
  join units u on u.id = r.unit_id
  join sites s on s.id = u.site_id
  left join users p on p.id = r.made_by
where r.unit_id = $1
order by r.made_at desc`;

/** The drawn roofs of site $1 on which unit $2 stands. */
export const ROOFS_OF_UNIT = `
select id, name
from roofs
where site_id = $1 and retired_at is null
  and plan->'items' @> jsonb_build_array(jsonb_build_object('unitId', $2::text))
order by name`;

/** A circuit of unit $1, other than those in $2, on which pounds or a component are on record. */
export const BOUND_CIRCUIT = `
select number
from circuits c
where unit_id = $1 and number <> all($2::int[])
  and (exists (select 1 from refrigerant_movements r where r.unit_id = c.unit_id and r.circuit = c.number)
    or exists (select 1 from components p where p.unit_id = c.unit_id and p.circuit = c.number))
limit 1`;

export const MERGE_CIRCUITS = `
insert into circuits (unit_id, number, refrigerant, charge_lb, metering, compressors)
select $1, r.number, r.refrigerant, r."chargeLb", r.metering, coalesce(r.compressors, '[]')
from jsonb_to_recordset($2::jsonb) as r(
  number int, refrigerant text, "chargeLb" float, metering text, compressors jsonb)
on conflict (unit_id, number) do update set
  refrigerant = excluded.refrigerant,
  charge_lb = excluded.charge_lb,
  metering = excluded.metering,
  compressors = excluded.compressors`;

/**
 * What machines of the same kind on the same site said: the newest of each card in $2 and, where $3, the
 * newest set of cooling readings; the same model first.
 */
export const SISTER_ENTRIES = `
select
  b.tag,
  to_char(e.occurred_at at time zone s.time_zone, 'YYYY-MM-DD') as on,
  coalesce(e.body->'answers', '[]') as answers
from units a
  join units b on b.site_id = a.site_id and b.kind = a.kind and b.id <> a.id and b.status = 'in service'
  join sites s on s.id = b.site_id
  cross join lateral (
    select distinct on (kind, body->>'card') kind, body, occurred_at
    from current_entries
    where unit_id = b.id
      and ((kind = 'measurement' and body->>'card' = any($2))
        or ($3 and kind = 'reading set' and body->>'mode' = 'cooling'))
    order by kind, body->>'card', occurred_at desc) e
where a.id = $1
order by (b.model is not distinct from a.model) desc, e.occurred_at desc
limit 12`;

/** What stands open somewhere, with what it stands on called by its name. */
const standing = (which: string): string => `
select
  o.id,
  coalesce(u.tag, t.name) as subject,
  o.unit_id as "unitId",
  o.kind,
  o.hazard,
  o.text,
  o.opened_at as "openedAt"
from open_conditions o
  left join units u on u.id = o.unit_id
  left join site_points t on t.id = o.point_id
where o.closed_at is null and ${which}
order by o.hazard desc, o.opened_at, o.id`;

/** What was recommended somewhere. */
const recommended = (which: string): string => `
select
  r.id,
  coalesce(u.tag, t.name) as subject,
  r.unit_id as "unitId",
  r.text,
  to_char(r.made_at at time zone s.time_zone, 'YYYY-MM-DD') as on,
  p.display_name as by
from recommendations r
  left join units u on u.id = r.unit_id
  left join site_points t on t.id = r.point_id
  join sites s on s.id = coalesce(u.site_id, t.site_id)
  left join users p on p.id = r.made_by
where ${which}
order by r.made_at desc, r.id`;

const ON_VISITS_OF_CALL = 'in (select visit_id from visit_calls where call_id = $1)';
/** What stands open on the unit of call $1, or was left, found or measured on one of its visits. */
export const STANDING_ON_CALL = standing(`o.id in (
  select id from open_conditions where closed_at is null and visit_id ${ON_VISITS_OF_CALL}
  union
  select c.id
  from calls k join open_conditions c on c.unit_id = coalesce(k.unit_id, k.found_unit_id)
  where k.id = $1 and c.closed_at is null)`);
export const RECOMMENDED_ON_CALL = recommended(`r.visit_id ${ON_VISITS_OF_CALL}`);
/** The same at the points of site $1: panels, towers, the automation. */
export const STANDING_AT_POINTS = standing('t.site_id = $1');
export const RECOMMENDED_AT_POINTS = recommended('t.site_id = $1');
