/* Taking an import back: what is built on it, and how it goes. */

/**
 * What stands on records that import $1 has made or changed: with it the import can no longer be taken back.
 */
export const BUILT_ON = `
with mine as (
  select kind, record_id as id, before, version
  from import_records
  where import_id = $1
)
select what, count(*)::int as count, min(name) as first
from (
  select 'changed since' as what, u.tag as name
  from mine m
    join units u on u.id = m.id
  where m.kind = 'unit' and u.version <> m.version
  union all
  select 'changed since', s.name
  from mine m
    join sites s on s.id = m.id
  where m.kind = 'site' and s.version <> m.version
  union all
  select 'with calls', u.tag
  from mine m
    join units u on u.id = m.id
  where m.kind = 'unit' and m.before is null
    and (exists (select 1 from calls k where k.unit_id = u.id or k.found_unit_id = u.id)
      or exists (select 1 from entries e where e.unit_id = u.id))
  union all
  select 'on a roof, fed, photographed or decided about', u.tag
  from mine m
    join units u on u.id = m.id
  where m.kind = 'unit' and m.before is null
    and (exists (select 1 from site_links l where u.id in (l.from_id, l.to_id))
      or exists (select 1 from photos p where p.unit_id = u.id)
      or exists (select 1 from decisions d where d.unit_id = u.id)
      or exists (select 1 from roofs r where r.site_id = u.site_id and r.plan::text like '%' || u.id || '%'))
  union all
  select 'changed since', k.name
  from mine m
    join contacts k on k.id = m.id
  where m.kind = 'contact' and (k.version <> m.version or k.retired_at is not null)
  union all
  select 'told since', k.name
  from mine m
    join contacts k on k.id = m.id
  where m.kind = 'contact' and m.before is null
    and exists (select 1 from messages t where t.contact_id = k.id)
  union all
  select 'with more than this import brought', s.name
  from mine m
    join sites s on s.id = m.id
  where m.kind = 'site' and m.before is null
    and (exists (select 1 from units u where u.site_id = s.id and u.id not in (select id from mine))
      or exists (select 1 from calls k where k.site_id = s.id)
      or exists (select 1 from visits v where v.site_id = s.id)
      or exists (select 1 from roofs r where r.site_id = s.id)
      or exists (select 1 from messages t where t.site_id = s.id)
      or exists (select 1 from contacts k where k.site_id = s.id and k.id not in (select id from mine))
      or exists (select 1 from site_points p where p.site_id = s.id and p.unit_id is null))
  union all
  select 'with more than this import brought', c.name
  from mine m
    join customers c on c.id = m.id
  where m.kind = 'customer'
    and (c.version <> m.version
      or m.before is null and exists (select 1 from sites s where s.customer_id = c.id and s.id not in (select id from mine)))
  union all
  select 'under an agreement', c.name
  from mine m
    join customers c on c.id = m.id
  where m.kind = 'customer' and m.before is null
    and exists (select 1 from agreements a where a.customer_id = c.id and a.withdrawn_at is null)
  union all
  select 'under an agreement of their own', coalesce(u.tag, s.name)
  from mine m
    left join units u on u.id = m.id
    left join sites s on s.id = m.id
  where m.before is null
    and (exists (
        select 1 from agreement_refinements r join agreements a on a.id = r.agreement_id
        where m.id in (r.site_id, r.unit_id) and a.withdrawn_at is null
      )
      or exists (select 1 from season_decisions d where d.unit_id = m.id and d.withdrawn_at is null))
  union all
  select 'planned, written on or changed since', k.ref
  from mine m
    join calls k on k.id = m.id
  where m.kind = 'call'
    and (k.version <> m.version
      or exists (select 1 from call_events e where e.call_id = k.id)
      or exists (select 1 from visit_calls c where c.call_id = k.id and c.visit_id not in (select id from mine)))
  union all
  select 'with lines written since', v.technician
  from mine m
    join visits v on v.id = m.id
    join imports i on i.id = $1
  where m.kind = 'visit'
    and exists (select 1 from entries e where e.visit_id = v.id and e.recorded_at > i.applied_at)
) listed
group by what`;

/** Units whose record changes when import $1 is taken back and stays, to be judged anew. */
export const UNITS_TO_JUDGE = `
select record_id as id
from import_records
where import_id = $1 and kind = 'unit' and before is not null
union
select k.unit_id
from import_records r
  join calls k on k.id = r.record_id
where r.import_id = $1 and r.kind = 'call' and k.unit_id is not null`;

