import {
  createContext,
  memo,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
  type ReactNode,
  type Ref,
} from 'react';
import { BRIEF_DAYS, poundsOf, type BriefStory } from '#core/judging/history';
import { plural } from '#core/base/sentences';
import { addDays, daysBetween } from '#core/base/time';
import type { Stories, UnitInBrief } from '#contracts/units';
import { useStoriesQuery } from '../api/units.ts';
import { useWho } from '../state/session.ts';
import { number } from '../ui/words/format.ts';
import { inTurns } from '../ui/marks/turns.ts';
import { useInSight } from '../ui/frame/useInSight.ts';

const WIDTH = 168;
const HEIGHT = 32;
const AXIS = 20;
const EDGE = 5;
const NONE: readonly string[] = [];
const idsOf = (units: readonly (string | null | undefined)[]): readonly string[] =>
  [...new Set(units.filter((id) => id !== null && id !== undefined))].sort();

/**
 * The last two years of the units that rows name, fetched together. A unit whose story is not here yet is
 * missing.
 */
export function useStories(unitIds: readonly (string | null | undefined)[]): Stories {
  const ids = useMemo(() => idsOf(unitIds), [unitIds]);
  const { data, currentData } = useStoriesQuery(ids.length > 0 ? ids : NONE, { skip: ids.length === 0 });
  return currentData ?? data ?? {};
}

/** The stories that rows draw, each heard of by its own row alone. */
class Shelf {
  private readonly shown = new Map<string, UnitInBrief>();
  private readonly hearers = new Map<string, Set<() => void>>();

  get(id: string): UnitInBrief | undefined {
    return this.shown.get(id);
  }

  put(id: string, story: UnitInBrief): void {
    this.shown.set(id, story);
    for (const hear of this.hearers.get(id) ?? []) hear();
  }

  hear(id: string, hear: () => void): () => void {
    const own = this.hearers.get(id) ?? new Set();
    this.hearers.set(id, own.add(hear));
    return () => own.delete(hear);
  }
}
const ShelfAround = createContext(new Shelf());

/**
 * Fetches the two years of the units of a list together; each row then draws its own with {@link UnitStory}
 * when its turn comes, so that their coming neither draws the list once more nor holds up a frame.
 */
export function Stories({ units, children }: { units: readonly (string | null)[]; children: ReactNode }) {
  const [shelf] = useState(() => new Shelf());
  const stories = useStories(units);
  useEffect(
    () =>
      inTurns(
        units.flatMap((id) => {
          const story = id === null ? undefined : stories[id];
          return id !== null && story && shelf.get(id) !== story ? [() => shelf.put(id, story)] : [];
        }),
      ),
    [units, stories, shelf],
  );
  return <ShelfAround value={shelf}>{children}</ShelfAround>;
}

/** One unit of the list around it in brief, once it has come. */
export function useInBrief(unitId: string): UnitInBrief | undefined {
  const shelf = useContext(ShelfAround);
  const hear = useCallback((heard: () => void) => shelf.hear(unitId, heard), [shelf, unitId]);
  return useSyncExternalStore(
    hear,
    () => shelf.get(unitId),
    () => undefined,
  );
}

/**
 * The last two years of one unit of the list around it, drawn while its row is in sight: a browser lays each
 * picture on the page apart, and with each one more all of them take longer.
 */
export function UnitStory({ unitId }: { unitId: string }) {
  const story = useInBrief(unitId);
  const [ref, inSight] = useInSight<SVGSVGElement>();
  return <MiniStory story={story} drawn={inSight} ref={ref} />;
}

/** Two years in words, for whoever does not see the picture. */
export function briefWords(story: BriefStory): string {
  const pounds = poundsOf(story.added);
  const open = story.open.filter((one) => one.to === null).length;
  return [
    story.failures.length === 0 ? 'no call' : plural(story.failures.length, 'call'),
    story.arcs.length === 0 ? '' : `${plural(story.arcs.length, 'time')} back or again`,
    pounds > 0 ? `${number(pounds, 1)} lb added` : '',
    open === 0 ? '' : `${plural(open, 'thing')} left open`,
  ]
    .filter(Boolean)
    .join(', ');
}

/**
 * A unit's last two years in the height of a row, drawn as on its page: rings are failures, arcs join a
 * failure to the one that came back (dashed) or again, ticks below are planned work, a drop is refrigerant
 * with its pounds, a bar is what was left open. Its place is kept while the story is on its way.
 *
 * @param drawn false where nobody sees it now: its words stand there all the same
 */
