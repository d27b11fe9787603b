/**
 * Whom to tell at a site and how, and what was sent: a message, and all that was tried with it, to which is
 * only added. Where the record had a line of text for the contact of a site, that is its first one.
 */
export const TOLD = /* sql */ `
create table contacts (
  id uuid primary key default uuid_v7(),
  site_id uuid not null references sites,
  name text not null,
  role text not null default 'at the site'
    check (role in ('at the site', 'approves', 'has the key', 'tenant', 'pays')),
  phone text,
  email text,
  told_by text not null default 'nobody' check (told_by in ('e-mail', 'text message', 'telephone', 'nobody')),
  version integer not null default 1,
  retired_at timestamptz,
  created_at timestamptz not null default now(),
  check (told_by <> 'e-mail' or email is not null),
  check (told_by not in ('text message', 'telephone') or phone is not null)
);
create index contacts_by_site on contacts (site_id) where retired_at is null;
insert into contacts (site_id, name) select id, contact from sites where contact is not null and contact <> '';
alter table sites drop column contact;

create table messages (
  id uuid primary key default uuid_v7(),
  site_id uuid not null references sites,
  day date not null,
  contact_id uuid references contacts,
  -- Null where nobody at the site is to be told, or nobody knows how.
  way text check (way in ('e-mail', 'text message', 'telephone')),
  address text,
  subject text not null,
  text text not null,
  made_by uuid references users,
  made_at timestamptz not null
);
create index messages_by_day on messages (day);
create table message_attempts (
  id uuid primary key default uuid_v7(),
  -- In the order in which they were added, whatever the clock says.
  seq bigint generated always as identity,
  message_id uuid not null references messages,
  what text not null check (what in ('trying', 'taken', 'refused', 'not reached', 'told by telephone', 'again', 'void')),
  reply text,
  by_user uuid references users,
  at timestamptz not null
);
create index message_attempts_by_message on message_attempts (message_id, seq);
create trigger message_attempts_append_only before update or delete on message_attempts
  for each statement execute function refuse_change();
alter table notices add column message_id uuid references messages;
create index notices_by_message on notices (message_id);

-- While it is held nothing goes out until somebody presses: a restored database would tell everybody again.
create table sending (only_row boolean primary key default true check (only_row), held_at timestamptz);
insert into sending default values;

-- A crew's day as it was published last: what its people and their calendars read, whatever is planned since.
create table published_stops (
  visit_id uuid primary key references visits,
  route_id uuid not null references routes,
  crew_id uuid not null references crews,
  day date not null,
  position integer not null,
  drive_minutes float8,
  arrive_at float8,
  start_at float8,
  leave_at float8,
  -- What was different when it was published last, until the crew has seen it.
  changed text check (changed in ('new', 'moved', 'off')),
  was_at float8
);
create index published_stops_by_day on published_stops (crew_id, day);
insert into published_stops (
  visit_id, route_id, crew_id, day, position, drive_minutes, arrive_at, start_at, leave_at)
select p.visit_id, r.id, r.crew_id, r.day, p.position, p.drive_minutes, p.arrive_at, p.start_at, p.leave_at
from stops p join routes r on r.id = p.route_id
where r.published_at is not null;
`;
