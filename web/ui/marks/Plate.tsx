import { Link } from 'react-router';
import { isKnown, plateWords, type PlateState } from './plateWords.ts';

/**
 * A unit as a stamped tag. The outline carries its state: a tied string when something was left open, a loop
 * for a repeat, a notch for a hazard, dashes when it is out of use, dots while its state is not here yet.
 */
export function Plate({
  tag,
  to,
  large = false,
  chosen,
  ...state
}: PlateState & { tag: string; to?: string | undefined; large?: boolean; chosen?: boolean }) {
  const kinds = new Set(state.flagKinds ?? []);
  const hazard = kinds.has('hazard');
  const idle = state.status !== undefined && state.status !== 'in service';
  const look = `plate relative inline-flex items-center gap-1.5 ${chosen ? 'bg-ink text-paper' : 'bg-sheet'} whitespace-nowrap ${large ? 'text-xl px-3 py-1.5' : 'text-sm px-2 py-0.5'} ${
    hazard ? 'plate-hazard border-[3px] border-ink' : 'border-2 border-ink rounded-[4px]'
  } ${idle ? 'border-dashed' : isKnown(state) ? '' : 'border-dotted'}`;
  const hole = large ? 9 : 7;
  const inside = (
    <>
      <svg width={hole} height={hole} viewBox="0 0 8 8" aria-hidden="true" className="shrink-0">
        <circle cx="4" cy="4" r="3" fill="none" stroke="currentColor" strokeWidth="1.8" />
      </svg>
      {kinds.has('left open') ? (
        // A string tied through the hole, over the edge of the plate.
        <svg
          width={large ? 22 : 16}
          height={large ? 20 : 14}
          viewBox="0 0 16 14"
          aria-hidden="true"
          className={`pointer-events-none absolute ${large ? '-top-2.5 left-1.5' : '-top-1.5 left-0.5'}`}
        >
          <path
            d="M8 12 C2 9 3 3 7 4 C11 5 9 8 5 7 M7 4 L12 0.8"
            fill="none"
            stroke={chosen ? 'var(--edge)' : 'var(--ink)'}
            strokeWidth="1.8"
          />
        </svg>
      ) : null}
      {kinds.has('repeat') ? (
        // A loop hangs on the lower edge, where it cannot be read as a letter of the tag: it came back.
        <svg
          width={large ? 16 : 12}
          height={large ? 16 : 12}
          viewBox="0 0 12 12"
          aria-hidden="true"
          className={`pointer-events-none absolute right-2 ${large ? '-bottom-2.5' : '-bottom-2'}`}
        >
          <circle cx="6" cy="6" r="4.6" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
        </svg>
      ) : null}
      {tag}
    </>
  );
  const words = plateWords(state);
  return to ? (
    <Link
      to={to}
      className={`${look} reach text-ink hover:border-copper`}
      title={words}
      aria-label={`Unit ${tag}, ${words}`}
    >
      {inside}
    </Link>
  ) : (
    <span className={`${look} ${chosen === undefined ? '' : 'reach'}`} title={words}>
      {inside}
    </span>
  );
}
