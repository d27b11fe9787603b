/* Set-wise reads of customers and their agreements. */

import { MACHINE_COLUMNS } from '../units/machine.sql.ts';
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
