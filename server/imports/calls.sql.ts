/* Set-wise import of past calls. `staged` holds the good rows; what a call's sheet says becomes entries of one visit. */

const COLUMNS: Record<string, string> = {
  line: 'int',
  customer: 'text',
  site: 'text',
  unit: 'text',
  ref: 'text',
  received_at: 'timestamptz',
  complaint: 'text',
  system: 'text',
  component: 'text',
  failure: 'text',
  grade: 'text',
  action: 'text',
  action_text: 'text',
  tasks: 'jsonb',
  leak_repair: 'text',
  completed_at: 'timestamptz',
  technician: 'text',
  refrigerant: 'text',
  refrigerant_added_lb: 'float8',
  refrigerant_recovered_lb: 'float8',
  cost: 'float8',
  kind: 'text',
};
const NAMES = Object.keys(COLUMNS).join(', ');
const TYPED = Object.entries(COLUMNS)
  .map(([name, type]) => `${name} ${type}`)
  .join(', ');

export const STAGE_CALLS = `
create temp table staged (
  ${TYPED},
  site_id uuid,
  unit_id uuid,
  call_id uuid,
  visit_id uuid,
  is_new boolean not null default true,
  visit_is_new boolean not null default false
) on commit drop`;
export const FILL_CALLS = `
insert into staged (${NAMES})
select ${NAMES} from jsonb_to_recordset($1::jsonb) as r(${TYPED})`;

export const PLACE_CALL_SITES = `
update staged s set site_id = t.id
from customers c join sites t on t.customer_id = c.id
where c.name = s.customer and t.name = s.site`;
export const PLACE_CALL_UNITS = `
update staged s set unit_id = u.id
from units u
where u.site_id = s.site_id and u.tag = s.unit`;
export const UNPLACED_CALLS = `
select
  line,
  case when site_id is null then 'site' else 'unit' end as column,
  case when site_id is null then site else unit end as value,
  case when site_id is null
    then format('customer "%s" has no site of this name; import its units first', customer)
    else 'this site has no unit of this name; import it first' end as reason
from staged
where site_id is null or (unit is not null and unit_id is null)`;
export const DROP_LINES = 'delete from staged where line = any($1::int[])';

export const FIND_CALLS_BY_REF = `
update staged s set call_id = k.id, is_new = false
from calls k
where k.ref = s.ref`;
export const FIND_CALLS_BY_KEY = `
update staged s set call_id = k.id, is_new = false
from calls k
where s.ref is null
  and k.ref is null
  and coalesce(k.unit_id, k.site_id) = coalesce(s.unit_id, s.site_id)
  and k.received_at = s.received_at
  and md5(k.complaint) = md5(s.complaint)`;
export const NAME_NEW_CALLS = 'update staged set call_id = uuid_v7() where call_id is null';

/**
 * Units and calls of the rows that are there already: what an import has to lock before it reads their
 * sheets.
 */
export const TO_LOCK = `
select
  array(
    select unit_id from staged where unit_id is not null
    union
    select k.unit_id from staged s join calls k on k.id = s.call_id where k.unit_id is not null) as units,
  array(select call_id from staged where not is_new) as calls`;

/**
 * What the sheets of some calls say, flattened to one row each: the first finding, all work, all refrigerant.
 * The export writes it and a re-import is compared with it. Each part is gathered once for all calls.
 *
 * @param asked which calls: a condition on `calls k`
 */
