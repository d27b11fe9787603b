/** That a customer agreed to another window is on record like what was told. */
export const AGREED = /* sql */ `
alter table message_attempts
  drop constraint message_attempts_what_check,
  add constraint message_attempts_what_check check (what in (
    'trying', 'taken', 'refused', 'not reached', 'told by telephone', 'agreed', 'again', 'void'));

-- What was written last is what was added last, whatever the clock says.
alter table notices add column seq bigint generated always as identity;
drop index notices_by_visit;
create index notices_by_visit on notices (visit_id, seq desc);
`;
