/* One crew's day as its people read it: stops with how to get in, and what there is to load. */

import { CONTACT_LINE } from '../../telling/telling.sql.ts';

const STOP = (locked: string, troubles: string) => `
select
  v.id as "visitId",
  s.id as "siteId",
  s.name as site,
  c.name as customer,
  s.address,
  s.lat,
  s.lon,
  s.access,
  s.key_at as "keyAt",
  s.way_up as "wayUp",
  s.parking,
  s.permit,
  ${CONTACT_LINE} as contact,
  s.hazards,
  s.opening_hours as "openingHours",
  p.drive_minutes as "driveMinutes",
  p.arrive_at as "arriveAt",
  p.start_at as "startAt",
  p.leave_at as "leaveAt",
  v.arrived_at as "arrivedAt",
  v.left_at as "leftAt",
  ${locked} as locked,
  ${troubles} as troubles,
  coalesce(
    (select json_agg(json_build_object('unit', u.tag, 'unitId', u.id, 'complaint', k.complaint) order by u.tag, k.id)
     from visit_calls vc
       join calls k on k.id = vc.call_id
       left join units u on u.id = k.unit_id
     where vc.visit_id = v.id),
    '[]') as calls
from visits v
  join sites s on s.id = v.site_id
  join customers c on c.id = s.customer_id`;

/** The day as it stands. */
export const STOPS_OF_ROUTE = `
${STOP('p.locked_at is not null', "coalesce(p.troubles, '[]')")}
  left join stops p on p.visit_id = v.id
where v.crew_id = $1 and v.planned_for = $2::date and v.cancelled_at is null
order by p.position nulls last, v.created_at, v.id`;

/** The day as it was published last: what its crew and its calendar read. */
export const STOPS_PUBLISHED = `
${STOP('false', "'[]'::json")}
  join published_stops p on p.visit_id = v.id
where p.crew_id = $1 and p.day = $2::date and v.cancelled_at is null and p.changed is distinct from 'off'
order by p.position, v.id`;

/** Units of the visits in $1 whose filters are to be changed, with the filters they take. */
export const FILTERS_TO_LOAD = `
select s.name || ' ' || u.tag as unit, u.details->'filters' as filters
from visit_calls vc
  join calls k on k.id = vc.call_id
  join units u on u.id = k.unit_id
  join sites s on s.id = u.site_id
where vc.visit_id = any($1::uuid[]) and k.kind = 'maintenance' and k.state in ('planned', 'under way')
  and k.complaint ilike '%filter%'
order by 1`;

export const SITES_OF_VISITS = `
select v.id, s.name as site
from visits v join sites s on s.id = v.site_id
where v.id = any($1::uuid[])`;
