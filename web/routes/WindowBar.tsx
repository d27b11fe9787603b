import { daysBetween } from '#core/base/time';
import { shortDay } from '../ui/words/format.ts';

const WIDTH = 132;
/** Days shown before and after today; what begins earlier or ends later runs off the edge. */
const BEFORE = 60;
const AFTER = 60;

/**
 * When something is due: a bar from its earliest to its latest day, a tick where it is wanted, a line for
 * today.
 */
export function WindowBar({
  earliest,
  wanted,
  latest,
  today,
}: {
  earliest: string;
  wanted: string;
  latest: string;
  today: string;
}) {
  const x = (day: string) =>
    (Math.min(AFTER, Math.max(-BEFORE, daysBetween(today, day))) + BEFORE) * (WIDTH / (BEFORE + AFTER));
  const late = latest < today;
  return (
    <svg
      width={WIDTH}
      height="20"
      role="img"
      aria-label={`Due from ${shortDay(earliest)}, wanted ${shortDay(wanted)}, at the latest ${shortDay(latest)}`}
      className="shrink-0"
    >
      <path d={`M0 10H${WIDTH}`} stroke="var(--rule)" />
      <rect
        x={x(earliest)}
        y="5"
        width={Math.max(3, x(latest) - x(earliest))}
        height="10"
        fill={late ? 'var(--ink)' : 'var(--zinc)'}
        stroke="var(--ink)"
      />
      <path d={`M${x(wanted)} 2v16`} stroke="var(--verdigris)" strokeWidth="3" />
      <path d={`M${x(today)} 0v20`} stroke="var(--ink)" strokeWidth="1.5" strokeDasharray="3 2" />
    </svg>
  );
}
