import type { RefObject } from 'react';
import type { Point, RoofPlan } from '#core/places/roof';
import { useDrag } from './useDrag.ts';

/** Handles on the corners of a roof: drag one, add one in the middle of a side, take one out with Delete. */
export function Corners({
  plan,
  svg,
  chosen,
  onChoose,
  onMove,
  onAdd,
  onRemove,
}: {
  plan: RoofPlan;
  svg: RefObject<SVGSVGElement | null>;
  chosen: number | undefined;
  onChoose: (i: number) => void;
  onMove: (i: number, at: Point) => void;
  onAdd: (after: number) => void;
  onRemove: (i: number) => void;
}) {
  const drag = useDrag(svg, (id, at) => onMove(Number(id), at));
  return (
    <g>
      {plan.outline.map((corner, i) => {
        const next = plan.outline[(i + 1) % plan.outline.length];
        return next ? (
          <g
            key={`side ${i}`}
            role="button"
            tabIndex={0}
            aria-label={`Add a corner on the side from corner ${i + 1}`}
            transform={`translate(${(corner.x + next.x) / 2} ${(corner.y + next.y) / 2})`}
            onClick={() => onAdd(i)}
            onKeyDown={(e) => {
              if (e.key !== 'Enter' && e.key !== ' ') return;
              e.preventDefault();
              onAdd(i);
            }}
            className="roof-corner cursor-copy"
          >
            <rect
              x="-1"
              y="-1"
              width="2"
              height="2"
              fill="var(--sheet)"
              stroke="var(--copper)"
              strokeWidth="0.25"
            />
            <path d="M-0.6 0 H0.6 M0 -0.6 V0.6" stroke="var(--copper)" strokeWidth="0.25" />
          </g>
        ) : null;
      })}
      {plan.outline.map((corner, i) => (
        <g
          key={`corner ${i}`}
          role="button"
          tabIndex={0}
          aria-label={`Corner ${i + 1}`}
          aria-pressed={chosen === i}
          transform={`translate(${corner.x} ${corner.y}) rotate(0)`}
          onPointerDown={(e) => {
            onChoose(i);
            drag.start(e, { id: String(i), ...corner });
          }}
          onFocus={() => onChoose(i)}
          onKeyDown={(e) => {
            const step = e.shiftKey ? 5 : 1;
            const by = {
              ArrowLeft: [-step, 0],
              ArrowRight: [step, 0],
              ArrowUp: [0, -step],
              ArrowDown: [0, step],
            }[e.key];
            if (by) {
              e.preventDefault();
              onMove(i, { x: corner.x + (by[0] as number), y: corner.y + (by[1] as number) });
            } else if (e.key === 'Delete' || e.key === 'Backspace') {
              e.preventDefault();
              onRemove(i);
            }
          }}
          className="roof-corner cursor-move"
        >
          <circle
            r={chosen === i ? 1.7 : 1.3}
            fill={chosen === i ? 'var(--copper)' : 'var(--sheet)'}
            stroke="var(--copper)"
            strokeWidth="0.4"
          />
        </g>
      ))}
    </g>
  );
}
