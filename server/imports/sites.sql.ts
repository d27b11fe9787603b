/*
 * Set-wise import of sites: hours, how to get in, whom to ask. `staged` holds the good rows of the file, one a
 * contact; what is said of the site stands on each of its rows or on one of them.
 */

import { beside, differs, MOST_CHANGES, set, sitesStaged } from './places.sql.ts';

const CELLS = `
  line int,
  customer text,
  billing_address text,
  site text,
  ref text,
  address text,
  lat float8,
  lon float8,
  opening_hours jsonb,
  key_at text,
  way_up text,
  parking text,
  permit text,
  access text,
  contact text,
  role text,
  phone text,
  email text,
  told_by text`;

export const STAGE_SITES = `
create temp table staged (${CELLS},
  site_id uuid,
  contact_id uuid,
  is_new boolean
) on commit drop`;
export const FILL_SITES = `
insert into staged
select r.*, null, null, null
from jsonb_to_recordset($1::jsonb) as r(${CELLS})`;

const OF_SITE = [
  ...['ref', 'address', 'lat', 'lon', 'opening_hours'],
  ...['key_at', 'way_up', 'parking', 'permit', 'access'],
];

export const SITES = sitesStaged(OF_SITE);

/** Customers whose bills go elsewhere than is on record. */
const BILLED = `
  select s.customer, max(s.billing_address) as billing_address, min(s.line) as line
  from staged s
  where s.billing_address is not null
  group by s.customer`;
export const CHANGE_CUSTOMERS = `
update customers c
set billing_address = g.billing_address, version = c.version + 1
from (${BILLED}) g
where c.name = g.customer and c.billing_address is distinct from g.billing_address
returning c.id`;

/** A contact is known by its name at its site. */
export const FIND_CONTACTS = `
update staged s
set
  site_id = t.id,
  contact_id = (
    select k.id from contacts k
    where k.site_id = t.id and k.retired_at is null and lower(k.name) = lower(s.contact)
    order by k.id
    limit 1)
from customers c
  join sites t on t.customer_id = c.id
where c.name = s.customer and t.name = s.site`;
export const NAME_NEW_CONTACTS = `
update staged
set contact_id = uuid_v7(), is_new = true
where contact is not null and contact_id is null`;

const OF_CONTACT = ['role', 'phone', 'email', 'told_by'];

/** Rows after which somebody would be told by a way for which there is no address. */
export const WITHOUT_WAY = `
select s.line, 'told_by' as "column", coalesce(s.told_by, k.told_by) as value,
  'there is no address or number for that' as reason
from staged s
  left join contacts k on k.id = s.contact_id
where s.contact is not null
  and (coalesce(s.told_by, k.told_by) = 'e-mail' and coalesce(s.email, k.email) is null
    or coalesce(s.told_by, k.told_by) in ('text message', 'telephone') and coalesce(s.phone, k.phone) is null)`;

export const ADD_CONTACTS = `
insert into contacts (id, site_id, name, role, phone, email, told_by)
select contact_id, site_id, contact, coalesce(role, 'at the site'), phone, email, coalesce(told_by, 'nobody')
from staged
where is_new
returning id`;
export const CHANGE_CONTACTS = `
update contacts k
set
  ${set(OF_CONTACT, 's', 'k')},
  version = k.version + 1
from staged s
where s.contact_id = k.id and s.is_new is null and ${differs(OF_CONTACT, 's', 'k')}
returning k.id`;

/** What the file changes of what is on record: the first of it, to be looked at before it happens. */
export const CHANGES = `
select line, what, "column", before, after
from (
  select s.line, k.name || ' at ' || s.site as what, v.name as "column", v.before, v.after
  from staged s
    join contacts k on k.id = s.contact_id
    cross join lateral (values ${beside(OF_CONTACT, 's', 'k')}) v (name, before, after)
  union all
  ${SITES.changes}
  union all
  select g.line, c.name, 'billing_address', c.billing_address, g.billing_address
  from (${BILLED}) g
    join customers c on c.name = g.customer
) c
where after is not null
  and after is distinct from before
order by line, "column"
limit ${MOST_CHANGES}`;

/** Sites, customers and contacts on record that the file changes, as they are before it, kept with import $1. */
export const KEEP_BEFORE = `
insert into import_records (import_id, kind, record_id, before, version)
${SITES.before}
union all
select $1::uuid, 'customer', c.id, to_jsonb(c), c.version + 1
from (${BILLED}) g
  join customers c on c.name = g.customer
where c.billing_address is distinct from g.billing_address
union all
select $1::uuid, 'contact', k.id, to_jsonb(k), k.version + 1
from staged s
  join contacts k on k.id = s.contact_id
where ${differs(OF_CONTACT, 's', 'k')}
on conflict do nothing`;

/** Every site with its contacts, a row for each, in a fixed order; a site without one has a row of its own. */
export const EXPORT_SITES = `
select
  c.name as customer,
  c.billing_address,
  s.name as site,
  s.ref,
  s.address,
  s.lat,
  s.lon,
  s.opening_hours as "openingHours",
  s.key_at as key,
  s.way_up,
  s.parking,
  s.permit,
  s.access,
  k.name as contact,
  k.role,
  k.phone,
  k.email,
  k.told_by
from sites s
  join customers c on c.id = s.customer_id
  left join contacts k on k.site_id = s.id and k.retired_at is null
where s.retired_at is null
order by c.name collate "C", s.name collate "C", k.name collate "C", k.id`;
