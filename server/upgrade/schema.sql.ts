/**
 * Punctuation becomes blanks before words are indexed, so that "RTU-4" is found as "rtu" and "4" (the parser
 * alone would read −4).
 */
const PUNCTUATION = `$p$-_/\\\\.,:;#()[]{}'"&+@*!?=<>|$p$, repeat(' ', 30)`;

/**
 * The first schema. Later changes are further migrations; this text is never edited once data depends on it.
 */
export const SCHEMA = /* sql */ `
create extension if not exists btree_gist;

-- UUID version 7 (RFC 9562): 48 bits of milliseconds, then random; for rows made set-wise inside the database.
create function uuid_v7() returns uuid language sql volatile as $$
  select encode(set_bit(set_bit(overlay(uuid_send(gen_random_uuid())
    placing substring(int8send((extract(epoch from clock_timestamp()) * 1000)::bigint) from 3) from 1 for 6), 52, 1), 53, 1), 'hex')::uuid
$$;

create table settings (
  id uuid primary key default uuid_v7(),
  name text not null,
  value jsonb not null,
  valid_from date not null,
  recorded_at timestamptz not null default now(),
  recorded_by uuid
);
create index settings_by_name on settings (name, valid_from desc, recorded_at desc);

create table crews (
  id uuid primary key default uuid_v7(),
  name text not null unique,
  yard_lat double precision not null,
  yard_lon double precision not null,
  shift_start int not null check (shift_start between 0 and 1439),
  shift_end int not null check (shift_end > shift_start and shift_end <= 1440)
);

create table users (
  id uuid primary key default uuid_v7(),
  login text not null unique,
  display_name text not null,
  role text not null check (role in ('manager', 'dispatcher', 'technician')),
  password_hash text not null,
  crew_id uuid references crews,
  active boolean not null default true
);

create table sessions (sid varchar primary key, sess json not null, expire timestamptz not null);
create index sessions_by_expiry on sessions (expire);
create table throttle (key varchar(255) primary key, points integer not null default 0, expire bigint);

create table commands (
  id uuid primary key,
  digest text not null,
  actor uuid,
  at timestamptz not null default now()
);

create table customers (
  id uuid primary key default uuid_v7(),
  name text not null unique check (name <> ''),
  phone text,
  notes text,
  retired_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default now()
);

create table sites (
  id uuid primary key default uuid_v7(),
  customer_id uuid not null references customers,
  name text not null check (name <> ''),
  ref text,
  address text,
  lat double precision check (lat between -90 and 90),
  lon double precision check (lon between -180 and 180),
  elevation_ft double precision,
  time_zone text not null,
  opening_hours jsonb,
  access text,
  contact text,
  retired_at timestamptz,
  version int not null default 1,
  created_at timestamptz not null default now(),
  unique (customer_id, name)
);

create table units (
  id uuid primary key default uuid_v7(),
  site_id uuid not null references sites,
  tag text not null check (tag <> ''),
  kind text not null,
  status text not null default 'in service' check (status in ('in service', 'standby', 'out of use', 'retired')),
  manufacturer text,
  model text,
  serial text,
  built_on date,
  installed_on date,
  tons double precision check (tons > 0),
  voltage double precision check (voltage > 0),
  phase int check (phase in (1, 3)),
  area_served text,
  handling_notes text,
  version int not null default 1,
  created_at timestamptz not null default now(),
  unique (site_id, tag)
);

create table circuits (
  id uuid primary key default uuid_v7(),
  unit_id uuid not null references units,
  number int not null check (number between 1 and 8),
  refrigerant text,
  charge_lb double precision check (charge_lb > 0),
  metering text,
  unique (unit_id, number)
);

-- A slot is a place in the machine; components come and go in it, at most one at a time.
create table slots (
  id uuid primary key default uuid_v7(),
  unit_id uuid not null references units,
  circuit_id uuid references circuits,
  name text not null,
  component_class text,
  unique (unit_id, name)
);
create table components (
  id uuid primary key default uuid_v7(),
  slot_id uuid not null references slots,
  manufacturer text,
  model text,
  serial text,
  during daterange not null,
  installed_by uuid,
  exclude using gist (slot_id with =, during with &&)
);

create sequence call_numbers;
create table calls (
  id uuid primary key default uuid_v7(),
  ref text unique,
  site_id uuid not null references sites,
  unit_id uuid references units,
  kind text not null check (kind in ('call', 'maintenance', 'planned return')),
  status text not null check (status in ('open', 'scheduled', 'return planned', 'completed', 'cancelled')),
  received_at timestamptz not null,
  complaint text not null,
  system text,
  caller text,
  area text,
  room_f double precision,
  set_point_f double precision,
  stake text,
  priority text,
  promised_at timestamptz,
  crew_id uuid references crews,
  scheduled_on date,
  completed_at timestamptz,
  cost_cents bigint,
  version int not null default 1,
  created_at timestamptz not null default now(),
  check ((status = 'completed') = (completed_at is not null))
);
create unique index calls_natural_key on calls (coalesce(unit_id, site_id), received_at, md5(complaint)) where ref is null;
create index calls_by_unit on calls (unit_id, received_at);
create index calls_by_site on calls (site_id, received_at);
create index calls_by_receipt on calls (received_at desc);
create index calls_open on calls (received_at desc) where status in ('open', 'scheduled', 'return planned');

create table routes (
  id uuid primary key default uuid_v7(),
  crew_id uuid not null references crews,
  day date not null,
  problem jsonb not null,
  plan jsonb not null,
  work jsonb not null,
  created_by uuid,
  created_at timestamptz not null default now(),
  cancelled_at timestamptz
);
create unique index routes_one_a_day on routes (crew_id, day) where cancelled_at is null;

create table visits (
  id uuid primary key default uuid_v7(),
  site_id uuid not null references sites,
  crew_id uuid references crews,
  route_id uuid references routes,
  planned_for date,
  technician text,
  cancelled_at timestamptz,
  created_at timestamptz not null default now()
);
create index visits_by_day on visits (planned_for, crew_id);
create index visits_by_site on visits (site_id, planned_for desc);
create table visit_calls (
  visit_id uuid not null references visits,
  call_id uuid not null references calls,
  primary key (visit_id, call_id)
);
create index visit_calls_by_call on visit_calls (call_id);

-- The sheet of a visit. Append-only, enforced below; an amendment supersedes exactly one older entry.
create table entries (
  id uuid primary key default uuid_v7(),
  visit_id uuid not null references visits,
  call_id uuid references calls,
  unit_id uuid references units,
  kind text not null,
  body jsonb not null,
  author_id uuid references users,
  occurred_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  supersedes uuid unique references entries,
  reason text
);
create index entries_by_visit on entries (visit_id);
create index entries_by_call on entries (call_id);
create index entries_by_unit on entries (unit_id);
create function refuse_change() returns trigger language plpgsql as $$
begin raise exception '% is append-only', tg_table_name; end $$;
create trigger entries_append_only before update or delete on entries for each statement execute function refuse_change();

create view current_entries as
  select e.* from entries e
  where e.kind <> 'withdrawn' and not exists (select 1 from entries later where later.supersedes = e.id);

create table refrigerant_movements (
  id uuid primary key default uuid_v7(),
  entry_id uuid not null references entries,
  unit_id uuid references units,
  circuit_id uuid references circuits,
  refrigerant text,
  from_place text not null,
  to_place text not null,
  pounds double precision not null check (pounds >= 0),
  moved_at timestamptz not null,
  by_user uuid references users
);
create index refrigerant_movements_by_entry on refrigerant_movements (entry_id);

create table open_conditions (
  id uuid primary key references entries,
  unit_id uuid not null references units,
  kind text not null,
  hazard boolean not null,
  text text not null,
  opened_at timestamptz not null,
  opened_by uuid references users,
  closed_at timestamptz,
  closed_by_entry uuid references entries
);
create index open_conditions_by_unit on open_conditions (unit_id) where closed_at is null;

create table component_words (
  word text primary key,
  component_class text not null,
  mapped_by uuid,
  mapped_at timestamptz not null default now()
);

-- Kept in the writing transaction, so that lists stay fast whatever the length of the history.
create table unit_summaries (
  unit_id uuid primary key references units,
  as_of date not null,
  changes_on date,
  score int not null,
  sentence text not null,
  flags jsonb not null,
  flag_kinds text[] not null,
  open_conditions int not null,
  last_visit_at timestamptz,
  last_done jsonb not null default '{}'
);
create index unit_summaries_worst on unit_summaries (score desc) where score > 0;
create index unit_summaries_stale on unit_summaries (changes_on);

create table dismissals (
  id uuid primary key,
  unit_id uuid not null references units,
  flag text not null,
  evidence text not null,
  reason text not null,
  dismissed_by uuid references users,
  dismissed_at timestamptz not null default now(),
  undone_at timestamptz
);
create index dismissals_by_unit on dismissals (unit_id) where undone_at is null;

create table imports (
  id uuid primary key,
  kind text not null,
  file_name text not null,
  content text not null,
  created_by uuid,
  created_at timestamptz not null default now(),
  applied_at timestamptz
);

create table log (
  seq bigint generated always as identity primary key,
  at timestamptz not null default now(),
  actor_kind text not null check (actor_kind in ('user', 'system', 'device', 'link')),
  actor_id uuid,
  action text not null,
  entity text not null,
  entity_id uuid,
  detail jsonb
);
create trigger log_append_only before update or delete on log for each statement execute function refuse_change();
create function announce() returns trigger language plpgsql as $$
begin perform pg_notify('log', (select max(seq)::text from added)); return null; end $$;
create trigger log_announce after insert on log referencing new table as added for each statement execute function announce();

-- Search-as-you-type: one line for each thing that can be found, kept by statement triggers.
create table search_documents (
  kind text not null,
  id uuid not null,
  title text not null,
  subtitle text not null,
  words tsvector not null,
  primary key (kind, id)
);
-- Calls outnumber everything else by far; apart, they do not slow down the rest.
create index search_documents_words on search_documents using gin (words) where kind <> 'call';
create index search_documents_call_words on search_documents using gin (words) where kind = 'call';
create function index_customers() returns trigger language plpgsql as $$
begin
  insert into search_documents select 'customer', id, name, coalesce(phone, ''), to_tsvector('simple', translate(lower(concat_ws(' ', name, phone)), ${PUNCTUATION})) from changed
  on conflict (kind, id) do update set title = excluded.title, subtitle = excluded.subtitle, words = excluded.words;
  return null;
end $$;
create trigger customers_added after insert on customers referencing new table as changed for each statement execute function index_customers();
create trigger customers_changed after update on customers referencing new table as changed for each statement execute function index_customers();

create function index_sites() returns trigger language plpgsql as $$
begin
  insert into search_documents
    select 'site', s.id, s.name, concat_ws(' · ', c.name, s.address), to_tsvector('simple', translate(lower(concat_ws(' ', s.name, s.ref, s.address, c.name)), ${PUNCTUATION}))
    from changed s join customers c on c.id = s.customer_id
  on conflict (kind, id) do update set title = excluded.title, subtitle = excluded.subtitle, words = excluded.words;
  return null;
end $$;
create trigger sites_added after insert on sites referencing new table as changed for each statement execute function index_sites();
create trigger sites_changed after update on sites referencing new table as changed for each statement execute function index_sites();

create function index_units() returns trigger language plpgsql as $$
begin
  insert into search_documents
    select 'unit', u.id, u.tag, concat_ws(' · ', s.name, c.name, u.area_served),
      to_tsvector('simple', translate(lower(concat_ws(' ', u.tag, u.serial, u.manufacturer, u.model, u.kind, u.area_served, s.name, c.name)), ${PUNCTUATION}))
    from changed u join sites s on s.id = u.site_id join customers c on c.id = s.customer_id
  on conflict (kind, id) do update set title = excluded.title, subtitle = excluded.subtitle, words = excluded.words;
  return null;
end $$;
create trigger units_added after insert on units referencing new table as changed for each statement execute function index_units();
create trigger units_changed after update on units referencing new table as changed for each statement execute function index_units();

create function index_calls() returns trigger language plpgsql as $$
begin
  insert into search_documents
    select 'call', k.id, concat_ws(' ', k.ref, left(k.complaint, 80)), concat_ws(' · ', s.name, u.tag, k.status), to_tsvector('simple', translate(lower(concat_ws(' ', k.ref, k.complaint, s.name, u.tag)), ${PUNCTUATION}))
    from changed k join sites s on s.id = k.site_id left join units u on u.id = k.unit_id
  on conflict (kind, id) do update set title = excluded.title, subtitle = excluded.subtitle, words = excluded.words;
  return null;
end $$;
create trigger calls_added after insert on calls referencing new table as changed for each statement execute function index_calls();
create trigger calls_changed after update on calls referencing new table as changed for each statement execute function index_calls();

-- A renamed customer or site is found under its new name together with all that hangs on it.
create function reindex_below() returns trigger language plpgsql as $$
begin
  if tg_table_name = 'customers' and old.name is distinct from new.name then
    update sites set name = name where customer_id = new.id;
    update units set tag = tag where site_id in (select id from sites where customer_id = new.id);
  elsif tg_table_name = 'sites' and old.name is distinct from new.name then
    update units set tag = tag where site_id = new.id;
  end if;
  return null;
end $$;
create trigger customers_renamed after update of name on customers for each row execute function reindex_below();
create trigger sites_renamed after update of name on sites for each row execute function reindex_below();
`;
