import Dexie, { type EntityTable } from 'dexie';
import type { NewEntry, VisitPage } from '#contracts/visits';
import type { ProblemDetails } from '#contracts/problem';

/**
 * Something written here on its way to the server: an entry of a sheet, a photograph, a fact. It leaves this
 * table only when the server has it.
 */
export interface OutboxItem {
  readonly id: string;
  /** The visit, unit or site it is about. */
  readonly about: string;
  readonly path: string;
  readonly body: NewEntry | Readonly<Record<string, unknown>>;
  /** In a word or two, for the list of what waits. */
  readonly what: string;
  readonly queuedAt: number;
  readonly state: 'waiting' | 'refused';
  readonly problem?: ProblemDetails;
}

/** An entry of a visit's sheet as the outbox keeps it. */
export const entryItem = (
  entry: NewEntry,
  queuedAt: number,
  state: OutboxItem['state'] = 'waiting',
): OutboxItem => ({
  id: entry.id,
  about: entry.visitId,
  path: `/api/visits/${entry.visitId}/entries`,
  body: entry,
  what: entry.kind,
  queuedAt,
  state,
});

/** What is typed but not yet put on the sheet, by form. */
export interface Draft {
  readonly key: string;
  readonly value: unknown;
}

/** Sheets as they were last seen, so that they open without a signal. */
export interface KnownVisit {
  readonly id: string;
  readonly page: VisitPage;
  readonly seenAt: number;
}

export const phone = new Dexie('gradum') as Dexie & {
  outbox: EntityTable<OutboxItem, 'id'>;
  drafts: EntityTable<Draft, 'key'>;
  visits: EntityTable<KnownVisit, 'id'>;
  misc: EntityTable<Draft, 'key'>;
};
phone
  .version(1)
  .stores({ outbox: 'id, visitId, queuedAt', drafts: 'key', visits: 'id, seenAt', misc: 'key' });
// Once only entries of visits were kept, under the name of their visit.
phone
  .version(2)
  .stores({ outbox: 'id, about, queuedAt', drafts: 'key', visits: 'id, seenAt', misc: 'key' })
  .upgrade(async (change) => {
    const old = (await change.table('outbox').toArray()) as {
      entry: NewEntry;
      queuedAt: number;
      state: OutboxItem['state'];
      problem?: ProblemDetails;
    }[];
    await change.table('outbox').clear();
    await change
      .table('outbox')
      .bulkPut(
        old.map(({ entry, queuedAt, state, problem }) => ({
          ...entryItem(entry, queuedAt, state),
          ...(problem ? { problem } : {}),
        })),
      );
  });
// Sheets as the server tells them now look otherwise than those seen before; they are fetched again.
phone
  .version(3)
  .stores({ outbox: 'id, about, queuedAt', drafts: 'key', visits: 'id, seenAt', misc: 'key' })
  .upgrade((change) => change.table('visits').clear());
