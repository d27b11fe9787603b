import { addDays, type PlainDate } from '#core/base/time';
import type { Story } from './story.ts';

/** How far back a story in brief reaches: two years, as long as a leaker is looked for. */
export const BRIEF_DAYS = 730;

/** One unit's last two years, small enough to stand in every row that names it. */
export interface BriefStory {
  /** Days on which a call came in, oldest first. */
  readonly failures: readonly PlainDate[];
  /** Days of maintenance and other planned work. */
  readonly planned: readonly PlainDate[];
  /** From the earlier failure to the one that repeats it or came back from it. */
  readonly arcs: readonly { from: PlainDate; to: PlainDate; kind: 'repeat' | 'callback' }[];
  /** Refrigerant weighed in, pounds, by the day of its call. */
  readonly added: readonly { on: PlainDate; pounds: number }[];
  /** What was left open, from a day until a day; null where it still is. */
  readonly open: readonly { from: PlainDate; to: PlainDate | null; hazard: boolean }[];
}

/**
 * The last two years of a story, as of a day. An arc stays when its later end does, so that a failure that
 * came back does not look like a first one; what was left open stays when it was open on any day of the two
 * years.
 *
 * @param left what was left open on the unit, from a day until a day
 */
export function briefOf(story: Story, left: BriefStory['open'], asOf: PlainDate): BriefStory {
  const from = addDays(asOf, -BRIEF_DAYS);
  const within = (day: PlainDate) => day >= from && day <= asOf;
  const marks = story.marks.filter((mark) => within(mark.on));
  const on = new Map(story.marks.map((mark) => [mark.callId, mark.on]));
  return {
    failures: marks.filter((mark) => mark.kind === 'call').map((mark) => mark.on),
    planned: marks.filter((mark) => mark.kind !== 'call').map((mark) => mark.on),
    arcs: story.arcs.flatMap(({ fromCallId, toCallId, kind }) => {
      const [start, end] = [on.get(fromCallId), on.get(toCallId)];
      return start !== undefined && end !== undefined && within(end) ? [{ from: start, to: end, kind }] : [];
    }),
    added: marks.flatMap((mark) =>
      mark.poundsAdded === undefined ? [] : [{ on: mark.on, pounds: mark.poundsAdded }],
    ),
    open: left.filter((one) => one.to === null || one.to >= from),
  };
}

/** Refrigerant weighed in altogether, pounds. */
export const poundsOf = (added: BriefStory['added']): number =>
  added.reduce((sum, one) => sum + one.pounds, 0);
