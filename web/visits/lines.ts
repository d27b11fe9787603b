import type { EntryView } from '#contracts/visits';
import type { OutboxItem } from '../outbox/db.ts';

/** One line of a sheet as it is shown. */
export interface Line {
  readonly id: string;
  readonly kind: string;
  readonly unitId: string | null;
  readonly body: Record<string, unknown>;
  readonly occurredAt: string;
  readonly author: string | null;
  readonly amended: boolean;
  readonly item?: OutboxItem;
}

/** The sheet as it stands: what the server has, then what is still on this phone; what was superseded is left out. */
export function linesOf(entries: readonly EntryView[], items: readonly OutboxItem[]): Line[] {
  const known = new Set(entries.map((e) => e.id));
  const waiting = items.filter((item) => !known.has(item.id));
  const superseded = new Set([...entries.map((e) => e.supersedes), ...waiting.map((item) => item.entry.supersedes)].filter(Boolean));
  return [
    ...entries.map((e): Line => ({ ...e, amended: e.supersedes !== null })),
    ...waiting.map((item): Line => ({
      id: item.id,
      kind: item.entry.kind,
      unitId: item.entry.unitId,
      body: item.entry.body as Record<string, unknown>,
      occurredAt: item.entry.occurredAt,
      author: null,
      amended: item.entry.supersedes !== undefined,
      item,
    })),
  ].filter((line) => line.kind !== 'withdrawn' && !superseded.has(line.id));
}
