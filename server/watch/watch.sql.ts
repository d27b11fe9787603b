/* Set-wise reads of the watch list. */

import type { AgeBand, WatchGroup } from '#contracts/watch';
import { idsFound } from '../db/list.sql.ts';

/** What belongs to a group of the list, of a summary m. */
const GROUPS: Record<WatchGroup, string> = {
  'to decide': 'm.to_decide',
  decided: 'm.decisions > 0 and not m.to_decide',
  advice: "'wears early' = any(m.flag_kinds)",
  plan: "'age' = any(m.flag_kinds)",
};
/** From how many years on each age of a list begins; the first begins with 0. */
const YEARS_FROM: Record<Exclude<AgeBand, 'not known'>, number> = {
  'under 10': 0,
  '10 to 14': 10,
  '15 to 19': 15,
  '20 and over': 20,
};
const AGE = `coalesce(
  (array[${Object.keys(YEARS_FROM)
    .map((band) => `'${band}'`)
    .join(', ')}])[1 + width_bucket(
    extract(year from age($2::date, coalesce(u.built_on, u.installed_on)))::int,
    array[${Object.values(YEARS_FROM).slice(1).join(', ')}])],
  '${'not known' satisfies AgeBand}')`;

/**
 * Every unit about which something is or was to be said, with what the filters look at and which of them it
 * passes. $1 is a search or null, $2 today, $3 to $7 what was chosen of group, flag, customer, refrigerant and
 * age, null where all are shown.
 */
const WATCHED = `
with kept as (
  select
    m.unit_id,
    m.score,
    m.flag_kinds,
    s.customer_id,
    array_remove(array[${Object.entries(GROUPS)
      .map(([group, holds]) => `case when ${holds} then '${group}' end`)
      .join(', ')}], null) as groups,
    ${AGE} as age
  from unit_summaries m
    join units u on u.id = m.unit_id
    join sites s on s.id = u.site_id
  where (m.score > 0 or m.decisions > 0)
    and ($1::text is null or m.unit_id in (${idsFound('unit')}))
),
watched as (
  select
    k.*,
    $3::text is null or $3 = any(k.groups) as in_group,
    $4::text is null or $4 = any(k.flag_kinds) as with_flag,
    $5::uuid is null or $5 = k.customer_id as of_customer,
    $6::text is null
      or exists (select 1 from circuits x where x.unit_id = k.unit_id and x.refrigerant = $6) as with_refrigerant,
    $7::text is null or $7 = k.age as of_age
  from kept k
)`;
const PASSES = ['in_group', 'with_flag', 'of_customer', 'with_refrigerant', 'of_age'] as const;
type Passes = (typeof PASSES)[number];

/** The units that pass all filters, in no order. */
export const ON_WATCH = `${WATCHED}
select unit_id as "unitId", score, customer_id as "customerId"
from watched
where ${PASSES.join(' and ')}`;

/**
 * How many units each choice of a filter would leave: those that pass all others. Choices that would leave none
 * are among them, since one of them may be chosen.
 */
const counted = (own: Passes, filter: string, value: string, from: string, label = value): string => `
select
  '${filter}' as filter,
  ${value} as value,
  ${label} as label,
  (count(*) filter (where ${PASSES.filter((passes) => passes !== own)
    .map((passes) => `w.${passes}`)
    .join(' and ')}))::int as count
from watched w ${from}
group by 2, 3`;
export const WATCH_CHOICES = `${WATCHED}
${[
  counted('in_group', 'group', 'g', 'cross join lateral unnest(w.groups) g'),
  counted('with_flag', 'flag', 'f', 'cross join lateral (select distinct unnest(w.flag_kinds)) flags(f)'),
  counted('of_customer', 'customer', 'c.id::text', 'join customers c on c.id = w.customer_id', 'c.name'),
  counted(
    'with_refrigerant',
    'refrigerant',
    'x.refrigerant',
    `join (select distinct unit_id, refrigerant from circuits where refrigerant is not null) x
       on x.unit_id = w.unit_id`,
  ),
  counted('of_age', 'age', 'w.age', ''),
].join('\nunion all')}
order by 1, 3`;

/** What was found since day $1 on the units about which something is or was to be said. */
export const CAUSES = `
select f.unit_id as "unitId", f.part, f.failure
from findings f join unit_summaries m on m.unit_id = f.unit_id
where (m.score > 0 or m.decisions > 0)
  and f.part is not null
  and f.grade in ('proven', 'presumed')
  and f.found_at >= $1::date`;

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
