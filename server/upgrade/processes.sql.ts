/**
 * What several processes share: long work in sight, searches with what they have found, and which version of
 * the roads drive times are from. A row of work that has not beaten for a while belongs to a process that has
 * ended.
 */
export const PROCESSES = /* sql */ `
create table jobs (
  id uuid primary key,
  process uuid not null,
  name text not null,
  by text not null,
  started_at timestamptz not null default now(),
  beat_at timestamptz not null default now(),
  share double precision not null default 0 check (share between 0 and 1),
  step text not null default 'starting'
);

create table searches (
  id uuid primary key,
  process uuid not null,
  user_id uuid not null references users,
  state text not null default 'runs' check (state in ('runs', 'found', 'broke off')),
  to_stop boolean not null default false,
  share double precision not null default 0,
  costs jsonb not null default '[]',
  solved jsonb,
  beat_at timestamptz not null default now(),
  check ((state = 'found') = (solved is not null))
);
create unique index one_search_each on searches (user_id);

-- As it is made, a sequence shows the same value before its first step and after it.
create sequence roads_version;
select setval('roads_version', 1);
`;
