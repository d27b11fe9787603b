import { CARED_FOR_COLUMNS } from '../db/machine.sql.ts';
import { CONTACT_LINE } from '../telling/telling.sql.ts';

/*
 * Set-wise reads of visits: a crew's day and a sheet with everything it needs offline, a fixed number of
 * queries for each.
 */

/**
 * @param day the day it is for: as it stands, or as its crew was told
 * @param published whose times it has: those of the day on which it is to be done, or of one day of a crew
 */
const visit = (day: string, published = "t.changed is distinct from 'off'") => `
select
  v.id,
  v.site_id as "siteId",
  s.name as site,
  c.name as customer,
  s.address,
  ${day} as "plannedFor",
  coalesce(w.name, v.technician) as crew,
  v.arrived_at as "arrivedAt",
  v.left_at as "leftAt",
  t.start_at as "startAt",
  t.leave_at as "leaveAt",
  case when t.changed is not null then json_build_object('what', t.changed, 'was', t.was_at) end as changed,
  coalesce(
    (select json_agg(json_build_object(
        'id', k.id,
        'ref', coalesce(k.ref, ''),
        'kind', k.kind,
        'system', k.system,
        'complaint', k.complaint,
        'unit', u.tag,
        'unitId', u.id,
        'state', k.state,
        'waitingFor', k.waiting_for) order by u.tag, k.id)
     from visit_calls vc
       join calls k on k.id = vc.call_id
       left join units u on u.id = coalesce(k.unit_id, k.found_unit_id)
     where vc.visit_id = v.id),
    '[]') as calls,
  s.access,
  s.key_at as "keyAt",
  s.way_up as "wayUp",
  s.parking,
  s.permit,
  ${CONTACT_LINE} as contact,
  s.hazards,
  s.time_zone as "timeZone"
from visits v
  join sites s on s.id = v.site_id
  join customers c on c.id = s.customer_id
  left join crews w on w.id = v.crew_id
  left join published_stops t on t.visit_id = v.id and ${published}`;
const VISIT = visit('v.planned_for');

export const ONE_VISIT = `${VISIT} where v.id = $1`;

/** Visits of the day $1, with those of the fortnight before that nobody has left yet. */
export const VISITS_OF_DAY = `
select * from (
  ${VISIT}
  where v.cancelled_at is null and v.planned_for between $1::date - 14 and $1::date) d
where d."plannedFor" = $1 or d."leftAt" is null
order by d."plannedFor" desc, d."startAt" nulls last, d.customer, d.site`;

const OWN_DAY = 't.crew_id = $2 and t.day = $1::date';
const TOLD_DAY = `case when ${OWN_DAY} then t.day else v.planned_for end`;
/**
 * The day $1 of the crew $2 as it was published last, with those of the fortnight before that nobody has left
 * yet. What has come onto the day since is not there before it is published, but for what somebody has begun
 * and calls that cannot wait; a day that was never published is there as it stands.
 */
export const VISITS_OF_CREW = `
${visit(TOLD_DAY, OWN_DAY)}
where v.id in (
    select visit_id from published_stops where crew_id = $2 and day = $1::date
    union
    select id from visits where crew_id = $2 and planned_for between $1::date - 14 and $1::date)
  and v.cancelled_at is null
  and ((${OWN_DAY})
    or (v.crew_id = $2 and v.planned_for between $1::date - 14 and $1::date - 1 and v.left_at is null)
    or (v.crew_id = $2 and v.planned_for = $1::date and (
      v.arrived_at is not null
      or not exists (
        select from routes r where r.crew_id = $2 and r.day = $1::date and r.published_at is not null)
      or exists (
        select from visit_calls vc join calls k on k.id = vc.call_id
        where vc.visit_id = v.id and k.priority = 'at once'))))
order by ${TOLD_DAY} desc, t.start_at nulls last, c.name, s.name`;

