import { CONDITION_KINDS, type ConditionKind } from '#core/base/vocabulary';
import type { BeforeVisit, VisitPage } from '#contracts/visits';

/** A sheet as phones kept it before the state it is folded on from came with it. */
interface OldPage {
  readonly id: string;
  readonly units: readonly {
    readonly conditions?: readonly {
      readonly id: string;
      readonly kind: string;
      readonly text: string;
      readonly openedAt: string;
    }[];
  }[];
  readonly points?: readonly object[];
  readonly entries: readonly { readonly id: string; readonly rootId?: string; readonly occurredAt: string }[];
}

/**
 * A sheet that an older version of the program kept on this phone, in today's form: it opens without a signal
 * as it was seen, until the server tells it anew. Nothing on it is thrown away.
 *
 * @param keptAt when it was carried over, ms since 1970: readings written before open nothing
 */
export function carriedOver(page: OldPage | VisitPage, keptAt: number): VisitPage {
  if ('since' in page) return page;
  const own = new Set(page.entries.flatMap(({ id, rootId }) => [id, rootId ?? id]));
  const before = (conditions: OldPage['units'][number]['conditions'] = []): BeforeVisit => ({
    closed: [],
    conditions: conditions
      .filter(({ id, kind }) => !own.has(id) && Object.hasOwn(CONDITION_KINDS, kind))
      .map(({ id, kind, text, openedAt }) => ({
        id,
        source: 'left',
        lines: [id],
        visitId: '',
        kind: kind as ConditionKind,
        hazard: CONDITION_KINDS[kind as ConditionKind].hazard,
        ...{ circuit: null, part: null, rule: null, mode: null, changedFrom: null, changedTo: null },
        ...{ text, closes: null, told: null, openedBy: null, closed: null },
        openedMs: Date.parse(openedAt),
      })),
  });
  return {
    ...page,
    units: page.units.map(({ conditions, ...unit }) => ({ ...unit, before: before(conditions) })),
    points: (page.points ?? []).map((point) => ({ ...point, before: before() })),
    entries: page.entries.map((entry) => ({ recordedAt: entry.occurredAt, ...entry })),
    since: keptAt,
    words: {},
  } as unknown as VisitPage;
}
