import { CARED_FOR_COLUMNS } from '../../db/machine.sql.ts';

/* Set-wise reads of what is due where. */

const UNIT = `
  u.id,
  u.tag,
  s.id as "siteId",
  s.name as site,
  c.id as "customerId",
  c.name as customer,
  s.lat,
  s.lon,
  s.needs,
  ${CARED_FOR_COLUMNS}`;
const FROM_UNITS = `
from units u
  join sites s on s.id = u.site_id
  join customers c on c.id = s.customer_id
  left join unit_summaries m on m.unit_id = u.id`;
/** What is maintained: a unit on standby is exercised. */
const KEPT = `s.retired_at is null and u.status in ('in service', 'standby')`;
/** A call of maintenance that is on its way: planned for the day $2 or later, or under way. */
const ON_ITS_WAY = `k.unit_id = u.id and k.kind = 'maintenance'
  and ((k.state = 'planned' and k.scheduled_on >= $2::date) or k.state = 'under way')`;

/**
 * Units in service or on standby (of the sites in $1, or all) whose maintenance is not already on its way. $2
 * is the day it is: whoever planned for it or for a later day holds the unit.
 */
export const UNITS_KEPT = `
select ${UNIT}
${FROM_UNITS}
where ${KEPT}
  and ($1::uuid[] is null or s.id = any($1))
  and not exists (select 1 from calls k where ${ON_ITS_WAY})
order by u.tag`;

/** The same, whether or not somebody is on the way. */
export const UNITS_KEPT_WHEREVER = `
select ${UNIT}
${FROM_UNITS}
where ${KEPT}
order by u.tag`;

/** Units in service or on standby whose maintenance is on its way, the same columns and when and by whom. */
export const UNITS_ON_THEIR_WAY = `
select ${UNIT},
  p.day as "plannedOn",
  p.crew
${FROM_UNITS}
  join lateral (
    select k.scheduled_on as day, w.name as crew
    from calls k
      left join crews w on w.id = k.crew_id
    where ${ON_ITS_WAY}
    order by k.scheduled_on
    limit 1
  ) p on true
where ${KEPT}
  and ($1::uuid[] is null or s.id = any($1))
order by u.tag`;

export const OPEN_CALLS_BY_SITE = `
select site_id as "siteId", count(*)::int as calls
from calls
where kind <> 'maintenance' and state not in ('done', 'cancelled')
group by site_id`;

export const LEFT_BY_SITE = `
select
  u.site_id as "siteId",
  u.tag,
  o.kind,
  o.hazard,
  (o.opened_at at time zone s.time_zone)::date as "openedOn"
from open_conditions o
  join units u on u.id = o.unit_id
  join sites s on s.id = u.site_id
where o.closed_at is null and u.status <> 'retired'
order by o.hazard desc, o.opened_at`;

/** Maintenance of the units in $1 that was planned for a day that has gone by, and nobody came. */
export const MISSED = `
select id
from calls
where unit_id = any($1::uuid[]) and kind = 'maintenance' and state = 'planned' and scheduled_on < $2::date
order by id`;
