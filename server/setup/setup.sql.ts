/** One set-up at a time, and none beside loading the demo, which takes the same lock. */
export const LOCK_SETUP = 'select pg_advisory_xact_lock(7240116)';

/**
 * How much of what the work rests on is not on record on day $1, by kind; nothing missing is a count of
 * zero.
 */
export const MISSING = `
with customer as (
  select exists (
      select 1 from agreements a
      where a.customer_id = c.id and a.withdrawn_at is null
        and (a.until_day is null or a.until_day >= $1::date)
    ) as agreed
  from customers c
  where c.retired_at is null
    and exists (
      select 1 from sites s join units u on u.site_id = s.id
      where s.customer_id = c.id and s.retired_at is null and u.status <> 'retired'
    )
),
site as (
  select s.lat, s.opening_hours,
    exists (select 1 from contacts k where k.site_id = s.id and k.retired_at is null) as contact
  from sites s
  where s.retired_at is null
),
unit as (
  select u.installed_on, u.built_on, u.model
  from units u
  where u.status <> 'retired'
),
crew as (
  select exists (
      select 1
      from crew_members m
      join users u on u.id = m.user_id and u.active
      where m.crew_id = c.id
        and (m.until_day is null or m.until_day >= $1::date)
    ) as staffed,
    c.start_lat
  from crews c
  where c.retired_at is null
)
select kind, count::int, "of"::int
from (
  select 1 as rank, 'yard' as kind,
    count(*) filter (
      where start_lat is null and not exists (select 1 from settings where name = 'yard')
    ) as count,
    count(*) as "of"
  from crew
  union all
  select 2, 'crews', (count(*) = 0)::int, 1 from crew
  union all
  select 3, 'members', count(*) filter (where not staffed), count(*) from crew
  union all
  select 4, 'units', (count(*) = 0)::int, 1 from unit
  union all
  select 5, 'agreements', count(*) filter (where not agreed), count(*) from customer
  union all
  select 6, 'positions', count(*) filter (where lat is null), count(*) from site
  union all
  select 7, 'hours', count(*) filter (where opening_hours is null), count(*) from site
  union all
  select 8, 'contacts', count(*) filter (where not contact), count(*) from site
  union all
  select 9, 'plates', count(*) filter (where model is null or coalesce(installed_on, built_on) is null), count(*)
  from unit
  union all
  select 10, 'words', count(distinct component) filter (where part is null and component <> ''),
    count(distinct component)
  from findings
) listed
order by rank`;
