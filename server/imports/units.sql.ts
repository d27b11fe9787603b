/*
 * Set-wise import of units. `staged` holds the good rows of the file; each statement works on all of them at
 * once.
 */

import { beside, differs, MOST_CHANGES, set, sitesStaged } from './places.sql.ts';

const CELLS = `
  line int,
  customer text,
  site text,
  ref text,
  address text,
  lat float8,
  lon float8,
  unit text,
  kind text,
  manufacturer text,
  model text,
  serial text,
  built_on date,
  installed_on date,
  tons float8,
  refrigerant text,
  charge_lb float8,
  voltage float8,
  dual boolean,
  phase int,
  area_served text,
  status text`;

export const STAGE_UNITS = `
create temp table staged (${CELLS},
  details jsonb,
  site_id uuid,
  unit_id uuid,
  is_new boolean
) on commit drop`;
export const FILL_UNITS = `
insert into staged
select r.*, null, null, null, null
from jsonb_to_recordset($1::jsonb) as r(${CELLS})`;

/** Rows that would change the charge of a unit with several circuits, which one number cannot do. */
export const UNITS_WITH_CIRCUITS = `
select s.line, s.charge_lb::text as value
from staged s
  join customers c on c.name = s.customer
  join sites t on t.customer_id = c.id and t.name = s.site
  join units u on u.site_id = t.id and u.tag = s.unit
  join lateral (
    select
      count(*) as n,
      sum(charge_lb::numeric)::float8 as charge,
      string_agg(distinct refrigerant, '+') as refrigerant
    from circuits
    where unit_id = u.id
  ) x on x.n > 1
where (s.charge_lb is not null and s.charge_lb is distinct from x.charge)
  or (s.refrigerant is not null and s.refrigerant is distinct from x.refrigerant)`;

export const SITES = sitesStaged(['ref', 'address', 'lat', 'lon']);
export const PLACE_SITES = `
update staged s
set site_id = t.id
from customers c
  join sites t on t.customer_id = c.id
where c.name = s.customer
  and t.name = s.site`;

export const FIND_UNITS = `
update staged s
set unit_id = u.id, is_new = false
from units u
where u.site_id = s.site_id
  and u.tag = s.unit`;
export const NAME_NEW_UNITS = `
update staged
set unit_id = uuid_v7(), is_new = true
where unit_id is null`;

const IS_DUAL = `(u.details #> '{electrical,dual}') = 'true'::jsonb`;
/**
 * A supply that is given says also whether the plate is made for 208 and 230 V; one that was known to be
 * stays at the voltage it stands at.
 */
export const SUPPLIES = `
update staged s
set
  voltage = case when s.dual and k.dual then null else s.voltage end,
  details = case
    when s.dual then k.details || jsonb_build_object(
      'electrical', coalesce(k.details -> 'electrical', '{}') || '{"dual": true}'
    )
    else k.details #- '{electrical,dual}'
  end
from (
  select g.unit_id, coalesce(u.details, '{}') as details, coalesce(${IS_DUAL}, false) as dual
  from staged g
    left join units u on u.id = g.unit_id
) k
where k.unit_id = s.unit_id
  and s.dual is not null`;

const PLAIN = [
  'kind',
  'manufacturer',
  'model',
  'serial',
  'built_on',
  'installed_on',
  'tons',
  'voltage',
  'phase',
  'area_served',
  'status',
];
const OF_UNIT = [...PLAIN, 'details'];
const COPIED = PLAIN.filter((c) => c !== 'status').join(', ');
export const ADD_UNITS = `
insert into units (id, site_id, tag, ${COPIED}, status, details)
select unit_id, site_id, unit, ${COPIED}, coalesce(status, 'in service'), coalesce(details, '{}')
from staged
where is_new`;
export const CHANGE_UNITS = `
update units u
set
  ${set(OF_UNIT, 's', 'u')},
  version = u.version + 1
from staged s
where s.unit_id = u.id
  and not s.is_new
  and ${differs(OF_UNIT, 's', 'u')}
returning u.id`;

