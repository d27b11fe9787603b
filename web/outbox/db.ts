import Dexie, { type EntityTable } from 'dexie';
import type { NewEntry, VisitPage } from '#contracts/visits';
import type { ProblemDetails } from '#contracts/problem';
import { carriedOver } from './carried.ts';
import { NOBODY, type Writer } from '../device/device.ts';
import { draftKey } from '../state/writer.ts';

/**
 * Something written here on its way to the server: an entry of a sheet, a photograph, a fact. It leaves this
 * table only when the server has it.
 */
export interface OutboxItem {
  readonly id: string;
  /** Who wrote it: it is sent under this name only. */
  readonly owner: string;
  readonly ownerName: string;
  /** The visit, unit or site it is about. */
  readonly about: string;
  readonly path: string;
  readonly body: NewEntry | Readonly<Record<string, unknown>>;
  /** In a word or two, for the list of what waits. */
  readonly what: string;
  readonly queuedAt: number;
  /** Refused: the server said why not. Aside: it failed each time; the rest goes on without it. */
  readonly state: 'waiting' | 'refused' | 'aside';
  readonly problem?: ProblemDetails;
  /** Times it was sent without an answer that decides. */
  readonly tries: number;
  /** Not before this moment, ms since 1970 by this device. */
  readonly nextAt: number;
  /** By how much this device's clock was corrected when it was written, ms. */
  readonly shiftMs: number;
}

/** An entry of a visit's sheet as the outbox keeps it. */
export const entryItem = (
  entry: NewEntry,
  queuedAt: number,
  { id: owner, name: ownerName }: Writer,
  shiftMs = 0,
): OutboxItem => ({
  id: entry.id,
  owner,
  ownerName,
  about: entry.visitId,
  path: `/api/visits/${entry.visitId}/entries`,
  body: entry,
  what: entry.kind,
  queuedAt,
  state: 'waiting',
  tries: 0,
  nextAt: 0,
  shiftMs,
});

/** True where somebody has to decide before it goes anywhere. */
export const isHeld = (item: Pick<OutboxItem, 'state'>): boolean => item.state !== 'waiting';

/** What is typed but not yet put on the sheet, by form. */
export interface Draft {
  readonly key: string;
  readonly value: unknown;
}

/** Sheets as they were last seen, so that they open without a signal. */
interface KnownVisit {
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
const STORES = { outbox: 'id, about, queuedAt', drafts: 'key', visits: 'id, seenAt', misc: 'key' };
// Once only entries of visits were kept, under the name of their visit.
phone
  .version(2)
  .stores(STORES)
  .upgrade(async (change) => {
    const old = (await change.table('outbox').toArray()) as { entry: NewEntry; queuedAt: number }[];
    await change.table('outbox').clear();
    await change
      .table('outbox')
      .bulkPut(
        old.map(({ entry, queuedAt, ...rest }) => ({ ...entryItem(entry, queuedAt, NOBODY), ...rest })),
      );
  });
// Sheets as the server tells them now look otherwise than those seen before; they are fetched again.
phone
  .version(3)
  .stores(STORES)
  .upgrade((change) => change.table('visits').clear());
// What was written belongs to who wrote it. What is older belongs to who was signed in last on this device.
phone
  .version(4)
  .stores({ ...STORES, outbox: 'id, owner, about, queuedAt' })
  .upgrade(async (change) => {
    const session = (await change.table('misc').get('session')) as
      { value: { user: { id: string; displayName: string } } } | undefined;
    const { id, displayName } = session?.value.user ?? { id: '', displayName: '' };
    const defaults = { tries: 0, nextAt: 0, shiftMs: 0 };
    const items = (await change.table('outbox').toArray()) as OutboxItem[];
    await change
      .table('outbox')
      .bulkPut(items.map((item) => ({ ...defaults, ...item, owner: id, ownerName: displayName })));
    const drafts = (await change.table('drafts').toArray()) as Draft[];
    await change.table('drafts').clear();
    await change
      .table('drafts')
      .bulkPut(drafts.map(({ key, value }) => ({ key: draftKey(key, { id, name: displayName }), value })));
  });
// The lines a sheet is folded on from came to stand on it; what was kept before is carried over as it was seen.
phone
  .version(5)
  .stores({ ...STORES, outbox: 'id, owner, about, queuedAt' })
  .upgrade((change) =>
    change
      .table<KnownVisit>('visits')
      .toCollection()
      .modify((kept) => {
        Object.assign(kept, { page: carriedOver(kept.page, Date.now()) });
      }),
  );
