import { isKnown, type PlateState } from '../ui/marks/plateWords.ts';

/**
 * The outline of a unit in a drawing, carrying its state as its tag does: a notch for a hazard, a string tied
 * over the edge for what was left open, a loop on the lower edge for a repeat, dashes when it is out of use.
 * Drawn around 0, 0.
 *
 * @param w width, `h` depth, `letter` the height of a letter, all in the drawing's measure
 */
export function UnitOutline({
  w,
  h,
  letter,
  chosen = false,
  marked = false,
  ...state
}: PlateState & { w: number; h: number; letter: number; chosen?: boolean; marked?: boolean }) {
  const kinds = new Set(state.flagKinds ?? []);
  const hazard = kinds.has('hazard');
  const idle = state.status !== undefined && state.status !== 'in service';
  const notch = Math.min(Math.min(w, h) * 0.5, letter * 0.75);
  const line = letter * (chosen || hazard || marked ? 0.22 : 0.13);
  const small = Math.min(letter * 0.3, Math.min(w, h) * 0.3);
  const [left, top, right, bottom] = [-w / 2, -h / 2, w / 2, h / 2];
  return (
    <>
      <path
        d={
          hazard
            ? `M${left} ${top}H${right - notch}L${right} ${top + notch}V${bottom}H${left}Z`
            : `M${left} ${top}H${right}V${bottom}H${left}Z`
        }
        fill={marked ? 'var(--ink)' : chosen ? 'var(--zinc)' : 'var(--sheet)'}
        stroke="var(--ink)"
        strokeWidth={line}
        strokeLinejoin="round"
        strokeDasharray={
          idle
            ? `${letter * 0.4} ${letter * 0.25}`
            : isKnown(state)
              ? undefined
              : `${letter * 0.05} ${letter * 0.25}`
        }
      />
      {hazard ? (
        <path
          d={`M${right - notch} ${top}H${right}V${top + notch}Z`}
          fill="var(--hazard)"
          stroke="var(--ink)"
          strokeWidth={letter * 0.1}
          strokeLinejoin="round"
        />
      ) : null}
      {kinds.has('left open') ? (
        <path
          d={`M${left + small * 2.2} ${top + small * 1.2}c${-small * 2} ${-small * 0.4} ${-small * 1.6} ${-small * 2} ${-small * 0.4} ${-small * 1.6}c${small * 1.2} ${small * 0.4} ${small * 0.4} ${small * 1.4} ${-small * 0.6} ${small}M${left + small * 1.8} ${top - small * 0.4}l${small * 1.8} ${-small * 1.6}`}
          fill="none"
          stroke={marked ? 'var(--edge)' : 'var(--ink)'}
          strokeWidth={letter * 0.14}
        />
      ) : null}
      {kinds.has('repeat') ? (
        <circle
          cx={right - small * 1.6}
          cy={bottom}
          r={small * 1.1}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth={letter * 0.15}
        />
      ) : null}
    </>
  );
}
