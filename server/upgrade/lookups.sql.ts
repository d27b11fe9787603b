/**
 * What was left and recommended is looked up by the visit it was written on: a call shows both. When a unit was
 * retired is known from now on: what was in it ended with it.
 */
export const LOOKUPS = /* sql */ `
create index recommendations_by_visit on recommendations (visit_id);
create index open_conditions_by_visit on open_conditions (visit_id);
create index entries_lending on entries (((body->'installed'->'borrowed'->>'fromUnitId')::uuid))
  where kind = 'work';
alter table units add column retired_on date;
alter table components
  drop constraint components_check,
  drop constraint components_ended_check,
  add constraint components_ended_check
    check (ended in ('failed', 'preventive', 'group', 'borrowed', 'with the unit', 'unknown')),
  -- What ended with its unit may have ended on a day that nobody knows.
  add constraint components_check
    check (case when until_on is null then coalesce(ended, 'with the unit') = 'with the unit' else ended is not null end);
`;
