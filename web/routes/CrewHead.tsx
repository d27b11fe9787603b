import { Link } from 'react-router';
import { clockText, durationText } from '#core/base/time';
import type { BoardDay } from '#contracts/board';

/** Who the strip belongs to, how the day is filled, and what can be done with the whole of it. */
export function CrewHead({
  day,
  canPlan,
  chosen,
  onChoose,
  onOut,
  onOrder,
}: {
  day: BoardDay;
  canPlan: boolean;
  chosen: boolean;
  onChoose: () => void;
  onOut: () => void;
  onOrder: () => void;
}) {
  const loose = day.stops.filter((stop) => stop.startAt === null && !stop.begun).length;
  const waits = day.stops.filter((stop) => !stop.begun).length;
  const over = day.shift && day.backAt !== null ? day.backAt - day.shift.end : 0;
  return (
    <div
      className={`sticky left-0 z-20 border-r border-rule px-2 text-sm leading-4 ${chosen ? 'bg-zinc' : 'bg-sheet'}`}
    >
      <span className="flex h-6.5 items-center justify-between gap-1">
        <button
          type="button"
          onClick={onChoose}
          aria-pressed={chosen}
          className="in-line min-h-6 truncate text-left font-bold hover:underline"
        >
          {day.crew}
        </button>
        {day.routeId ? (
          <Link
            to={`/routes/${day.routeId}`}
            className="inline-flex min-h-6 items-center px-1 link"
            aria-label={`sheet of ${day.crew}`}
          >
            sheet
          </Link>
        ) : null}
      </span>
      <span className="flex h-6.5 items-center justify-between gap-1">
        <span className="truncate text-soft" title={[...day.people, day.why ?? ''].join(', ')}>
          {over > 1 ? <strong className="text-ink">{durationText(over)} over </strong> : null}
          {day.restsUntil === null ? null : (
            <strong className="text-ink">rests until {clockText(day.restsUntil)} </strong>
          )}
          {day.works ? day.people.map((name) => name.split(' ')[0]).join(', ') : `out: ${day.why ?? ''}`}
        </span>
        {canPlan && loose > 0 && day.works ? (
          <Whole onClick={onOrder} strong said={`order ${loose}: the stops of ${day.crew}`}>
            order {loose}
          </Whole>
        ) : canPlan && waits > 0 ? (
          <Whole
            onClick={onOut}
            strong={!day.works}
            said={day.works ? `${day.crew} is out` : `share out ${waits}: the stops of ${day.crew}`}
          >
            {day.works ? 'is out' : `share out ${waits}`}
          </Whole>
        ) : null}
      </span>
    </div>
  );
}

/** What is done with the whole of a crew's day. */
function Whole({
  strong,
  said,
  onClick,
  children,
}: {
  strong: boolean;
  /** Its name for the ear, which tells it from the others. */
  said: string;
  onClick: () => void;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={said}
      onClick={onClick}
      className={`in-line min-h-6 px-1 whitespace-nowrap link ${strong ? 'font-semibold' : ''}`}
    >
      {children}
    </button>
  );
}
