import { CARED_FOR_COLUMNS } from '../db/machine.sql.ts';
import { CONTACT_LINE } from '../telling/telling.sql.ts';

/*
 * Set-wise reads of visits: a crew's day and a sheet with everything it needs offline, a fixed number of
 * queries for each.
 */

const VISIT = `
select
  v.id,
  v.site_id as "siteId",
  s.name as site,
  c.name as customer,
  s.address,
  v.planned_for as "plannedFor",
  coalesce(w.name, v.technician) as crew,
  v.arrived_at as "arrivedAt",
  v.left_at as "leftAt",
  case when r.published_at is not null then p.start_at end as "startAt",
  case when r.published_at is not null then p.leave_at end as "leaveAt",
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
  left join stops p on p.visit_id = v.id
  left join routes r on r.id = p.route_id`;

export const ONE_VISIT = `${VISIT} where v.id = $1`;

/**
 * Visits of the day $1 (and crew $2), in the order in which they were published, with those of the fortnight
 * before that nobody has left yet.
 */
export const VISITS_OF_DAY = `
select * from (
  ${VISIT}
  where v.cancelled_at is null
    and ($2::uuid is null or v.crew_id = $2)
    and v.planned_for between $1::date - 14 and $1::date) d
where d."plannedFor" = $1 or d."leftAt" is null
order by d."plannedFor" desc, d."startAt" nulls last, d.customer, d.site`;

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
        'number', x.number, 'refrigerant', x.refrigerant, 'metering', x.metering, 'chargeLb', x.charge_lb) order by x.number)
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
