/**
 * Routes as rows: a route is one crew's day, a stop is the place of a visit on it, and a visit has one place
 * at most. A unit is held by the stop at which it is to be maintained, so that two plans cannot both have it.
 * Routes that were saved as whole plans are taken apart; what was cancelled then stays in the log.
 */
export const STOPS = /* sql */ `
create table stops (
  visit_id uuid primary key references visits,
  route_id uuid not null references routes on delete cascade,
  position int not null check (position >= 0),
  minutes float8 not null check (minutes >= 0),
  shared float8 not null default 0 check (shared between 0 and minutes),
  pace float8 not null default 1 check (pace > 0),
  drive_minutes float8,
  arrive_at float8,
  start_at float8,
  leave_at float8,
  troubles jsonb not null default '[]',
  locked_at timestamptz,
  locked_by uuid references users,
  constraint stops_timed check ((start_at is null) = (leave_at is null)),
  constraint stops_in_order unique (route_id, position) deferrable initially deferred
);
insert into stops (visit_id, route_id, position, minutes, drive_minutes, arrive_at, start_at, leave_at)
select v.id, r.id, p.n - 1, (p.stop->>'leaveAt')::float8 - (p.stop->>'startAt')::float8,
  (p.stop->>'driveMinutes')::float8, (p.stop->>'arriveAt')::float8, (p.stop->>'startAt')::float8,
  (p.stop->>'leaveAt')::float8
from routes r
  cross join lateral jsonb_array_elements(r.plan->'stops') with ordinality p(stop, n)
  cross join lateral (
    select v.id
    from visits v
    where v.site_id = (p.stop->>'stopId')::uuid and v.cancelled_at is null
      and (v.route_id = r.id or (v.crew_id = r.crew_id and v.planned_for = r.day))
    order by v.route_id = r.id desc nulls last
    limit 1) v
where r.cancelled_at is null
on conflict (visit_id) do nothing;

alter table routes
  add column depart_at float8,
  add column back_at float8,
  add column drive_minutes float8,
  add column estimated boolean not null default false,
  add column version int not null default 1,
  add column published_at timestamptz,
  add column published_by uuid references users,
  add column published_version int;
update routes set
  depart_at = (plan->>'departAt')::float8,
  back_at = (plan->>'returnAt')::float8,
  drive_minutes = (plan->>'driveMinutes')::float8,
  estimated = coalesce((problem->'travel'->>'estimated')::boolean, false);

alter table visits drop column route_id;
delete from routes where cancelled_at is not null;
alter table routes
  drop column problem,
  drop column plan,
  drop column work,
  drop column cancelled_at;
create unique index routes_one_a_day on routes (crew_id, day);

create table held_units (
  unit_id uuid primary key references units,
  visit_id uuid not null references stops on delete cascade
);
create index held_units_by_visit on held_units (visit_id);
insert into held_units (unit_id, visit_id)
select distinct on (k.unit_id) k.unit_id, s.visit_id
from stops s
  join visits v on v.id = s.visit_id
  join visit_calls vc on vc.visit_id = s.visit_id
  join calls k on k.id = vc.call_id
where k.kind = 'maintenance' and k.state in ('planned', 'under way') and k.unit_id is not null
order by k.unit_id, v.planned_for desc;

create table route_changes (
  id uuid primary key,
  made_by uuid references users,
  made_at timestamptz not null,
  before jsonb not null,
  after jsonb not null,
  taken_off jsonb not null default '[]'
);
create index route_changes_by_day on route_changes using gin (after jsonb_path_ops);

create table notices (
  id uuid primary key default uuid_v7(),
  visit_id uuid not null references visits,
  kind text not null check (kind in ('planned', 'moved', 'called off')),
  day date not null,
  from_at float8,
  until_at float8,
  text text not null,
  made_by uuid references users,
  made_at timestamptz not null
);
create index notices_by_visit on notices (visit_id, made_at desc);

-- Who can work at a site at all: how many people, and what somebody among them has to be licensed or skilled for.
alter table sites add column needs jsonb not null default '{"people": 1, "skills": []}';
`;
