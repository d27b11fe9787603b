import { DERIVED, inDatabase, type DerivedTable } from '../db/derived.ts';

/*
 * Set-wise writes of what the fold derives. The rows of a subject become exactly those of its fold; rows that
 * stay the same are not written again, so that one more line on a full sheet costs one row.
 */

/** Tables whose rows are replaced by subject; the summary of a unit is one row and is put in its place. */
export type SubjectTable = Exclude<DerivedTable, 'unit_summaries'>;
type SubjectColumn = 'unit_id' | 'point_id';

/** Tables of derived rows a subject can have: a point has no charge and no slots. */
export const tablesOf = (as: SubjectColumn): SubjectTable[] =>
  (Object.keys(DERIVED) as DerivedTable[]).filter(
    (table): table is SubjectTable =>
      table !== 'unit_summaries' && (as === 'unit_id' || DERIVED[table].keyed),
  );

const columnsOf = (table: DerivedTable): string[] => Object.keys(DERIVED[table].columns);
/** Rows as they are sent, JSON under the names of the code, as `r` under those of the database. */
const recordset = (table: DerivedTable, parameter: number): string => {
  const columns = Object.entries<{ readonly sql: string }>(DERIVED[table].columns);
  const typed = columns.map(([name, { sql }]) => `"${name}" ${sql}`).join(', ');
  const named = columns.map(([name]) => `"${name}" as ${inDatabase(name)}`).join(', ');
  return `(select ${named} from jsonb_to_recordset($${parameter}::jsonb) as given(${typed})) as r`;
};
const listed = (names: readonly string[], from?: string): string =>
  names.map((name) => (from ? `${from}.${inDatabase(name)}` : inDatabase(name))).join(', ');
const same = (table: DerivedTable): string => {
  const by = inDatabase(DERIVED[table].by);
  const all = columnsOf(table);
  return DERIVED[table].keyed
    ? `r.${by} = t.${by}`
    : `r.${by} = t.${by} and (${listed(all, 'r')}) is not distinct from (${listed(all, 't')})`;
};

const gone = (table: DerivedTable, subjects: number, rows: number, as: SubjectColumn): string => `
  delete from ${table} t
  where t.${as} = any($${subjects}::uuid[])
    and not exists (select from ${recordset(table, rows)} where ${same(table)})`;

const put = (table: DerivedTable, parameter: number): string => {
  const by = inDatabase(DERIVED[table].by);
  const others = columnsOf(table).filter((name) => name !== DERIVED[table].by);
  return `
  insert into ${table} (${listed(columnsOf(table))})
  select ${listed(columnsOf(table), 'r')}
  from ${recordset(table, parameter)}
  where not exists (
    select from ${table} t
    where t.${by} = r.${by} and (${listed(others, 't')}) is not distinct from (${listed(others, 'r')}))
  on conflict (${by}) do update
  set ${others.map((name) => `${inDatabase(name)} = excluded.${inDatabase(name)}`).join(', ')}`;
};

/**
 * Replaces rows of some tables: what is gone goes, rows with a key become what they are now, and what each
 * subject was folded to is kept. $1 are the digests as JSON; then two parameters a table, the subjects whose
 * rows changed and all their rows as JSON.
 */
export function replacing(tables: readonly SubjectTable[], as: SubjectColumn): string {
  const parts = tables.flatMap((table, i) => {
    const [subjects, rows] = [2 * i + 2, 2 * i + 3];
    return [
      `${table}_gone as (${gone(table, subjects, rows, as)})`,
      ...(DERIVED[table].keyed ? [`${table}_put as (${put(table, rows)})`] : []),
    ];
  });
  return `
with ${[...parts, `folded_put as (${FOLDED})`].join(',\n')}
select 1`;
}

const FOLDED = `
  insert into folded as f (subject_id, digests)
  select subject_id, digests
  from jsonb_to_recordset($1::jsonb) as r(subject_id uuid, digests jsonb)
  on conflict (subject_id) do update set digests = excluded.digests`;

/**
 * Rows without a key that are not there yet; $1 as JSON. After the replacement: a component leaves its slot
 * before the next enters.
 */
export const ADD: Readonly<Record<'refrigerant_movements' | 'components', string>> = {
  refrigerant_movements: adding('refrigerant_movements'),
  components: adding('components'),
};
function adding(table: 'refrigerant_movements' | 'components'): string {
  return `
insert into ${table} (${listed(columnsOf(table))})
select ${listed(columnsOf(table), 'r')}
from ${recordset(table, 1)}
where not exists (select from ${table} t where ${same(table)})`;
}

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

/** The verdicts of units, $1 as JSON. */
export const SUMMARIES = put('unit_summaries', 1);

/** Statistics of the tables the fold reads, so that the planner knows their sizes. */
export const FRESH_STATISTICS = `
analyze units, circuits, calls, visits, visit_calls, entries, call_events`;

/** After this no derived row is taken to be as it was. */
export const FORGET_FOLDED = `
delete from folded`;
