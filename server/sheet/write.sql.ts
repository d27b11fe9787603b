/*
 * Set-wise writes of what the fold derives. The rows of a subject become exactly those of its fold; rows that
 * stay the same are not written again, so that one more line on a full sheet costs one row.
 */

interface Derived {
  /** Column that names a row, or by which rows that are known only by all they say are found. */
  readonly by: string;
  readonly keyed: boolean;
  /** Name and type of each column. */
  readonly columns: Readonly<Record<string, string>>;
}

/** Tables of derived rows. Rows of the last two have no key of their own and belong to units only. */
const DERIVED = {
  findings: {
    by: 'entry_id',
    keyed: true,
    columns: {
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
    },
  },
  open_conditions: {
    by: 'id',
    keyed: true,
    columns: {
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
    },
  },
  entry_calls: {
    by: 'entry_id',
    keyed: true,
    columns: { entry_id: 'uuid', call_id: 'uuid', unit_id: 'uuid', point_id: 'uuid' },
  },
  recommendations: {
    by: 'id',
    keyed: true,
    columns: {
      id: 'uuid',
      unit_id: 'uuid',
      point_id: 'uuid',
      visit_id: 'uuid',
      text: 'text',
      made_at: 'timestamptz',
      made_by: 'uuid',
    },
  },
  refrigerant_movements: {
    by: 'entry_id',
    keyed: false,
    columns: {
      entry_id: 'uuid',
      unit_id: 'uuid',
      circuit: 'int',
      refrigerant: 'text',
      from_place: 'text',
      to_place: 'text',
      pounds: 'float8',
      moved_at: 'timestamptz',
      by_user: 'uuid',
    },
  },
  components: {
    by: 'unit_id',
    keyed: false,
    columns: {
      unit_id: 'uuid',
      part: 'text',
      circuit: 'int',
      from_on: 'date',
      until_on: 'date',
      entry_id: 'uuid',
      manufacturer: 'text',
      model: 'text',
      serial: 'text',
    },
  },
} as const satisfies Record<string, Derived>;
export type DerivedTable = keyof typeof DERIVED;
type SubjectColumn = 'unit_id' | 'point_id';

/** Tables of derived rows a subject can have: a point has no charge and no slots. */
export const tablesOf = (as: SubjectColumn): DerivedTable[] =>
  (Object.keys(DERIVED) as DerivedTable[]).filter((table) => as === 'unit_id' || DERIVED[table].keyed);

const recordset = ({ columns }: Derived, parameter: number): string => {
  const typed = Object.entries(columns).map(([name, type]) => `${name} ${type}`);
  return `jsonb_to_recordset($${parameter}::jsonb) as r(${typed.join(', ')})`;
};
const listed = ({ columns }: Derived, from: string): string =>
  Object.keys(columns)
    .map((name) => `${from}.${name}`)
    .join(', ');
const same = (derived: Derived): string =>
  derived.keyed
    ? `r.${derived.by} = t.${derived.by}`
    : `r.${derived.by} = t.${derived.by} and (${listed(derived, 'r')}) is not distinct from (${listed(derived, 't')})`;

const gone = (table: DerivedTable, subjects: number, rows: number, as: SubjectColumn): string => `
  delete from ${table} t
  where t.${as} = any($${subjects}::uuid[])
    and not exists (select from ${recordset(DERIVED[table], rows)} where ${same(DERIVED[table])})`;

const put = (table: DerivedTable, parameter: number): string => {
  const derived: Derived = DERIVED[table];
  const others = Object.keys(derived.columns).filter((name) => name !== derived.by);
  const all = (from: string) => others.map((name) => `${from}.${name}`).join(', ');
  return `
  insert into ${table} (${Object.keys(derived.columns).join(', ')})
  select ${listed(derived, 'r')}
  from ${recordset(derived, parameter)}
  where not exists (
    select from ${table} t
    where t.${derived.by} = r.${derived.by} and (${all('t')}) is not distinct from (${all('r')}))
  on conflict (${derived.by}) do update
  set ${others.map((name) => `${name} = excluded.${name}`).join(', ')}`;
};

/**
 * Replaces rows of some tables: what is gone goes, rows with a key become what they are now, and what each
 * subject was folded to is kept. $1 are the digests as JSON; then two parameters a table, the subjects whose
 * rows changed and all their rows as JSON.
 */
export function replacing(tables: readonly DerivedTable[], as: SubjectColumn): string {
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
  const derived = DERIVED[table];
  return `
insert into ${table} (${Object.keys(derived.columns).join(', ')})
select ${listed(derived, 'r')}
from ${recordset(derived, 1)}
where not exists (select from ${table} t where ${same(derived)})`;
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

export const SUMMARIES = `
insert into unit_summaries as m (unit_id, as_of, changes_on, score, to_decide, decisions, sentence, flags, flag_kinds,
  open_conditions, last_visit_at, last_done, care, story)
select unit_id, as_of, changes_on, score, to_decide, decisions, sentence, flags, flag_kinds, open_conditions, last_visit_at,
  last_done, care, story
from jsonb_to_recordset($1::jsonb) as r(
  unit_id uuid, as_of date, changes_on date, score int, to_decide boolean, decisions int, sentence text, flags jsonb,
  flag_kinds text[], open_conditions int, last_visit_at timestamptz, last_done jsonb, care jsonb, story jsonb)
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
  last_done = excluded.last_done,
  care = excluded.care,
  story = excluded.story`;

/** Statistics of the tables the fold reads, so that the planner knows their sizes. */
export const FRESH_STATISTICS = `
analyze units, circuits, calls, visits, visit_calls, entries, call_events`;

/** After this no derived row is taken to be as it was. */
export const FORGET_FOLDED = `
delete from folded`;
