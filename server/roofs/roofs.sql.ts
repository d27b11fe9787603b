/* Set-wise reads for drawing a roof. */

/** Units of a site with what a roof shows of them: flags and what is left open. */
export const UNITS_OF_ROOF = `
select
  u.id,
  u.tag,
  u.kind,
  u.status,
  u.area_served as "areaServed",
  coalesce(m.flag_kinds, '{}') as "flagKinds",
  coalesce(
    (select json_agg(
        json_build_object('kind', o.kind, 'hazard', o.hazard, 'text', o.text)
        order by o.hazard desc, o.opened_at)
     from open_conditions o
     where o.unit_id = u.id and o.closed_at is null),
    '[]') as conditions
from units u
  left join unit_summaries m on m.unit_id = u.id
where u.site_id = $1
  and u.status <> 'retired'
order by u.tag`;

/** The units of the sites $1 as a roof in brief shows them. */
export const UNITS_IN_BRIEF = `
select u.id, u.tag, u.status, coalesce(m.flag_kinds, '{}') as "flagKinds"
from units u
  left join unit_summaries m on m.unit_id = u.id
where u.status <> 'retired'
  and u.site_id = any($1::uuid[])`;

/** A unit of $3 that stands on another roof of the site $1 than $2. */
export const PLACED_ELSEWHERE = `
select r.name, u.tag
from roofs r
  cross join jsonb_array_elements(r.plan->'items') i
  join units u on u.id::text = i->>'unitId'
where r.site_id = $1
  and r.id <> $2
  and r.retired_at is null
  and u.id = any($3::uuid[])
limit 1`;
