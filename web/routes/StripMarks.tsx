import { clockText } from '#core/base/time';
import type { BoardDay } from '#contracts/board';
import { percent, share, type Hours } from './CrewStrip.tsx';
import { restRoute } from './moving.ts';
import type { Moving } from './useMoves.ts';

/** The hours above the strips. */
export function Axis({ hours }: { hours: Hours }) {
  const full = Array.from({ length: (hours.to - hours.from) / 60 - 1 }, (_, k) => hours.from + (k + 1) * 60);
  return (
    <div className="relative h-5 text-sm text-soft" aria-hidden="true">
      {full.map((minute) => (
        <span key={minute} className="absolute -translate-x-1/2" style={{ left: percent(minute, hours) }}>
          {clockText(minute)}
        </span>
      ))}
    </div>
  );
}

/** Where the thing in the hand would stand. */
export function Ghost({ moving, day, hours }: { moving: Moving | undefined; day: BoardDay; hours: Hours }) {
  if (!moving?.target) return null;
  const shift = moving.view.shifts[moving.target.shift];
  if (shift?.crewId !== day.crewId || shift.day !== day.day) return null;
  const after =
    moving.days.find((one) => one.shift === moving.target?.shift)?.after ??
    restRoute(moving, moving.target.shift);
  const jobId = moving.view.problem.jobs[moving.job]?.id;
  return after.stops.map((stop) => (
    <div
      key={stop.jobId}
      aria-hidden="true"
      className={`pointer-events-none absolute z-10 border-2 border-dashed ${stop.jobId === jobId ? 'top-0 bottom-0 border-ink bg-zinc/80' : '-bottom-0.5 h-1.5 border-soft'}`}
      style={{
        left: percent(stop.startAt, hours),
        width: `${(share(stop.leaveAt, hours) - share(stop.startAt, hours)) * 100}%`,
      }}
    />
  ));
}