const callSheets = (asked: string): string => `
with asked as materialized (
  select k.id from calls k where ${asked}
),
lines as materialized (
  select a.call_id, e.id, e.kind, e.body, e.occurred_at, e.recorded_at
  from entry_calls a join entries e on e.id = a.entry_id
  where a.call_id in (select id from asked)
),
first_visit as materialized (
  select distinct on (vc.call_id) vc.call_id, vc.visit_id, x.technician
  from visit_calls vc join visits x on x.id = vc.visit_id
  where vc.call_id in (select id from asked) and x.cancelled_at is null
  order by vc.call_id, x.planned_for, x.id
),
first_author as (
  select distinct on (e.visit_id) e.visit_id, p.display_name
  from entries e join users p on p.id = e.author_id
  where e.visit_id in (select visit_id from first_visit where technician is null)
  order by e.visit_id, e.recorded_at, e.id
),
shared as (
  select visit_id, count(*) as calls
  from visit_calls
  where visit_id in (select visit_id from first_visit)
  group by visit_id
),
finding as (
  select distinct on (call_id)
    call_id,
    id,
    body->>'component' as component,
    case when body->>'grade' in ('not found', 'not reproduced')
      then body->>'grade' else body->>'failure' end as failure
  from lines
  where kind = 'finding'
  order by call_id, occurred_at, recorded_at, id
),
work as (
  select
    call_id,
    array_agg(id order by occurred_at, recorded_at, id) as ids,
    string_agg(nullif(body->>'text', ''), '; ' order by occurred_at, recorded_at, id) as text,
    jsonb_agg(body->'tasks') filter (where body ? 'tasks') as tasks,
    max(body->>'leakRepair') as leak_repair
  from lines
  where kind = 'work'
  group by call_id
),
pounds as (
  select
    call_id,
    array_agg(id order by occurred_at, recorded_at, id) as ids,
    max(body->>'refrigerant') as refrigerant,
    sum((body->>'addedLb')::numeric)::float8 as added,
    sum((body->>'recoveredLb')::numeric)::float8 as recovered
  from lines
  where kind = 'refrigerant'
  group by call_id
),
leaving as (
  select distinct on (vc.call_id) vc.call_id, e.id
  from visit_calls vc join current_entries e on e.visit_id = vc.visit_id
  where vc.call_id in (select id from asked) and e.kind = 'leave'
  order by vc.call_id, e.occurred_at desc, e.recorded_at desc
)
select
  k.id as call_id,
  v.visit_id,
  f.id as finding_id,
  w.ids as work_ids,
  r.ids as refrigerant_ids,
  l.id as leave_id,
  f.component,
  f.failure,
  w.text as action_text,
  w.tasks,
  w.leak_repair,
  coalesce(v.technician, n.display_name) as technician,
  r.refrigerant,
  r.added,
  r.recovered,
  c.calls as calls_of_visit
from asked k
  left join first_visit v on v.call_id = k.id
  left join first_author n on n.visit_id = v.visit_id
  left join shared c on c.visit_id = v.visit_id
  left join finding f on f.call_id = k.id
  left join work w on w.call_id = k.id
  left join pounds r on r.call_id = k.id
  left join leaving l on l.call_id = k.id`;

/** The sheets of every call. */
const CALL_SHEETS = callSheets('true');

export const SHEET_TABLE = `
create temp table sheets on commit drop as
${callSheets('k.id in (select call_id from staged where not is_new)')}`;

/**
 * Rows that change what stands on the sheet as several entries, or for several calls: which is meant, only a
 * person knows.
 */
export const AMBIGUOUS_CALLS = `
select
  s.line,
  case when a.several_work then 'action' when a.several_pounds then 'refrigerant_added_lb' else 'completed_at' end as column,
  '' as value,
  case when a.several_work or a.several_pounds
    then 'stands on the visit sheet as several entries; amend it there'
    else 'the visit served several calls; amend its leaving on the sheet' end as reason
from staged s
join sheets h on h.call_id = s.call_id
join calls k on k.id = s.call_id
cross join lateral (select
  coalesce(array_length(h.work_ids, 1), 0) > 1
    and s.action is not null
    and s.action_text is distinct from coalesce(h.action_text, '') as several_work,
  coalesce(array_length(h.refrigerant_ids, 1), 0) > 1
    and (s.refrigerant_added_lb is not null or s.refrigerant_recovered_lb is not null)
    and (s.refrigerant_added_lb, s.refrigerant_recovered_lb) is distinct from (h.added, h.recovered) as several_pounds,
  h.calls_of_visit > 1
    and s.completed_at is not null
    and s.completed_at is distinct from date_trunc('second', k.completed_at) as several_calls) a
where a.several_work or a.several_pounds or a.several_calls`;

