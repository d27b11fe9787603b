/* Set-wise reads and writes of the facts of a site. */

/** Every point of a site as core sees it; every unit takes part, whether anything is known of it or not. */
export const POINTS_OF_SITE = `
select json_strip_nulls(json_build_object(
    'id', p.id, 'kind', p.kind, 'name', p.name, 'where', p.place, 'volts', p.volts, 'phase', p.phase,
    'ratingA', p.rating_a, 'spaces', p.spaces, 'version', p.version)) as point
from site_points p
where p.site_id = $1
  and p.unit_id is null
  and p.retired_at is null
union all
select json_strip_nulls(json_build_object(
    'id', u.id, 'kind', 'unit', 'name', u.tag, 'where', u.area_served, 'version', u.version,
    'unit', json_build_object(
      'kind', u.kind, 'status', u.status, 'volts', u.voltage, 'phase', u.phase,
      'mcaA', (u.details->'electrical'->>'mcaA')::float,
      'mocpA', (u.details->'electrical'->>'mocpA')::float)))
from units u
where u.site_id = $1
  and u.status <> 'retired'`;

/** Every fact of a site that holds today. */
export const LINKS_OF_SITE = `
select json_strip_nulls(json_build_object(
    'id', l.id, 'kind', l.kind, 'from', l.from_id, 'to', l.to_id,
    'poles', case when l.poles = '{}' then null else l.poles end,
    'breakerA', l.breaker_a, 'how', l.how,
    'by', coalesce(p.display_name, 'nobody named'), 'on', l.established_on, 'note', l.note)) as link
from site_links l
  left join users p on p.id = l.established_by
where l.site_id = $1
  and l.ended_at is null
order by l.established_on, l.id`;

/** A unit takes part from its first fact on, as a point of its own id. */
export const UNITS_AS_POINTS = `
insert into site_points (id, site_id, kind, name, unit_id)
select id, site_id, 'unit', tag, id
from units
where id = any($1::uuid[])
on conflict (id) do nothing`;

/** The facts that went with a point come back with it; known by the instant at which both ended. */
export const LINKS_BACK_WITH_POINT = `
update site_links l
set ended_at = null, ended_by = null
from site_points p
where p.id = $1
  and (l.from_id = p.id or l.to_id = p.id)
  and l.ended_at = p.retired_at`;

/** The names by which units are found. */
export const KEEP_FOUND_BY = `
update units u
set found_by = r.found_by, found_words = r.found_words
from jsonb_to_recordset($1::jsonb) as r(id uuid, found_by jsonb, found_words text)
where r.id = u.id
  and u.found_by is distinct from r.found_by`;
