import type { PlainDate } from '#core/base/time';

/** Where and when a line stands, as every fact of it says: the line, its visit, the call it answers, its day. */
export interface Placed {
  readonly entryId: string;
  readonly visitId: string;
  readonly callId: string | null;
  readonly atMs: number;
  readonly on: PlainDate;
}
