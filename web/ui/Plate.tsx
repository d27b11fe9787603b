import { Link } from 'react-router';
import { plateWords, type PlateState } from './plateWords.ts';

/**
 * A unit as a stamped tag. The outline carries its state: a tied string when something was left open, a loop
 * for a repeat, a notch for a hazard, dashes when it is out of use.
 */
export function Plate({
  tag,
  to,
  large = false,
  ...state
}: PlateState & { tag: string; to?: string; large?: boolean }) {
  const kinds = new Set(state.flagKinds ?? []);
  const hazard = kinds.has('hazard');
  const idle = state.status !== undefined && state.status !== 'in service';
  const look = `plate inline-flex items-center gap-1.5 bg-sheet whitespace-nowrap ${large ? 'text-2xl px-3 py-1.5' : 'text-[0.82rem] px-2 py-0.5'} ${
    hazard ? 'border-[3px] border-ember rounded-none' : 'border-2 border-ink rounded-[4px]'
  } ${idle ? 'border-dashed' : ''}`;
  const inside = (
    <>
      <svg
        width={large ? 26 : 18}
        height={large ? 18 : 13}
        viewBox="0 0 26 18"
        aria-hidden="true"
        className="shrink-0"
      >
        {hazard ? (
          <path d="M4 15 L11 2 L18 15 Z" fill="none" stroke="var(--ember)" strokeWidth="2.6" />
        ) : (
          <circle cx="9" cy="9" r="3.4" fill="none" stroke="currentColor" strokeWidth="2" />
        )}
        {kinds.has('left open') ? (
          <path d="M9 9 C16 3 20 15 25 7" fill="none" stroke="var(--copper)" strokeWidth="2.2" />
        ) : null}
        {kinds.has('repeat') ? (
          <path
            d="M13 13 a6 6 0 1 1 2 -8 m0 0 l-4 0 m4 0 l0 -4"
            fill="none"
            stroke="var(--copper)"
            strokeWidth="2"
          />
        ) : null}
      </svg>
      {tag}
    </>
  );
  const words = plateWords(state);
  return to ? (
    <Link
      to={to}
      className={`${look} text-ink hover:border-copper`}
      title={words}
      aria-label={`Unit ${tag}, ${words}`}
    >
      {inside}
    </Link>
  ) : (
    <span className={look} title={words}>
      {inside}
    </span>
  );
}
