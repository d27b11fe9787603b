/**
 * Refrigerant moves between places of a kind, and a component's life says how it ended; both are folded anew.
 * What was found, seen or measured opens a condition by itself. The id of one that was measured is none of an
 * entry, so it no longer refers to one; its lines do. What is on record already was written under older rules
 * and opens nothing.
 */
export const FACTS = /* sql */ `
truncate open_conditions;
alter table open_conditions
  drop constraint open_conditions_id_fkey,
  add column source text not null default 'left' check (source in ('left', 'found', 'seen', 'measured')),
  add column lines uuid[] not null default '{}',
  add column part text,
  add column rule text,
  add column mode text,
  add check ((source = 'measured') = (rule is not null));

truncate refrigerant_movements, components;
alter table refrigerant_movements
  add column from_kind text not null check (from_kind in ('circuit', 'cylinder', 'reclaimer', 'air', 'unknown')),
  add column to_kind text not null check (to_kind in ('circuit', 'cylinder', 'reclaimer', 'air', 'unknown'));
alter table components
  add column ended text check (ended in ('failed', 'preventive', 'group', 'borrowed', 'unknown')),
  add column last_good_on date,
  add check ((until_on is null) = (ended is null));

create index open_conditions_of_unit on open_conditions (unit_id) where unit_id is not null;
create index entries_explained on entries (((body->'act'->>'lineId')::uuid)) where kind = 'explained';

insert into settings (name, value, valid_from)
select 'facts', jsonb_build_object('since', now()), current_date
where exists (select from entries);
`;
