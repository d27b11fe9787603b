import type { EntryView, NewEntry } from '#contracts/visits';
import { isHeld, type OutboxItem } from '../outbox/db.ts';

/** One line of a sheet as it is shown. */
export interface Line {
  readonly id: string;
  readonly kind: string;
  /** The first of its line of amendments. */
  readonly rootId: string;
  readonly unitId: string | null;
  readonly pointId: string | null;
  readonly body: Record<string, unknown>;
  readonly occurredAt: string;
  readonly author: string | null;
  readonly amended: boolean;
  readonly item?: OutboxItem;
}

/**
 * The sheet as it stands: what the server has, then what is still on this phone; what was superseded is left
 * out. What the server refused supersedes nothing: the old line still counts, and the refused one stays
 * beside it until somebody decides.
 */
export function linesOf(entries: readonly EntryView[], items: readonly OutboxItem[]): Line[] {
  const known = new Set(entries.map((e) => e.id));
  const waiting = items
    .filter((item) => !known.has(item.id))
    .map((item) => ({ item, entry: item.body as NewEntry }));
  const superseded = new Set(
    [
      ...entries.map((e) => e.supersedes),
      ...waiting.filter(({ item }) => !isHeld(item)).map(({ entry }) => entry.supersedes),
    ].filter(Boolean),
  );
  const happened = (entry: NewEntry): string =>
    entry.occurredAt ?? entries.find((e) => e.id === entry.supersedes)?.occurredAt ?? '';
  return [
    ...entries.map((e): Line => ({ ...e, amended: e.supersedes !== null })),
    ...waiting.map(({ item, entry }): Line => ({
      id: item.id,
      rootId: entries.find((e) => e.id === entry.supersedes)?.rootId ?? entry.supersedes ?? item.id,
      kind: entry.kind,
      unitId: entry.unitId,
      pointId: entry.pointId ?? null,
      body: entry.body as Record<string, unknown>,
      occurredAt: happened(entry),
      author: null,
      amended: entry.supersedes !== undefined,
      item,
    })),
  ].filter(
    (line) =>
      !superseded.has(line.id) &&
      (line.kind !== 'withdrawn' || (line.item !== undefined && isHeld(line.item))),
  );
}
