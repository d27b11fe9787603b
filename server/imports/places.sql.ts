/*
 * Customers and sites of a file, whatever else its rows are about: `staged` holds the good rows. What is said of a
 * site stands on each of its rows or on one of them; an empty cell leaves what is known.
 */

/** Columns with what a row gives, where it gives something. */
export const set = (columns: readonly string[], given: string, known: string): string =>
  columns.map((c) => `${c} = coalesce(${given}.${c}, ${known}.${c})`).join(',\n  ');

/** True where something would change. */
export const differs = (columns: readonly string[], given: string, known: string): string => `(
    ${columns.map((c) => `coalesce(${given}.${c}, ${known}.${c})`).join(',\n    ')}
  ) is distinct from (
    ${columns.map((c) => `${known}.${c}`).join(', ')}
  )`;

/** Values of a row beside those on record, as text, one line a column. */
export const beside = (columns: readonly string[], given: string, known: string): string =>
  columns.map((c) => `('${c}', ${known}.${c}::text, ${given}.${c}::text)`).join(',\n    ');

/** So many changes are listed before an import. */
export const MOST_CHANGES = 500;

export const ADD_CUSTOMERS = `
insert into customers (name)
select distinct customer
from staged
on conflict (name) do nothing
returning id`;

/** What a file with some columns of a site says of each site, and how it comes onto the record. */
export function sitesStaged(columns: readonly string[]) {
  const given = `
  select
    c.id as customer_id,
    s.site,
    ${columns.map((c) => `(array_agg(s.${c}) filter (where s.${c} is not null))[1] as ${c}`).join(',\n    ')},
    min(s.line) as line
  from staged s
    join customers c on c.name = s.customer
  group by c.id, s.site`;
  const onRecord = 't.customer_id = g.customer_id and t.name = g.site';
  return {
    given,
    /** $1 is the time zone of new sites. */
    add: `
insert into sites (customer_id, name, ${columns.join(', ')}, time_zone)
select g.customer_id, g.site, ${columns.map((c) => `g.${c}`).join(', ')}, $1
from (${given}) g
on conflict (customer_id, name) do nothing
returning id`,
    change: `
with given as (${given})
update sites t
set
  ${set(columns, 'g', 't')},
  version = t.version + 1
from given g
where ${onRecord} and ${differs(columns, 'g', 't')}
returning t.id`,
    /** What the file changes of sites, as columns line, what, column, before and after. */
    changes: `
  select g.line, t.name, v.name, v.before, v.after
  from (${given}) g
    join sites t on ${onRecord}
    cross join lateral (values
    ${beside(columns, 'g', 't')}
    ) v (name, before, after)`,
    /** Sites that the file changes, as they are before it, for import $1. */
    before: `
select $1::uuid, 'site', t.id, to_jsonb(t), t.version + 1
from (${given}) g
  join sites t on ${onRecord}
where ${differs(columns, 'g', 't')}`,
  };
}

/** What import $1 has made: customers $2, sites $3, and the staged rows that are new. */
export const keepMade = (kind: 'unit' | 'contact'): string => `
insert into import_records (import_id, kind, record_id, version)
select $1::uuid, 'customer', id, 1 from unnest($2::uuid[]) id
union all
select $1::uuid, 'site', id, 1 from unnest($3::uuid[]) id
union all
select $1::uuid, '${kind}', ${kind}_id, 1 from staged where is_new
on conflict do nothing`;