export const MiniStory = memo(function MiniStory({
  story,
  drawn = true,
  width = WIDTH,
  ref,
}: {
  story: BriefStory | undefined;
  drawn?: boolean;
  /** Where a line has less room for it, px. */
  width?: number;
  ref?: Ref<SVGSVGElement>;
}) {
  const { today } = useWho();
  const place = { ref, width, height: HEIGHT, className: 'mini-story shrink-0 overflow-visible' };
  if (!story) return <svg {...place} aria-hidden="true" />;
  const said = { role: 'img', 'aria-label': `Two years: ${briefWords(story)}` } as const;
  if (!drawn) return <svg {...place} {...said} />;
  const from = addDays(today, -BRIEF_DAYS);
  const x = (day: string) =>
    Math.round(
      (EDGE + (Math.max(0, Math.min(BRIEF_DAYS, daysBetween(from, day))) / BRIEF_DAYS) * (width - 2 * EDGE)) *
        10,
    ) / 10;
  const within = (day: string) => day >= from;
  const ring = (at: number) => `M${at - 3.5} ${AXIS}a3.5 3.5 0 1 0 7 0a3.5 3.5 0 1 0 -7 0`;
  const arc = (start: string, end: string) => {
    const [a, b] = [x(start), x(end)];
    const bulge = Math.max(0, (12 - (b - a)) / 2);
    const top = AXIS - 9 - Math.min(11, (b - a) * 0.2);
    return `M${a} ${AXIS - 3}C${a - bulge} ${top} ${b + bulge} ${top} ${b} ${AXIS - 3}`;
  };
  const arcs = (kind: 'repeat' | 'callback') =>
    story.arcs
      .filter((one) => one.kind === kind && within(one.to))
      .map((one) => arc(one.from, one.to))
      .join('');
  const added = story.added.filter((one) => within(one.on));
  const pounds = poundsOf(added);
  const last = added.at(-1);
  const drops = added.map((one) => `M${x(one.on)} ${AXIS + 4}q4 5 0 8q-4 -3 0 -8`).join('');
  const words = last ? `${number(pounds, 1)} lb` : '';
  const beside = last ? x(last.on) : 0;
  return (
    <svg {...place} {...said}>
      <path
        d={`M${EDGE} ${AXIS - 4}v8M${width / 2} ${AXIS - 3}v6M${EDGE} ${AXIS}H${width - EDGE}m0 -6v12`}
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {[...story.open]
        .sort((a, b) => Number(a.hazard) - Number(b.hazard))
        .map((one, i) => {
          const [a, b] = [x(one.from), one.to === null ? width - EDGE : x(one.to)];
          return (
            <rect
              key={i}
              x={a}
              y={HEIGHT - 4}
              width={Math.max(2, b - a)}
              height="4"
              fill={one.hazard ? 'var(--hazard)' : one.to === null ? 'var(--ink)' : 'var(--edge)'}
            />
          );
        })}
      <Stroke d={arcs('repeat')} width={1.5} />
      <Stroke d={arcs('callback')} width={1.5} dash="3 2" />
      <Stroke
        d={story.planned
          .filter(within)
          .map((day) => `M${x(day)} ${AXIS}v5`)
          .join('')}
        width={2}
        stroke="var(--verdigris)"
      />
      <Stroke
        d={story.failures
          .filter(within)
          .map((day) => ring(x(day)))
          .join('')}
        width={2}
        fill="var(--sheet)"
      />
      {drops ? <path d={drops} fill="var(--soft)" /> : null}
      {last ? (
        <text
          x={beside > width - 50 ? beside - 6 : beside + 6}
          y={AXIS + 12}
          fontSize="11"
          textAnchor={beside > width - 50 ? 'end' : 'start'}
          fill="var(--ink)"
          stroke="var(--sheet)"
          strokeWidth="3"
          paintOrder="stroke"
        >
          {words}
        </text>
      ) : null}
    </svg>
  );
});

/** A line of the story; nothing where there is none. */
const Stroke = ({
  d,
  width,
  stroke = 'var(--ink)',
  fill = 'none',
  dash,
}: {
  d: string;
  width: number;
  stroke?: string;
  fill?: string;
  dash?: string;
}) => (d ? <path d={d} fill={fill} stroke={stroke} strokeWidth={width} strokeDasharray={dash} /> : null);
