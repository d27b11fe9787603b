import type { ConditionView, StoryView } from '#contracts/units';
import { number, shortDay } from '../ui/format.ts';
import { storyLayout } from './storyLayout.ts';

const WIDTH = 1040;
const AXIS = 138;
/** Arcs narrower than this are drawn as loops, wide enough to see. */
const LOOP = 46;

/** From failure to failure over the line; a few days apart the curve bulges so that it can be seen. */
function arcPath({ x1, x2, height }: { x1: number; x2: number; height: number }): string {
  const bulge = Math.max(0, (LOOP - (x2 - x1)) / 2);
  const top = AXIS - height * 1.3;
  return `M ${x1} ${AXIS - 7} C ${x1 - bulge} ${top}, ${x2 + bulge} ${top}, ${x2} ${AXIS - 7}`;
}

/**
 * One unit's years: failures stand on the line, planned work hangs under it as ticks, refrigerant added is a
 * drop with its pounds, what was left open is a bar, and arcs join a failure to its repeat (solid) or to the
 * call it came back from (dashed).
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
  const layout = storyLayout(story, today, WIDTH);
  const { x } = layout;
  const top = AXIS - Math.max(44, ...layout.arcs.map((arc) => arc.height + 26));
  return (
    <figure className="overflow-x-auto" tabIndex={0} aria-label="Story line, scrolls sideways">
      <svg
        viewBox={`-16 ${top} ${WIDTH + 32} ${AXIS + (conditions.length > 0 ? 90 : 50) - top}`}
        className="min-w-[720px]"
        role="img"
        aria-label={`Story line. ${sentence} Every call is in the list below.`}
      >
        {layout.years.map((year) => (
          <g key={year.label}>
            <line
              x1={year.x}
              x2={year.x}
              y1={top + 6}
              y2={AXIS + 30}
              stroke="var(--rule)"
              strokeDasharray="2 4"
            />
            <text x={year.x + 4} y={AXIS + 43} fontSize="12" fill="var(--soft)">
              {year.label}
            </text>
          </g>
        ))}
        <line x1={0} x2={WIDTH} y1={AXIS} y2={AXIS} stroke="var(--ink)" strokeWidth="2.5" />
        <line x1={WIDTH} x2={WIDTH} y1={AXIS - 10} y2={AXIS + 10} stroke="var(--ink)" strokeWidth="2.5" />
        <text x={WIDTH} y={AXIS + 43} fontSize="12" textAnchor="end" fill="var(--ink)">
          today
        </text>
        {layout.arcs.map((arc, i) => (
          <g key={i}>
            <path
              d={arcPath(arc)}
              fill="none"
              stroke={arc.kind === 'repeat' ? 'var(--copper)' : 'var(--ember)'}
              strokeWidth="2.5"
              strokeDasharray={arc.kind === 'repeat' ? undefined : '6 4'}
            >
              <title>{arc.label}</title>
            </path>
            {layout.arcs.findIndex((other) => other.label === arc.label) === i ||
            arc.x2 - arc.x1 > arc.label.length * 8 ? (
              <text
                x={Math.min(WIDTH - 70, Math.max(60, (arc.x1 + arc.x2) / 2))}
                y={AXIS - arc.height - 6}
                fontSize="12.5"
                textAnchor="middle"
                fill={arc.kind === 'repeat' ? 'var(--copper)' : 'var(--ember)'}
                stroke="var(--sheet)"
                strokeWidth="4"
                paintOrder="stroke"
              >
                {arc.label}
              </text>
            ) : null}
          </g>
        ))}
        {layout.marks.map(({ x: at, mark }) =>
          mark.kind === 'call' ? (
            <g key={mark.callId}>
              <circle cx={at} cy={AXIS} r="7" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="3" />
              {mark.poundsAdded !== undefined ? (
                <g>
                  <path d={`M ${at} ${AXIS + 11} q 8 11 0 16 q -8 -5 0 -16`} fill="var(--copper)" />
                  <text
                    x={at > WIDTH - 90 ? at - 9 : at + 9}
                    textAnchor={at > WIDTH - 90 ? 'end' : 'start'}
                    y={AXIS + 24}
                    fontSize="12"
                    fill="var(--copper)"
                    stroke="var(--sheet)"
                    strokeWidth="3"
                    paintOrder="stroke"
                  >
                    +{number(mark.poundsAdded, 2)} lb
                  </text>
                </g>
              ) : null}
              <title>{`${shortDay(mark.on)}, ${mark.ref}: ${mark.label}`}</title>
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
            condition.closedAt ? x(condition.closedAt.slice(0, 10)) : WIDTH,
          ];
          const y = AXIS + 52 + (i % 3) * 12;
          return (
            <g key={condition.id}>
              <rect
                x={from}
                y={y}
                width={Math.max(3, to - from)}
                height="8"
                fill={
                  condition.hazard ? 'var(--ember)' : condition.closedAt ? 'var(--rule)' : 'var(--copper)'
                }
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