/** Units import $1 has made: held while they go, so that nobody takes a call about one in between. */
export const UNITS_MADE = `
select record_id as id
from import_records
where import_id = $1 and kind = 'unit' and before is null`;

const MADE = (kind: string) =>
  `(select record_id from import_records where import_id = $1 and kind = '${kind}' and before is null)`;
const LINES = `(select id from entries where visit_id in ${MADE('visit')})`;

/** Lets this transaction delete entries, which nothing else may. */
export const ALLOW = "select set_config('gradum.takes_import_back', 'yes', true)";

/** What import $1 has made goes, in an order in which nothing is left hanging. */
export const TAKE_AWAY = [
  `delete from components where entry_id in ${LINES}`,
  `delete from refrigerant_movements where entry_id in ${LINES}`,
  `delete from open_conditions where id in ${LINES}`,
  `delete from findings where entry_id in ${LINES}`,
  `delete from entry_calls where entry_id in ${LINES}`,
  `delete from recommendations where id in ${LINES}`,
  `delete from entries where visit_id in ${MADE('visit')}`,
  `delete from visit_calls where visit_id in ${MADE('visit')}`,
  `update calls set on_site_visit_id = null where on_site_visit_id in ${MADE('visit')}`,
  `delete from visits where id in ${MADE('visit')}`,
  `delete from calls where id in ${MADE('call')}`,
  `delete from folded where subject_id in ${MADE('unit')}`,
  `delete from unit_summaries where unit_id in ${MADE('unit')}`,
  // What was agreed and withdrawn again, and decided and taken back, goes with what it was about.
  `delete from season_decisions where unit_id in ${MADE('unit')}`,
  `delete from agreement_refinements
   where unit_id in ${MADE('unit')} or site_id in ${MADE('site')}
     or agreement_id in (select id from agreements where customer_id in ${MADE('customer')})`,
  `delete from agreements where customer_id in ${MADE('customer')}`,
  `delete from circuits where unit_id in ${MADE('unit')}`,
  `delete from site_points where unit_id in ${MADE('unit')}`,
  `delete from units where id in ${MADE('unit')}`,
  `delete from contacts where id in ${MADE('contact')}`,
  `delete from sites where id in ${MADE('site')}`,
  `delete from customers where id in ${MADE('customer')}`,
  `delete from search_documents
   where id in (select record_id from import_records where import_id = $1 and before is null)`,
];

/** What import $1 has changed is as it was before. */
export const PUT_BACK = [
  `update customers c
   set billing_address = b.billing_address, version = c.version + 1
   from import_records r, jsonb_populate_record(null::customers, r.before) b
   where r.import_id = $1 and r.kind = 'customer' and r.before is not null and c.id = r.record_id`,
  `update contacts k
   set role = b.role, phone = b.phone, email = b.email, told_by = b.told_by, version = k.version + 1
   from import_records r, jsonb_populate_record(null::contacts, r.before) b
   where r.import_id = $1 and r.kind = 'contact' and r.before is not null and k.id = r.record_id`,
  `update sites t
   set ref = b.ref, address = b.address, lat = b.lat, lon = b.lon, opening_hours = b.opening_hours,
     key_at = b.key_at, way_up = b.way_up, parking = b.parking, permit = b.permit, access = b.access,
     version = t.version + 1
   from import_records r, jsonb_populate_record(null::sites, r.before) b
   where r.import_id = $1 and r.kind = 'site' and r.before is not null and t.id = r.record_id`,
  `update units u
   set kind = b.kind, manufacturer = b.manufacturer, model = b.model, serial = b.serial,
     built_on = b.built_on, installed_on = b.installed_on, tons = b.tons, voltage = b.voltage,
     phase = b.phase, area_served = b.area_served, status = b.status, details = b.details, version = u.version + 1
   from import_records r, jsonb_populate_record(null::units, r.before) b
   where r.import_id = $1 and r.kind = 'unit' and r.before is not null and u.id = r.record_id`,
  `delete from circuits x
   using import_records r
   where r.import_id = $1 and r.kind = 'unit' and r.before->'circuit' = 'null'
     and x.unit_id = r.record_id and x.number = 1`,
  `update circuits x
   set refrigerant = r.before->'circuit'->>'refrigerant',
     charge_lb = (r.before->'circuit'->>'charge_lb')::float8
   from import_records r
   where r.import_id = $1 and r.kind = 'unit' and r.before->'circuit' <> 'null'
     and x.unit_id = r.record_id and x.number = 1`,
];
