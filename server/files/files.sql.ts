/* Set-wise statements of files that name things instead of carrying their ids: sites, and the plan of one. */

import { CONTACT_LINE } from '../telling/telling.sql.ts';

export const SITES_AS_FEATURES = `
select json_build_object(
  'type', 'Feature',
  'geometry',
    case
      when s.lat is null or s.lon is null then null
      else json_build_object('type', 'Point', 'coordinates', json_build_array(s.lon, s.lat))
    end,
  'properties', json_build_object(
    'customer', c.name,
    'site', s.name,
    'ref', s.ref,
    'address', s.address,
    'contact', ${CONTACT_LINE},
    'access', s.access,
    'key', s.key_at,
    'way_up', s.way_up,
    'parking', s.parking,
    'permit', s.permit,
    'hazards', s.hazards)) as feature
from sites s join customers c on c.id = s.customer_id
where s.retired_at is null
order by c.name, s.name`;

/** The sites of a file, `$1`. */
const FILE = `
jsonb_to_recordset($1::jsonb) as r(
  id uuid, customer text, site text, ref text, address text, contact text, access text, "key" text, way_up text,
  parking text, permit text, hazards jsonb, lat float, lon float)`;

export const ADD_NAMED_CUSTOMERS = `
insert into customers (name)
select distinct customer
from ${FILE}
on conflict (name) do nothing`;

/** Columns of a site as the file has them; what it leaves out stays as it is. */
const KEPT = [
  ['ref', 'ref'],
  ['address', 'address'],
  ['access', 'access'],
  ['key_at', '"key"'],
  ['way_up', 'way_up'],
  ['parking', 'parking'],
  ['permit', 'permit'],
  ['lat', 'lat'],
  ['lon', 'lon'],
].map(([column, field]) => ({ column, value: `coalesce(r.${field}, s.${column})` }));

export const CHANGE_NAMED_SITES = `
update sites s
set
  ${KEPT.map(({ column, value }) => `${column} = ${value}`).join(',\n  ')},
  hazards = case
    when r.hazards is null then s.hazards
    else array(select jsonb_array_elements_text(r.hazards))
  end,
  version = s.version + 1
from ${FILE}, customers c
where c.name = r.customer
  and s.customer_id = c.id
  and s.name = r.site
  and (${KEPT.map(({ column }) => `s.${column}`).join(', ')}, to_jsonb(s.hazards))
    is distinct from
    (${KEPT.map(({ value }) => value).join(', ')}, coalesce(r.hazards, to_jsonb(s.hazards)))
returning s.id`;

/** @param $2 the time zone of new sites */
export const ADD_NAMED_SITES = `
insert into sites (
  id, customer_id, name, ref, address, access, key_at, way_up, parking, permit, lat, lon, hazards, time_zone)
select
  r.id, c.id, r.site, r.ref, r.address, r.access, r."key", r.way_up, r.parking, r.permit, r.lat, r.lon,
  array(select jsonb_array_elements_text(coalesce(r.hazards, '[]'))),
  $2
from ${FILE} join customers c on c.name = r.customer
on conflict (customer_id, name) do nothing
returning id`;

/** Whom the file names as the contact of a site; who is on record there by that name stays as he is. */
export const ADD_NAMED_CONTACTS = `
insert into contacts (site_id, name)
select s.id, r.contact
from ${FILE}
  join customers c on c.name = r.customer
  join sites s on s.customer_id = c.id and s.name = r.site
where r.contact is not null and r.contact <> ''
  and not exists (
    select from contacts k
    where k.site_id = s.id and k.retired_at is null
      and r.contact in (k.name, concat_ws(' ', k.name, k.phone), ${CONTACT_LINE}))`;

/** The points `$1` of a plan on the site `$2`; what is there by that name stays. */
export const ADD_NAMED_POINTS = `
insert into site_points (id, site_id, kind, name, place, volts, phase, rating_a, spaces)
select r.id, $2, r.kind, r.name, r."where", r.volts, r.phase, r."ratingA", r.spaces
from jsonb_to_recordset($1::jsonb) as r(
  id uuid, kind text, name text, "where" text, volts float, phase int, "ratingA" float, spaces int)
on conflict (site_id, kind, name) where retired_at is null do nothing`;

/** The facts `$1` of a plan on the site `$2`. */
export const ADD_PLANNED_LINKS = `
insert into site_links (
  id, site_id, kind, from_id, to_id, poles, breaker_a, how, established_on, established_by, note)
select
  r.id, $2, r.kind, r."from", r."to",
  coalesce(array(select jsonb_array_elements_text(r.poles)::int), '{}'),
  r."breakerA", r.how, r."on", r.by, r.note
from jsonb_to_recordset($1::jsonb) as r(
  id uuid, kind text, "from" uuid, "to" uuid, poles jsonb, "breakerA" float, how text, "on" date, by uuid, note text)`;

/** The roof `$3` of the site `$2`, drawn as `$4`; one of that name is drawn anew. */
export const DRAW_NAMED_ROOF = `
insert into roofs (id, site_id, name, plan)
values ($1, $2, $3, $4)
on conflict (site_id, name) where retired_at is null
do update set plan = excluded.plan, version = roofs.version + 1`;
