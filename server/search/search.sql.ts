/* Set-wise reads of the words that everything is found by. */

/**
 * Documents that hold the words of `$1`; among one kind first what begins with `$2`. Calls have an index of
 * their own.
 */
export const documentsFound = (which: 'calls' | 'records', limit: number): string => `
select
  d.kind,
  d.id,
  d.title,
  concat_ws(' · ', nullif(d.subtitle, ''), k.state) as subtitle
from search_documents d left join calls k on d.kind = 'call' and k.id = d.id
where d.kind ${which === 'calls' ? '=' : '<>'} 'call' and d.words @@ to_tsquery('simple', $1)
order by
  array_position(array['customer', 'site', 'unit', 'call'], d.kind),
  lower(d.title) like lower($2) || '%' desc,
  d.title,
  d.id
limit ${limit}`;

/**
 * Units that share most of the clues `$1` to `$n`; `$n+1` is all of them together, by which the index finds.
 *
 * @param clues how many there are
 * @param atSite only those of site `$n+2`
 */
export const candidateUnits = (clues: number, limit: number, atSite = false): string => {
  const shared = Array.from({ length: clues }, (_, i) => `(d.words @@ to_tsquery('simple', $${i + 1}))::int`);
  return `
with hits as materialized (
  select d.id, ${shared.join(' + ')} as matched, d.subtitle
  from search_documents d
  where d.kind <> 'call' and d.kind = 'unit' and d.words @@ to_tsquery('simple', $${clues + 1})
    ${atSite ? `and d.id in (select id from units where site_id = $${clues + 2}::uuid)` : ''})
select
  u.id as "unitId",
  u.tag,
  u.kind,
  u.status,
  u.serial,
  u.model,
  s.name as site,
  c.name as customer,
  u.area_served as "areaServed",
  u.found_by as "foundBy",
  h.subtitle,
  coalesce(m.flag_kinds, '{}') as "flagKinds",
  coalesce(
    (select json_agg(json_build_object('kind', o.kind, 'text', o.text))
     from open_conditions o where o.unit_id = u.id and o.closed_at is null),
    '[]') as open,
  (select count(*)::int
   from calls k
   where k.unit_id = u.id and k.kind <> 'maintenance' and k.state not in ('done', 'cancelled')) as "openCalls"
from (select * from hits order by matched desc, id limit ${limit}) h
  join units u on u.id = h.id
  join sites s on s.id = u.site_id
  join customers c on c.id = s.customer_id
  left join unit_summaries m on m.unit_id = u.id
where u.status <> 'retired'`;
};
