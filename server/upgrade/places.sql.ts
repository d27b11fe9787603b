/** Where a unit stands, how it is fed and found, what it is made of, how it looks, and how it was left. */
export const PLACES = /* sql */ `
alter table sites
  add column key_at text, add column way_up text, add column parking text, add column permit text,
  add column hazards text[] not null default '{}';

alter table units
  add column details jsonb not null default '{}',
  -- Names by which the unit is found beyond its own record: areas, controls, feeds; kept when a fact of the site changes.
  add column found_by jsonb not null default '{"areas": [], "controls": [], "feeds": []}',
  add column found_words text not null default '';
alter table circuits add column compressors jsonb not null default '[]';

alter table open_conditions
  add column changed_from text, add column changed_to text, add column closes text, add column told text;
create index open_conditions_open on open_conditions (hazard desc, opened_at) where closed_at is null;

create table roofs (
  id uuid primary key,
  site_id uuid not null references sites,
  name text not null check (name <> ''),
  plan jsonb not null,
  version int not null default 1,
  retired_at timestamptz,
  created_at timestamptz not null default now()
);
create unique index roofs_by_name on roofs (site_id, name) where retired_at is null;

create table site_points (
  id uuid primary key,
  site_id uuid not null references sites,
  kind text not null,
  name text not null check (name <> ''),
  place text,
  volts double precision check (volts > 0),
  phase int check (phase in (1, 3)),
  rating_a double precision check (rating_a > 0),
  spaces int check (spaces between 1 and 200),
  -- A unit takes part under its own id.
  unit_id uuid unique references units check (unit_id is null or unit_id = id),
  version int not null default 1,
  retired_at timestamptz
);
create unique index site_points_by_name on site_points (site_id, kind, name) where retired_at is null;

-- A fact about a site. Never changed: it ends when somebody knows better, and can be brought back.
create table site_links (
  id uuid primary key,
  site_id uuid not null references sites,
  kind text not null,
  from_id uuid not null references site_points,
  to_id uuid not null references site_points check (to_id <> from_id),
  poles int[] not null default '{}',
  breaker_a double precision check (breaker_a > 0),
  how text not null,
  established_on date not null,
  established_by uuid references users,
  note text,
  ended_at timestamptz,
  ended_by uuid references users
);
create index site_links_of_site on site_links (site_id) where ended_at is null;

create table model_notes (
  id uuid primary key,
  manufacturer text not null check (manufacturer <> ''),
  line text not null check (line <> ''),
  title text not null check (title <> ''),
  text text not null,
  recorded_by uuid references users,
  recorded_at timestamptz not null default now(),
  retired_at timestamptz
);
create index model_notes_by_line on model_notes (lower(manufacturer), line) where retired_at is null;

create table photos (
  id uuid primary key,
  site_id uuid references sites,
  unit_id uuid references units,
  model_note_id uuid references model_notes,
  purpose text not null,
  caption text,
  mime text not null,
  width int not null,
  height int not null,
  turn int not null default 0 check (turn in (0, 90, 180, 270)),
  marks jsonb not null default '[]',
  image bytea not null,
  thumb bytea not null,
  taken_at timestamptz not null,
  recorded_by uuid references users,
  retired_at timestamptz,
  check (num_nonnulls(site_id, unit_id, model_note_id) = 1)
);
-- Pictures are compressed already.
alter table photos alter column image set storage external, alter column thumb set storage external;
create index photos_by_unit on photos (unit_id) where unit_id is not null;
create index photos_by_note on photos (model_note_id) where model_note_id is not null;
create index photos_by_site on photos (site_id) where site_id is not null;

create or replace function index_units() returns trigger language plpgsql as $$
begin
  insert into search_documents
    select 'unit', u.id, u.tag, concat_ws(' · ', s.name, c.name, u.area_served),
      to_tsvector('simple', translate(lower(concat_ws(' ', u.tag, u.serial, u.manufacturer, u.model, u.kind, u.area_served, s.name, c.name, u.found_words,
        -- A number off a plate is typed with or without its dashes.
        regexp_replace(u.serial, '[^[:alnum:]]', '', 'g'), regexp_replace(u.model, '[^[:alnum:]]', '', 'g'))),
        $p$-_/\\\\.,:;#()[]{}'"&+@*!?=<>|$p$, repeat(' ', 30)))
    from changed u join sites s on s.id = u.site_id join customers c on c.id = s.customer_id
  on conflict (kind, id) do update set title = excluded.title, subtitle = excluded.subtitle, words = excluded.words;
  return null;
end $$;
`;
