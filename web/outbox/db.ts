import Dexie, { type EntityTable } from 'dexie';
import type { NewEntry, VisitPage } from '#contracts/visits';
import type { ProblemDetails } from '#contracts/problem';

/** An entry on its way to the server. It leaves this table only when the server has it. */
export interface OutboxItem {
  readonly id: string;
  readonly visitId: string;
  readonly entry: NewEntry;
  readonly queuedAt: number;
  readonly state: 'waiting' | 'refused';
  readonly problem?: ProblemDetails;
}

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
phone.version(1).stores({ outbox: 'id, visitId, queuedAt', drafts: 'key', visits: 'id, seenAt', misc: 'key' });
