/* Set-wise reads of customers. */

import { cut, idsFound, type ListAsked } from '../db/list.sql.ts';

const ofCustomers = (searched: boolean) => `
where c.retired_at is null
  ${searched ? `and c.id in (${idsFound('customer')})` : ''}`;

export const countCustomers = (searched: boolean): string => `
select count(*)::int as total
from customers c ${ofCustomers(searched)}`;

/** Customers with counts of their sites and of the units on them. */
export const customersPage = (
  searched: boolean,
  order: string,
  page: Pick<ListAsked, 'limit' | 'offset'>,
): string => `
select
  c.id,
  c.name,
  c.phone,
  c.notes,
  c.retired_at as "retiredAt",
  c.version,
  count(distinct s.id)::int as sites,
  count(u.id)::int as units
from customers c
  left join sites s on s.customer_id = c.id and s.retired_at is null
  left join units u on u.site_id = s.id and u.status <> 'retired'
${ofCustomers(searched)}
group by c.id
order by ${order}, c.id
${cut(page)}`;
