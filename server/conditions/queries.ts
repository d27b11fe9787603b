import { compareText } from '#core/base/collections';
import { conditionStanding } from '#core/record/conditions';
import { localDate } from '#core/base/time';
import { CONDITION_KINDS, type ConditionKind } from '#core/base/vocabulary';
import type { ConditionBoard, ConditionRow } from '#contracts/conditions';
import type { Dependencies } from '../dependencies.ts';
import { prefixQuery } from '../search/queries.ts';
import { openConditions } from './conditions.sql.ts';

interface Asked {
  readonly q: string;
  readonly sort: 'hazard' | 'age' | 'customer';
  readonly overdue: 'only' | 'all';
  readonly kind?: string | undefined;
  readonly offset: number;
  readonly limit: number;
}

type Stored = Omit<ConditionRow, 'days' | 'overdue' | 'usuallyCloses' | 'reason'> & {
  readonly timeZone: string;
};

/**
 * Everything anywhere that is not normal. There are never more than a few hundred open at once, so they are
 * judged one by one by core and cut into pages afterwards.
 */
export async function conditionBoard(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  asked: Asked,
): Promise<ConditionBoard> {
  const found = prefixQuery(asked.q);
  const stored = await db.rows<Stored & { matches: boolean }>(
    openConditions(found !== undefined),
    found ? [found] : [],
  );
  const now = clock.now();
  const all = stored.map(({ timeZone, matches, ...row }) => {
    const kind = row.kind as ConditionKind;
    const standing = conditionStanding(
      kind,
      localDate(new Date(row.openedAt), timeZone),
      localDate(now, timeZone),
    );
    const judged: ConditionRow = {
      ...row,
      days: standing.days,
      overdue: standing.overdue,
      usuallyCloses: CONDITION_KINDS[kind].closes,
      reason: standing.reason,
    };
    return { judged, matches };
  });
  const wanted = all
    .filter(
      ({ judged, matches }) =>
        matches && (asked.overdue === 'all' || judged.overdue) && (!asked.kind || judged.kind === asked.kind),
    )
    .map(({ judged }) => judged)
    .sort(ORDER[asked.sort]);
  return {
    rows: wanted.slice(asked.offset, asked.offset + asked.limit),
    total: wanted.length,
    hazards: all.filter(({ judged }) => judged.hazard).length,
    overdue: all.filter(({ judged }) => judged.overdue).length,
  };
}

const byAge = (a: ConditionRow, b: ConditionRow) => b.days - a.days || compareText(a.id, b.id);
const ORDER: Record<Asked['sort'], (a: ConditionRow, b: ConditionRow) => number> = {
  hazard: (a, b) =>
    Number(b.hazard) - Number(a.hazard) || Number(b.overdue) - Number(a.overdue) || byAge(a, b),
  age: byAge,
  customer: (a, b) => a.customer.localeCompare(b.customer) || a.site.localeCompare(b.site) || byAge(a, b),
};