/** Units that calls are about and will not be about any more. */
export const UNITS_LEFT = `
select distinct k.unit_id as id
from staged s join calls k on k.id = s.call_id
where k.unit_id <> s.unit_id`;

export const ADD_CALLS = `
insert into calls (id, ref, site_id, unit_id, kind, received_at, since, complaint, system, cost_cents)
select call_id, ref, site_id, unit_id, kind, received_at, received_at, complaint, system, cost
from staged
where is_new`;
/** What import $1 has made: calls and their visits. */
export const KEEP_MADE = `
insert into import_records (import_id, kind, record_id, version)
select $1::uuid, 'call', call_id, 1
from staged
where is_new
union
select $1::uuid, 'visit', visit_id, null::int
from staged
where is_new and visit_id is not null
on conflict do nothing`;
/** An empty cell leaves what is known. Whether a call is done follows from its sheet. */
export const CHANGE_CALLS = `
update calls k set
  kind = s.kind,
  received_at = s.received_at,
  complaint = s.complaint,
  system = coalesce(s.system, k.system),
  unit_id = coalesce(s.unit_id, k.unit_id),
  cost_cents = coalesce(s.cost, k.cost_cents),
  version = k.version + 1
from staged s
where s.call_id = k.id
  and not s.is_new
  and (s.kind, s.received_at, s.complaint, coalesce(s.system, k.system), coalesce(s.unit_id, k.unit_id),
      coalesce(s.cost, k.cost_cents))
    is distinct from (k.kind, k.received_at, k.complaint, k.system, k.unit_id, k.cost_cents::float8)
returning k.id`;

const HAS_SHEET = [
  'component',
  'failure',
  'action',
  'refrigerant',
  'refrigerant_added_lb',
  'refrigerant_recovered_lb',
]
  .concat('completed_at', 'technician')
  .map((column) => `s.${column} is not null`)
  .join(' or ');
export const FIND_VISITS = `
update staged s set visit_id = h.visit_id
from sheets h
where h.call_id = s.call_id`;
export const NAME_VISITS = `
update staged s set visit_id = uuid_v7(), visit_is_new = true
where visit_id is null and (${HAS_SHEET})`;
export const ADD_VISITS = `
insert into visits (id, site_id, planned_for, technician, source)
select
  s.visit_id,
  s.site_id,
  (coalesce(s.completed_at, s.received_at) at time zone t.time_zone)::date,
  s.technician,
  'imported'
from staged s join sites t on t.id = s.site_id
where s.visit_is_new`;
export const LINK_VISITS = `
insert into visit_calls (visit_id, call_id)
select visit_id, call_id from staged where visit_id is not null
on conflict do nothing`;
export const CHANGE_TECHNICIANS = `
update visits v set technician = s.technician
from staged s join sheets h on h.call_id = s.call_id
where v.id = s.visit_id and s.technician is not null and s.technician is distinct from h.technician
returning s.call_id as id`;

/**
 * An entry for every row whose sheet says something new; where the sheet said something else it is
 * superseded.
 */
function addEntries(kind: string, given: string, body: string, differs: string, oldId: string): string {
  return `
with said as (
  select
    uuid_v7() as id,
    old.root_id,
    s.visit_id,
    s.call_id,
    coalesce(s.unit_id, k.unit_id) as unit_id,
    coalesce(old.body, '{}') || ${body} as body,
    (select id from users where display_name = s.technician limit 1) as author_id,
    coalesce(s.completed_at, k.completed_at, s.received_at) as occurred_at,
    old.id as supersedes
  from staged s
    join calls k on k.id = s.call_id
    left join sheets h on h.call_id = s.call_id
    left join entries old on old.id = ${oldId}
  where ${given} and (s.is_new or old.id is null or ${differs})
)
insert into entries (id, root_id, visit_id, call_id, unit_id, kind, body, author_id, occurred_at, supersedes, reason)
select
  id, coalesce(root_id, id), visit_id, call_id, unit_id, '${kind}', body, author_id, occurred_at, supersedes,
  case when supersedes is null then null else 'imported again' end
from said
returning call_id as id`;
}

