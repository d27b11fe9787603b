/**
 * What sheets say of maintenance beside the day it was last done: how it was found, and what was put off; and which
 * machine one on standby stands in for. Tasks that were part of another one until now stay out of the programme of a
 * company that has one: an update makes nothing due by itself.
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
`;
