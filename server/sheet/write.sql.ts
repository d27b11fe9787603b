/* Set-wise writes of what the fold derives. Rows of a unit or point are replaced whole, so that nothing is ever undone. */

/** Every table of derived rows; each is emptied for the subjects in $1 before it is written again. */
export const CLEAR = [
  'delete from findings where unit_id = any($1::uuid[])',
  'delete from findings where point_id = any($1::uuid[])',
  'delete from open_conditions where unit_id = any($1::uuid[])',
  'delete from open_conditions where point_id = any($1::uuid[])',
  'delete from entry_calls where unit_id = any($1::uuid[])',
  'delete from entry_calls where point_id = any($1::uuid[])',
  'delete from recommendations where unit_id = any($1::uuid[])',
  'delete from recommendations where point_id = any($1::uuid[])',
  'delete from refrigerant_movements where unit_id = any($1::uuid[])',
  'delete from components where unit_id = any($1::uuid[])',
] as const;

/**
 * An insert of a JSON array of rows.
 * @param columns name and type of each column
 */
const insert = (table: string, columns: Record<string, string>): string => {
  const names = Object.keys(columns).join(', ');
  const typed = Object.entries(columns).map(([name, type]) => `${name} ${type}`);
  return `insert into ${table} (${names}) select ${names} from jsonb_to_recordset($1::jsonb) as r(${typed.join(', ')})`;
};

export const ADD_FINDINGS = insert('findings', {
  entry_id: 'uuid',
  unit_id: 'uuid',
  point_id: 'uuid',
  visit_id: 'uuid',
  call_id: 'uuid',
  part: 'text',
  circuit: 'int',
  component: 'text',
  failure: 'text',
  grade: 'text',
  found_at: 'timestamptz',
  watch_until: 'date',
});
export const ADD_CONDITIONS = insert('open_conditions', {
  id: 'uuid',
  unit_id: 'uuid',
  point_id: 'uuid',
  visit_id: 'uuid',
  kind: 'text',
  hazard: 'boolean',
  circuit: 'int',
  text: 'text',
  changed_from: 'text',
  changed_to: 'text',
  closes: 'text',
  told: 'text',
  opened_at: 'timestamptz',
  opened_by: 'uuid',
  closed_at: 'timestamptz',
  closed_by_entry: 'uuid',
});
export const ADD_ENTRY_CALLS = insert('entry_calls', {
  entry_id: 'uuid',
  call_id: 'uuid',
  unit_id: 'uuid',
  point_id: 'uuid',
});
export const ADD_RECOMMENDATIONS = insert('recommendations', {
  id: 'uuid',
  unit_id: 'uuid',
  point_id: 'uuid',
  visit_id: 'uuid',
  text: 'text',
  made_at: 'timestamptz',
  made_by: 'uuid',
});
export const ADD_MOVEMENTS = insert('refrigerant_movements', {
  entry_id: 'uuid',
  unit_id: 'uuid',
  circuit: 'int',
  refrigerant: 'text',
  from_place: 'text',
  to_place: 'text',
  pounds: 'float8',
  moved_at: 'timestamptz',
  by_user: 'uuid',
});
export const ADD_COMPONENTS = insert('components', {
  unit_id: 'uuid',
  part: 'text',
  circuit: 'int',
  from_on: 'date',
  until_on: 'date',
  entry_id: 'uuid',
  manufacturer: 'text',
  model: 'text',
  serial: 'text',
});

/** The state of calls; only rows that change are written, so that search is not kept anew for nothing. */
export const STATE_OF_CALLS = `
update calls k set
  state = r.state,
  since = r.since,
  waiting_for = r.waiting_for,
  cancelled_as = r.cancelled_as,
  crew_id = coalesce(r.crew_id, k.crew_id),
  scheduled_on = r.scheduled_on,
  on_site_visit_id = r.on_site_visit_id,
  on_site_by = r.on_site_by,
  completed_at = r.completed_at,
  found_unit_id = r.found_unit_id,
  outcomes = r.outcomes
from jsonb_to_recordset($1::jsonb) as r(
  id uuid, state text, since timestamptz, waiting_for text, cancelled_as text, crew_id uuid, scheduled_on date,
  on_site_visit_id uuid, on_site_by uuid, completed_at timestamptz, found_unit_id uuid, outcomes jsonb)
where k.id = r.id
  and (k.state, k.since, k.waiting_for, k.cancelled_as, k.crew_id, k.scheduled_on, k.on_site_visit_id, k.on_site_by,
      k.completed_at, k.found_unit_id, k.outcomes)
    is distinct from (r.state, r.since, r.waiting_for, r.cancelled_as, coalesce(r.crew_id, k.crew_id), r.scheduled_on,
      r.on_site_visit_id, r.on_site_by, r.completed_at, r.found_unit_id, r.outcomes)`;

export const TIMES_OF_VISITS = `
update visits v set arrived_at = r.arrived_at, left_at = r.left_at
from jsonb_to_recordset($1::jsonb) as r(id uuid, arrived_at timestamptz, left_at timestamptz)
where v.id = r.id and (v.arrived_at, v.left_at) is distinct from (r.arrived_at, r.left_at)`;

export const SUMMARIES = `
insert into unit_summaries as m (unit_id, as_of, changes_on, score, to_decide, decisions, sentence, flags, flag_kinds,
  open_conditions, last_visit_at, last_done)
select unit_id, as_of, changes_on, score, to_decide, decisions, sentence, flags, flag_kinds, open_conditions, last_visit_at,
  last_done
from jsonb_to_recordset($1::jsonb) as r(
  unit_id uuid, as_of date, changes_on date, score int, to_decide boolean, decisions int, sentence text, flags jsonb,
  flag_kinds text[], open_conditions int, last_visit_at timestamptz, last_done jsonb)
on conflict (unit_id) do update set
  as_of = excluded.as_of,
  changes_on = excluded.changes_on,
  score = excluded.score,
  to_decide = excluded.to_decide,
  decisions = excluded.decisions,
  sentence = excluded.sentence,
  flags = excluded.flags,
  flag_kinds = excluded.flag_kinds,
  open_conditions = excluded.open_conditions,
  last_visit_at = excluded.last_visit_at,
  last_done = excluded.last_done`;
