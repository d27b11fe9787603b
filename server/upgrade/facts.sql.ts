/**
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

create index entries_explained on entries (((body->'act'->>'lineId')::uuid)) where kind = 'explained';

insert into settings (name, value, valid_from)
select 'facts', jsonb_build_object('since', now()), current_date
where exists (select from entries);
`;
