import type { ConditionView, StoryView } from '#contracts/units';
import { number, shortDay } from '../ui/words/format.ts';
import { useWidth } from '../ui/frame/useWidth.ts';
import { storyLayout, type StoryLayout } from './storyLayout.ts';

/** Until it is measured. */
const WIDTH = 1040;
const EDGE = 16;
const AXIS = 138;
const LETTER = 13;
/** Arcs narrower than this are drawn as loops, wide enough to see. */
const LOOP = 46;
const poundsText = ({ poundsAdded }: { readonly poundsAdded?: number | undefined }): string =>
  `+${number(poundsAdded, 2)} lb`;
/** Room the pounds of a drop take, px: letters of {@link LETTER} are some half as wide. */
const poundsWide = (mark: { readonly poundsAdded?: number | undefined }): number =>
  poundsText(mark).length * LETTER * 0.54;
/** Names of failures stand in so many lines under the line. */
const NAME_LINES = 3;

/** From failure to failure over the line; a few days apart the curve bulges so that it can be seen. */
function arcPath({ x1, x2, height }: { x1: number; x2: number; height: number }): string {
  const bulge = Math.max(0, (LOOP - (x2 - x1)) / 2);
  const top = AXIS - height * 1.3;
  return `M ${x1} ${AXIS - 7} C ${x1 - bulge} ${top}, ${x2 + bulge} ${top}, ${x2} ${AXIS - 7}`;
}

interface Named {
  readonly id: string;
  readonly x: number;
  readonly line: number;
  readonly text: string;
  readonly end: boolean;
}

/** The failures with their names, the latest first, as many as fit side by side in a few lines. */
function namesOf(marks: StoryLayout['marks'], width: number): Named[] {
  const taken: { from: number; to: number }[][] = Array.from({ length: NAME_LINES }, () => []);
  return marks.toReversed().flatMap(({ x, mark }) => {
    if (mark.kind !== 'call') return [];
    // Whole where it fits, else as much as fits; a name that fits nowhere is told when the mark is pointed
    // at.
    for (const most of [Infinity, 44, 24]) {
      const cut = mark.label.length > most;
      const text = cut ? `${mark.label.slice(0, most - 2).trimEnd()} …` : mark.label;
      const long = text.length * LETTER * 0.52 + 10;
      const end = x + long > width;
      const [from, to] = end ? [x - long, x + 8] : [x - 8, x + long];
      const line = taken.findIndex((line) => line.every((other) => to < other.from || from > other.to));
      if (from < -EDGE || line < 0) continue;
      taken[line]?.push({ from, to });
      return [{ id: mark.callId, x, line, text, end }];
    }
    return [];
  });
}

/**
 * One unit's years, as wide as its place: failures stand on the line with their names, planned work hangs
 * under it as ticks, refrigerant added is a drop with its pounds, what was left open is a bar, and arcs join
 * a failure to its repeat (solid) or to the call it came back from (dashed).
 */
