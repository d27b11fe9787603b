/** What was left and recommended is looked up by the visit it was written on: a call shows both. */
export const LOOKUPS = /* sql */ `
create index recommendations_by_visit on recommendations (visit_id);
create index open_conditions_by_visit on open_conditions (visit_id);
`;
