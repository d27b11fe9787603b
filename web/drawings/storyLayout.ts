import { daysBetween } from '#core/base/time';
import type { StoryView } from '#contracts/units';

interface Placed {
  readonly x: number;
  readonly mark: StoryView['marks'][number];
}

export interface StoryLayout {
  /** Where a day lies, kept on the line. */
  readonly x: (date: string) => number;
  readonly years: readonly { x: number; label: string }[];
  readonly marks: readonly Placed[];
  readonly arcs: readonly {
    x1: number;
    x2: number;
    height: number;
    kind: 'repeat' | 'callback';
    label: string;
  }[];
}

/** Arcs that would lie on one another are lifted to the next level. */
const LEVEL = 22;
const LOWEST = 26;
const HIGHEST = 118;

/**
 * Places a unit's years on a line `width` wide: time runs left to right, from the first mark (or a year ago)
 * to `today`.
 */
export function storyLayout(story: StoryView, today: string, width: number): StoryLayout {
  const first = story.marks[0]?.on ?? today;
  const from = `${Math.min(Number(first.slice(0, 4)), Number(today.slice(0, 4)) - 1)}-01-01`;
  const span = Math.max(1, daysBetween(from, today));
  const x = (date: string) => (daysBetween(from, date) / span) * width;
  const years: { x: number; label: string }[] = [];
  for (let year = Number(from.slice(0, 4)); year <= Number(today.slice(0, 4)); year++)
    years.push({ x: x(`${year}-01-01`), label: String(year) });
  const at = new Map(story.marks.map((mark) => [mark.callId, x(mark.on)]));
  const placed: StoryLayout['arcs'][number][] = [];
  const sorted = story.arcs
    .flatMap((arc) => {
      const [x1, x2] = [at.get(arc.fromCallId), at.get(arc.toCallId)];
      return x1 === undefined || x2 === undefined ? [] : [{ x1, x2, kind: arc.kind, label: arc.label }];
    })
    .sort((a, b) => a.x2 - a.x1 - (b.x2 - b.x1));
  for (const arc of sorted) {
    let height = Math.min(HIGHEST, LOWEST + (arc.x2 - arc.x1) * 0.18);
    while (
      height < HIGHEST &&
      placed.some(
        (other) => Math.abs(other.height - height) < LEVEL / 2 && other.x1 < arc.x2 && arc.x1 < other.x2,
      )
    )
      height += LEVEL;
    placed.push({ ...arc, height });
  }
  return {
    x: (date) => Math.min(width, Math.max(0, x(date))),
    years,
    marks: story.marks.map((mark) => ({ x: x(mark.on), mark })),
    arcs: placed,
  };
}
