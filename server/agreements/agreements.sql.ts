/* Set-wise reads of customers and their agreements. */

import { MACHINE_COLUMNS } from '../db/machine.sql.ts';
import { AGREEMENT_STATES, type AgreementOnly } from '#contracts/agreements';
import { chosen, cut, idsFound, isOneOf, type Clauses, type ListAsked } from '../db/list.sql.ts';

/** The agreement that runs on day $1, else the next to begin, else the last. */
const THE_ONE = `
select a.id, a.from_day, a.until_day, a.terms, a.notes, a.version
from agreements a
where a.customer_id = c.id and a.withdrawn_at is null
order by
  (a.from_day <= $1::date and (a.until_day is null or a.until_day >= $1::date)) desc,
  (a.from_day > $1::date) desc,
  case when a.from_day > $1::date then a.from_day end,
  a.from_day desc
limit 1`;

const STATE = `
case
  when a.id is null then 'none'
  when a.from_day > $1::date then 'begins later'
  when a.until_day < $1::date then 'ended'
  else 'running'
end`;

const ONLY: Clauses<AgreementOnly> = { state: isOneOf(`(${STATE})`, AGREEMENT_STATES) };

const listed = (searched: boolean, only: AgreementOnly) => `
from customers c
  left join lateral (${THE_ONE}) a on true
where c.retired_at is null and ${chosen(ONLY, only)}
  ${searched ? `and c.id in (${idsFound('customer', 2)})` : ''}`;

export const countAgreements = (searched: boolean, only: AgreementOnly = {}): string => `
select count(*)::int as total ${listed(searched, only)}`;

/** Customers with the agreement that counts for them; $1 the day, $2 the words. */
export const agreementsPage = (
  searched: boolean,
  order: string,
  page: Pick<ListAsked, 'limit' | 'offset'>,
  only: AgreementOnly = {},
): string => `
select
  c.id,
  c.name as customer,
  (select count(*)::int from sites s where s.customer_id = c.id and s.retired_at is null) as sites,
  (
    select count(*)::int
    from sites s
      join units u on u.site_id = s.id and u.status <> 'retired'
    where s.customer_id = c.id and s.retired_at is null
  ) as units,
  ${STATE} as state,
  a.id as "agreementId"
${listed(searched, only)}
order by ${order}, c.name, c.id
${cut(page)}`;

/** Units of the customers in $1 by site, for what is agreed to speak of. */
export const UNITS_OF_CUSTOMERS = `
select s.customer_id as "customerId", s.id as "siteId", s.name as site, u.id as "unitId", u.tag,${MACHINE_COLUMNS}
from sites s
  left join units u on u.site_id = s.id and u.status <> 'retired'
where s.customer_id = any($1::uuid[]) and s.retired_at is null
order by s.name, u.tag`;

/** Of the sites $2 and units $3, those that are not of customer $1. */
export const NOT_OF_CUSTOMER = `
select asked.id
from (
  select unnest($2::uuid[]) as id
  union all
  select unnest($3::uuid[])
) asked
where not exists (select 1 from sites s where s.id = asked.id and s.customer_id = $1)
  and not exists (
    select 1 from units u join sites s on s.id = u.site_id where u.id = asked.id and s.customer_id = $1
  )`;

/**
 * Failures among the calls of units from the day $2 to $3 and the years those units stood in that time: of
 * the customer $1, and of the others by whether an agreement to maintain them ran then. A unit whose day of
 * installing is not known stood all the time. With them what a call of anybody cost in the middle, where that
 * is on record.
 */
export const CALL_RATES = `
with span as (
  select u.id, s.customer_id, s.customer_id = $1 as own,
    exists (
      select 1 from agreements a
      where a.customer_id = s.customer_id and a.withdrawn_at is null
        and a.from_day <= $2::date and coalesce(a.until_day, 'infinity') >= $2::date
        and coalesce((a.terms->>'maintained')::boolean, true)) as maintained,
    greatest(0, $3::date - greatest($2::date, coalesce(u.installed_on, $2::date))) / 365.0 as years
  from units u join sites s on s.id = u.site_id
  where u.status <> 'retired' and s.retired_at is null
)
select
  own,
  maintained,
  sum((select count(*) from calls k
       where coalesce(k.found_unit_id, k.unit_id) = span.id and k.kind = 'call' and k.state <> 'cancelled'
         and k.received_at >= $2::date and k.received_at < $3::date))::int as calls,
  sum(years)::float8 as "unitYears",
  (select percentile_cont(0.5) within group (order by cost_cents)
   from calls where kind = 'call' and cost_cents > 0 and received_at >= $2::date)::int as "callCents"
from span
group by own, maintained`;

/** Minutes on site of maintenance at the customer $1 from the day $2 to $3, as it is on the sheets. */
export const WORKED = `
select coalesce(sum(extract(epoch from v.left_at - v.arrived_at) / 60), 0)::float8 as minutes
from visits v join sites s on s.id = v.site_id
where s.customer_id = $1 and v.arrived_at >= $2::date and v.arrived_at < $3::date
  and v.left_at - v.arrived_at between interval '5 minutes' and interval '16 hours'
  and exists (select 1 from visit_calls vc join calls k on k.id = vc.call_id
    where vc.visit_id = v.id and k.kind = 'maintenance')`;