/** The crew $1 has seen what was changed on the day $2. */
export const SEEN = [
  "delete from published_stops where crew_id = $1 and day = $2::date and changed = 'off'",
  'update published_stops set changed = null, was_at = null where crew_id = $1 and day = $2::date',
] as const;

export const ENTRIES_OF_VISIT = `
select
  e.id,
  e.root_id as "rootId",
  e.unit_id as "unitId",
  e.point_id as "pointId",
  e.call_id as "callId",
  e.kind,
  e.body,
  coalesce(p.display_name, v.technician) as author,
  e.occurred_at as "occurredAt",
  e.recorded_at as "recordedAt",
  e.supersedes,
  e.reason
from entries e
  join visits v on v.id = e.visit_id
  left join users p on p.id = e.author_id
where e.visit_id = $1
order by e.occurred_at, e.recorded_at, e.id`;

/**
 * What codes mean, by the board they belong to, as it was last written down on any sheet: photographed and typed
 * once, every unit with that board has it.
 */
export const CHARTS_OF_BOARDS = `
select distinct on (lower(e.body->>'board'), lower(e.body->>'code'))
  e.body->>'board' as board,
  e.body->>'code' as code,
  e.body->>'means' as means,
  coalesce(e.body->'points', '[]'::jsonb) as points
from entries e
where e.kind = 'code'
  and e.body->>'means' is not null
  and not exists (select from entries later where later.supersedes = e.id)
order by lower(e.body->>'board'), lower(e.body->>'code'), e.occurred_at desc, e.id desc`;

/** Parts renewed on the machines of a site since a day; one that came with the machine is none. */
export const RENEWED_AT_SITE = `
select c.unit_id as "unitId", c.part, to_char(c.from_on, 'YYYY-MM-DD') as on
from components c join units u on u.id = c.unit_id
where u.site_id = $1 and c.entry_id is not null and c.from_on >= $2::date
order by c.from_on desc`;

/** Parts that were found at fault on the machines of a site since a day. */
export const CONDEMNED_AT_SITE = `
select distinct f.unit_id as "unitId", f.part
from findings f join units u on u.id = f.unit_id
where u.site_id = $1
  and f.part is not null
  and f.grade in ('proven', 'presumed')
  and f.found_at >= $2::date`;

/** Units of a site as a sheet shows them. */
export const UNITS_OF_SHEET = `
select
  u.id,
  u.tag,
  ${CARED_FOR_COLUMNS},
  u.area_served as "areaServed",
  u.handling_notes as "handlingNotes",
  u.details,
  u.voltage,
  u.phase,
  coalesce(m.sentence, '') as sentence,
  coalesce(m.flag_kinds, '{}') as "flagKinds",
  coalesce(
    (select json_agg(json_build_object(
        'number', x.number, 'refrigerant', x.refrigerant, 'metering', x.metering, 'chargeLb', x.charge_lb,
        'compressors', x.compressors) order by x.number)
     from circuits x where x.unit_id = u.id),
    '[]') as circuits,
  coalesce(
    (select json_agg(json_build_object(
        'id', r.id, 'text', r.text, 'on', to_char(r.made_at at time zone s.time_zone, 'YYYY-MM-DD')) order by r.made_at desc)
     from recommendations r where r.unit_id = u.id),
    '[]') as recommendations
from units u
  join sites s on s.id = u.site_id
  left join unit_summaries m on m.unit_id = u.id
where u.site_id = $1 and u.status <> 'retired'
order by u.tag`;

/** At which site lines were written, or what was measured stands, by their ids in $1. */
export const WHERE_LINES_ARE = `
select e.id, v.site_id as "siteId"
from entries e join visits v on v.id = e.visit_id
where e.id = any($1::uuid[])
  and e.kind in ('condition left', 'finding', 'look', 'reading set', 'measurement')`;

/** The open hazard that the line $1 says, by the first of its line of amendments. */
export const HAZARD_OF_LINE = `
select id
from open_conditions
where hazard and closed_at is null and $1::uuid = any(lines)
limit 1`;
