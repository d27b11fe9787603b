/* Set-wise reads of customers. */

import type { CustomerOnly } from '#contracts/customers';
import { chosen, cut, idsFound, type Clauses, type ListAsked } from '../db/list.sql.ts';

const HAS_UNITS = `exists (
  select 1 from sites x join units y on y.site_id = x.id
  where x.customer_id = c.id and x.retired_at is null and y.status <> 'retired')`;
const ONLY: Clauses<CustomerOnly> = { has: { units: HAS_UNITS, 'no units': `not ${HAS_UNITS}` } };

const ofCustomers = (searched: boolean, only: CustomerOnly) => `
where c.retired_at is null and ${chosen(ONLY, only)}
  ${searched ? `and c.id in (${idsFound('customer')})` : ''}`;

export const countCustomers = (searched: boolean, only: CustomerOnly = {}): string => `
select count(*)::int as total
from customers c ${ofCustomers(searched, only)}`;

/** Customers with counts of their sites and of the units on them. */
export const customersPage = (
  searched: boolean,
  order: string,
  page: Pick<ListAsked, 'limit' | 'offset'>,
  only: CustomerOnly = {},
): string => `
select
  c.id,
  c.name,
  c.phone,
  c.billing_address as "billingAddress",
  c.notes,
  c.retired_at as "retiredAt",
  c.version,
  count(distinct s.id)::int as sites,
  count(u.id)::int as units
from customers c
  left join sites s on s.customer_id = c.id and s.retired_at is null
  left join units u on u.site_id = s.id and u.status <> 'retired'
${ofCustomers(searched, only)}
group by c.id
order by ${order}, c.id
${cut(page)}`;