export function StoryLine({
  story,
  conditions,
  today,
  sentence,
}: {
  story: StoryView;
  conditions: readonly ConditionView[];
  today: string;
  sentence: string;
}) {
  const [ref, room] = useWidth<HTMLElement>(WIDTH + 2 * EDGE);
  const width = Math.max(280, room - 2 * EDGE);
  const layout = storyLayout(story, today, width);
  const { x } = layout;
  const top = AXIS - Math.max(44, ...layout.arcs.map((arc) => arc.height + 26));
  const names = namesOf(layout.marks, width);
  const dosed = layout.marks.filter(({ mark }) => mark.poundsAdded !== undefined);
  const pounds = dosed.length > 0;
  // Where two drops hang close together only the later one says its pounds; the other says them when pointed
  // at.
  const crowded = new Set(
    dosed
      .filter(({ x: at, mark }, i) => {
        const next = dosed[i + 1];
        return next !== undefined && next.x - at < (poundsWide(mark) + poundsWide(next.mark)) / 2 + 4;
      })
      .map(({ mark }) => mark.callId),
  );
  const nameTop = AXIS + (pounds ? 56 : 26);
  const barTop = nameTop + Math.max(0, ...names.map((name) => name.line + 1)) * 17;
  const shown = Math.min(3, conditions.length);
  const yearAt = barTop + shown * 12 + 16;
  // Of many years in little room only some are named.
  const apart = layout.years.length > 1 ? layout.years[1]!.x - layout.years[0]!.x : width;
  const every = Math.max(1, Math.ceil(38 / Math.max(1, apart)));
  return (
    <figure ref={ref} aria-label="Story line">
      <svg
        viewBox={`${-EDGE} ${top} ${width + 2 * EDGE} ${yearAt + 6 - top}`}
        width={width + 2 * EDGE}
        height={yearAt + 6 - top}
        className="max-w-full"
        role="img"
        aria-label={`Story line. ${sentence} Every call is in the list below.`}
      >
        {layout.years.map((year, i) => (
          <g key={year.label}>
            <line
              x1={year.x}
              x2={year.x}
              y1={top + 6}
              y2={yearAt - 12}
              stroke="var(--rule)"
              strokeDasharray="2 4"
            />
            {i % every === 0 && year.x < width - 70 ? (
              <text x={year.x + 4} y={yearAt} fontSize="12" fill="var(--soft)">
                {year.label}
              </text>
            ) : null}
          </g>
        ))}
        <line x1={0} x2={width} y1={AXIS} y2={AXIS} stroke="var(--ink)" strokeWidth="2.5" />
        <line x1={width} x2={width} y1={AXIS - 10} y2={AXIS + 10} stroke="var(--ink)" strokeWidth="2.5" />
        <text x={width} y={yearAt} fontSize="12" textAnchor="end" fill="var(--ink)">
          today
        </text>
        {layout.arcs.map((arc, i) => (
          <g key={i}>
            <path
              d={arcPath(arc)}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="2.5"
              strokeDasharray={arc.kind === 'repeat' ? undefined : '6 4'}
            >
              <title>{arc.label}</title>
            </path>
            {layout.arcs.findIndex((other) => other.label === arc.label) === i ||
            arc.x2 - arc.x1 > arc.label.length * 8 ? (
              <text
                x={Math.min(width - 70, Math.max(60, (arc.x1 + arc.x2) / 2))}
                y={AXIS - arc.height - 6}
                fontSize={LETTER}
                fontWeight="600"
                textAnchor="middle"
                fill="var(--ink)"
                stroke="var(--sheet)"
                strokeWidth="4"
                paintOrder="stroke"
              >
                {arc.label}
              </text>
            ) : null}
          </g>
        ))}
        {names.map((name) => (
          <g key={name.id} aria-hidden="true">
            <path
              d={`M${name.x} ${AXIS + 8}V${nameTop + name.line * 17 + 8}`}
              stroke="var(--edge)"
              strokeWidth="1"
            />
            <text
              x={name.end ? name.x - 5 : name.x + 5}
              y={nameTop + name.line * 17 + 12}
              fontSize={LETTER}
              textAnchor={name.end ? 'end' : 'start'}
              fill="var(--ink)"
              stroke="var(--sheet)"
              strokeWidth="3"
              paintOrder="stroke"
            >
              {name.text}
            </text>
          </g>
        ))}
        {layout.marks.map(({ x: at, mark }) =>
          mark.kind === 'call' ? (
            <g key={mark.callId}>
              <circle cx={at} cy={AXIS} r="7" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="3" />
              {mark.poundsAdded !== undefined ? (
                <g>
                  <path d={`M ${at} ${AXIS + 11} q 8 11 0 16 q -8 -5 0 -16`} fill="var(--ink)" />
                  {crowded.has(mark.callId) ? null : (
                    // Right below its drop: beside it, it would stand at the drop of another year.
                    <text
                      x={Math.min(
                        width + EDGE - poundsWide(mark) / 2,
                        Math.max(poundsWide(mark) / 2 - EDGE, at),
                      )}
                      textAnchor="middle"
                      y={AXIS + 42}
                      fontSize={LETTER}
                      fontWeight="600"
                      fill="var(--ink)"
                      stroke="var(--sheet)"
                      strokeWidth="6"
                      paintOrder="stroke"
                    >
                      {poundsText(mark)}
                    </text>
                  )}
                </g>
              ) : null}
              <title>{`${shortDay(mark.on)}, ${mark.ref}: ${mark.label}${mark.poundsAdded === undefined ? '' : `, ${number(mark.poundsAdded, 2)} lb added`}`}</title>
            </g>
          ) : (
            <line
              key={mark.callId}
              x1={at}
              x2={at}
              y1={AXIS}
              y2={AXIS + 9}
              stroke="var(--verdigris)"
              strokeWidth="2.5"
            >
              <title>{`${shortDay(mark.on)}, ${mark.ref}: ${mark.label}`}</title>
            </line>
          ),
        )}
        {conditions.map((condition, i) => {
          const [from, to] = [
            x(condition.openedAt.slice(0, 10)),
            condition.closedAt ? x(condition.closedAt.slice(0, 10)) : width,
          ];
          return (
            <g key={condition.id}>
              <rect
                x={from}
                y={barTop + (i % 3) * 12}
                width={Math.max(3, to - from)}
                height="8"
                fill={condition.hazard ? 'var(--hazard)' : condition.closedAt ? 'var(--edge)' : 'var(--ink)'}
                stroke={condition.hazard ? 'var(--ink)' : 'none'}
              />
              <title>{`${condition.kind}, ${condition.closedAt ? 'closed' : 'open'}: ${condition.text}`}</title>
            </g>
          );
        })}
      </svg>
      <figcaption className="text-sm text-soft">
        ○ failure · <span className="text-verdigris">|</span> planned work · solid arc: the same component
        again · dashed arc: came back within days · bars: left open
      </figcaption>
    </figure>
  );
}
