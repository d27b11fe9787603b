import type { Entry } from '#core/record/sheet';
import type { VisitPage } from '#contracts/visits';

/** A sheet as phones kept it before the lines it is folded on from came with it. */
interface OldPage {
  readonly id: string;
  readonly units: readonly {
    readonly id: string;
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
  const before = page.units.flatMap(({ id: unitId, conditions = [] }) =>
    conditions
      .filter(({ id }) => !own.has(id))
      .map(({ id, kind, text, openedAt }): Entry => ({
        ...{ id, visitId: '', unitId, pointId: null, callId: null, kind: 'condition left' },
        ...{ body: { condition: kind, text }, authorId: null, supersedes: null },
        ...{ occurredMs: Date.parse(openedAt), recordedMs: 0 },
      })),
  );
  return {
    ...page,
    units: page.units.map(({ conditions: _said, ...unit }) => unit),
    points: page.points ?? [],
    before,
    entries: page.entries.map((entry) => ({ recordedAt: entry.occurredAt, ...entry })),
    since: keptAt,
    words: {},
  } as unknown as VisitPage;
}
