/**
 * Roads that are closed or slow. A published stop is a row of its route: moved to another crew, a visit is off
 * the day that the first one sees, and not gone from it.
 */
export const CLOSURES = /* sql */ `
create table road_closures (
  id uuid primary key,
  name text not null,
  a_lat double precision not null,
  a_lon double precision not null,
  b_lat double precision not null,
  b_lon double precision not null,
  -- On either side of it, on the road; null where drives are straight lines.
  p_lat double precision,
  p_lon double precision,
  q_lat double precision,
  q_lon double precision,
  minutes integer check (minutes > 0),
  starts_at timestamptz not null,
  ends_at timestamptz check (ends_at >= starts_at),
  created_by uuid references users,
  created_at timestamptz not null default now()
);
create index road_closures_by_end on road_closures (ends_at);

alter table published_stops drop constraint published_stops_pkey;
alter table published_stops add primary key (route_id, visit_id);
create index published_stops_by_visit on published_stops (visit_id);
`;
