import type { Page } from '#contracts/common';
import type { ConditionView, LastSeen, UnitCallRow, UnitRow } from '#contracts/units';
import type { Database } from '../db/connect.ts';
import { prefixQuery } from '../search/queries.ts';

/** Columns of a unit as lists show it; needs u, s, c and m (the summary) in the from clause. */
export const UNIT_COLUMNS_SQL = `
  u.id, u.site_id as "siteId", s.name as site, c.name as customer, u.tag, u.kind, u.status, u.manufacturer, u.model, u.serial,
  u.built_on as "builtOn", u.installed_on as "installedOn", u.tons, u.area_served as "areaServed",
  coalesce(m.score, 0) as score, coalesce(m.sentence, '') as sentence, coalesce(m.flag_kinds, '{}') as "flagKinds",
  coalesce(m.open_conditions, 0) as "openConditions", m.last_visit_at as "lastVisitAt"`;
export const UNIT_FROM_SQL =
  'units u join sites s on s.id = u.site_id join customers c on c.id = s.customer_id left join unit_summaries m on m.unit_id = u.id';

const ORDER: Record<string, string> = {
  site: 'c.name {dir}, s.name {dir}, u.tag',
  tag: 'u.tag {dir}, s.name',
  kind: 'u.kind {dir}, c.name, s.name, u.tag',
  age: 'coalesce(u.built_on, u.installed_on) {dir} nulls last, u.tag',
  score: 'coalesce(m.score, 0) {dir}, c.name, s.name, u.tag',
};

interface List {
  readonly q: string;
  readonly sort: string;
  readonly dir: 'asc' | 'desc';
  readonly offset: number;
  readonly limit: number;
}

/** An order clause from the fixed table; the direction is one of two words, so nothing typed reaches the SQL text. */
export function orderBy(table: Record<string, string>, { sort, dir }: Pick<List, 'sort' | 'dir'>): string {
  return (table[sort] as string).replaceAll('{dir}', dir);
}

export async function unitPage(db: Database, list: List): Promise<Page<UnitRow>> {
  const found = prefixQuery(list.q);
  const where = found
    ? "where u.id in (select id from search_documents where kind <> 'call' and kind = 'unit' and words @@ to_tsquery('simple', $1))"
    : '';
  const bind = found ? [found] : [];
  const [count] = await db.rows<{ total: number }>(
    `select count(*)::int as total from units u ${where}`,
    bind,
  );
  const rows = await db.rows<UnitRow>(
    `select ${UNIT_COLUMNS_SQL} from ${UNIT_FROM_SQL} ${where} order by ${orderBy(ORDER, list)}, u.id limit ${list.limit} offset ${list.offset}`,
    bind,
  );
  return { rows, total: count?.total ?? 0 };
}

export async function conditionsOf(db: Database, unitIds: readonly string[]): Promise<ConditionView[]> {
  return db.rows<ConditionView>(
    `select o.id, o.unit_id as "unitId", o.kind, o.hazard, o.text, o.opened_at as "openedAt", p.display_name as "openedBy", o.closed_at as "closedAt",
       o.changed_from as "changedFrom", o.changed_to as "changedTo", o.closes, o.told
     from open_conditions o left join users p on p.id = o.opened_by where o.unit_id = any($1::uuid[]) order by o.closed_at is not null, o.hazard desc, o.opened_at`,
    [unitIds],
  );
}

/** The calls of a unit with what was found, newest first. */
export async function callsOfUnit(db: Database, unitId: string): Promise<UnitCallRow[]> {
  return db.rows<UnitCallRow>(
    `select k.id, coalesce(k.ref, '') as ref, k.kind, k.received_at as "receivedAt", k.completed_at as "completedAt", k.complaint, k.status,
       coalesce((select string_agg(concat_ws(' ', e.body->>'component', e.body->>'failure', '(' || (e.body->>'grade') || ')'), ', ' order by e.occurred_at, e.recorded_at)
         from current_entries e where e.call_id = k.id and e.kind = 'finding'), '') as found,
       (select v.visit_id from visit_calls v where v.call_id = k.id order by v.visit_id desc limit 1) as "visitId"
     from calls k where k.unit_id = $1 order by k.received_at desc limit 200`,
    [unitId],
  );
}

/** The newest reading of each point and circuit and the findings of the last two years: what the drawing of the unit shows. */
export async function lastSeenOf(db: Database, unitId: string): Promise<LastSeen> {
  const readings = await db.rows<LastSeen['readings'][number]>(
    `select distinct on (r->>'point', coalesce(e.body->>'circuit', '1')) r->>'point' as point, (r->>'value')::float as value, r->>'unit' as unit,
       coalesce((e.body->>'circuit')::int, 1) as circuit, e.occurred_at as at
     from current_entries e cross join jsonb_array_elements(e.body->'readings') r where e.unit_id = $1 and e.kind = 'reading set'
     order by r->>'point', coalesce(e.body->>'circuit', '1'), e.occurred_at desc`,
    [unitId],
  );
  const findings = await db.rows<LastSeen['findings'][number]>(
    `select e.body->>'component' as component, e.body->>'failure' as failure, e.body->>'grade' as grade, e.occurred_at as at
     from current_entries e where e.unit_id = $1 and e.kind = 'finding' and e.body->>'grade' in ('proven', 'presumed') order by e.occurred_at desc limit 8`,
    [unitId],
  );
  return { readings, findings };
}
