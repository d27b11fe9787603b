import { cadenceWords, type Cadence } from '#core/upkeep/maintenance';
import { dayOfYearShare, yearMarks } from './yearMarks.ts';

const WIDTH = 120;
const HEIGHT = 20;
const MIDDLE = 9;

/**
 * When in the year a task comes round, January to December: a season as a bar, what comes round by itself as
 * dots, today as a broken line. Its words are its name, so that nothing is told by the picture alone.
 */
export function YearBand({ cadence, today }: { cadence: Cadence; today: string }) {
  const { spans, points } = yearMarks(cadence);
  const x = (share: number) => 2 + share * (WIDTH - 4);
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={cadenceWords(cadence)}
      className="inline-block shrink-0"
    >
      <title>{cadenceWords(cadence)}</title>
      <path d={`M2 ${MIDDLE}H${WIDTH - 2}`} stroke="var(--edge)" />
      <path
        d={Array.from({ length: 13 }, (_, i) => `M${x(i / 12)} ${MIDDLE + 7}v${i % 3 ? 2 : 4}`).join('')}
        stroke="var(--edge)"
      />
      {spans.map(([from, to]) => (
        <rect
          key={from}
          x={x(from)}
          y={MIDDLE - 5}
          width={x(to) - x(from)}
          height="10"
          fill="var(--zinc)"
          stroke="var(--ink)"
        />
      ))}
      {points.map((at) => (
        <circle key={at} cx={x(at)} cy={MIDDLE} r={points.length > 13 ? 1.5 : 3} fill="var(--ink)" />
      ))}
      <path
        d={`M${x(dayOfYearShare(today.slice(5)))} 0V${HEIGHT}`}
        stroke="var(--ink)"
        strokeDasharray="2 2"
      />
    </svg>
  );
}
