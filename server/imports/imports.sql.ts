/* What imports of every kind have in common. */

export const STAGED_STATISTICS = `
analyze staged (line)`;

/**
 * A line for the import `$4` itself and one for each of the units `$3`, by `$1`, with the same words `$2`.
 */
export const LOG_IMPORT = `
insert into log (actor_kind, actor_id, action, entity, entity_id, detail)
select 'user', $1::uuid, 'import', 'unit', id, $2::jsonb
from unnest($3::uuid[]) id
union all
select 'user', $1::uuid, 'import', 'import', $4::uuid, $2::jsonb`;

/** Every customer with each of its sites and the tags there. */
export const NAMES_ON_RECORD = `
select c.name as customer, s.name as site, coalesce(array_agg(u.tag order by u.tag) filter (where u.id is not null), '{}') as tags
from customers c
  left join sites s on s.customer_id = c.id
  left join units u on u.site_id = s.id
group by c.id, s.id`;

/** Makers of units, whoever makes most first. */
export const MAKERS = `
select manufacturer as maker
from units
where manufacturer is not null
group by manufacturer
order by count(*) desc, manufacturer`;

export const RECIPE_OF_NAME = `
select id
from import_recipes
where recipe->>'kind' = $1 and lower(name) = lower($2)`;
