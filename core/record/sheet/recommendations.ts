import type { PlainDate } from '#core/base/time';
import type { EntryBody } from '#core/record/kinds';
import type { Places } from './place.ts';
import type { Standing } from './standing.ts';

export interface Recommendation {
  /** Root of the line: stays the same however often the words are put right. */
  readonly id: string;
  readonly visitId: string;
  readonly text: string;
  readonly atMs: number;
  readonly on: PlainDate;
  readonly authorId: string | null;
}

export const recommendationOf = (e: Standing, at: Places): Recommendation => ({
  id: e.rootId,
  visitId: e.visitId,
  text: (e.body as EntryBody<'recommendation'>).text,
  atMs: e.occurredMs,
  on: at.day(e),
  authorId: e.authorId,
});