export const ADD_CIRCUITS = `
insert into circuits (unit_id, number, refrigerant, charge_lb)
select s.unit_id, 1, s.refrigerant, s.charge_lb
from staged s
where (s.refrigerant is not null or s.charge_lb is not null)
  and s.is_new`;

const OF_CIRCUIT = ['refrigerant', 'charge_lb'];
/**
 * Circuit 1 of units known before; those with several circuits were taken out as bad rows unless nothing
 * changes.
 */
export const CHANGE_CIRCUITS = `
insert into circuits as x (unit_id, number, refrigerant, charge_lb)
select s.unit_id, 1, s.refrigerant, s.charge_lb
from staged s
where (s.refrigerant is not null or s.charge_lb is not null)
  and not s.is_new
  and (select count(*) from circuits where unit_id = s.unit_id) <= 1
on conflict (unit_id, number) do update
set
  ${set(OF_CIRCUIT, 'excluded', 'x')}
where ${differs(OF_CIRCUIT, 'excluded', 'x')}
returning unit_id as id`;

/** A supply as files write it. */
const supplyText = (dual: string, of: string) =>
  `case when ${dual} then '208/230' else ${of}.voltage::text end`;

/**
 * What the file changes of sites on record, and of units: the first of it, to be looked at before it happens.
 */
export const CHANGES = `
select line, what, "column", before, after
from (
  select s.line, u.tag || ' at ' || s.site as what, v.name as "column", v.before, v.after
  from staged s
    join units u on u.id = s.unit_id and not s.is_new
    left join circuits x on x.unit_id = u.id and x.number = 1
    cross join lateral (values
    ${beside(
      PLAIN.filter((c) => c !== 'voltage'),
      's',
      'u',
    )},
    ('voltage', ${supplyText(IS_DUAL, 'u')}, ${supplyText('s.dual', 's')}),
    ${beside(OF_CIRCUIT, 's', 'x')}
    ) v (name, before, after)
  union all
  ${SITES.changes}
) c
where after is not null
  and after is distinct from before
order by line, "column"
limit ${MOST_CHANGES}`;

/** Sites and units on record that the file changes, as they are before it, kept with import $1. */
export const KEEP_BEFORE = `
insert into import_records (import_id, kind, record_id, before, version)
${SITES.before}
union all
select $1::uuid, 'unit', u.id, to_jsonb(u) || jsonb_build_object('circuit', to_jsonb(x)),
  u.version + (${differs(OF_UNIT, 's', 'u')})::int
from staged s
  join units u on u.id = s.unit_id and not s.is_new
  left join circuits x on x.unit_id = u.id and x.number = 1
where ${differs(OF_UNIT, 's', 'u')}
  or (s.refrigerant is not null and s.refrigerant is distinct from x.refrigerant)
  or (s.charge_lb is not null and s.charge_lb is distinct from x.charge_lb)
on conflict do nothing`;

/**
 * Every unit as a row of the file, in a fixed order; numbers as the shortest text that reads back the same.
 */
export const EXPORT_UNITS = `
select
  c.name as customer,
  s.name as site,
  s.ref,
  s.address,
  s.lat,
  s.lon,
  u.tag as unit,
  u.kind,
  u.manufacturer,
  u.model,
  u.serial,
  u.built_on::text,
  u.installed_on::text,
  u.tons,
  x.refrigerant,
  x.charge_lb,
  case when ${IS_DUAL} then to_jsonb('208/230'::text) else to_jsonb(u.voltage) end as voltage,
  u.phase,
  u.area_served,
  u.status
from units u
  join sites s on s.id = u.site_id
  join customers c on c.id = s.customer_id
  left join lateral (
    select
      string_agg(distinct refrigerant, '+') as refrigerant,
      case when count(*) = count(charge_lb) then sum(charge_lb::numeric)::float8 end as charge_lb
    from circuits
    where unit_id = u.id
  ) x on true
order by c.name collate "C", s.name collate "C", u.tag collate "C"`;

export const NEW_UNITS = `
select unit_id as id
from staged
where is_new`;
