/**
 * The company's own people: crews with a week of shifts and a place they start from, who belonged to them
 * from when to when, absences, who is on call, and the company's holidays. What was there is carried over: a
 * crew keeps its shift on every day and its members.
 */
export const COMPANY = /* sql */ `
alter table crews rename column yard_lat to start_lat;
alter table crews rename column yard_lon to start_lon;
alter table crews
  alter column start_lat drop not null,
  alter column start_lon drop not null,
  add column start_name text,
  add column week jsonb,
  add column retired_at timestamptz,
  add column version int not null default 1,
  add constraint crews_start check ((start_lat is null) = (start_lon is null));
update crews set week = (
  select jsonb_build_array(shift, shift, shift, shift, shift, shift, shift)
  from (select jsonb_build_object('start', shift_start, 'end', shift_end) as shift) each_day
);
alter table crews
  alter column week set not null,
  drop column shift_start,
  drop column shift_end;

alter table users
  add column phone text,
  add column skills jsonb not null default '[]',
  add column one_time_until timestamptz,
  add column version int not null default 1;

create table crew_members (
  id uuid primary key default uuid_v7(),
  crew_id uuid not null references crews,
  user_id uuid not null references users,
  from_day date not null,
  until_day date check (until_day >= from_day),
  constraint crew_members_one_at_a_time
    exclude using gist (user_id with =, daterange(from_day, until_day, '[]') with &&)
);
create index crew_members_by_crew on crew_members (crew_id);
insert into crew_members (crew_id, user_id, from_day)
  select crew_id, id, '2000-01-01' from users where crew_id is not null;
alter table users drop column crew_id;

create table absences (
  id uuid primary key,
  user_id uuid not null references users,
  kind text not null,
  from_day date not null,
  until_day date check (until_day >= from_day),
  note text,
  recorded_by uuid references users,
  recorded_at timestamptz not null default now(),
  withdrawn_at timestamptz
);
create index absences_by_user on absences (user_id) where withdrawn_at is null;

create table on_call (
  id uuid primary key,
  user_id uuid not null references users,
  from_day date not null,
  until_day date not null check (until_day >= from_day),
  recorded_by uuid references users,
  recorded_at timestamptz not null default now(),
  withdrawn_at timestamptz
);
create index on_call_by_day on on_call (from_day) where withdrawn_at is null;

create table holidays (
  id uuid primary key,
  on_day date not null,
  name text not null check (name <> ''),
  withdrawn_at timestamptz
);
create unique index holidays_one_a_day on holidays (on_day) where withdrawn_at is null;
`;

/**
 * How files of others are read is kept under a name; what an import made and changed is kept with it, so
 * that it can be taken back as a whole. Only that may delete entries: it says so in its own transaction.
 */
export const IMPORTS = /* sql */ `
create table import_recipes (
  id uuid primary key,
  name text not null check (name <> ''),
  headings text[] not null,
  recipe jsonb not null,
  used_at timestamptz not null default now(),
  recorded_by uuid references users
);
create unique index import_recipes_by_name on import_recipes ((recipe->>'kind'), lower(name));

alter table imports
  add column created_count int,
  add column changed_count int,
  add column taken_back_at timestamptz,
  add column taken_back_by uuid references users;

-- What an import made (no values before) or changed (as it was before), with the version it left.
create table import_records (
  import_id uuid not null,
  kind text not null check (kind in ('customer', 'site', 'unit', 'call', 'visit')),
  record_id uuid not null,
  before jsonb,
  version int,
  primary key (import_id, record_id)
);

create or replace function refuse_change() returns trigger language plpgsql as $$
begin
  if tg_op = 'DELETE' and tg_table_name = 'entries'
    and current_setting('gradum.takes_import_back', true) = 'yes' then
    return null;
  end if;
  raise exception '% is append-only', tg_table_name;
end $$;
`;

/** What is told on the telephone beyond the complaint, and further callers on the same trouble. */
export const INTAKE = /* sql */ `
alter table calls
  add column caller_phone text,
  add column told jsonb not null default '{}';
alter table call_events drop constraint call_events_kind_check;
alter table call_events add constraint call_events_kind_check check (
  kind in ('planned', 'unplanned', 'waiting', 'cancelled', 'restored', 'reopened', 'called again')
);
`;

/**
 * What each customer has maintained. Customers that were there with units keep what was done for all until
 * now: the usual for their kind of machine, from ever on.
 */
export const AGREEMENTS = /* sql */ `
create table agreements (
  id uuid primary key,
  customer_id uuid not null references customers,
  from_day date not null,
  until_day date check (until_day >= from_day),
  terms jsonb not null,
  notes text,
  recorded_by uuid references users,
  recorded_at timestamptz not null default now(),
  withdrawn_at timestamptz,
  version int not null default 1,
  constraint agreements_one_at_a_time
    exclude using gist (customer_id with =, daterange(from_day, until_day, '[]') with &&) where (withdrawn_at is null)
);
create table agreement_refinements (
  id uuid primary key default uuid_v7(),
  agreement_id uuid not null references agreements,
  site_id uuid references sites,
  unit_id uuid references units,
  terms jsonb not null,
  constraint agreement_refinements_of_one check ((site_id is null) <> (unit_id is null))
);
create unique index agreement_refinements_by_site on agreement_refinements (agreement_id, site_id)
  where site_id is not null;
create unique index agreement_refinements_by_unit on agreement_refinements (agreement_id, unit_id)
  where unit_id is not null;

insert into agreements (id, customer_id, from_day, terms, notes)
  select uuid_v7(), c.id, '2000-01-01', '{}', 'Carried over: maintained as all units were before.'
  from customers c
  where exists (
    select 1 from sites s join units u on u.site_id = s.id where s.customer_id = c.id and u.status <> 'retired'
  );

create table season_decisions (
  id uuid primary key,
  unit_id uuid not null references units,
  task text not null,
  window_to date not null,
  what text not null check (what in ('let go', 'do it all the same')),
  decided_by uuid references users,
  decided_at timestamptz not null default now(),
  withdrawn_at timestamptz
);
create unique index season_decisions_one on season_decisions (unit_id, task, window_to) where withdrawn_at is null;
`;
