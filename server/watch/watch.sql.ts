/* Set-wise reads of the watch list. */

/**
 * Every unit about which something is or was to be said, with what the filters look at. $1 is a search, or
 * null.
 */
export const WATCHED = `
select
  m.unit_id as "unitId",
  m.score,
  m.to_decide as "toDecide",
  m.decisions > 0 as decided,
  m.flag_kinds as "flagKinds",
  s.customer_id as "customerId",
  c.name as customer,
  extract(year from age($2::date, coalesce(u.built_on, u.installed_on)))::int as years,
  array(select distinct refrigerant from circuits x where x.unit_id = u.id and refrigerant is not null) as refrigerants
from unit_summaries m
  join units u on u.id = m.unit_id
  join sites s on s.id = u.site_id
  join customers c on c.id = s.customer_id
where (m.score > 0 or m.decisions > 0)
  and ($1::text is null or m.unit_id in (
    select id from search_documents
    where kind <> 'call' and kind = 'unit' and words @@ to_tsquery('simple', $1)))
order by m.score desc, m.unit_id`;

/** What was found on the units in $1 since day $2, by customer: units with one cause stand together. */
export const CAUSES = `
select f.unit_id as "unitId", s.customer_id as "customerId", f.part, f.failure
from findings f
  join units u on u.id = f.unit_id
  join sites s on s.id = u.site_id
where f.unit_id = any($1::uuid[])
  and f.part is not null
  and f.grade in ('proven', 'presumed')
  and f.found_at >= $2::date
group by f.unit_id, s.customer_id, f.part, f.failure`;

export const WATCH_ROWS = `
select
  u.id as "unitId",
  u.tag,
  u.kind,
  u.built_on as "builtOn",
  array(select distinct refrigerant from circuits x where x.unit_id = u.id and refrigerant is not null) as refrigerants,
  s.id as "siteId",
  s.name as site,
  c.name as customer,
  m.score,
  m.sentence,
  m.flags
from unit_summaries m
  join units u on u.id = m.unit_id
  join sites s on s.id = u.site_id
  join customers c on c.id = s.customer_id
where m.unit_id = any($1::uuid[])
order by array_position($1::uuid[], m.unit_id)`;
