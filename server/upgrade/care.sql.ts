/**
 * What sheets say of maintenance beside the day it was last done: how it was found, and what was put off; and
 * which machine one on standby stands in for. Tasks that were part of another one until now stay out of the
 * programme of a company that has one: an update makes nothing due by itself. A call that waited becomes
 * ready, says how long it takes and how many people; one that closes what was left open names it, and there
 * is one of them at a time. Parts are fetched at supply counters: a call that fetches names the one it
 * fetches for.
 */
export const CARE = /* sql */ `
alter table unit_summaries add column care jsonb not null default '{"found": {}, "putOff": {}}';
alter table units add column stands_in_for uuid references units,
  add constraint stands_in_for_another check (stands_in_for <> id);
insert into settings (name, value, valid_from)
select 'tasks',
  (select jsonb_agg(jsonb_build_object('key', key, 'dropped', true))
   from unnest(array['coils', 'drains', 'economizer check', 'electrical check', 'electric heat check',
     'controls check', 'air balance']) key),
  '2000-01-01'
where exists (select 1 from visits);

alter table call_events drop constraint call_events_kind_check;
alter table call_events add constraint call_events_kind_check check (
  kind in ('planned', 'unplanned', 'waiting', 'ready', 'cancelled', 'restored', 'reopened', 'called again')
);
alter table calls
  add column minutes int check (minutes > 0),
  add column people int check (people > 0),
  add column condition_id uuid,
  add column fetches uuid references calls;
alter table sites add column counter boolean not null default false;
create index calls_on_hold on calls (since) where state = 'waiting';
create index calls_by_fetches on calls (fetches) where fetches is not null;
create unique index calls_fetched_once on calls (fetches) where state not in ('done', 'cancelled');
create unique index calls_of_condition on calls (condition_id) where state not in ('done', 'cancelled');
`;
