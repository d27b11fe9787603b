import type { Page } from '#contracts/common';
import type {
  ConditionView,
  DecisionView,
  LastSeen,
  Stories,
  UnitCallRow,
  UnitOnly,
  UnitRow,
} from '#contracts/units';
import type { Database } from '../db/connect.ts';
import { orderBy, type ListAsked } from '../db/list.sql.ts';
import { prefixQuery } from '../search/queries.ts';
import {
  CALLS_OF_UNIT,
  CONDITIONS_OF_UNITS,
  DECISIONS_OF_UNITS,
  LAST_FINDINGS,
  LAST_READINGS,
  countUnits,
  unitsPage,
} from './units.sql.ts';

const ORDER: Record<string, string> = {
  site: 'c.name {dir}, s.name {dir}, u.tag',
  tag: 'u.tag {dir}, s.name',
  kind: 'u.kind {dir}, c.name, s.name, u.tag',
  area: 'u.area_served {dir} nulls last, u.tag',
  age: 'coalesce(u.built_on, u.installed_on) {dir} nulls last, u.tag',
  score: 'coalesce(m.score, 0) {dir}, c.name, s.name, u.tag',
};

export async function unitPage(db: Database, list: ListAsked & UnitOnly): Promise<Page<UnitRow>> {
  const found = prefixQuery(list.q);
  const bind = found ? [found] : [];
  const [count] = await db.rows<{ total: number }>(countUnits(found !== undefined, list), bind);
  const rows = await db.rows<UnitRow>(unitsPage(found !== undefined, orderBy(ORDER, list), list, list), bind);
  return { rows, total: count?.total ?? 0 };
}

export const conditionsOf = (db: Database, unitIds: readonly string[]): Promise<ConditionView[]> =>
  db.rows<ConditionView>(CONDITIONS_OF_UNITS, [unitIds]);

/** The last two years of units, as their summaries keep them. */
export async function storiesOf(db: Database, unitIds: readonly string[]): Promise<Stories> {
  const rows = await db.models.Summary.findAll({
    attributes: ['unitId', 'story', 'flagKinds'],
    where: { unitId: [...unitIds] },
    raw: true,
  });
  return Object.fromEntries(rows.map(({ unitId, story, flagKinds }) => [unitId, { ...story, flagKinds }]));
}

export const callsOfUnit = (db: Database, unitId: string): Promise<UnitCallRow[]> =>
  db.rows<UnitCallRow>(CALLS_OF_UNIT, [unitId]);

export const decisionsOf = (
  db: Database,
  unitIds: readonly string[],
): Promise<(DecisionView & { unitId: string })[]> =>
  db.rows<DecisionView & { unitId: string }>(DECISIONS_OF_UNITS, [unitIds]);

/**
 * The newest reading of each point and circuit and the latest findings: what the drawing of the unit shows.
 */
export async function lastSeenOf(db: Database, unitId: string): Promise<LastSeen> {
  return {
    readings: await db.rows<LastSeen['readings'][number]>(LAST_READINGS, [unitId]),
    findings: await db.rows<LastSeen['findings'][number]>(LAST_FINDINGS, [unitId]),
  };
}
