/**
 * The company's own people: crews with a week of shifts and a place they start from, who belonged to them from when
 * to when, absences, who is on call, and the company's holidays. What was there is carried over: a crew keeps its
 * shift on every day and its members.
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
