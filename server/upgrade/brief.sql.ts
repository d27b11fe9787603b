/** The last two years of each unit, kept beside its verdict for the rows that name it. */
export const BRIEF = /* sql */ `
alter table unit_summaries add column story jsonb not null
  default '{"failures": [], "planned": [], "arcs": [], "added": [], "open": []}';
`;