export const ADD_ENTRIES: Record<string, string> = {
  finding: addEntries(
    'finding',
    '(s.component is not null or s.failure is not null)',
    `jsonb_strip_nulls(jsonb_build_object(
      'component', s.component, 'failure', s.failure, 'grade', s.grade, 'system', s.system))`,
    '(coalesce(s.component, h.component), coalesce(s.failure, h.failure)) is distinct from ' +
      '(h.component, h.failure)',
    'h.finding_id',
  ),
  work: addEntries(
    'work',
    's.action is not null',
    `jsonb_strip_nulls(jsonb_build_object(
      'text', s.action_text,
      'tasks', case when jsonb_array_length(s.tasks) > 0 then s.tasks end,
      'leakRepair', s.leak_repair))`,
    `(s.action_text, s.tasks, s.leak_repair) is distinct from (
        coalesce(h.action_text, ''),
        coalesce(
          (select jsonb_agg(task order by task) from jsonb_array_elements(h.tasks) l cross join jsonb_array_elements(l) task),
          '[]'),
        h.leak_repair)
      and coalesce(array_length(h.work_ids, 1), 0) <= 1`,
    'h.work_ids[1]',
  ),
  refrigerant: addEntries(
    'refrigerant',
    '(s.refrigerant is not null or s.refrigerant_added_lb is not null or s.refrigerant_recovered_lb ' +
      'is not null)',
    `jsonb_strip_nulls(jsonb_build_object(
      'refrigerant', coalesce(s.refrigerant, 'not recorded'),
      'addedLb', s.refrigerant_added_lb,
      'recoveredLb', s.refrigerant_recovered_lb))`,
    `(coalesce(s.refrigerant, h.refrigerant), coalesce(s.refrigerant_added_lb, h.added),
        coalesce(s.refrigerant_recovered_lb, h.recovered))
        is distinct from (h.refrigerant, h.added, h.recovered)
      and coalesce(array_length(h.refrigerant_ids, 1), 0) <= 1`,
    'h.refrigerant_ids[1]',
  ),
  leave: addEntries(
    'leave',
    's.completed_at is not null',
    `'{"outcome": "done"}'::jsonb`,
    `(s.completed_at is distinct from date_trunc('second', k.completed_at) and h.calls_of_visit = 1)`,
    'h.leave_id',
  ),
};

/** Every call as a row of the file, in a fixed order. */
export const EXPORT_CALLS = `
select
  c.name as customer,
  s.name as site,
  u.tag as unit,
  k.ref,
  k.received_at,
  k.complaint,
  k.system,
  h.component,
  h.failure,
  h.action_text,
  h.tasks,
  h.leak_repair,
  k.completed_at,
  h.technician,
  nullif(h.refrigerant, 'not recorded') as refrigerant,
  h.added,
  h.recovered,
  k.cost_cents,
  k.kind
from (${CALL_SHEETS}) h
  join calls k on k.id = h.call_id
  join sites s on s.id = k.site_id
  join customers c on c.id = s.customer_id
  left join units u on u.id = k.unit_id
where k.state <> 'cancelled'
order by
  k.received_at,
  k.ref collate "C",
  c.name collate "C",
  s.name collate "C",
  u.tag collate "C",
  k.complaint collate "C"`;

/** What became of each row. */
export const STAGED_CALLS = `
select
  call_id as "callId",
  visit_id as "visitId",
  unit_id as "unitId",
  is_new as "isNew"
from staged`;
