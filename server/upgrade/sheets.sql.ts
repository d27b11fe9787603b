/**
 * One exact record: what is derived from the sheets lives in tables of its own that are replaced whole, never
 * patched. Entries get the root of their line of amendments, calls get the events of their life, components
 * are put into slots by identifier.
 *
 * Everything derived is emptied here and folded again by the step that follows (see migrate.ts).
 */
export const SHEETS = /* sql */ `
drop view current_entries;
drop trigger entries_append_only on entries;

alter table entries
  add column point_id uuid references site_points,
  add column root_id uuid references entries;
with recursive line as (
  select id, id as root_id from entries where supersedes is null
  union all
  select e.id, line.root_id from entries e join line on e.supersedes = line.id
)
update entries e set root_id = line.root_id from line where line.id = e.id;

-- Leaving says how each call is left. What an old return waited for, nobody wrote down.
update entries set body = (body - 'outcome') || case body->>'outcome'
    when 'completed' then '{"outcome": "done"}'::jsonb
    else '{"outcome": "waiting"}'::jsonb end
where kind = 'leave';

-- A slot is a part and, where each circuit has its own, a circuit; what was written stays beside it.
update entries set body = jsonb_set(
    jsonb_set(body, '{installed,written}', body->'installed'->'slot'),
    '{installed,slot}',
    jsonb_build_object(
      'part', case regexp_replace(body->'installed'->>'slot', '^circuit \\d+ ', '')
        when 'control board' then 'main board'
        else regexp_replace(body->'installed'->>'slot', '^circuit \\d+ ', '') end,
      'circuit', (substring(body->'installed'->>'slot' from '^circuit (\\d+) '))::int))
where kind = 'work' and jsonb_typeof(body->'installed'->'slot') = 'string';

alter table entries
  alter column root_id set not null,
  add check (unit_id is null or point_id is null);
create index entries_by_root on entries (root_id);
create index entries_by_point on entries (point_id) where point_id is not null;
create index entries_closing on entries (((body->>'conditionId')::uuid)) where kind = 'condition closed';
create trigger entries_append_only before update or delete on entries
  for each statement execute function refuse_change();

create view current_entries as
  select e.* from entries e
  where e.kind <> 'withdrawn' and not exists (select 1 from entries later where later.supersedes = e.id);

-- Records that came from elsewhere: nobody opened their visit here.
alter table visits
  add column source text not null default 'own' check (source in ('own', 'imported')),
  add column arrived_at timestamptz,
  add column left_at timestamptz;
update visits v set source = 'imported'
where v.crew_id is null and v.route_id is null and not exists (select 1 from commands c where c.id = v.id);

-- The life of a call: what the desk did, beside what the sheets say.
create table call_events (
  id uuid primary key default uuid_v7(),
  call_id uuid not null references calls,
  kind text not null check (kind in ('planned', 'unplanned', 'waiting', 'cancelled', 'restored', 'reopened')),
  body jsonb not null default '{}',
  author_id uuid references users,
  occurred_at timestamptz not null,
  recorded_at timestamptz not null default now()
);
create index call_events_by_call on call_events (call_id);

-- Work that was recorded as completed without a sheet gets one that says so.
with bare as (
  select k.id, k.site_id, k.unit_id, k.completed_at, uuid_v7() as visit_id, uuid_v7() as entry_id
  from calls k
  where k.status = 'completed' and not exists (
    select 1 from visit_calls vc join current_entries e on e.visit_id = vc.visit_id
    where vc.call_id = k.id and e.kind = 'leave' and e.body->>'outcome' = 'done')
), opened as (
  insert into visits (id, site_id, planned_for, source)
  select b.visit_id, b.site_id, (b.completed_at at time zone s.time_zone)::date, 'imported'
  from bare b join sites s on s.id = b.site_id
  returning id
), linked as (
  insert into visit_calls (visit_id, call_id) select visit_id, id from bare returning visit_id
)
insert into entries (id, root_id, visit_id, call_id, kind, body, occurred_at)
select entry_id, entry_id, visit_id, id, 'leave', '{"outcome": "done"}', completed_at from bare;

insert into call_events (call_id, kind, body, occurred_at)
select k.id, 'planned', jsonb_build_object('crewId', k.crew_id, 'day', k.scheduled_on),
  case when k.status in ('scheduled', 'return planned')
    then greatest(k.received_at, coalesce(
      (select max(e.occurred_at) + interval '1 second' from visit_calls vc join current_entries e on e.visit_id = vc.visit_id
       where vc.call_id = k.id and e.kind = 'leave'), k.received_at))
    else k.received_at end
from calls k
where k.crew_id is not null and k.scheduled_on is not null;
insert into call_events (call_id, kind, body, occurred_at)
select k.id, 'cancelled', '{"as": "called off"}', greatest(k.received_at, coalesce(
  (select max(v.occurred_at) + interval '1 second' from call_events v where v.call_id = k.id), k.received_at))
from calls k
where k.status = 'cancelled';
create trigger call_events_append_only before update or delete on call_events
  for each statement execute function refuse_change();

drop index calls_open;
alter table calls drop constraint calls_check, drop constraint calls_status_check;
alter table calls rename column status to state;
alter table calls
  alter column state set default 'taken',
  add column since timestamptz,
  add column waiting_for text,
  add column cancelled_as text,
  add column on_site_visit_id uuid references visits,
  add column on_site_by uuid references users,
  -- For a call that named no unit: the unit of the first finding.
  add column found_unit_id uuid references units,
  add column outcomes jsonb not null default '[]';
-- What a call is found by; its state is looked up when it is found. A fold that only moves states keeps no words anew.
drop trigger calls_changed on calls;
create or replace function index_calls() returns trigger language plpgsql as $$
begin
  insert into search_documents
    select 'call', k.id, concat_ws(' ', k.ref, left(k.complaint, 80)), concat_ws(' · ', s.name, u.tag),
      to_tsvector('simple', translate(lower(concat_ws(' ', k.ref, k.complaint, s.name, u.tag)),
        $p$-_/\\.,:;#()[]{}'"&+@*!?=<>|$p$, repeat(' ', 30)))
    from changed k join sites s on s.id = k.site_id left join units u on u.id = coalesce(k.unit_id, k.found_unit_id)
  on conflict (kind, id) do update set title = excluded.title, subtitle = excluded.subtitle, words = excluded.words;
  return null;
end $$;
create function reindex_calls() returns trigger language plpgsql as $$
begin
  insert into search_documents
    select 'call', k.id, concat_ws(' ', k.ref, left(k.complaint, 80)), concat_ws(' · ', s.name, u.tag),
      to_tsvector('simple', translate(lower(concat_ws(' ', k.ref, k.complaint, s.name, u.tag)),
        $p$-_/\\.,:;#()[]{}'"&+@*!?=<>|$p$, repeat(' ', 30)))
    from changed k join before b on b.id = k.id
      join sites s on s.id = k.site_id left join units u on u.id = coalesce(k.unit_id, k.found_unit_id)
    where (k.ref, k.complaint, k.site_id, k.unit_id, k.found_unit_id)
      is distinct from (b.ref, b.complaint, b.site_id, b.unit_id, b.found_unit_id)
  on conflict (kind, id) do update set title = excluded.title, subtitle = excluded.subtitle, words = excluded.words;
  return null;
end $$;
create trigger calls_changed after update on calls referencing old table as before new table as changed
  for each statement execute function reindex_calls();
update search_documents d set subtitle = concat_ws(' · ', s.name, u.tag)
from calls k join sites s on s.id = k.site_id left join units u on u.id = k.unit_id
where d.kind = 'call' and d.id = k.id;
update calls set since = coalesce(completed_at, received_at), state = case state
  when 'open' then 'taken' when 'scheduled' then 'planned' when 'return planned' then 'waiting'
  when 'completed' then 'done' else state end;
alter table calls
  alter column since set not null,
  alter column since set default now(),
  add check (state in ('taken', 'planned', 'under way', 'waiting', 'done', 'reopened', 'cancelled')),
  add check ((state = 'done') = (completed_at is not null));
create index calls_open on calls (received_at desc) where state not in ('done', 'cancelled');
create index calls_found on calls (found_unit_id) where found_unit_id is not null;

-- What the sheets derive. Replaced whole for each unit or point whenever one of its entries changes.
drop table components;
drop table slots;
create table components (
  unit_id uuid not null references units,
  part text not null,
  circuit int,
  from_on date,
  until_on date,
  entry_id uuid references entries,
  manufacturer text,
  model text,
  serial text,
  during daterange generated always as (daterange(from_on, until_on)) stored,
  -- At most one component in a slot at a time.
  exclude using gist (unit_id with =, part with =, (coalesce(circuit, 0)) with =, during with &&)
);
create index components_by_unit on components (unit_id);

drop table refrigerant_movements;
create table refrigerant_movements (
  entry_id uuid not null references entries,
  unit_id uuid not null references units,
  circuit int,
  refrigerant text not null,
  from_place text not null,
  to_place text not null,
  -- Null where it is known to have happened and nobody weighed it.
  pounds double precision check (pounds > 0),
  moved_at timestamptz not null,
  by_user uuid references users
);
create index refrigerant_movements_by_unit on refrigerant_movements (unit_id);

truncate open_conditions;
alter table open_conditions
  alter column unit_id drop not null,
  add column point_id uuid references site_points,
  add column visit_id uuid not null references visits,
  add column circuit int,
  add check (num_nonnulls(unit_id, point_id) = 1);
create index open_conditions_by_point on open_conditions (point_id) where point_id is not null;

create table findings (
  entry_id uuid primary key references entries,
  unit_id uuid references units,
  point_id uuid references site_points,
  visit_id uuid not null references visits,
  call_id uuid references calls,
  part text,
  circuit int,
  component text not null,
  failure text not null,
  grade text not null,
  found_at timestamptz not null,
  watch_until date,
  check (num_nonnulls(unit_id, point_id) = 1)
);
create index findings_by_unit on findings (unit_id);
create index findings_by_point on findings (point_id) where point_id is not null;
create index findings_by_call on findings (call_id);
create index findings_by_cause on findings (part, failure, found_at);

-- Which call a line of a sheet answers: named on it, or worked out from the visit.
create table entry_calls (
  entry_id uuid primary key references entries,
  call_id uuid not null references calls,
  unit_id uuid references units,
  point_id uuid references site_points
);
create index entry_calls_by_call on entry_calls (call_id);
create index entry_calls_by_unit on entry_calls (unit_id);
create index entry_calls_by_point on entry_calls (point_id) where point_id is not null;

create table recommendations (
  id uuid primary key references entries,
  unit_id uuid references units,
  point_id uuid references site_points,
  visit_id uuid not null references visits,
  text text not null,
  made_at timestamptz not null,
  made_by uuid references users,
  check (num_nonnulls(unit_id, point_id) = 1)
);
create index recommendations_by_unit on recommendations (unit_id);

-- Words that meant a board meant the main one; what a pressure switch is depends on where it sits, so those are asked again.
alter table component_words rename column component_class to part;
delete from component_words where part = 'pressure switch';
update component_words set part = 'main board' where part = 'control board';

-- Setting a flag aside was the first of the decisions.
create table decisions (
  id uuid primary key,
  unit_id uuid not null references units,
  kind text not null check (kind in ('repair', 'quote', 'replace', 'visit', 'watch', 'set aside')),
  year int,
  until_on date,
  reason text not null,
  covers jsonb not null,
  decided_by uuid references users,
  decided_at timestamptz not null default now(),
  undone_at timestamptz,
  check ((kind = 'replace') = (year is not null)),
  check ((kind = 'watch') = (until_on is not null))
);
create index decisions_by_unit on decisions (unit_id) where undone_at is null;
insert into decisions (id, unit_id, kind, reason, covers, decided_by, decided_at, undone_at)
select id, unit_id, 'set aside', reason, jsonb_build_array(jsonb_build_object('flag', flag, 'evidence', evidence)),
  dismissed_by, dismissed_at, undone_at
from dismissals;
drop table dismissals;

truncate unit_summaries;
alter table unit_summaries
  add column to_decide boolean not null default false,
  add column decisions int not null default 0;
create index unit_summaries_to_decide on unit_summaries (score desc) where to_decide;
`;

/**
 * What each kind of derived row of a unit or point came out as when it was last folded, so that kinds that
 * come out the same are not written again.
 */
export const FOLDED = `
create table folded (
  subject_id uuid primary key,
  digests jsonb not null
);
`;
